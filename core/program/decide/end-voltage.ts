/** End of charge: where a charge, a move to storage or a recovery stops, V per cell. */
import { entryFor } from '../../charger/charger';
import { powerLimits } from '../../charger/envelope';
import { compensationV } from '../../chemistry/compensation';
import { ocvAt, slopeAt } from '../../chemistry/curve';
import { storageDirection } from '../../forecast/program-legs';
import { watchesCells } from '../../forecast/assume';
import { ratedAh } from '../../pack/rated';
import { unprovedTwin } from '../../pack/label-volts';
import { whose } from '../../practice/practice';
import { floorToStep } from '../../quantity/step';
import type { Resolved } from '../../request/context';
import { overfillV } from '../../request/meter-error';
import { askedShare, travels, voltsAtShare } from '../../request/storage-target';
import { fixedEndV } from './fixed-end';
import { cellsApart } from '../safety-bounds';
import { plainly, type Candidate, type Decision } from './decision';

/**
 * Charge by which the highest cell may exceed the mean on top of what was read (common practice,
 * no source).
 */
const UNREAD_SPREAD = 0.01;

/**
 * Share by which the smallest cell is smaller than the mean: on what is still missing it gets
 * ahead by as much (common practice, no source).
 */
const SMALLER_CELL = 0.01;

/** The most current that this charge can have, whatever its end is, A. */
function mostCurrentA(r: Resolved): number {
	const byPack = Math.min(...r.envelope.packRates.map((rate) => rate.rateC)) * ratedAh(r.pack);
	const byPower =
		Math.min(...powerLimits(r.envelope).map((l) => l.powerW)) /
		(r.pack.cells * r.chemistry.voltages.nominalV);
	return Math.min(byPack, byPower, r.channel.maxCurrentA);
}

/** A reading of every cell counts for a charge by the sum for so long, h. */
const READ_WITHIN_H = 1;

/** Whether every cell was read at rest within the hour, and nothing moved its charge since. */
export function everyCellReadWithinHour({ state, pack, now }: Resolved): boolean {
	const { restV, lastReading } = state;
	if (restV === null || lastReading?.reading.cellVoltagesV?.length !== pack.cells) return false;
	return Date.parse(now) - Date.parse(lastReading.at) <= READ_WITHIN_H * 3600e3;
}

/**
 * How far the highest cell may stand above the mean when the pack is full, V: what a charger that
 * sees only the sum must leave as margin, for its charge and, where the cells' resistances were
 * read, for theirs. Cells that were not read within the hour differ as far as the state believes,
 * at its 99 % bound. Two cells or more; 0 for one.
 */
export function unseenSpreadV(r: Resolved): number {
	const { cells } = r.pack;
	if (cells < 2) return 0;
	const { soc, socs } = r.chargeState;
	const asRead = Math.max(...socs) - soc + UNREAD_SPREAD;
	// What was read once and is old says no less than it did.
	const above = everyCellReadWithinHour(r) ? asRead : Math.max(asRead, cellsApart(r).above);
	const ahead = above + SMALLER_CELL * Math.max(0, 1 - soc);
	const ohm = r.reading?.cellResistancesOhm;
	const worn = ohm?.length === cells ? Math.max(...ohm) - ohm.reduce((sum, o) => sum + o, 0) / cells : 0;
	return ahead * slopeAt(r.chemistry.curve, 1) + worn * mostCurrentA(r);
}

/** An end that leaves out more of the charge, a share, is no charge (common practice, no source). */
const LEFT_OUT_AT_MOST = 0.2;

/**
 * The end, V per cell, at which no cell passes its limit where only the sum is watched; null where
 * each is watched, or where so low an end would be no charge.
 */
export function endByTheSumV(r: Resolved): number | null {
	if (watchesCells(r) || r.pack.cells < 2) return null;
	const { voltages, curve } = r.chemistry;
	const endV = voltages.cellMaxV - r.channel.voltageAccuracyV - unseenSpreadV(r);
	return endV >= ocvAt(curve, 1 - LEFT_OUT_AT_MOST) ? endV : null;
}

/**
 * Full for this pack: as its maker says where the label was read, else as its chemistry does,
 * compensated by temperature.
 */
function fullV(r: Resolved): { label: string; value: number } {
	const { voltages, name } = r.chemistry;
	const { makerEndVoltageV } = r.pack;
	if (makerEndVoltageV !== null && makerEndVoltageV <= voltages.setMaxV)
		return { label: "the pack maker's end of charge", value: makerEndVoltageV };
	const degC = r.warmestDegC;
	const shift = compensationV(r.chemistry, degC);
	if (Math.abs(shift) < 0.0005) return { label: `full for ${name}`, value: voltages.chargeEndV };
	return {
		label: `full for ${name}, ${voltages.chargeEndV.toFixed(2)} V at 25 °C, at ${degC.toFixed(0)} °C`,
		value: voltages.chargeEndV + shift
	};
}

/**
 * What a storage run is asked for, V per cell, whose wish it is, and why; the chemistry's own
 * where nobody asks for anything.
 */
function wantedStorage(r: Resolved): Candidate {
	const { voltages, name } = r.chemistry;
	const { low, high } = voltages.storageWindowV;
	const keeps = `${name} keeps at ${low.toFixed(2)} to ${high.toFixed(2)} V`;
	const share = askedShare(r);
	if (share !== null && travels(r))
		return {
			id: 'transport',
			label: `to travel, about ${Math.round(100 * share)} % of charge`,
			value: voltsAtShare(r, share)
		};
	if (share !== null) {
		const atV = voltsAtShare(r, share);
		const value = Math.min(high, Math.max(low, atV));
		const asked = `${Math.round(100 * share)} % by ${whose(r.practice, 'storageShare')} is ${atV.toFixed(2)} V`;
		return { id: 'practice', label: value === atV ? asked : `${asked}, and ${keeps}`, value };
	}
	const own = r.practice.values.storageV;
	// A figure chosen for one chemistry says nothing of another.
	if (own !== null && own >= low && own <= high)
		return { id: 'practice', label: `${whose(r.practice, 'storageV')}; ${keeps}`, value: own };
	return { id: 'chemistry', label: keeps, value: voltages.storageV };
}

/**
 * Where a storage run goes, V per cell: what the channel fixes, else what is asked for, else the
 * chemistry.
 */
function decideStorageV(r: Resolved): Decision<'endVoltageV'> {
	const { storageV, endVoltageStepV } = r.channel;
	const wanted = wantedStorage(r);
	if (storageV !== null) {
		const instead =
			wanted.id !== 'chemistry' && Math.abs(wanted.value - storageV) > 0.005
				? `; ${wanted.value.toFixed(2)} V (${wanted.label}) cannot be keyed here`
				: '';
		return plainly(
			'endVoltageV',
			storageV,
			'fixed',
			`fixed at ${storageV.toFixed(2)} V on this channel${instead}.`
		);
	}
	const from = Math.round(100 * Math.min(1, Math.max(0, r.chargeState.soc)));
	const way = `from about ${from} % the pack goes ${storageDirection(r, wanted.value)}`;
	const step = endVoltageStepV ?? 0.01;
	// What travels is not to be a step too full.
	const value =
		wanted.id === 'transport' || wanted.id === 'practice' ? floorToStep(wanted.value, step) : wanted.value;
	return plainly('endVoltageV', value, wanted.id, `${wanted.label}; ${way}.`, step);
}

/** A recovery ends this far above the highest cell at the least, V (common practice, no source). */
const ABOVE_HIGHEST_V = 0.1;

/**
 * Where a recovery stops filling, V per cell: a tenth above the volts below which it is wanted,
 * and above what every cell has.
 */
function decideRecoveryV(r: Resolved): Decision<'endVoltageV'> {
	const belowV = r.chemistry.recovery?.belowV ?? r.chemistry.voltages.hardFloorV;
	// Where one cell is low among others that are not, the others must not end it at once.
	const highest = r.reading?.cellVoltagesV ? Math.max(...r.reading.cellVoltagesV) : 0;
	const wanted = Math.max(1.1 * belowV, highest + ABOVE_HIGHEST_V);
	const until = floorToStep(Math.min(wanted, r.chemistry.voltages.chargeEndV), 0.01);
	const least = entryFor(r.channel, r.chemistry.id)?.endVoltageMinV ?? null;
	const { endVoltageStepV } = r.channel;
	const fixedV = fixedEndV(r);
	if (fixedV !== null)
		return plainly(
			'endVoltageV',
			fixedV,
			'fixed',
			'fixed on this channel: timer and capacity limit end the recovery.'
		);
	if (least !== null && least > until)
		return plainly(
			'endVoltageV',
			least,
			'channel',
			`the channel goes no lower; timer and capacity limit end the recovery before.`,
			endVoltageStepV
		);
	return plainly(
		'endVoltageV',
		until,
		'chemistry',
		wanted > 1.1 * belowV
			? `above the ${highest.toFixed(2)} V of the highest cell; timer and capacity limit end the recovery before.`
			: `a tenth above ${belowV.toFixed(2)} V, the floor.`,
		endVoltageStepV
	);
}

/**
 * End of charge, V per cell: full for the pack, unless purpose, practice, channel or accuracy ask
 * for less.
 */
export function decideEndVoltage(r: Resolved): Decision<'endVoltageV'> {
	const { voltages, name } = r.chemistry;
	if (r.taskData.recovers) return decideRecoveryV(r);
	if (r.taskData.stores && r.chemistry.storage.kind === 'volts') return decideStorageV(r);
	if (r.chemistry.endOfCharge.kind === 'dip')
		return plainly(
			'endVoltageV',
			voltages.chargeEndV,
			'chemistry',
			`${name} ends on its dip; the channel must reach ${voltages.chargeEndV.toFixed(2)} V per cell for it.`
		);
	const { endVoltageStepV: step, voltageAccuracyV } = r.channel;
	const endVoltageMaxV = entryFor(r.channel, r.chemistry.id)?.endVoltageMaxV ?? null;
	// Where the margin would leave hardly a charge, the usual end stands, and a rule stops it.
	const blindEndV = endByTheSumV(r);
	const unseenV = blindEndV === null ? 0 : unseenSpreadV(r);
	const candidates: Candidate[] = [
		{ id: 'full', ...fullV(r) },
		{
			id: 'accuracy',
			label: `cell limit ${voltages.cellMaxV.toFixed(2)} V less the charger's ±${(voltageAccuracyV * 1000).toFixed(0)} mV${unseenV > 0 ? ` and ${(unseenV * 1000).toFixed(0)} mV of spread it cannot see` : ''}`,
			value: voltages.cellMaxV - voltageAccuracyV - unseenV
		}
	];
	const over = overfillV(r);
	if (over > 0)
		candidates.push({
			id: 'meter',
			label: `${(over * 1000).toFixed(0)} mV under full, as this channel shows that much less than a meter`,
			value: fullV(r).value - over
		});
	if (r.purpose === 'gentle')
		candidates.push({ id: 'gentle', label: `gentle end for ${name}`, value: voltages.gentleEndV.high });
	if (r.practice.values.fullness === 'a little less' && r.chemistry.traits.endIsChoice)
		candidates.push({
			id: 'practice',
			label: `a little less by ${whose(r.practice, 'fullness')}`,
			value: voltages.gentleEndV.low
		});
	const twin = unprovedTwin(r.pack);
	if (twin)
		candidates.push({
			id: 'unproved',
			label: `nothing printed proves ${name}, so it ends as ${twin.name} does`,
			value: twin.voltages.chargeEndV
		});
	if (endVoltageMaxV !== null)
		candidates.push({ id: 'channel', label: `channel ends at most here`, value: endVoltageMaxV });
	candidates.sort((a, b) => a.value - b.value);
	const least = candidates[0];
	const fixedV = fixedEndV(r);
	if (fixedV !== null || step === null) {
		const value = fixedV ?? voltages.chargeEndV;
		return {
			setting: 'endVoltageV',
			value,
			candidates: [{ id: 'fixed', label: 'fixed on this channel', value }],
			decidedBy: 'fixed',
			step,
			why: `fixed at ${value.toFixed(2)} V on this channel.`
		};
	}
	const floored = floorToStep(least.value, step);
	return {
		setting: 'endVoltageV',
		value: floored,
		candidates,
		decidedBy: least.id,
		step,
		why: `${least.label}${floored < least.value - 1e-9 ? `, down to the ${step} V step` : ''}.`
	};
}
