import { emptyForDays } from '../../../pack/empty-for';
import { PRACTICE, type Rule } from '../../rule';

export const recoveryAgeUnknown: Rule = {
	id: 'recovery-age-unknown',
	title: 'The pack may have lain empty for too long',
	severity: 'stop',
	protects: 'person',
	fire: true,
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const { recovery, traits } = r.chemistry;
		if (!r.taskData.recovers || !recovery) return null;
		const days = r.reading ? emptyForDays(r.reading, r.now) : Infinity;
		const said = r.reading && r.reading.lowFor !== 'not said';
		const fix = { label: 'Read it and say', kind: 'go', to: 'read pack' } as const;
		if (recovery.longestEmptyDays === null)
			return said && Number.isFinite(days)
				? null
				: {
						severity: 'check',
						sentence: `${said ? 'It lay empty for more than a week' : 'Nobody said how long it lay empty'}: it ${traits.emptyHarm} after weeks. Stay with it, and retire it if its volts do not hold.`,
						fix: said ? undefined : fix
					};
		if (days <= recovery.longestEmptyDays + 1e-9) return null;
		const why = said
			? r.reading!.lowFor === 'longer'
				? 'It lay empty for longer than a week'
				: `With the days since it was read it may have lain empty for ${Math.ceil(days)} days`
			: 'Nobody said how long it lay empty';
		return {
			sentence: `${why}: past ${recovery.longestEmptyDays} days, or for a time that is not known, it is not recovered, because it ${traits.emptyHarm}.`,
			fix: r.reading?.lowFor === 'longer' ? undefined : fix
		};
	}
};
