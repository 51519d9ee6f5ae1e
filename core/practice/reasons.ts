/**
 * Why the default of each school is what it is; common practice, no source. Apart from the
 * schools: a program needs no reasons.
 */
import { whose, type PracticeId, type ResolvedPractice } from './practice';

export const REASONS: Record<PracticeId, string> = {
	purpose: 'About 1C whatever the label; hurry goes up to the label, gentle is about half.',
	hurryMaxC: 'Twice the capacity per hour: many labels promise more than cells bear for long.',
	noLabelC: 'What the chemistry bears without harm, 1C for most; more is a guess.',
	fastMode: 'Only when it is asked for, and then what it skips is said.',
	guards: 'For each pack its own: a limit that fits the largest protects no smaller one.',
	balance: 'Every charge: it also lets the charger watch each cell.',
	fullness: 'Full; a little less gives up about a tenth for many more cycles.',
	stepRounding: 'Down, so that no limit is passed by a step.',
	cautiousBelowV: 'Off: between floor and full no cell needs special care.',
	parallel: 'Same chemistry and cells, every cell within 0.1 V, and no more than 1C as they meet.',
	storageV: 'The middle of what people use for the chemistry.',
	storageFor:
		'To lie until it is used; what travels by air holds 30 % of charge at most, and carriers may ask for less.',
	storageShare:
		'By volts where they tell the charge, half full where they do not, as on LiFe; people keep 40 to 70 %.',
	storageAfterDays: 'Five days; some put a pack away the same day, some after a week.',
	dischargeC: 'A fifth of the capacity per hour, as capacities are rated.',
	dischargeEnd:
		'The everyday end, 3.3 V for LiPo; a tenth of a volt deeper for more of the pack; the floor only to check a capacity.',
	cycleOrder: 'Down first: the pack is full when it ends.',
	maintenance: 'Every three months shows a tired pack in time; each check is a cycle of wear.',
	maintenanceOrder:
		'Full, then empty: what comes out is the capacity. Full, then storage spares the deep end and shows only what went in.',
	plugOrder: 'Main lead first, so that no charge flows through thin balance wires.',
	unplugOrder: 'The reverse of plugging in: balance lead first.',
	container: 'Vented and fire-resistant; a sealed metal box holds the pressure in.',
	fieldBattery: 'Its own battery: a drained vehicle does not start.'
};

/**
 * Whose choice a value is, and, where nobody chose, why it is so: "by the usual practice: main
 * lead first, so that …".
 */
export function because(practice: ResolvedPractice, id: PracticeId): string {
	const by = `by ${whose(practice, id)}`;
	if (practice.from[id] !== 'default') return by;
	const why = REASONS[id];
	return `${by}: ${why[0].toLowerCase()}${why.slice(1).replace(/\.$/, '')}`;
}
