import { median } from 'd3-array';
import { milliohms, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/**
 * A cell whose resistance is this many times its siblings' usual one is not like them (common
 * practice, no source).
 */
const TIMES = 1.6;
/** Differences under this are the meter's, Ω (common practice, no source). */
const METER_OHM = 0.003;

export const resistanceUneven: Rule = {
	id: 'resistance-uneven',
	title: 'One cell has far more resistance than its siblings',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const measured = r.reading?.cellResistancesOhm;
		if (!measured || measured.length < 2) return null;
		const worst = Math.max(...measured);
		const at = measured.indexOf(worst);
		const others = median(measured.filter((_, i) => i !== at)) ?? NaN;
		if (worst < TIMES * others || worst - others < METER_OHM) return null;
		return {
			sentence: `Cell ${at + 1} has ${text(milliohms(worst))} and its siblings about ${text(milliohms(others))}: a worn cell, or a poor contact at its tap. It warms more and falls first. Measure again; if it stays, retire the pack.`,
			fix: { label: 'Measure again', kind: 'go', to: 'read pack' }
		};
	}
};
