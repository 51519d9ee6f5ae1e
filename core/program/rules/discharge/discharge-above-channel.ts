import { isOnStep } from '../../../quantity/step';
import { amps, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const dischargeAboveChannel: Rule = {
	id: 'discharge-above-channel',
	title: 'Channel cannot discharge at this current',
	severity: 'stop',
	protects: 'charger',
	when: 'discharging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { dischargeA } = settings;
		const { dischargeCurrentA, minCurrentA, currentStepA, label } = r.channel;
		if (dischargeA === null) return null;
		const fix =
			solved.dischargeA === null
				? undefined
				: ({
						label: `Set ${text(amps(solved.dischargeA))}`,
						kind: 'set',
						set: { dischargeA: solved.dischargeA }
					} as const);
		if (dischargeA > dischargeCurrentA + 1e-9)
			return {
				sentence: `Channel ${label} discharges at most ${text(amps(dischargeCurrentA))}; ${text(amps(dischargeA))} cannot be keyed.`,
				fix
			};
		if (
			isOnStep(dischargeA, currentStepA) ||
			dischargeA === minCurrentA ||
			dischargeA === r.channel.storageCurrentA
		)
			return null;
		return { sentence: `${dischargeA} A is not on the ${currentStepA} A step of channel ${label}.`, fix };
	}
};
