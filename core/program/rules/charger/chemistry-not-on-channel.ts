import { entryFor } from '../../../charger/charger';
import { PRACTICE, type Rule } from '../../rule';

export const chemistryNotOnChannel: Rule = {
	id: 'chemistry-not-on-channel',
	title: 'Channel does not take this pack',
	severity: 'stop',
	protects: 'charger',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const entry = entryFor(r.channel, r.chemistry.id);
		const where = `Channel ${r.channel.label} of ${r.charger.name}`;
		if (!entry) return { sentence: `${where} has no program for ${r.chemistry.name}.` };
		if (r.pack.cells >= entry.minCells && r.pack.cells <= entry.maxCells) return null;
		return {
			sentence: `${where} takes ${r.chemistry.name} of ${entry.minCells}S to ${entry.maxCells}S; this pack is ${r.pack.cells}S.`
		};
	}
};
