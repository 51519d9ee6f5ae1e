import { firstPartOf } from '../../../forecast/first-part';
import { ratedAh } from '../../../pack/rated';
import { cRate, milliampHours, text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** A first part that put this share of itself in was one (common practice, no source). */
const GIVEN_SHARE = 0.5;
/** Counters and steps: what still counts as the gentle rate, times it. */
const ABOUT = 1.1;

export const lowStart: Rule = {
	id: 'low-start',
	title: 'A pack this low is begun gently and read again',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const first = firstPartOf(r);
		// A drained lead battery has a rule of its own.
		if (first === null || r.chemistry.traits.lowStart === null) return null;
		const rests = `${r.reading!.cellVoltagesV ? 'The lowest cell rests' : 'It rests'} at ${text(volts(first.restsAtV))}${r.reading!.cellVoltagesV ? '' : ' a cell'}`;
		const { lastRun, readBefore } = r.state;
		const mostA = ABOUT * first.rateC * ratedAh(r.pack);
		const given =
			lastRun !== null &&
			!readBefore &&
			lastRun.settings.currentA <= mostA &&
			(lastRun.chargeAh ?? 0) >= GIVEN_SHARE * first.ah;
		if (given)
			return {
				severity: 'stop',
				sentence: `${rests} although its last run put ${text(milliampHours(lastRun.chargeAh!))} in: a cell is dead or reversed, or it has fewer cells than ${r.pack.cells}. Count them; a pack that stays so is retired.`,
				fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
			};
		return {
			sentence: `${rests}, lower than an empty one: it is given ${text(milliampHours(first.ah))} at ${cRate(first.rateC)} and read again an hour later. From ${text(volts(first.untilV))} a cell it goes on as usual; below, a cell is dead or reversed, or the count is wrong. Stay with it.`
		};
	}
};
