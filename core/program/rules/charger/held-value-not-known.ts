import { heldFor } from '../../../charger/charger';
import { HELD_SETTINGS, holds } from '../../../charger/setting';
import { heldSetting } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

export const heldValueNotKnown: Rule = {
	id: 'held-value-not-known',
	title: 'What the charger holds now is not known',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		// Over a link the program sets its own values for the run.
		if (r.charger.link !== 'none') return null;
		const unknown = heldFor(r.charger, r.channelId).filter(
			(held) => heldSetting(r, held.kind) === held && !holds(held, held.heldValue)
		);
		if (unknown.length === 0) return null;
		const names = unknown.map((held) => HELD_SETTINGS[held.kind].label.toLowerCase());
		return {
			sentence: `What ${r.charger.name} holds now is not known: ${names.join(', ')}. Look at each and note it with the charger, and key the lines of the card before the start.`,
			fix: { label: 'Note what it shows', kind: 'go', to: 'edit charger' }
		};
	}
};
