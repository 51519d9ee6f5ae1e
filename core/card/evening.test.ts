/**
 * Practitioners' evenings: twelve charges of one pack, on two channels of a charger that is keyed
 * by hand and holds its limits for both. How often must it be keyed anew?
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading, held } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../tests/support/rule-cases';
import type { Pack } from '../pack/pack';
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt } from '../chemistry/curve';
import { solve } from '../program/solve';
import { uniform } from '../simulate/random';
import { keyInCard } from './key-in';

const CHARGES = 12;
const KINDS = ['safetyTimerMin', 'capacityLimitAh'] as const;

/** Keys what the card asks for, and counts the charges at which it asks. */
function evening(pack: Pack, seed: number): { asked: number; clear: number; wrong: string[] } {
	const draw = uniform(seed);
	const holds = { safetyTimerMin: 120, capacityLimitAh: 5 };
	let [asked, clear] = [0, 0];
	const wrong: string[] = [];
	for (let k = 0; k < CHARGES; k++) {
		const left = 0.05 + 0.4 * draw();
		const temperatureDegC = 15 + Math.round(12 * draw());
		const v = ocvAt(chemistryOf(pack.chemistry).curve, left);
		const cells = Array.from({ length: pack.cells }, () => v + 0.002 * (draw() - 0.5));
		const bench = aMultiCharger({
			held: [
				held({ kind: 'safetyTimerMin', heldValue: holds.safetyTimerMin, min: 5, max: 2000 }),
				held({
					...{ kind: 'capacityLimitAh', heldValue: holds.capacityLimitAh },
					...{ min: 0.1, max: 50, step: 0.01 }
				})
			]
		});
		const [channel] = bench.channels;
		const charger = { ...bench, channels: [channel, { ...channel, id: 'ch2', label: 'B' }] };
		const solution = solve(
			aContext({
				pack,
				charger,
				reading: pack.balanceLead
					? aReading(cells, { usedSince: 'used', temperatureDegC })
					: aReading([], {
							...{ cellVoltagesV: null, packVoltageV: cells.reduce((a, b) => a + b, 0) },
							usedSince: 'used',
							temperatureDegC
						}),
				channelId: charger.channels[k % 2].id,
				task: pack.balanceLead ? 'balance' : 'charge'
			})
		);
		const { settings, findings, resolved } = solution;
		const first = keyInCard(solution).first.flatMap((line) => line.held ?? []);
		if (first.length > 0) asked++;
		else if (!findings.some((f) => f.severity !== 'note')) clear++;
		for (const target of first)
			for (const kind of KINDS) if (target.kind === kind && target.value !== null) holds[kind] = target.value;
		// Neither cuts a sound run, nor lets more in than a margin over what the pack holds.
		const needs = solution.decisions.safetyTimerMin!.wouldDo!.least;
		if (settings.safetyTimerMin! < needs - 1e-6) wrong.push(`timer ${settings.safetyTimerMin} of ${needs}`);
		const most = resolved.chemistry.traits.limitFactors.capacity * pack.capacityAh + 0.01;
		if (settings.capacityLimitAh! > most) wrong.push(`limit ${settings.capacityLimitAh}`);
	}
	return { asked, clear, wrong };
}

for (const [name, pack] of [
	['LiPo', aPack()],
	['LiFe', aPack({ chemistry: 'life', labelVoltageV: 9.6 })],
	['NiMH', nimhPack()],
	['lead', leadPack()]
] as const)
	test(`${name}: twelve charges are keyed anew once, and no limit is wrong`, () => {
		for (const seed of [1, 2, 3]) {
			const { asked, clear, wrong } = evening(pack, seed);
			assert.deepEqual(wrong, [], `seed ${seed}`);
			assert.equal(asked, 1, `keyed anew (seed ${seed})`);
			// Nickel may be told once of a false peak.
			assert.ok(clear >= CHARGES - 2, `${clear} clear (seed ${seed})`);
		}
	});
