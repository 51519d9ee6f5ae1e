import { PRACTICE, type Rule } from '../../rule';

export const chargeContradicted: Rule = {
	id: 'charge-contradicted',
	title: 'Volts contradict what is known',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const { contradicted, soc } = r.chargeState;
		if (!contradicted) return null;
		const [known, read] = [contradicted.soc, soc].map((s) => Math.round(100 * Math.min(1, Math.max(0, s))));
		const why =
			read < known
				? 'a cell leaks, or it was used after all'
				: 'it was charged since, or the reading is of another pack';
		return {
			sentence: `It was ${contradicted.how}, so about ${known} % should be left, and its volts say ${read} %: ${why}.`,
			fix: { label: 'Read it again', kind: 'go', to: 'read pack' }
		};
	}
};
