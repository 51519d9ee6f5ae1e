import { packVoltage } from '../../../pack/reading';
import { text, volts } from '../../../quantity/format';
import type { PackState } from '../../../pack-state/pack-state';
import { PRACTICE, type Rule, type RuleResult } from '../../rule';

/**
 * Where the 5th percentile of the charge lies here or higher, a nickel pack counts as full, a share
 * (common practice, no source).
 */
const FULL_FROM = 0.88;

function byState({ charge, how }: PackState): RuleResult | null {
	if (charge === null || charge.low < FULL_FROM) return null;
	return {
		sentence: `It holds ${Math.round(100 * Math.min(1, charge.low))} % or more, ${how ?? 'by its volts'}: charged again it only heats. Use it first.`
	};
}

export const nickelRestart: Rule = {
	id: 'nickel-restart',
	title: 'A full nickel pack would be charged again',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const { fullRestV } = r.chemistry.traits;
		if (fullRestV === null || r.taskData.repeats) return null;
		const perCell = r.reading && !r.state.readBefore ? packVoltage(r.reading) / r.pack.cells : 0;
		if (perCell < fullRestV) return byState(r.state);
		return {
			sentence: `${text(volts(perCell))} per cell is what a full ${r.chemistry.name} pack rests at: charged again it only heats. Use it first.`
		};
	}
};
