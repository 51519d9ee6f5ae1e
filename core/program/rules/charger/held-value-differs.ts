import { HELD_SETTINGS, holds, showHeld } from '../../../charger/setting';
import { heldSetting } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

export const heldValueDiffers: Rule = {
	id: 'held-value-differs',
	title: 'Charger holds a looser value than the program wants',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings }) {
		// Over a link the program sets its own values for the run.
		if (r.charger.link !== 'none') return null;
		const looser = (['safetyTimerMin', 'capacityLimitAh', 'temperatureLimitDegC'] as const)
			.map((kind) => ({ kind, held: heldSetting(r, kind), wanted: settings[kind] }))
			.filter(
				({ held, wanted }) =>
					held &&
					wanted !== null &&
					holds(held, held.heldValue) &&
					(held.heldValue === null || held.heldValue > wanted)
			);
		if (looser.length === 0) return null;
		const parts = looser.map(
			({ kind, held, wanted }) =>
				`${HELD_SETTINGS[kind].label.toLowerCase()} ${showHeld(kind, held!.heldValue)} (wanted ${showHeld(kind, wanted)})`
		);
		return {
			sentence: `${r.charger.name} holds ${parts.join(', ')}; key the program's values before the start.`
		};
	}
};
