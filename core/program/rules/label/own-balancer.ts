import { PRACTICE, type Rule } from '../../rule';

export const ownBalancer: Rule = {
	id: 'own-balancer',
	title: 'Pack has its own balancer',
	severity: 'check',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (r.pack.electronics !== 'own balancer' || r.channel.knowsOwnBalancer) return null;
		return {
			sentence: `${r.pack.name} carries its own balancer and channel ${r.channel.label} does not know such packs: charge it only as its maker says, and look at every cell afterwards.`
		};
	}
};
