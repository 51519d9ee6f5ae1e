import { discharges, storageNeedAh } from '../../../forecast/program-legs';
import { text, volts } from '../../../quantity/format';
import { ceilToStep } from '../../../quantity/step';
import { heldSetting, type Resolved } from '../../../request/context';
import { weakestEndV } from '../../decide/discharge';
import { PRACTICE, type Fix, type Rule, type RuleInput } from '../../rule';

/** A step of the forecast may pass the floor by this much, V. */
const STEP_V = 0.06;
/** By how much the end is raised at a press where the forecast falls under the floor, V. */
const RAISE_V = 0.05;

/** What a charger that does not ask for the end of discharge holds as it. */
const heldEnd = (r: Resolved) =>
	r.taskData.stores || r.charger.asks.includes('dischargeEndV') ? null : heldSetting(r, 'dischargeEndV');

/**
 * Where the channel will really end this discharge, V per cell; null where a count of charge ends
 * it.
 */
function realEndV({ r, settings }: RuleInput): number | null {
	if (r.taskData.stores) return storageNeedAh(r) === null ? settings.endVoltageV : null;
	return heldEnd(r)?.heldValue ?? settings.dischargeEndV;
}

/**
 * Sets the end that is wrong: the program's own, and what the charger holds where that is what
 * counts.
 */
function raise({ r, settings }: RuleInput, leastV: number): Fix {
	const held = heldEnd(r);
	const label = `Set ${text(volts(leastV))}`;
	if (held && held.heldValue !== null && (settings.dischargeEndV ?? 0) >= leastV - 1e-9)
		return {
			label: `${text(volts(leastV))} is keyed in now`,
			kind: 'hold',
			setting: 'dischargeEndV',
			channelId: held.channelId,
			task: held.task,
			chemistry: held.chemistry,
			value: leastV
		};
	return { label, kind: 'set', set: r.taskData.stores ? { endVoltageV: leastV } : { dischargeEndV: leastV } };
}

export const weakCellUnseen: Rule = {
	id: 'weak-cell-unseen',
	title: 'Discharge that does not see its weakest cell',
	severity: 'stop',
	protects: 'pack',
	when: 'discharging',
	ofForecast: true,
	source: PRACTICE,
	check(input) {
		const { r, settings } = input;
		if (!discharges(r, settings)) return null;
		const endV = realEndV(input);
		const leastV = weakestEndV(r, settings.dischargeA);
		if (endV === null || leastV === null) return null;
		const { hardFloorV } = r.chemistry.voltages;
		const lowestV = input.forecast?.best.lowestCellV ?? null;
		if (
			endV >= leastV - 1e-9 &&
			(lowestV === null || lowestV >= hardFloorV - r.channel.voltageAccuracyV - STEP_V)
		)
			return null;
		// The knee of a flat curve is so steep that the draws and the course may disagree: the worse of
		// the two counts.
		if (endV >= leastV - 1e-9)
			return {
				sentence: `Only the sum of the ${r.pack.cells} cells is watched here, and in the forecast the weakest falls to ${text(volts(lowestV!))}, under its floor of ${text(volts(hardFloorV))}.`,
				fix: raise(input, ceilToStep(endV + RAISE_V, 0.01))
			};
		return {
			sentence: `Only the sum of the ${r.pack.cells} cells is watched here, and no two are alike: one can be at its floor of ${text(volts(hardFloorV))} while the pack still shows ${text(volts(leastV))} a cell. This discharge would go on to ${text(volts(endV))}.`,
			fix: raise(input, leastV)
		};
	}
};
