import { text, volts } from '../../../quantity/format';
import type { Rule } from '../../rule';

export const cellOverLimit: Rule = {
	id: 'cell-over-limit',
	title: 'A cell reads above its limit',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: 'IEC 62133-2 upper limit charging voltage, from memory.',
	check({ r }) {
		const limit = r.chemistry.voltages.cellMaxV;
		const cells = r.reading?.cellVoltagesV ?? [];
		const at = cells.findIndex((v) => v > limit);
		if (at < 0) return null;
		return {
			sentence: `Cell ${at + 1} reads ${text(volts(cells[at], 3))}, above the ${text(volts(limit))} limit of ${r.chemistry.name}: leave the pack alone outdoors and do not charge it.`
		};
	}
};
