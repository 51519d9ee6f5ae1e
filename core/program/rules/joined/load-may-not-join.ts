import { mayJoin } from '../../../simulate/joining/may-join';
import { PRACTICE, type Rule } from '../../rule';

/** Packs that must not meet are no load, whatever current is chosen. */
export const loadMayNotJoin: Rule = {
	id: 'load-may-not-join',
	title: 'Packs that must not be joined',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (r.load.length === 1) return null;
		const stop = mayJoin(r.load, r.practice, r.now).findings.find((f) => f.severity === 'stop');
		return stop
			? { sentence: stop.sentence, fix: { label: 'Read the packs', kind: 'go', to: 'read pack' } }
			: null;
	}
};
