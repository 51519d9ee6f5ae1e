import { supplyPowerW } from '../../../charger/supply';
import { text, watts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const supplyShared: Rule = {
	id: 'supply-shared',
	title: 'Several chargers on one supply',
	severity: 'check',
	protects: 'charger',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const { sameSupply, sameSupplyMostW } = r.around;
		if (!r.supply || sameSupply.length === 0) return null;
		const has = supplyPowerW(r.supply) - r.supply.otherLoadW;
		if (sameSupplyMostW <= has + 1e-6) return null;
		return {
			sentence: `${[r.charger.name, ...sameSupply].join(' and ')} hang on ${r.supply.name}: together up to ${text(watts(sameSupplyMostW))}, and it gives ${text(watts(has))}. Do not load them at once.`
		};
	}
};
