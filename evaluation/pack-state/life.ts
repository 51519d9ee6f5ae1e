/**
 * Stories of packs whose truth core does not know, as forgetful people tell them: what happened,
 * and what was written down of it.
 */
import type { Pack } from '../../core/pack/pack';
import { PackSchema } from '../../core/pack/pack-schema';
import type { PackEvent, RunEvent } from '../../core/pack-state/event';
import { packState, type PackState } from '../../core/pack-state/pack-state';
import type { EndReason } from '../../core/pack/end-reason';
import { taskOf, type TaskId } from '../../core/request/task';
import {
	aTruth,
	cellVolts,
	charge,
	discharge,
	lie,
	meanSoc,
	move,
	normal,
	type Draw,
	type Truth
} from './truth/pack';

const HOUR_MS = 3600e3;
const AIR_DEG_C = 20;
const START_MS = Date.parse('2026-03-01T08:00:00.000Z');
/** How often a use, and a run, is not written down; how often an answer is wrong. */
export const FORGETS = { use: 0.04, run: 0.01, answer: 0.02 };
const USUAL_END: Record<string, number> = {
	lipo: 4.2,
	lihv: 4.35,
	liion: 4.1,
	life: 3.6,
	nimh: 1.55,
	nicd: 1.55,
	lead: 2.4
};
const STORE_V: Record<string, number> = { lipo: 3.8, lihv: 3.85, liion: 3.7 };
const EMPTY_V: Record<string, number> = {
	lipo: 3.3,
	lihv: 3.3,
	liion: 3.0,
	life: 2.8,
	nimh: 1.0,
	nicd: 1.0,
	lead: 1.8
};

/** Volts of a cell as labels print them. */
const NOMINAL_V: Record<string, number> = {
	lipo: 3.7,
	lihv: 3.8,
	liion: 3.6,
	life: 3.2,
	nimh: 1.2,
	nicd: 1.2
};

/** What was true, and on record, at one moment of a life. */
export interface LifeMoment {
	at: string;
	pack: Pack;
	events: readonly PackEvent[];
	truth: Truth;
	soc: number;
	/** What the program that ended last was to leave, a share; null where it did not end full. */
	programEnd: number | null;
	/** Since the last end nothing was left out. */
	complete: boolean;
	/** The last event is a charge that ended soundly full. */
	soundFull: boolean;
	/** Everything so far is on record, and correct. */
	honest: boolean;
}

interface Teller {
	draw: Draw;
	truth: Truth;
	pack: Pack;
	nowMs: number;
	events: PackEvent[];
	programEnd: number | null;
	complete: boolean;
	honest: boolean;
	soundFull: boolean;
	usedSinceRead: boolean;
	stateAt: (events: readonly PackEvent[], at: string) => PackState;
}

const iso = (ms: number): string => new Date(ms).toISOString();
const lithium = (chemistry: string): boolean => chemistry in STORE_V || chemistry === 'life';
const round = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

function wait(t: Teller, hours: number): void {
	t.nowMs += hours * HOUR_MS;
	lie(t.truth, hours);
}

function read(t: Teller): void {
	const { draw, truth } = t;
	const common = 0.004 * normal(draw);
	const volts = cellVolts(truth).map((v) => round(v + common + 0.002 * normal(draw), 2));
	const cells = lithium(truth.chemistry) && draw() < 0.8;
	const wrong = draw() < FORGETS.answer;
	const truthful = t.usedSinceRead ? (meanSoc(truth) < 0.09 ? 'until it faded' : 'used') : 'not used';
	const lied = truthful === 'not used' ? 'used' : 'not used';
	const said = draw() < 0.45 ? 'not said' : wrong ? lied : truthful;
	if (said === lied) t.honest = false;
	const takenAt = iso(t.nowMs);
	t.events.push({
		kind: 'reading',
		id: `e${t.events.length}`,
		at: takenAt,
		reading: {
			takenAt,
			cellVoltagesV: cells ? volts : null,
			packVoltageV: cells
				? null
				: round(
						volts.reduce((a, b) => a + b, 0),
						2
					),
			state: Math.abs(truth.excessV) > 0.02 && draw() < 0.7 ? 'just used' : 'rest',
			usedSince: said,
			lowFor: 'not said',
			temperatureDegC: 20,
			cellResistancesOhm: null,
			chargerCellsV: null,
			chargerChannelId: null
		}
	});
	t.usedSinceRead = false;
	t.soundFull = false;
}

function use(t: Teller): void {
	const { draw, truth } = t;
	const left = Math.max(0.03, 0.05 + 0.5 * draw());
	const taken = Math.max(0, meanSoc(truth) - left);
	wait(t, 0.3);
	move(truth, -taken * truth.capacityAh, 2 * truth.capacityAh);
	t.usedSinceRead = true;
	t.soundFull = false;
	t.programEnd = null;
	if (draw() < FORGETS.use) {
		t.complete = false;
		t.honest = false;
		return;
	}
	t.events.push({
		kind: 'use',
		id: `e${t.events.length}`,
		at: iso(t.nowMs),
		minutes: null,
		felt: left < 0.1 && draw() < 0.5 ? 'weak' : 'not said'
	});
}

interface Told {
	task: TaskId;
	endReason: EndReason;
	ah: number;
	minutes: number;
	settings: Partial<RunEvent['settings']> & { currentA: number };
}

function tell(t: Teller, { task, endReason, ah, minutes, settings }: Told): boolean {
	const { draw, truth } = t;
	const startedAt = iso(t.nowMs);
	const before = t.stateAt(t.events, startedAt);
	wait(t, minutes / 60);
	// A current flows to the end: what it leaves on the volts is as it was when it stopped.
	if (draw() < FORGETS.run) {
		t.complete = false;
		t.honest = false;
		return false;
	}
	const aim = taskOf(task);
	const counted = round(ah * (1 + 0.02 * normal(draw)), 3);
	const { charge: known } = before;
	const end = aim.fills ? 1 : aim.moves === 'out' ? 0.03 : 0.45;
	const expected = (soc: number): number =>
		(Math.abs(end - soc) * before.capacityAh) / (aim.moves === 'in' ? Math.max(0.85, truth.efficiency) : 1);
	const event: RunEvent = {
		kind: 'run',
		...{ id: `e${t.events.length}`, startedAt, at: iso(t.nowMs), open: false, joined: false },
		task,
		aim,
		settings: {
			dischargeA: null,
			endVoltageV: USUAL_END[truth.chemistry],
			dischargeEndV: null,
			safetyTimerMin: null,
			capacityLimitAh: null,
			balance: false,
			...settings
		},
		endReason,
		durationS: Math.round(minutes) * 60,
		chargeAh: counted,
		expectedAh: known ? expected(known.mean) : null,
		expectedLowAh: known ? Math.min(expected(known.least), expected(known.most)) : null,
		expectedHighAh: known ? 1.25 * Math.max(expected(known.least), expected(known.most)) : null,
		endCellVoltagesV: null,
		endPackVoltageV: null,
		endCurrentA: null,
		endTemperatureDegC: null,
		peakTemperatureDegC: null,
		displayReadings: [],
		elapsedMin: null
	};
	t.events.push(event);
	return true;
}

function chargeRun(t: Teller): void {
	const { draw, truth } = t;
	const kind = truth.chemistry;
	const currentA =
		round((kind === 'lead' ? 0.2 : lithium(kind) ? 0.5 + 0.5 * draw() : 0.6) * truth.labelAh, 1) || 0.1;
	const balance = lithium(kind) && draw() < 0.75;
	const gentle = lithium(kind) && kind !== 'liion' && draw() < 0.1;
	const endVoltageV = USUAL_END[kind] - (gentle ? (kind === 'life' ? 0.1 : 0.08) : 0);
	const luck = draw();
	const cut = luck < 0.12;
	const nickel = kind === 'nimh' || kind === 'nicd';
	const falsePeak = nickel && luck > 0.95;
	const before = meanSoc(truth);
	const mostAh = falsePeak
		? currentA * (0.05 + 0.05 * draw())
		: cut
			? (0.2 + 0.4 * draw()) * truth.capacityAh
			: Infinity;
	const { ah, minutes, full } = charge(truth, currentA, endVoltageV, balance, mostAh);
	const sound = full && !falsePeak;
	t.usedSinceRead = false;
	const told = tell(t, {
		task: balance ? 'balance' : 'charge',
		endReason: full || falsePeak ? 'full' : draw() < 0.5 ? 'timer' : 'stopped',
		ah,
		minutes,
		settings: {
			currentA,
			endVoltageV,
			balance,
			safetyTimerMin: full || falsePeak ? null : Math.round(minutes)
		}
	});
	t.programEnd = sound ? meanSoc(truth) : null;
	if (told) t.complete = true;
	t.soundFull = told && sound && !gentle && kind !== 'liion' && meanSoc(truth) - before > 0.15;
	if (falsePeak) t.honest = false;
}

function storeRun(t: Teller): void {
	const { truth } = t;
	const endVoltageV = STORE_V[truth.chemistry];
	const mean = cellVolts(truth).reduce((a, b) => a + b, 0) / truth.cells;
	const currentA = round(0.5 * truth.labelAh, 1) || 0.1;
	const up = mean < endVoltageV;
	const moved = up
		? charge(truth, currentA, endVoltageV, true, Infinity)
		: discharge(truth, currentA, endVoltageV);
	t.usedSinceRead = false;
	t.soundFull = false;
	t.programEnd = null;
	if (
		tell(t, {
			task: 'storage',
			endReason: 'end voltage',
			ah: moved.ah,
			minutes: Math.max(1, moved.minutes),
			settings: { currentA, dischargeA: currentA, endVoltageV }
		})
	)
		t.complete = true;
}

function dischargeRun(t: Teller): void {
	const { truth } = t;
	const dischargeA = round(0.3 * truth.labelAh, 1) || 0.1;
	const { ah, minutes } = discharge(truth, dischargeA, EMPTY_V[truth.chemistry]);
	t.usedSinceRead = false;
	t.soundFull = false;
	t.programEnd = null;
	if (
		tell(t, {
			task: 'discharge',
			endReason: 'end voltage',
			ah,
			minutes: Math.max(1, minutes),
			settings: { currentA: dischargeA, dischargeA, dischargeEndV: EMPTY_V[truth.chemistry] }
		})
	)
		t.complete = true;
}

/**
 * A life of one pack: `steps` things that happen, and the moments between them at which somebody
 * might ask.
 */
export function* lifeOf(chemistry: string, steps: number, draw: Draw): Generator<LifeMoment> {
	const truth = aTruth(chemistry, draw);
	const pack = PackSchema.parse({
		id: 'pack',
		name: 'Pack',
		chemistry,
		cells: truth.cells,
		capacityAh: round(truth.labelAh, 2),
		measuredCapacityAh: draw() < 0.5 ? round(truth.capacityAh * (1 + 0.02 * normal(draw)), 3) : null,
		labelVoltageV: round((NOMINAL_V[chemistry] ?? 2) * truth.cells, 1),
		labelChargeRateC: 2,
		balanceLead: lithium(chemistry)
	});
	const t: Teller = {
		draw,
		truth,
		pack,
		nowMs: START_MS,
		events: [],
		programEnd: null,
		complete: true,
		honest: true,
		soundFull: false,
		usedSinceRead: false,
		stateAt: (events, at) => packState(pack, events, at, AIR_DEG_C)
	};
	read(t);
	for (let k = 0; k < steps; k++) {
		const luck = draw();
		const soc = meanSoc(truth);
		if (luck < 0.3) read(t);
		else if (soc < 0.45) (luck < 0.85 || !(chemistry in STORE_V) ? chargeRun : storeRun)(t);
		else if (luck < 0.75) use(t);
		else if (luck < 0.85) dischargeRun(t);
		else if (chemistry in STORE_V) storeRun(t);
		else use(t);
		wait(t, draw() < 0.5 ? 0.05 + 2 * draw() : 3 + 100 * draw());
		yield {
			at: iso(t.nowMs),
			pack,
			events: [...t.events],
			truth,
			soc: meanSoc(truth),
			programEnd: t.programEnd,
			complete: t.complete,
			soundFull: t.soundFull,
			honest: t.honest
		};
	}
}
