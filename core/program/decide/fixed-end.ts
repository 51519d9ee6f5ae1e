/** The end of charge of a channel that always ends at the same volts. */
import { entryFor } from '../../charger/charger';
import { heldSetting, type Resolved } from '../../request/context';

type FixedBy = Pick<Resolved, 'charger' | 'channelId' | 'task' | 'channel' | 'chemistry'>;

/**
 * V per cell; the chemistry's own where the charger's description does not say. Null where the
 * end can be set.
 */
export function fixedEndV(r: FixedBy): number | null {
	const held = heldSetting(r, 'endVoltageV');
	if (held?.fixed && held.heldValue !== null && !r.charger.asks.includes('endVoltageV'))
		return held.heldValue;
	if (r.channel.endVoltageStepV !== null) return null;
	const entry = entryFor(r.channel, r.chemistry.id);
	return entry?.endVoltageMaxV ?? entry?.endVoltageMinV ?? r.chemistry.voltages.chargeEndV;
}
