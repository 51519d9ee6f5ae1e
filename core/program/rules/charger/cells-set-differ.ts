import { PRACTICE, type Rule } from '../../rule';

export const cellsSetDiffer: Rule = {
	id: 'cells-set-differ',
	title: 'Cells set are not the cells of the pack',
	severity: 'stop',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r, settings }) {
		if (settings.cells === r.pack.cells) return null;
		return {
			sentence: `${settings.cells}S is set and the pack is ${r.pack.cells}S: the charger would aim for ${(settings.cells * settings.endVoltageV).toFixed(1)} V instead of ${(r.pack.cells * settings.endVoltageV).toFixed(1)} V.`,
			fix: { label: `Set ${r.pack.cells}S`, kind: 'set', set: { cells: r.pack.cells } }
		};
	}
};
