/** The end of charge of a channel that always ends at the same volts. */
import { entryFor } from '../../charger/charger';
import type { Resolved } from '../../request/context';

/** V per cell; the chemistry's own where the charger's description does not say. Null where the end can be set. */
export function fixedEndV(r: Pick<Resolved, 'channel' | 'chemistry'>): number | null {
	if (r.channel.endVoltageStepV !== null) return null;
	const entry = entryFor(r.channel, r.chemistry.id);
	return entry?.endVoltageMaxV ?? entry?.endVoltageMinV ?? r.chemistry.voltages.chargeEndV;
}
