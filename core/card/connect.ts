/**
 * What hands do before and after a run: look, place, plug, unplug, in the order the person follows,
 * and whose order it is.
 */
import { effectOf, type ObservationKind } from '../pack/observation';
import type { Practice } from '../practice/practice';
import { because } from '../practice/reasons';
import type { Resolved } from '../request/context';

export interface HandStep {
	text: string;
	/** Whose way it is where practitioners differ; empty where they do not. */
	why: string;
	/** What else may be seen at this step, and what follows from it; nothing is started then. */
	troubles?: readonly Trouble[];
}

/** Something that keeps a pack from being charged. */
export interface Trouble {
	/** As it is kept: "swollen". */
	said: string;
	/** What to do about it. */
	then: string;
	/**
	 * What it makes of the pack, kept at once as observed; null where that says nothing of the pack.
	 */
	observes: ObservationKind | null;
}

/** Whether the pack has a balance lead that takes part. */
export const byCell = (r: Resolved): boolean =>
	r.chemistry.balanceFromCells !== null && r.pack.balanceLead && r.pack.cells > 1;

function plugStep(r: Resolved): HandStep {
	if (!byCell(r)) return { text: 'Main lead to the pack, red to red.', why: '' };
	const port = `${r.pack.cells}S port`;
	const text = {
		'main lead first': `Main lead to the pack, red to red; then this pack’s balance lead into the ${port}, black pin to the marked end.`,
		'balance lead first': `This pack’s balance lead into the ${port}, black pin to the marked end; then the main lead to the pack, red to red.`,
		either: `Main lead to the pack, red to red, and this pack’s balance lead into the ${port}, black pin to the marked end, in either order: their volts agree.`
	}[r.practice.values.plugOrder];
	return { text, why: because(r.practice, 'plugOrder') };
}

const PLACE: Record<Practice['container'], string> = {
	'vented box': 'Pack in a vented, fire-resistant container, nothing that burns around it',
	bag: 'Pack in its fire-resistant bag on stone or metal, nothing that burns around it: a bag slows a fire, it does not hold one',
	bricks: 'Pack between bricks, open above, nothing that burns around or over it',
	'metal box': 'Pack in a metal box with its lid ajar, so that gas gets out; nothing that burns around it'
};

function placeStep(r: Resolved): HandStep {
	const { gasses } = r.chemistry.traits;
	const place = gasses
		? 'The place is aired, no sparks near the battery'
		: PLACE[r.practice.values.container];
	const ready = gasses
		? 'the charger’s vents are clear; I stay here'
		: 'its plugs can be reached from outside; a smoke detector is on, sand or an extinguisher at hand; the charger’s vents are clear; I stay here';
	return {
		text: `${place}; ${ready}.`,
		why: gasses ? '' : because(r.practice, 'container')
	};
}

/** Two equal main leads are joined inside the pack: one charges, and the other is as live as it. */
const oneOfTwoLeads = (r: Resolved): HandStep[] =>
	r.pack.mainLeads === 'one'
		? []
		: [
				{
					text: 'Of its two equal main leads one is used; the other is live too: its plug is covered.',
					why: ''
				}
			];

const lookTwice = (r: Resolved): HandStep[] =>
	r.charger.protections.includes('reversed polarity')
		? []
		: [
				{
					text: 'Both colours looked at twice before they touched: this charger does not survive a reversed pack.',
					why: ''
				}
			];

/** What a look at the pack may find. */
const SEEN: readonly [ObservationKind, string][] = [
	['swollen', 'swollen'],
	['dented', 'dented or cut'],
	['smell', 'it smells'],
	['leaking', 'something leaked'],
	['hissing', 'it hisses or smokes'],
	['hot', 'hot'],
	['warm', 'warm'],
	['damaged', 'a wire is bare, or a plug is broken or burnt'],
	['dropped', 'it was dropped or crashed']
];
const BODY: readonly Trouble[] = SEEN.map(([observes, said]) => ({
	said,
	then: effectOf(observes).act,
	observes
}));
const PLUGGING: readonly Trouble[] = [
	{
		said: 'a spark, or a plug that does not fit',
		then: 'Stop and do not force it: compare plug, port and colours with another pack of the same count.',
		observes: null
	}
];

const JOINING: readonly Trouble[] = [
	{
		said: 'a spark as two packs touched',
		then: 'Stop and part them: one does not read what was typed. Measure both again, every cell.',
		observes: null
	},
	{
		said: 'a plug or a balance lead is warm before anything charges',
		then: 'Part them at once: current flows between the packs. Measure each again, every cell.',
		observes: null
	}
];

/**
 * How packs are joined on a board: main leads in the order whose contacts are gentlest, a wait,
 * then the balance leads.
 */
function joinSteps(r: Resolved, joining: Joining): HandStep[] {
	const names = joining.names.join(', ');
	const wait =
		joining.levelMin > 0
			? `Wait ${Math.max(1, Math.ceil(joining.levelMin))} min until they are level`
			: 'They are level as they are';
	const board = joining.board ?? 'the board';
	return [
		{
			text: `Main leads on ${board} in this order, red to red, one after the other: ${names}.`,
			why: 'each meets the others with the least current that there is',
			troubles: JOINING
		},
		...(byCell(r)
			? [
					{
						text: `${wait}; then the balance leads in the same order, each into a ${r.pack.cells}S port of ${board}, black pin to the marked end.`,
						why: `main leads first: a balance contact carries 2 A. ${joining.whyLevel}`.trim(),
						troubles: PLUGGING
					}
				]
			: [{ text: `${wait}.`, why: joining.whyLevel }]),
		{
			text: 'No pack on the board is connected to anything else; chargers and supplies that share a ground stay apart.',
			why: ''
		}
	];
}

/**
 * The order in which packs are joined, how long it then takes until they are level and what that
 * means, and the board by name where the person keeps a list.
 */
export interface Joining {
	names: readonly string[];
	levelMin: number;
	whyLevel: string;
	board: string | null;
}

/**
 * The steps before a start, in order; `joining` for several packs on one channel. Common practice,
 * no source.
 */
export const connectSteps = (r: Resolved, joining: Joining | null = null): HandStep[] => [
	{
		text:
			joining === null
				? 'The pack is not swollen, dented or hot; its wires and plugs are whole.'
				: `None of the ${joining.names.length} packs is swollen, dented or hot; their wires and plugs are whole.`,
		why: '',
		troubles: BODY
	},
	{ text: 'Supply on, charger on, charge lead in the charger before it touches the pack.', why: '' },
	...oneOfTwoLeads(r),
	...(joining === null ? [{ ...plugStep(r), troubles: PLUGGING }] : joinSteps(r, joining)),
	...lookTwice(r),
	placeStep(r)
];

/** Main and balance lead in one order or the other: "the main lead, then the balance lead". */
export function leadsInOrder(r: Resolved, school: 'plugOrder' | 'unplugOrder'): HandStep {
	const main = 'the main lead';
	if (!byCell(r)) return { text: main, why: '' };
	const balance = 'the balance lead';
	const order = r.practice.values[school];
	const text = {
		'main lead first': `${main}, then ${balance}`,
		'balance lead first': `${balance}, then ${main}`,
		either: `${main} and ${balance} in either order`
	}[order];
	return { text, why: because(r.practice, school) };
}
