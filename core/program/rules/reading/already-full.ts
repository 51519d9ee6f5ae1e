import { percent, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const alreadyFull: Rule = {
	id: 'already-full',
	title: 'Pack is already full',
	severity: 'note',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const full = r.state.claim === 'full' && r.chargeState.soc >= 0.97;
		if (!full && (!r.chargeState.fromReading || r.chargeState.soc < 0.97)) return null;
		return {
			sentence: `${r.chargeState.fromReading || r.state.how === null ? 'By its reading' : `It was ${r.state.how}:`} the pack is ${text(percent(Math.min(1, r.chargeState.soc)))} full: there is little to charge.`
		};
	}
};
