import { mayJoin } from '../../../simulate/joining/may-join';
import { PRACTICE, type Rule } from '../../rule';

/**
 * What is asked of a person before packs are joined; silent where they may not be joined at all.
 */
export const loadJoinsWithCare: Rule = {
	id: 'load-joins-with-care',
	title: 'Packs joined on one channel',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (r.load.length === 1) return null;
		const judged = mayJoin(r.load, r.practice, r.now);
		const check = judged.may ? judged.findings.find((f) => f.severity === 'check') : undefined;
		return check ? { sentence: check.sentence } : null;
	}
};
