import { heldSetting } from '../../../request/context';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/**
 * Loaded volts of a 12 V lead battery at which drawing stops: wanted, and least (common practice,
 * no source).
 */
const WANTED_V = 11.5;
const LEAST_V = 11;

export const inputFloorLow: Rule = {
	id: 'input-floor-low',
	title: 'Input floor lets the supply battery go too low',
	severity: 'check',
	protects: 'charger',
	source: PRACTICE,
	check({ r }) {
		const held = heldSetting(r, 'inputFloorV');
		if (!held || r.supply?.kind !== 'lead battery') return null;
		const batteries = Math.max(1, Math.round(r.supply.voltageV / 12));
		const [wanted, least] = [WANTED_V * batteries, LEAST_V * batteries];
		if (held.heldValue !== null && held.heldValue >= wanted - 1e-9) return null;
		const keyed = Math.min(held.max, Math.max(held.min, wanted));
		return {
			sentence: `${r.charger.name} stops drawing at ${held.heldValue === null ? 'no floor at all' : text(volts(held.heldValue, 1))}; a lead battery is left at ${text(volts(wanted, 1))} loaded, ${text(volts(least, 1))} at the very least.`,
			fix: held.fixed
				? undefined
				: {
						label: `${text(volts(keyed, 1))} is keyed in now`,
						kind: 'hold',
						setting: 'inputFloorV',
						channelId: held.channelId,
						task: held.task,
						chemistry: held.chemistry,
						value: keyed
					}
		};
	}
};
