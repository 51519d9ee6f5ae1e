import { PRACTICE, type Rule } from '../../rule';

/**
 * A pack of which something does not fit meets others only after each of its cells was read at
 * rest.
 */
export const joinedPackDoubted: Rule = {
	id: 'joined-pack-doubted',
	title: 'What is known of a pack of the load does not fit',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (r.load.length === 1) return null;
		for (const [k, { judged, restV, endInDanger, contradictions }] of r.memberStates.entries()) {
			const ended = judged?.outcome === 'not what it says' && restV === null && endInDanger === null;
			const why = ended
				? judged.reason
				: contradictions.length > 0
					? 'What is known of it contradicts itself.'
					: null;
			if (why !== null)
				return {
					sentence: `${r.load[k].pack.name}: ${why} Read every cell of it at rest before it meets the others.`,
					fix: { label: 'Read the packs', kind: 'go', to: 'read pack' }
				};
		}
		return null;
	}
};
