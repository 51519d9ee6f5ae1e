import { nickelEndPackV } from '../../decide/discharge';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const nickelCellReversed: Rule = {
	id: 'nickel-cell-reversed',
	title: 'Discharge could reverse the weakest cell',
	severity: 'stop',
	protects: 'pack',
	when: 'discharging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const v = settings.dischargeEndV;
		if (!r.chemistry.traits.reverses || v === null || r.pack.cells < 2) return null;
		const safePackV = nickelEndPackV(r.pack.cells);
		if (v * r.pack.cells >= safePackV - 1e-9) return null;
		return {
			sentence: `Ending at ${text(volts(v * r.pack.cells))} lets ${r.pack.cells === 2 ? 'one cell' : `${r.pack.cells - 1} cells`} hold up while the weakest is driven backwards: end the pack at ${text(volts(safePackV))} or above.`,
			fix:
				solved.dischargeEndV === null
					? undefined
					: {
							label: `Set ${text(volts(solved.dischargeEndV))} per cell`,
							kind: 'set',
							set: { dischargeEndV: solved.dischargeEndV }
						}
		};
	}
};
