/** The key-in card: what to press on a charger without a data link, in the order in which that charger asks. */
import { HELD_SETTINGS, showHeld, type HeldSettingKind } from '../charger/setting';
import { heldSetting } from './context';
import { showSetting, SETTINGS, type SettingId } from './settings';
import type { Solution } from './solve';

export interface KeyInLine {
	what: string;
	value: string;
	/** Why it must be looked at, e.g. the value the charger holds now. */
	remark: string;
}

export interface KeyInCard {
	/** To change before the program's own screens, because the charger keeps them apart from it. */
	first: KeyInLine[];
	/** The program's own screens, in order. */
	then: KeyInLine[];
	/** To put back afterwards if other packs need it. */
	putBack: KeyInLine[];
}

const HELD_IN_PROGRAM = ['safetyTimerMin', 'capacityLimitAh', 'temperatureLimitDegC'] as const;

const SCOPE_WORDS = { charger: 'the whole charger', channel: 'this channel', slot: 'this memory slot' };

/** Writes the card for a solved program. */
export function keyInCard(solution: Solution): KeyInCard {
	const { resolved: r, settings } = solution;
	const asked = new Set<string>(r.charger.asks);
	const first: KeyInLine[] = [];
	const putBack: KeyInLine[] = [];
	for (const kind of HELD_IN_PROGRAM) {
		const held = heldSetting(r, kind);
		const wanted = settings[kind];
		if (!held || held.fixed || asked.has(kind) || wanted === held.heldValue) continue;
		const what = HELD_SETTINGS[kind].label;
		first.push({
			what,
			value: showHeld(kind, wanted),
			remark: `holds ${showHeld(kind, held.heldValue)}, for ${SCOPE_WORDS[held.scope]}`
		});
		if (held.scope !== 'slot')
			putBack.push({ what, value: showHeld(kind, held.heldValue), remark: 'if other packs rely on it' });
	}
	const then = r.charger.asks.map((ask): KeyInLine => {
		if (ask === 'chemistry') return { what: 'Chemistry', value: r.chemistry.name, remark: '' };
		if (ask === 'task') return { what: 'Program', value: r.taskData.name, remark: '' };
		if (ask === 'cells')
			return {
				what: 'Cells',
				value: `${settings.cells}S · ${(settings.cells * r.chemistry.voltages.nominalV).toFixed(1)} V nominal`,
				remark: 'what the charger reads must agree'
			};
		const held = heldSetting(r, ask as HeldSettingKind);
		const remark =
			held && settings[ask as SettingId] !== held.heldValue
				? `holds ${showHeld(held.kind, held.heldValue)}`
				: '';
		return { what: SETTINGS[ask].name, value: showSetting(ask, settings[ask]), remark };
	});
	return { first, then, putBack };
}
