import { millivolts, text, volts } from '../../../quantity/format';
import { beyondAgreement, meterError, overfillV } from '../../../request/meter-error';
import { PRACTICE, type Rule } from '../../rule';

/** Inputs of one port that differ by more than this among themselves are a matter of one pin, V. */
const ALIKE_V = 0.02;

const moreOrLess = (v: number): string => `${text(millivolts(Math.abs(v)))} ${v < 0 ? 'less' : 'more'}`;

export const chargerShowsOtherwise: Rule = {
	id: 'charger-shows-otherwise',
	title: 'Charger shows other volts than the meter',
	severity: 'check',
	protects: 'person',
	fire: true,
	source: `${PRACTICE} The limit of a cell: IEC 62133-2 upper limit charging voltage, from memory.`,
	check({ r, settings, solved }) {
		const error = meterError(r);
		if (!error) return null;
		const { perCellV } = error;
		const worst = perCellV.reduce((w, v) => (Math.abs(v) > Math.abs(w) ? v : w), 0);
		if (!beyondAgreement(worst)) return null;
		const unlike = Math.max(...perCellV) - Math.min(...perCellV) > ALIKE_V;
		const where = unlike ? ` at cell ${perCellV.indexOf(worst) + 1}, and other cells otherwise` : '';
		const told = `${r.charger.name} ${r.channel.label} shows ${moreOrLess(worst)} than the meter${where}`;
		const mend = unlike ? 'look at that pin of the balance plug' : 'have it recalibrated';
		const fills = r.taskData.moves !== 'out' && r.taskData.fills;
		const by = overfillV(r);
		// Kept with the channel, it counts for every pack, not only until this one's next reading.
		const keep =
			error.from === 'reading' && !unlike && r.channel.showsMoreV === null
				? ({ label: 'Keep it with the channel', kind: 'go', to: 'edit charger' } as const)
				: undefined;
		if (!fills || by === 0)
			return {
				severity: 'note',
				fix: keep,
				sentence:
					worst > 0 && fills
						? `${told}: the charge ends that much short of full. Trust the meter, and ${mend}.`
						: `${told}: its end is off by as much. Trust the meter, and ${mend}.`
			};
		const { cellMaxV, chargeEndV } = r.chemistry.voltages;
		const reachV = settings.endVoltageV + by;
		const lowered = solved.endVoltageV < settings.endVoltageV - 1e-9;
		const fix = lowered
			? ({
					label: `Set ${text(volts(solved.endVoltageV))}`,
					kind: 'set',
					set: { endVoltageV: solved.endVoltageV }
				} as const)
			: undefined;
		const full = r.pack.makerEndVoltageV ?? chargeEndV;
		if (reachV <= full + 0.005)
			return {
				severity: 'note',
				fix: keep,
				sentence: `${told}: with ${text(volts(settings.endVoltageV))} keyed a cell really ends near ${text(volts(reachV))}. Trust the meter, and ${mend}.`
			};
		return {
			severity: reachV > cellMaxV + 1e-9 ? 'stop' : 'check',
			sentence: `${told}: keyed to ${text(volts(settings.endVoltageV))}, a cell would really reach ${text(volts(reachV, 3))}${reachV > cellMaxV + 1e-9 ? `, above the ${text(volts(cellMaxV))} limit` : ''}. Key in less, or ${mend}.`,
			fix
		};
	}
};
