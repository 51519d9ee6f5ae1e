import { entryFor } from '../../../charger/charger';
import { isOnStep, roundToStep } from '../../../quantity/step';
import { asks } from '../../../request/context';
import { fixedEndV } from '../../decide/fixed-end';
import { PRACTICE, type Rule } from '../../rule';

export const endVoltageNotOffered: Rule = {
	id: 'end-voltage-not-offered',
	title: 'Channel cannot be set to this end of charge',
	severity: 'stop',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		// A storage program has its own range, and a charge that ends on a dip has no such setting.
		if (!asks(r, 'endVoltageV') || r.taskData.stores) return null;
		const step = r.channel.endVoltageStepV;
		const entry = entryFor(r.channel, r.chemistry.id);
		const [min, max] = [entry?.endVoltageMinV ?? null, entry?.endVoltageMaxV ?? null];
		const v = settings.endVoltageV;
		const full = r.chemistry.voltages.chargeEndV;
		const fixedV = fixedEndV(r);
		if (fixedV !== null || step === null) {
			if (v === fixedV || fixedV === null) return null;
			return {
				sentence: `Channel ${r.channel.label} always ends at ${fixedV.toFixed(2)} V per cell; ${v.toFixed(2)} V cannot be keyed.`,
				fix: { label: `Use ${fixedV.toFixed(2)} V`, kind: 'set', set: { endVoltageV: fixedV } }
			};
		}
		if ((min !== null && v < min - 1e-9) || (max !== null && v > max + 1e-9))
			return {
				sentence: `Channel ${r.channel.label} ends between ${(min ?? 0).toFixed(2)} and ${(max ?? full).toFixed(2)} V per cell; ${v.toFixed(2)} V cannot be keyed.`
			};
		if (isOnStep(v, step)) return null;
		const near = Math.min(roundToStep(v, step), r.chemistry.voltages.setMaxV);
		return {
			sentence: `${v.toFixed(3)} V is not on the ${step} V step of channel ${r.channel.label}.`,
			fix: { label: `Set ${near.toFixed(2)} V`, kind: 'set', set: { endVoltageV: near } }
		};
	}
};
