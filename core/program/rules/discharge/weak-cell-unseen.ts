import { discharges, storageNeedAh } from '../../../forecast/program-legs';
import { text, volts } from '../../../quantity/format';
import { heldSetting, type Resolved } from '../../../request/context';
import { weakestEndV } from '../../decide/discharge';
import { PRACTICE, type Fix, type Rule, type RuleInput } from '../../rule';

/** What a charger that does not ask for the end of discharge holds as it. */
const heldEnd = (r: Resolved) =>
	r.taskData.stores || r.charger.asks.includes('dischargeEndV') ? null : heldSetting(r, 'dischargeEndV');

/** Where the channel will really end this discharge, V per cell; null where a count of charge ends it. */
function realEndV({ r, settings }: RuleInput): number | null {
	if (r.taskData.stores) return storageNeedAh(r) === null ? settings.endVoltageV : null;
	return heldEnd(r)?.heldValue ?? settings.dischargeEndV;
}

/** Sets the end that is wrong: the program's own, and what the charger holds where that is what counts. */
function raise({ r, settings }: RuleInput, leastV: number): Fix {
	const held = heldEnd(r);
	const label = `Set ${text(volts(leastV))}`;
	if (held && held.heldValue !== null && (settings.dischargeEndV ?? 0) >= leastV - 1e-9)
		return {
			label: `Mark ${text(volts(leastV))} as keyed`,
			kind: 'hold',
			setting: 'dischargeEndV',
			channelId: held.channelId,
			task: held.task,
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
	source: PRACTICE,
	check(input) {
		const { r, settings } = input;
		if (!discharges(r, settings)) return null;
		const endV = realEndV(input);
		const leastV = weakestEndV(r, settings.dischargeA);
		if (endV === null || leastV === null || endV >= leastV - 1e-9) return null;
		const { hardFloorV } = r.chemistry.voltages;
		return {
			sentence: `Only the sum of the ${r.pack.cells} cells is watched here, and no two are alike: one can be at its floor of ${text(volts(hardFloorV))} while the pack still shows ${text(volts(leastV))} a cell. This discharge would go on to ${text(volts(endV))}.`,
			fix: raise(input, leastV)
		};
	}
};
