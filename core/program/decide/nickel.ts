/** The end of a nickel charge: sensitivity to the dip, and no trickle after it. */
import { ratedAh } from '../../pack/rated';
import { timedAh } from '../../forecast/program-legs';
import { floorToStep } from '../../quantity/step';
import type { Resolved } from '../../request/context';
import { plainly, type Decision } from './decision';

/** Sensitivity, V per cell; null where the charge does not end on the dip. */
export function decideDeltaV(r: Resolved, currentA: number): Decision<'deltaV'> {
	const { chemistry, channel } = r;
	const end = chemistry.endOfCharge;
	if (end.kind !== 'dip' || r.taskData.moves === 'out')
		return plainly('deltaV', null, 'chemistry', 'this charge does not end on a dip.');
	const slow =
		timedAh(r, currentA) === null
			? ''
			: ` At this current the dip is too weak: capacity limit and timer end it.`;
	const { deltaVMinV, deltaVMaxV, deltaVStepV } = channel;
	if (deltaVStepV === null)
		return plainly('deltaV', end.defaultDeltaV, 'fixed', `set by the charger, not by you.${slow}`);
	const stepped = floorToStep(end.defaultDeltaV, deltaVStepV);
	const value = Math.min(deltaVMaxV ?? Infinity, Math.max(deltaVMinV ?? 0, stepped));
	return plainly(
		'deltaV',
		value,
		'chemistry',
		`${chemistry.name} falls ${1000 * end.deltaV.low} to ${1000 * end.deltaV.high} mV a cell after its peak.${slow}`,
		deltaVStepV
	);
}

/** Trickle after the end: never proposed; where a charger asks, the card says off. */
export function decideTrickle(r: Resolved): Decision<'trickleA'> {
	const { name, rates } = r.chemistry;
	return plainly(
		'trickleA',
		null,
		'practice',
		rates.trickleMaxC === null
			? `never on ${name}: key in off.`
			: `off: take the pack away when it is full. Never above ${Math.round(rates.trickleMaxC * ratedAh(r.pack) * 1000)} mA.`
	);
}
