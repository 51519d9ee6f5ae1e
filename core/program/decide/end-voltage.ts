/** End of charge: where a charge, a move to storage or a recovery stops, V per cell. */
import { entryFor } from '../../charger/charger';
import { compensationV } from '../../chemistry/compensation';
import { slopeAt } from '../../chemistry/curve';
import { storageDirection } from '../../forecast/program-legs';
import { watchesCells } from '../../forecast/assume';
import { unprovedTwin } from '../../pack/label-volts';
import { whose } from '../../practice/practice';
import { floorToStep } from '../../quantity/step';
import type { Resolved } from '../../request/context';
import { fixedEndV } from './fixed-end';
import { plainly, type Candidate, type Decision } from './decision';

/** Charge by which the highest cell may exceed the mean on top of what was read (common practice, no source). */
const UNREAD_SPREAD = 0.01;

/**
 * How far the highest cell may stand above the mean when the pack is full, V: what a charger that sees only the sum must
 * leave as margin. Two cells or more; 0 for one.
 */
function unseenSpreadV(r: Resolved): number {
	if (r.pack.cells < 2) return 0;
	const ahead = Math.max(...r.chargeState.socs) - r.chargeState.soc;
	return (ahead + UNREAD_SPREAD) * slopeAt(r.chemistry.curve, 1);
}

/** Full for this pack: as its maker says where the label was read, else as its chemistry does, compensated by temperature. */
function fullV(r: Resolved): { label: string; value: number } {
	const { voltages, name } = r.chemistry;
	const { makerEndVoltageV } = r.pack;
	if (makerEndVoltageV !== null && makerEndVoltageV <= voltages.setMaxV)
		return { label: "the pack maker's end of charge", value: makerEndVoltageV };
	const shift = compensationV(r.chemistry, r.packDegC);
	if (Math.abs(shift) < 0.0005) return { label: `full for ${name}`, value: voltages.chargeEndV };
	return {
		label: `full for ${name}, ${voltages.chargeEndV.toFixed(2)} V at 25 °C, at ${r.packDegC.toFixed(0)} °C`,
		value: voltages.chargeEndV + shift
	};
}

/** Where a storage run goes, V per cell: what the channel fixes, else the nearest practice, else the chemistry. */
function decideStorageV(r: Resolved): Decision<'endVoltageV'> {
	const { voltages, name } = r.chemistry;
	const { storageV, endVoltageStepV } = r.channel;
	const window = `${voltages.storageWindowV.low.toFixed(2)} to ${voltages.storageWindowV.high.toFixed(2)} V`;
	const own = r.practice.values.storageV;
	if (storageV !== null) {
		const instead =
			own !== null && own !== storageV
				? `; the ${own.toFixed(2)} V of ${whose(r.practice, 'storageV')} cannot be keyed here`
				: '';
		return plainly(
			'endVoltageV',
			storageV,
			'fixed',
			`fixed at ${storageV.toFixed(2)} V on this channel${instead}.`
		);
	}
	// A figure chosen for one chemistry says nothing of another.
	const fits = own !== null && own >= voltages.storageWindowV.low && own <= voltages.storageWindowV.high;
	const target = fits ? own : voltages.storageV;
	const from = Math.round(100 * Math.min(1, Math.max(0, r.chargeState.soc)));
	const way = `from about ${from} % the pack goes ${storageDirection(r, target)}`;
	return plainly(
		'endVoltageV',
		target,
		fits ? 'practice' : 'chemistry',
		`${fits ? `${whose(r.practice, 'storageV')}; ` : ''}${name} keeps at ${window}; ${way}.`,
		endVoltageStepV ?? 0.01
	);
}

/** A recovery ends this far above the highest cell at the least, V (common practice, no source). */
const ABOVE_HIGHEST_V = 0.1;

/** Where a recovery stops filling, V per cell: a tenth above the volts below which it is wanted, and above what every cell has. */
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

/** End of charge, V per cell: full for the pack, unless purpose, practice, channel or accuracy ask for less. */
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
	const unseenV = watchesCells(r) ? 0 : unseenSpreadV(r);
	const candidates: Candidate[] = [
		{ id: 'full', ...fullV(r) },
		{
			id: 'accuracy',
			label: `cell limit ${voltages.cellMaxV.toFixed(2)} V less the charger's ±${(voltageAccuracyV * 1000).toFixed(0)} mV${unseenV > 0 ? ` and ${(unseenV * 1000).toFixed(0)} mV of spread it cannot see` : ''}`,
			value: voltages.cellMaxV - voltageAccuracyV - unseenV
		}
	];
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
