import { chemistryOf } from '../../../chemistry/catalogue';
import { text, volts } from '../../../quantity/format';
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
		if (!entry) {
			const { gentlerTwin } = r.chemistry;
			const twin = gentlerTwin === null ? null : chemistryOf(gentlerTwin);
			const instead =
				twin && entryFor(r.channel, twin.id)
					? ` It has one for ${twin.name}: keyed as that it ends at ${text(volts(twin.voltages.chargeEndV))}, safe and not quite full. Enter the pack as ${twin.name} to plan that.`
					: '';
			return {
				sentence: `${where} has no program for ${r.chemistry.name}.${instead}`,
				fix: instead ? { label: 'Edit the pack', kind: 'go', to: 'edit pack' } : undefined
			};
		}
		if (r.pack.cells >= entry.minCells && r.pack.cells <= entry.maxCells) return null;
		return {
			sentence: `${where} takes ${r.chemistry.name} of ${entry.minCells}S to ${entry.maxCells}S; this pack is ${r.pack.cells}S.`
		};
	}
};
