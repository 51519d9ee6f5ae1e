/**
 * Whether a charger suits a shelf of packs: what each channel reaches, how long it takes, and
 * what it cannot do.
 */
import { entryFor, type Channel, type Charger, type Protection } from '../charger/charger';
import type { Supply } from '../charger/supply';
import { chemistryOf } from '../chemistry/catalogue';
import { evenReading } from '../pack/even-reading';
import type { Pack } from '../pack/pack';
import { solve } from './solve';
import { ordinaryTask, TASKS } from '../request/task';

/** Every pack is compared from the same start: a fifth full, rested, at 20 °C. */
const FROM_SOC = 0.2;
const AIR_DEG_C = 20;

export interface Suit {
	pack: Pack;
	channelId: string;
	/** Current it is proposed, A, and that as a share of 1C; null when nothing is proposed. */
	currentA: number | null;
	shareOf1C: number | null;
	/** Minutes from a fifth full to full; null when nothing is proposed. */
	minutes: number | null;
	/** What decides the current, in words. */
	decidedBy: string;
	/** Why it cannot charge this pack, in words; empty when it can. */
	cannot: string[];
	/** Output that 1C, or the pack's own limit when that is lower, would need when full, W. */
	wattsFor1C: number;
}

/** How one pack fares on one channel, everything else at rest. */
export function suitOf(
	pack: Pack,
	charger: Charger,
	channelId: string,
	supply: Supply | null,
	now: string
): Suit {
	const chemistry = chemistryOf(pack.chemistry);
	const solution = solve({
		pack: { ...pack, condition: 'in service' },
		reading: evenReading(pack, FROM_SOC, AIR_DEG_C, now),
		charger,
		channelId,
		supply,
		othersOutputW: 0,
		ambientDegC: AIR_DEG_C,
		now,
		task: ordinaryTask(chemistry, pack.cells),
		purpose: 'standard'
	});
	const { settings, proposed, forecast, decisions } = solution;
	const byPack = solution.resolved.envelope.packRates.filter((r) => r.id !== 'purpose rate');
	const rateC = Math.min(1, ...byPack.map((r) => r.rateC));
	return {
		pack,
		channelId,
		currentA: proposed ? settings.currentA : null,
		shareOf1C: proposed ? settings.currentA / pack.capacityAh : null,
		minutes: proposed && forecast ? forecast.timeMin.median : null,
		decidedBy: decisions.currentA.why,
		cannot: solution.findings.filter((f) => f.severity === 'stop').map((f) => f.sentence),
		wattsFor1C: rateC * pack.capacityAh * pack.cells * chemistry.voltages.chargeEndV
	};
}

export interface ChargerJudgement {
	/**
	 * Protections and abilities that a charger for these packs should have and this one has not, in
	 * words.
	 */
	lacks: string[];
	/** Greatest output of the whole charger, W. */
	powerW: number;
	/** Price per watt of output; null without a price. */
	pricePerW: number | null;
}

const WANTED: readonly Protection[] = [
	'reversed polarity',
	'cell count',
	'over-voltage',
	'timer',
	'temperature'
];

function channelLacks(channel: Channel, packs: readonly Pack[]): string[] {
	const lithium = packs.filter((p) => chemistryOf(p.chemistry).balanceFromCells !== null && p.cells > 1);
	const lacks: string[] = [];
	if (lithium.length && channel.balanceCurrentA === 0)
		lacks.push('balancing, for lithium packs of 2S and more');
	const most = Math.max(0, ...lithium.map((p) => p.cells));
	if (lithium.length && channel.balanceCurrentA > 0 && channel.balancePortCells < most)
		lacks.push(`a balance port for ${most}S (it has ${channel.balancePortCells}S)`);
	if (lithium.length && !channel.showsCells) lacks.push('a page that shows each cell');
	for (const id of new Set(packs.map((p) => p.chemistry)))
		if (!entryFor(channel, id)) lacks.push(`a program for ${chemistryOf(id).name}`);
	if (channel.dischargePowerW === 0) lacks.push('discharge, so no capacity checks and no storage downward');
	if (!channel.hasProbe) lacks.push('a temperature probe');
	const missing = TASKS.filter(
		(t) => ['storage', 'discharge'].includes(t.id) && !channel.tasks.includes(t.id)
	);
	if (missing.length)
		lacks.push(`programs of its own for ${missing.map((t) => t.name.toLowerCase()).join(', ')}`);
	return lacks;
}

/** What a charger lacks for a shelf of packs, and what its watts cost. */
export function judgeCharger(charger: Charger, packs: readonly Pack[]): ChargerJudgement {
	const sum = charger.channels.reduce((total, c) => total + c.powerW, 0);
	const powerW = Math.min(charger.sharedPowerW ?? Infinity, sum);
	const guards = WANTED.filter((p) => !charger.protections.includes(p)).map((p) => `protection: ${p}`);
	const byChannel = charger.channels.flatMap((c) => channelLacks(c, packs));
	return {
		lacks: [...new Set([...byChannel, ...guards])],
		powerW,
		pricePerW: charger.price === null ? null : charger.price / powerW
	};
}
