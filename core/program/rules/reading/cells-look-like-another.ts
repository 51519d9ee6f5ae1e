import { CHEMISTRIES } from '../../../chemistry/catalogue';
import type { Chemistry } from '../../../chemistry/chemistry';
import { ocvAt, slopeAt, socAt } from '../../../chemistry/curve';
import { fitsLabel } from '../../../pack/label-volts';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/**
 * The part of a flat curve that cells rest on for most of their charge, shares (common practice,
 * no source).
 */
const PLATEAU = { from: 0.2, to: 0.95 };
/**
 * Steeper than this, V per unit of charge, cells that are alike within the next figure are a
 * wonder; flatter, they are usual.
 */
const STEEP = 3;
const ALIKE_V = 0.02;

/** Whether cells that rest at `v` stand on this chemistry's plateau. */
function onPlateau(c: Chemistry, v: number): boolean {
	return v >= ocvAt(c.curve, PLATEAU.from) && v <= ocvAt(c.curve, PLATEAU.to);
}

export const cellsLookLikeAnother: Rule = {
	id: 'cells-look-like-another',
	title: 'The cells rest where another chemistry does',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const { pack, reading, chemistry } = r;
		const cells = reading?.cellVoltagesV;
		if (!reading || !cells || cells.length < 2 || reading.state !== 'rest') return null;
		// What is printed on it settles the matter.
		if (pack.labelVoltageV !== null && fitsLabel(chemistry, pack.cells, pack.labelVoltageV)) return null;
		const [low, high] = [Math.min(...cells), Math.max(...cells)];
		if (high - low > ALIKE_V || slopeAt(chemistry.curve, socAt(chemistry.curve, low)) < STEEP) return null;
		const other = CHEMISTRIES.find(
			(c) =>
				c.family === chemistry.family &&
				c.storage.kind === 'charge' &&
				c.voltages.setMaxV < chemistry.voltages.setMaxV &&
				onPlateau(c, low) &&
				onPlateau(c, high)
		);
		if (!other) return null;
		return {
			sentence: `All ${cells.length} cells rest at ${text(volts(low))}, as ${other.name} does for most of its charge; ${chemistry.name} passes there in a moment when it is empty. Enter the volts that are printed on the pack: ${other.name} ends at ${text(volts(other.voltages.chargeEndV))}.`,
			fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
		};
	}
};
