import { firstPartOf } from '../../../forecast/first-part';
import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/**
 * Rest volts per cell of a nickel pack under which cells may be reversed, and under which there
 * is next to nothing (common practice, no source).
 */
const LOW_V = 1.0;
const NOTHING_V = 0.3;

export const nickelPackDead: Rule = {
	id: 'nickel-pack-dead',
	title: 'Nickel pack with next to no volts',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (!r.chemistry.traits.reverses || !r.reading || r.reading.state === 'loaded') return null;
		const total = packVoltage(r.reading);
		const perCell = total / r.pack.cells;
		if (perCell >= LOW_V) return null;
		// Lower still the program begins at a tenth of C (rule low-start).
		if (perCell >= NOTHING_V && firstPartOf(r) !== null) return null;
		if (perCell < NOTHING_V)
			return {
				severity: 'stop',
				sentence: `${text(volts(total))} on ${r.pack.cells} cells is next to nothing: a wire is open, or cells are shorted or reversed. Look at plug and leads and measure again; a pack that stays so is retired.`,
				fix: { label: 'Read it again', kind: 'go', to: 'read pack' }
			};
		return {
			sentence: `${text(volts(total))} on ${r.pack.cells} cells is lower than an empty pack rests: one cell may be reversed. Stay with it; it must be above ${text(volts(LOW_V * r.pack.cells, 1))} within half an hour.`
		};
	}
};
