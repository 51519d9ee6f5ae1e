import { firstPartOf, type FirstPart } from '../../../forecast/first-part';
import { ratedAh } from '../../../pack/rated';
import type { Resolved } from '../../../request/context';
import { cRate, milliampHours, text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/* Common practice, no source. */
/** A charge that put in these shares of a first part was one. */
const GIVEN_SHARES = { least: 0.5, most: 1.5 };
/** What it rests at so long after a first part is still what that part left, h. */
const STILL_H = 24;
/** Counters and steps: what still counts as the gentle rate, times it. */
const ABOUT = 1.1;

/**
 * What the last run put in, Ah, where it was a first part and the pack only rested since; else
 * null.
 */
function givenBefore({ state, reading, pack }: Resolved, first: FirstPart): number | null {
	const { lastRun, lastUse, readBefore } = state;
	if (lastRun === null || readBefore || lastRun.aim.moves !== 'in' || reading === null) return null;
	const used = reading.usedSince === 'used' || reading.usedSince === 'until it faded';
	if (used || (lastUse !== null && lastUse.at > lastRun.at)) return null;
	if (Date.parse(reading.takenAt) - Date.parse(lastRun.at) > STILL_H * 3600e3) return null;
	const ah = lastRun.chargeAh ?? 0;
	const gentle = lastRun.settings.currentA <= ABOUT * first.rateC * ratedAh(pack);
	return gentle && ah >= GIVEN_SHARES.least * first.ah && ah <= GIVEN_SHARES.most * first.ah ? ah : null;
}

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
		const given = givenBefore(r, first);
		if (given !== null)
			return {
				severity: 'stop',
				sentence: `${rests} although its last run put ${text(milliampHours(given))} in: a cell is dead or reversed, or it has fewer cells than ${r.pack.cells}. Count them; a pack that stays so is retired.`,
				fix: { label: 'Edit the pack', kind: 'go', to: 'edit pack' }
			};
		return {
			sentence: `${rests}, lower than an empty one: it is given ${text(milliampHours(first.ah))} at ${cRate(first.rateC)} and read again an hour later. From ${text(volts(first.untilV))} a cell it goes on as usual; below, a cell is dead or reversed, or the count is wrong. Stay with it.`
		};
	}
};
