import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const nickelRestart: Rule = {
	id: 'nickel-restart',
	title: 'A full nickel pack would be charged again',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const { fullRestV } = r.chemistry.traits;
		if (fullRestV === null || !r.reading || r.taskData.repeats) return null;
		const perCell = packVoltage(r.reading) / r.pack.cells;
		if (perCell < fullRestV) return null;
		return {
			sentence: `${text(volts(perCell))} per cell is what a full ${r.chemistry.name} pack rests at: charged again it only heats. Use it first.`
		};
	}
};
