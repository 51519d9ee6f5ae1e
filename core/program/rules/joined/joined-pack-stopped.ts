import { packStop } from '../../../pack-state/stop';
import { PRACTICE, type Rule } from '../../rule';

/** What forbids current of one pack of a load forbids it of the load. */
export const joinedPackStopped: Rule = {
	id: 'joined-pack-stopped',
	title: 'A pack of the load must not take current',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		if (r.load.length === 1) return null;
		for (const [k, state] of r.memberStates.entries()) {
			const stop = packStop(state);
			if (stop)
				return {
					sentence: `${r.load[k].pack.name}: ${stop.why} It is not joined with others.`,
					fix: { label: 'Read the packs', kind: 'go', to: 'read pack' }
				};
		}
		return null;
	}
};
