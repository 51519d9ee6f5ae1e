/**
 * Whether packs may be charged joined in parallel, by what they are, what they read, and the
 * person's school.
 */
import { chemistryOf } from '../../chemistry/catalogue';
import type { Chemistry } from '../../chemistry/chemistry';
import { socByVolts } from '../../pack/charge-state';
import { connectorOf } from '../../pack/connector';
import type { Pack } from '../../pack/pack';
import { ratedAh } from '../../pack/rated';
import { whose, type ResolvedPractice } from '../../practice/practice';
import { packVoltage, type ReadingInput } from '../../pack/reading';
import { fewerCells } from '../../pack/other-count';
import { amps, cRate, millivolts, text, volts } from '../../quantity/format';
import { BALANCE_CONTACT_A } from './level';
import { meetingOf, type Meeting } from './meeting';
import type { Member } from './member';

export interface JoinFinding {
	rule: string;
	severity: 'stop' | 'check' | 'note';
	sentence: string;
}

export interface MayJoin {
	findings: JoinFinding[];
	/** What flows as they meet; null where that cannot be said. */
	meeting: Meeting | null;
	/** False when a Stop stands. */
	may: boolean;
}

/** How far apart cells may be, V. Common practice, no source. */
export const CLOSE_V = 0.1;
const STRICT_V = 0.02;
/** What strict people let flow in the first minute, 1/h (common practice, no source). */
const STRICT_C = 0.5;
/**
 * What is ordinary, and what is the most with care: mean of the first minute, 1/h, and charge
 * moved, a share; common practice, no source.
 */
const ORDINARY = { unlabelledC: 1, moved: 0.05 };
export const WITH_CARE = { minuteC: 3, moved: 0.165, plugTimes: 2 };
/** LiFe volts say so little that they have to be this close. */
const FLAT_APART_V = 0.02;
/** How a reading that was not at rest is called. */
const UNRESTED = { loaded: 'under load', 'just used': 'within half an hour of its use or charge' } as const;
/** A reading older than this is no ground to join on, h. */
export const STALE_H = 0.25;
/**
 * Of packs this unlike in capacity the small one is soon the worst treated (common practice, no
 * source).
 */
export const UNLIKE_TIMES = 3;

/**
 * How far apart the cells of packs may be at each position, V, by chemistry and by the person's
 * school.
 */
export function windowV(chemistry: Chemistry, practice: ResolvedPractice): number {
	const closeV = practice.values.parallel === 'close volts, strict' ? STRICT_V : CLOSE_V;
	return chemistry.storage.kind === 'charge' ? Math.min(FLAT_APART_V, closeV) : closeV;
}

interface Candidate {
	pack: Pack;
	reading: ReadingInput | null;
}

const ago = (hours: number) =>
	hours < 1
		? `${Math.round(60 * hours)} min ago`
		: hours < 48
			? `${Math.round(hours)} h ago`
			: `${Math.round(hours / 24)} d ago`;
const stop = (rule: string, sentence: string): JoinFinding => ({ rule, severity: 'stop', sentence });

/**
 * Packs further apart in age than this differ in resistance and in what they still hold, years
 * (common practice, no source).
 */
const AGES_APART = 2;
const YEAR_MS = 365.25 * 86400e3;

/** Packs whose first use lies far apart. */
function byAge(packs: readonly Pack[]): JoinFinding[] {
	const dated = packs
		.flatMap((p) => (p.firstUsedOn ? [{ name: p.name, at: Date.parse(p.firstUsedOn) }] : []))
		.sort((a, b) => a.at - b.at);
	const [old, young] = [dated[0], dated[dated.length - 1]];
	if (dated.length < 2 || young.at - old.at <= AGES_APART * YEAR_MS) return [];
	return [
		{
			rule: 'join-ages-apart',
			severity: 'note',
			sentence: `${old.name} is ${((young.at - old.at) / YEAR_MS).toFixed(1)} years older than ${young.name}: it takes less of the current and may hold less than its label says, so the younger one is worked harder than the shares here say.`
		}
	];
}

/** What the packs are, whatever they read. */
function byKind(packs: readonly Pack[], practice: ResolvedPractice): JoinFinding[] {
	const [first] = packs;
	const by = whose(practice, 'parallel');
	const out: JoinFinding[] = [];
	const { traits, name } = chemistryOf(first.chemistry);
	if (practice.values.parallel === 'never') out.push(stop('join-never', `Never in parallel, by ${by}.`));
	if (!traits.mayJoin)
		out.push(
			stop(
				'join-chemistry-never',
				`${name} packs are never charged in parallel: the warmest takes the current of the others.`
			)
		);
	const other = packs.find((p) => p.chemistry !== first.chemistry);
	if (other)
		out.push(
			stop(
				'join-chemistries-differ',
				`${first.name} is ${name}, ${other.name} ${chemistryOf(other.chemistry).name}.`
			)
		);
	const count = packs.find((p) => p.cells !== first.cells);
	if (count)
		out.push(
			stop(
				'join-cells-differ',
				`${first.name} is ${first.cells}S, ${count.name} ${count.cells}S: volts would not meet.`
			)
		);
	const unfit = packs.find((p) => p.condition !== 'in service');
	if (unfit) out.push(stop('join-out-of-service', `${unfit.name} is marked ${unfit.condition}.`));
	const clever = packs.find((p) => p.electronics !== 'none');
	if (clever)
		out.push(
			stop(
				'join-electronics',
				`${clever.name} has electronics of its own, which may switch it off or bleed it while the others feed it: it is charged alone.`
			)
		);
	const [small, large] = [...packs]
		.sort((a, b) => ratedAh(a) - ratedAh(b))
		.filter((_, k, all) => k === 0 || k === all.length - 1);
	if (large && ratedAh(large) > UNLIKE_TIMES * ratedAh(small))
		out.push({
			rule: 'join-capacities-apart',
			severity: 'check',
			sentence: `${large.name} holds ${(ratedAh(large) / ratedAh(small)).toFixed(1)} times what ${small.name} does: whatever goes wrong in the large one, the small one pays for.`
		});
	const unlike = packs.find(
		(p) => p.capacityAh !== first.capacityAh || p.labelChargeRateC !== first.labelChargeRateC
	);
	if (unlike && practice.values.parallel === 'same model only')
		out.push(
			stop(
				'join-models-differ',
				`${first.name} and ${unlike.name} are not the same make-up, which is what ${by} asks.`
			)
		);
	const blind = packs.find((p) => p.cells > 1 && !p.balanceLead);
	if (blind)
		out.push({
			rule: 'join-no-balance-lead',
			severity: 'check',
			sentence: `${blind.name} has no balance lead to join: its cells would go their own way.`
		});
	return out;
}

/**
 * The question whether a pack has a cell less than it is entered with, where only its sum was read
 * and that many hold these volts too; null where they do not.
 */
export function countAsked(pack: Pack, reading: ReadingInput | null): string | null {
	if (!reading || reading.cellVoltagesV || pack.cells < 2) return null;
	const packV = packVoltage(reading);
	const fewer = fewerCells(pack, packV);
	if (fewer === null) return null;
	const each = (cells: number) => text(volts(packV / cells));
	return `${pack.name} reads ${text(volts(packV))} in all: ${each(pack.cells)} a cell as ${pack.cells}S, or is it a ${fewer}S at ${each(fewer)}? Read each cell.`;
}

/** What must be known of every pack before anything is joined. */
function byReading(members: readonly Candidate[], now: string): JoinFinding[] {
	const out: JoinFinding[] = [];
	for (const { pack, reading } of members) {
		if (!reading) {
			out.push(stop('join-not-read', `${pack.name} was never measured: read every cell first.`));
			continue;
		}
		const cells = reading.cellVoltagesV;
		if (!cells && pack.cells > 1)
			out.push(
				stop(
					'join-cells-not-read',
					countAsked(pack, reading) ??
						`Of ${pack.name} only the whole pack was read; a low sum may be one empty cell: read each cell.`
				)
			);
		const ageH = (Date.parse(now) - Date.parse(reading.takenAt)) / 3600e3;
		if (reading.state !== 'rest' || ageH > STALE_H)
			out.push(
				stop(
					'join-reading-stale',
					`${pack.name} was read ${reading.state === 'rest' ? ago(ageH) : UNRESTED[reading.state]}: read it again at rest, right before.`
				)
			);
		const { cellMaxV, hardFloorV } = chemistryOf(pack.chemistry).voltages;
		const outside = (cells ?? []).find((v) => v > cellMaxV || v < hardFloorV);
		if (outside !== undefined)
			out.push(
				stop(
					'join-cell-outside',
					`A cell of ${pack.name} reads ${outside.toFixed(2)} V: that pack is charged with no other.`
				)
			);
	}
	return out;
}

const rounded = (rate: number) => cRate(Number(rate.toPrecision(2)));

/**
 * Whether what the meeting does is gentle enough: the first minute, the charge that moves, plugs
 * and contacts.
 */
function byWhatItDoes(
	members: readonly Member[],
	meeting: Meeting,
	strict: boolean,
	by: string
): JoinFinding[] {
	const { settling } = meeting;
	const receives = members.map((m, k) => ({
		m,
		minuteC: settling.minuteMeanA[k] / ratedAh(m.pack),
		labelC: m.pack.labelChargeRateC ?? ORDINARY.unlabelledC
	}));
	const hardest = receives.reduce((a, b) => (b.minuteC / b.labelC > a.minuteC / a.labelC ? b : a));
	const moved = Math.max(...settling.movedShare.map(Math.abs));
	const plug = members
		.map((m, k) => ({ at: connectorOf(m.pack.connectorId), amps: Math.abs(settling.peakA[k]) }))
		.filter(({ at, amps }) => at !== null && amps > at.currentA)
		.sort((a, b) => b.amps / b.at!.currentA - a.amps / a.at!.currentA)[0];
	const what = `in the first minute about ${rounded(hardest.minuteC)} would flow into ${hardest.m.pack.name}, ${Math.round(100 * moved)} % of a charge until they are level`;
	if (strict && hardest.minuteC > STRICT_C + 1e-9)
		return [
			stop(
				'join-first-minute',
				`As they meet, ${what}; at most ${cRate(STRICT_C)} by ${by}: let them come closer first.`
			)
		];
	if (hardest.minuteC > WITH_CARE.minuteC || moved > WITH_CARE.moved)
		return [stop('join-first-minute', `As they meet, ${what}: charge the lower one alone first.`)];
	if (plug && plug.amps > WITH_CARE.plugTimes * plug.at!.currentA)
		return [
			stop(
				'join-first-minute',
				`As they meet, ${text(amps(plug.amps))} would flow through the ${plug.at!.name}, which carries ${text(amps(plug.at!.currentA))}: charge the lower one alone first.`
			)
		];
	if (meeting.balanceAfterA > BALANCE_CONTACT_A)
		return [
			stop(
				'join-balance-contact',
				`Even with the main leads level, ${text(amps(meeting.balanceAfterA))} would flow through a balance contact, which carries ${text(amps(BALANCE_CONTACT_A))}: their cells do not match.`
			)
		];
	const hard = hardest.minuteC > hardest.labelC + 1e-9 || moved > ORDINARY.moved || plug !== undefined;
	if (!hard) return [];
	const plugs = plug
		? ` The first current, ${text(amps(plug.amps))}, is more than the ${text(amps(plug.at!.currentA))} of the ${plug.at!.name}, for seconds.`
		: '';
	const wait = Math.ceil(settling.levelMin);
	return [
		{
			rule: 'join-first-minute',
			severity: 'check',
			sentence: `As they meet, ${what}.${plugs} Main leads first, ${wait > 0 ? `wait ${wait} min until they are level, ` : ''}then the balance leads; or bring them closer first, let them rest and read again.`
		}
	];
}

/** Whether they are close enough, position by position, and gentle enough as they meet. */
function byVolts(members: readonly Member[], meeting: Meeting, practice: ResolvedPractice): JoinFinding[] {
	const out: JoinFinding[] = [];
	const chemistry = chemistryOf(members[0].pack.chemistry);
	const flat = chemistry.storage.kind === 'charge';
	const strict = practice.values.parallel === 'close volts, strict';
	const apartV = windowV(chemistry, practice);
	const by = whose(practice, 'parallel');
	const worst = meeting.positions.reduce((a, b) => (b.apartV > a.apartV ? b : a));
	const cell = meeting.positions.indexOf(worst) + 1;
	if (worst.apartV > apartV + 1e-9)
		out.push(
			stop(
				'join-volts-apart',
				`At cell ${cell} they are ${text(millivolts(worst.apartV))} apart, at most ${text(millivolts(apartV))} by ${by}: charge the lower one alone first.`
			)
		);
	out.push(...byWhatItDoes(members, meeting, strict, by));
	const charges = members.map((m) => socByVolts(chemistry, m.pack.cells, m.reading));
	if (flat && charges.some((soc) => soc > 0.2 && soc < 0.9))
		out.push({
			rule: 'join-flat-curve',
			severity: 'check',
			sentence: `${chemistry.name} stands near ${text(volts(worst.settledV))} from a fifth to nearly full: join only packs whose charge is known, such as just filled ones.`
		});
	return out;
}

/** Judges two packs or more at the moment `now` (ISO 8601). */
export function mayJoin(candidates: readonly Candidate[], practice: ResolvedPractice, now: string): MayJoin {
	const packs = candidates.map((c) => c.pack);
	const findings = [...byKind(packs, practice), ...byAge(packs), ...byReading(candidates, now)];
	const alike = packs.every((p) => p.chemistry === packs[0].chemistry && p.cells === packs[0].cells);
	const members = candidates.filter((c): c is Member => c.reading !== null);
	const meeting = alike && members.length === candidates.length ? meetingOf(members) : null;
	if (meeting && chemistryOf(packs[0].chemistry).traits.mayJoin)
		findings.push(...byVolts(members, meeting, practice));
	const gravity = { stop: 0, check: 1, note: 2 };
	findings.sort((a, b) => gravity[a.severity] - gravity[b.severity]);
	return { findings, meeting, may: findings.every((f) => f.severity !== 'stop') };
}
