import { degrees, sentenceCase, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const packHot: Rule = {
	id: 'pack-hot',
	title: 'Pack too hot to start',
	severity: 'stop',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const { startMaxDegC } = r.chemistry.temperatures;
		if (r.warmestDegC <= startMaxDegC) return null;
		return {
			sentence: `${sentenceCase(r.howWarmest)}; let it cool below ${text(degrees(startMaxDegC))} ${r.taskData.moves === 'out' ? 'first' : 'before charging'}.`,
			fix: r.state.warmth.supposed ? { label: 'Measure it now', kind: 'go', to: 'read pack' } : undefined
		};
	}
};
