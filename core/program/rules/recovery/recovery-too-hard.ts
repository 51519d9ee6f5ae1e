import { ratedAh } from '../../../pack/rated';
import { heldSetting } from '../../../request/context';
import { milliampHours, minutes, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';
import { tooStrong } from './too-strong';

export const recoveryTooHard: Rule = {
	id: 'recovery-too-hard',
	title: 'Recovery harder than it may be',
	severity: 'stop',
	protects: 'person',
	fire: true,
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		const { recovery } = r.chemistry;
		if (!r.taskData.recovers || !recovery) return null;
		const capacityAh = ratedAh(r.pack);
		const mostA = recovery.maxC * capacityAh;
		// A charger whose least current is above that cannot recover this pack at all.
		const tooFast = settings.currentA > mostA + 1e-9;
		const tooLong = (settings.safetyTimerMin ?? Infinity) > recovery.maxMin;
		const held = heldSetting(r, 'capacityLimitAh');
		// Where the charger's least limit is higher, the timer at this current ends it before.
		const enough = Math.max(recovery.maxShare * capacityAh, held?.min ?? 0);
		const tooMuch = (settings.capacityLimitAh ?? 0) > enough + 1e-9;
		if (!tooFast && !tooLong && !tooMuch) return null;
		const wrong = tooFast
			? tooStrong(r, settings.currentA, mostA)
			: tooLong
				? `${settings.safetyTimerMin === null ? 'no timer' : text(minutes(settings.safetyTimerMin))} instead of at most ${recovery.maxMin} min`
				: `${text(milliampHours(settings.capacityLimitAh!))} instead of at most ${text(milliampHours(recovery.maxShare * capacityAh))}`;
		return {
			sentence: `A recovery is gentle or not at all: ${wrong}. A cell this empty heats and gasses when it is pushed.`
		};
	}
};
