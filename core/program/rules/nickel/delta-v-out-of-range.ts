import { millivolts, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const deltaVOutOfRange: Rule = {
	id: 'delta-v-out-of-range',
	title: 'Sensitivity to the dip out of range',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const end = r.chemistry.endOfCharge;
		const v = settings.deltaV;
		if (end.kind !== 'dip' || v === null) return null;
		const fix =
			solved.deltaV === null
				? undefined
				: ({
						label: `Set ${text(millivolts(solved.deltaV))}`,
						kind: 'set',
						set: { deltaV: solved.deltaV }
					} as const);
		const range = `${1000 * end.deltaV.low} to ${text(millivolts(end.deltaV.high))}`;
		if (v < end.deltaV.low - 1e-9)
			return {
				sentence: `${text(millivolts(v))} a cell is too fine for ${r.chemistry.name} (${range}): ripple or a false peak ends the charge with little in.`,
				fix
			};
		if (v <= end.deltaV.high + 1e-9) return null;
		const guarded =
			settings.capacityLimitAh !== null && settings.temperatureLimitDegC !== null && r.channel.hasProbe;
		if (v <= end.looseDeltaV + 1e-9 && guarded) return null;
		return {
			severity: v > end.looseDeltaV + 1e-9 ? 'stop' : 'check',
			sentence: `${text(millivolts(v))} a cell is coarse for ${r.chemistry.name} (${range}): up to ${text(millivolts(end.looseDeltaV))} only with a temperature limit that feels the pack and a capacity limit on.`,
			fix
		};
	}
};
