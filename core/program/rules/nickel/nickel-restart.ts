import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** Rest volts per cell of a nickel pack that has just been filled (common practice, no source). */
const FULL_REST_V = 1.38;

export const nickelRestart: Rule = {
	id: 'nickel-restart',
	title: 'A full nickel pack would be charged again',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (r.chemistry.family !== 'nickel' || !r.reading || r.task === 'cycle') return null;
		const perCell = packVoltage(r.reading) / r.pack.cells;
		if (perCell < FULL_REST_V) return null;
		return {
			sentence: `${text(volts(perCell))} per cell is what a full ${r.chemistry.name} pack rests at: charged again it only heats. Use it first.`
		};
	}
};
