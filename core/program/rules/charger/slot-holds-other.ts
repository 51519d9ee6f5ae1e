import { PRACTICE, type Rule } from '../../rule';

export const slotHoldsOther: Rule = {
	id: 'slot-holds-other',
	title: 'No memory slot is free',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		const { slots } = r.charger;
		if (slots === 0 || r.around.slots.length < slots) return null;
		return {
			sentence: `All ${slots} memory slots of ${r.charger.name} are taken: key it in as it is, or replace one.`
		};
	}
};
