/** The currents of the three paces for one pack, before charger and supply have their say. */
import { ratedAh } from '../../pack/rated';
import type { Resolved } from '../../request/context';

/**
 * Gentle, standard and hurried, A: the chemistry's rates, at most the label's, times what the pack
 * holds.
 */
export function paceCurrentsA({ pack, chemistry }: Pick<Resolved, 'pack' | 'chemistry'>): number[] {
	const { gentleC, standardC, hurryMaxC, noLabelC } = chemistry.rates;
	const most = pack.labelChargeRateC ?? noLabelC;
	return [gentleC, standardC, hurryMaxC].map((rate) => Math.min(rate, most) * ratedAh(pack));
}
