/**
 * What a charger shows once a pack is connected and nothing runs yet: the count it read, its cell
 * page, main and input volts, its own words. Each is laid beside the pack's description, its last
 * reading and the others; what they cannot all be true of stops.
 */
import { fewerCells } from '../pack/other-count';
import { packVoltage, type ReadingInput } from '../pack/reading';
import { NOTHING_V, zeroCell } from '../pack/zero-cell';
import { choice, figure, figures, moment, parts, reference, text, type ValuesOf } from '../quantity/field';
import { upperMiddle } from '../quantity/middle';
import type { Resolved } from '../request/context';

const noneYet = { optional: true, start: null } as const;

/** What a cell page shows may be no cell: beside an open wire it is two. */
const PAGE_VOLTS = figure({ label: 'Cell', unit: 'V', min: -3, max: 13 });

/** What a person saw at one step before the start. */
export const STEP_ANSWER = {
	step: text({ label: 'Step', least: 1, most: 300 }),
	said: text({ label: 'Seen', least: 1, most: 80 })
} as const;

export const CHECK_EVIDENCE = {
	/** Cells that the charger read, by its own screen; null for nickel, which it cannot count. */
	countRead: figure({ label: 'Cells it read', unit: 'S', min: 0, max: 24, whole: true, ...noneYet }),
	cellsV: figures({ label: 'Cell page', each: PAGE_VOLTS, least: 1, most: 24, ...noneYet }),
	mainV: figure({ label: 'Main volts', unit: 'V', min: 0, max: 100, ...noneYet }),
	inputV: figure({ label: 'Input volts', unit: 'V', min: 0, max: 420, ...noneYet }),
	message: text({ label: 'What it says', least: 0, most: 200, start: '' }),
	answers: parts(STEP_ANSWER, { label: 'Seen before the start', least: 0, most: 20 })
} as const;
export type CheckEvidence = ValuesOf<typeof CHECK_EVIDENCE>;

export const START_CHECK = {
	programId: reference({ label: 'Program', most: 64 }),
	packId: reference({ label: 'Pack', most: 64 }),
	channelId: reference({ label: 'Channel', most: 64 }),
	at: moment({ label: 'At' }),
	mode: choice({ label: 'How', options: ['link', 'by hand'] }),
	...CHECK_EVIDENCE,
	/** Why nothing was started; null where it was. */
	refused: text({ label: 'Not started because', least: 1, most: 1000, lines: true, ...noneYet })
} as const;
/** A check that is kept, whether a run followed or not; its id is that of the run where one did. */
export type StartCheck = ValuesOf<typeof START_CHECK> & { id: string };

export interface Contradiction {
	/** What it is about, for reasons given against it. */
	rule: `at the check: ${'count' | 'cells' | 'wires' | 'main' | 'moved' | 'input'}`;
	severity: 'stop' | 'check';
	sentence: string;
}

/* All common practice, no source. */
/** Main volts and the sum of the cells agree at rest within this, V per cell. */
const AGREE_V = 0.01;
/**
 * A cell is one of its pack when it reads within this of what a meter showed lately, V, and so
 * long is lately, h.
 */
const SAME_CELL_V = 0.05;
const LATELY_H = 3;
/** Far from its fellows at rest, V. */
const LONE_CELL_V = 0.15;
/** A supply under load is this far under what it is said to give, share. */
const SUPPLY_SAGS = 0.15;

const volts = (v: number): string => `${v.toFixed(2)} V`;
const stop = (rule: Contradiction['rule'], sentence: string): Contradiction => ({
	rule,
	severity: 'stop',
	sentence
});
const check = (rule: Contradiction['rule'], sentence: string): Contradiction => ({
	rule,
	severity: 'check',
	sentence
});

type Look = (r: Resolved, seen: CheckEvidence) => Contradiction | null;

const count: Look = ({ pack, reading }, { countRead, mainV }) => {
	if (countRead === null || countRead === pack.cells) return null;
	const packV = mainV ?? (reading ? packVoltage(reading) : null);
	const byVolts = countRead < pack.cells && packV !== null && fewerCells(pack, packV) === countRead;
	return stop(
		'at the check: count',
		`It reads ${countRead}S and the pack is ${pack.cells}S: wrong setting, wrong pack, or a dead cell.${
			byVolts
				? ` At ${volts(packV)} a nearly empty ${pack.cells}S counts as ${countRead}S too: meter every cell, and key the count only if ${pack.cells} of them stand above their floor.`
				: ' Do not start.'
		}`
	);
};

/** Taps that read like an open wire. */
const wires: Look = ({ pack, taskData }, { cellsV, mainV }) => {
	if (cellsV === null || pack.cells < 2) return null;
	if (cellsV.every((v) => Math.abs(v) < NOTHING_V))
		return taskData.balances
			? stop(
					'at the check: wires',
					'Every cell reads zero: the balance lead is not seen. Reseat it in its own port.'
				)
			: check(
					'at the check: wires',
					'Every cell reads zero: the balance lead is not seen, and a task that does not balance may not show it.'
				);
	if (cellsV.length !== pack.cells) return null;
	const nothing = cellsV.findIndex((v) => Math.abs(v) < NOTHING_V);
	if (nothing < 0) return null;
	const twice = [nothing - 1, nothing + 1].find((i) => cellsV[i] > 1.6 * (upperMiddle(cellsV) || 1));
	if (twice !== undefined)
		return stop(
			'at the check: wires',
			`Cell ${nothing + 1} reads ${volts(cellsV[nothing])} and cell ${twice + 1} ${volts(cellsV[twice])}: the balance wire between them is open. Meter the taps, mend it, and never balance this pack until then.`
		);
	const sum = cellsV.reduce((a, b) => a + b, 0);
	const short = mainV === null ? null : mainV - sum;
	const outer = nothing === 0 || nothing === pack.cells - 1;
	if (outer && short !== null && short > 0.5 * (sum / (pack.cells - 1)))
		return stop(
			'at the check: wires',
			`Cell ${nothing + 1} reads ${volts(cellsV[nothing])}, and the main lead ${volts(short)} more than all cells: the outer balance wire there is open. Meter the taps and mend it.`
		);
	const reads = `Cell ${nothing + 1} reads ${volts(cellsV[nothing])}`;
	const zero = zeroCell(cellsV, mainV);
	if (zero?.is === 'dead')
		return stop(
			'at the check: wires',
			`${reads}, and the main lead, ${volts(mainV!)}, is a cell short as well: the cell is dead, and the pack is retired.`
		);
	if (zero?.is === 'not reached')
		return stop(
			'at the check: wires',
			`${reads}, and the main lead, ${volts(mainV!)}, has all of them: a contact of the balance plug, or the charger’s own page. Meter the taps before anything is charged.`
		);
	return stop(
		'at the check: wires',
		zero
			? `${reads}: meter the main lead at the plug. About ${volts(zero.deadV)} is a dead cell, about ${volts(zero.wholeV)} a contact or the balance wires.`
			: `${reads}: a dead cell, or the outer balance wire${outer ? '' : 's'} of it. A meter on the taps and at the plug tells.`
	);
};

const cells: Look = (r, { cellsV }) => {
	const { pack, chemistry } = r;
	if (cellsV === null || cellsV.every((v) => Math.abs(v) < NOTHING_V)) return null;
	if (cellsV.length !== pack.cells)
		return stop(
			'at the check: cells',
			`Its cell page has ${cellsV.length} cells and the pack ${pack.cells}: wrong pack, wrong port, or another pack’s balance lead.`
		);
	const { doNotChargeV, cellMaxV } = chemistry.voltages;
	const low = Math.min(...cellsV);
	const high = Math.max(...cellsV);
	const { recovers } = r.taskData;
	if (high > cellMaxV)
		return stop(
			'at the check: cells',
			`Cell ${cellsV.indexOf(high) + 1} reads ${volts(high)}, above the ${volts(cellMaxV)} that such a cell may have: another chemistry, a tap of another pack, or over-charged.`
		);
	if (low < doNotChargeV && !recovers)
		return stop(
			'at the check: cells',
			`Cell ${cellsV.indexOf(low) + 1} reads ${volts(low)}, below the ${volts(doNotChargeV)} from which such a cell may be charged.`
		);
	if (high - low > LONE_CELL_V && chemistry.traits.voltsTellCharge)
		return check(
			'at the check: cells',
			`Cell ${cellsV.indexOf(low) + 1} reads ${Math.round(1000 * (high - low))} mV below cell ${cellsV.indexOf(high) + 1}: meter both before it is charged.`
		);
	return null;
};

const main: Look = ({ pack }, { cellsV, mainV }) => {
	if (mainV === null) return null;
	if (mainV < NOTHING_V)
		return stop(
			'at the check: main',
			'No pack is seen on the main lead: reseat the plug; meter at the end of the lead.'
		);
	if (cellsV === null || cellsV.length !== pack.cells || cellsV.every((v) => Math.abs(v) < NOTHING_V))
		return null;
	const sum = cellsV.reduce((a, b) => a + b, 0);
	const off = mainV - sum;
	if (Math.abs(off) <= AGREE_V * pack.cells + 0.01 + 1e-9) return null;
	const words = `The main lead reads ${volts(mainV)} and its cells together ${volts(sum)}`;
	// More than half a cell apart is no meter's error.
	return Math.abs(off) > 0.5 * (sum / pack.cells)
		? stop('at the check: main', `${words}: these are not the same cells. Follow both wires by hand.`)
		: check(
				'at the check: main',
				`${words}; at rest they agree within ${Math.round(1000 * AGREE_V * pack.cells)} mV. An open outer balance wire, or the charger’s own error.`
			);
};

/** Whether these can be the cells that were measured lately. */
const moved: Look = ({ pack, reading, now }, { cellsV, mainV }) => {
	if (!isLate(reading, now) || reading.state !== 'rest') return null;
	const before = reading.cellVoltagesV;
	if (
		before !== null &&
		cellsV !== null &&
		cellsV.length === before.length &&
		cellsV.some((v) => Math.abs(v) >= NOTHING_V)
	) {
		const off = cellsV.map((v, i) => v - before[i]);
		const most = off.reduce((best, v) => (Math.abs(v) > Math.abs(best) ? v : best), 0);
		if (Math.abs(most) <= SAME_CELL_V) return null;
		const cell = off.indexOf(most) + 1;
		return check(
			'at the check: moved',
			`Cell ${cell} reads ${volts(cellsV[cell - 1])} here and read ${volts(before[cell - 1])} on the meter: another pack’s balance lead, another pack, or one of them is off.`
		);
	}
	if (mainV === null || mainV < NOTHING_V) return null;
	const off = mainV - packVoltage(reading);
	if (Math.abs(off) <= SAME_CELL_V * pack.cells) return null;
	return check(
		'at the check: moved',
		`The main lead reads ${volts(mainV)}, and the meter showed ${volts(packVoltage(reading))}: is this the pack that was measured?`
	);
};
const isLate = (reading: ReadingInput | null, now: string): reading is ReadingInput =>
	reading !== null && Date.parse(now) - Date.parse(reading.takenAt) <= LATELY_H * 3600e3;

const input: Look = ({ supply, charger }, { inputV }) => {
	if (inputV === null || supply === null) return null;
	if (supply.kind !== 'mains' && inputV > charger.inputMaxV)
		return stop(
			'at the check: input',
			`${volts(inputV)} at its input is above the ${volts(charger.inputMaxV)} that ${charger.name} may have: switch the supply off.`
		);
	if (inputV < charger.inputMinV)
		return check(
			'at the check: input',
			`${volts(inputV)} at its input is below the ${volts(charger.inputMinV)} that ${charger.name} needs: it will stop, or restart as the current climbs.`
		);
	if (supply.kind !== 'mains' && inputV < (1 - SUPPLY_SAGS) * supply.voltageV)
		return check(
			'at the check: input',
			`${volts(inputV)} at its input, and ${supply.name} is said to give ${volts(supply.voltageV)}: it sags, its leads are thin, or its battery is low.`
		);
	return null;
};

const LOOKS: readonly Look[] = [wires, count, cells, main, moved, input];

/**
 * What this evidence says against a start, the gravest first; empty where nothing does. What is
 * not given says nothing.
 */
export function contradictions(r: Resolved, seen: CheckEvidence): Contradiction[] {
	// Where a wire is open, what the other cells and their sum read says nothing of its own.
	const open = wires(r, seen);
	const looks = open?.severity === 'stop' ? LOOKS.filter((look) => look === count || look === input) : LOOKS;
	return [...looks.map((look) => look(r, seen)), looks === LOOKS ? null : open]
		.filter((c) => c !== null)
		.sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
}
