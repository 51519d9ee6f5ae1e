import type { Pack } from '../../../pack/pack';
import { degrees, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** Warmer than this a pack ages markedly while it lies, °C (common practice, no source). */
const WARM_DEGC = 25;

/** Where it lies, in words, and what is wrong with it there. */
const PLACES: Record<Pack['keptIn'], { where: string; wrong: string | null }> = {
	'not said': { where: '', wrong: null },
	'fire-resistant box': { where: ' in a fire-resistant box', wrong: null },
	bag: { where: ' in a bag', wrong: null },
	'open shelf': {
		where: ' in the open',
		wrong: 'nothing there holds a fire, so give it a fire-resistant box'
	},
	'its model': {
		where: ' in its model',
		wrong: 'a speed controller that stays connected drains it under its floor, so unplug it, and box it'
	},
	'a vehicle': {
		where: ' in a vehicle',
		wrong: 'in the sun that passes 60 °C, and in winter it freezes, so take it indoors'
	}
};

export const keptBadly: Rule = {
	id: 'kept-badly',
	title: 'Where the pack lies does it no good',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		if (!r.taskData.stores || !r.chemistry.traits.burns) return null;
		const { keptAt, keptIn, keptDegC } = r.pack;
		const { where, wrong } = PLACES[keptIn];
		const warm =
			keptDegC !== null && keptDegC > WARM_DEGC
				? `it gets ${text(degrees(keptDegC))} there, and at or below ${WARM_DEGC} °C it ages least`
				: null;
		const faults = [wrong, warm].filter((said) => said !== null);
		if (faults.length === 0) return null;
		const place = `${keptAt ? ` at ${keptAt}` : ''}${where}`;
		return { sentence: `${place ? `It is kept${place}` : 'Where it is kept'}: ${faults.join('; ')}.` };
	}
};
