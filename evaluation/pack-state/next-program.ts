/**
 * The program that is proposed after a story: whether a sound one comes out Clear, whether what is
 * hot, swollen or contradicted ever does, and how far its capacity limit lets a charger go that
 * misses the end.
 */
import { chemistryOf } from '../../core/chemistry/catalogue';
import type { Pack } from '../../core/pack/pack';
import type { PackEvent } from '../../core/pack-state/event';
import { verdictOf } from '../../core/program/check';
import { solve } from '../../core/program/solve';
import { ordinaryTask } from '../../core/request/task';
import { uniform } from '../../core/simulate/random';
import { aContext } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { lifeOf, type LifeMoment } from './life';
import { cellVolts, normal, type Draw } from './truth/pack';

const AIR_DEG_C = 20;
/** What the charger still holds from another pack is keyed anew; that says nothing of the pack. */
const OF_THE_CHARGER = new Set(['held-value-would-cut', 'held-value-differs']);

export interface NextProgram {
	chemistry: string;
	/** Honest stories of packs that are not full, and the share of them that come out Clear. */
	sound: number;
	clear: number;
	/** What keeps sound stories from it, by rule. */
	kept: Map<string, number>;
	/**
	 * Stories that contradict themselves, or with something hot or swollen in them; those that are
	 * Clear.
	 */
	alarming: number;
	alarmingClear: number;
	/**
	 * Charge beyond what was missing that the limit would let in, shares of the capacity: median,
	 * 99th percentile.
	 */
	beyond: { median: number; p99: number };
}

const round = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/** Reads the pack before its charge, as a careful person does: each lithium cell, lying still. */
function readNow(m: LifeMoment, draw: Draw): PackEvent {
	const common = 0.004 * normal(draw);
	const volts = cellVolts(m.truth).map((v) => round(v + common + 0.002 * normal(draw), 2));
	const cells = m.pack.balanceLead;
	return {
		kind: 'reading',
		id: 'now',
		at: m.at,
		reading: {
			takenAt: m.at,
			cellVoltagesV: cells ? volts : null,
			packVoltageV: cells
				? null
				: round(
						volts.reduce((a, b) => a + b, 0),
						2
					),
			state: Math.abs(m.truth.excessV) > 0.02 ? 'just used' : 'rest',
			usedSince: 'not said',
			lowFor: 'not said',
			temperatureDegC: AIR_DEG_C,
			cellResistancesOhm: null,
			chargerCellsV: null,
			chargerChannelId: null
		}
	};
}

function programOf(pack: Pack, events: readonly PackEvent[], now: string) {
	const last = events.findLast((e) => e.kind === 'reading');
	return solve(
		aContext({
			pack,
			charger: aMultiCharger(),
			reading: last?.reading ?? null,
			task: ordinaryTask(chemistryOf(pack.chemistry), pack.cells),
			ambientDegC: AIR_DEG_C,
			now,
			around: { events }
		})
	);
}

const quantile = (sorted: readonly number[], part: number): number =>
	sorted.length ? sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] : NaN;

/** Proposes a program at every moment of `lives` lives of `steps` things each. */
export function nextPrograms(chemistry: string, lives: number, steps: number, seed: number): NextProgram {
	const kept = new Map<string, number>();
	const beyond: number[] = [];
	let [sound, clear, alarming, alarmingClear] = [0, 0, 0, 0];
	for (let life = 0; life < lives; life++) {
		const draw = uniform(seed + life);
		for (const m of lifeOf(chemistry, steps, draw)) {
			const own = uniform(seed + 7919 * life + m.events.length);
			const events = [...m.events, readNow(m, own)];
			const { resolved, settings, findings } = programOf(m.pack, events, m.at);
			const verdict = verdictOf(findings.filter((f) => !OF_THE_CHARGER.has(f.rule)));
			if (settings.capacityLimitAh !== null)
				beyond.push((settings.capacityLimitAh - (1 - m.soc) * m.truth.capacityAh) / m.truth.capacityAh);
			if (resolved.state.contradictions.length) {
				alarming++;
				if (verdict === 'clear') alarmingClear++;
			} else if (m.honest && m.complete && m.soc < 0.9) {
				sound++;
				if (verdict === 'clear') clear++;
				for (const { rule, severity } of findings)
					if (severity !== 'note' && !OF_THE_CHARGER.has(rule)) kept.set(rule, (kept.get(rule) ?? 0) + 1);
			}
			const what = own() < 0.5 ? 'swollen' : 'hot';
			const before = new Date(Date.parse(m.at) - 60e3).toISOString();
			const seen: PackEvent = {
				...{ kind: 'observation', id: 'seen', at: before, what },
				...{ clearedAt: null, clearedBecause: null }
			};
			// Felt hot a minute ago; the reading of now says no temperature.
			const felt = events.map((e) =>
				e.id === 'now' && e.kind === 'reading'
					? { ...e, reading: { ...e.reading, temperatureDegC: null } }
					: e
			);
			alarming++;
			if (verdictOf(programOf(m.pack, [...felt, seen], m.at).findings) === 'clear') alarmingClear++;
		}
	}
	beyond.sort((a, b) => a - b);
	return {
		...{ chemistry, sound, clear: clear / sound, kept, alarming, alarmingClear },
		beyond: { median: quantile(beyond, 0.5), p99: quantile(beyond, 0.99) }
	};
}
