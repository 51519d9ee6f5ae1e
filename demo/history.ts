/**
 * The year before today, made by running the core: every charge in the demo logbook was solved,
 * simulated with the pack as it really is, and cut by whatever the charger really held. Nothing
 * in it is typed in.
 */
import { chemistryOf } from '../core/chemistry/catalogue';
import { ocvAt } from '../core/chemistry/curve';
import type { Charger } from '../core/charger/charger';
import type { Supply } from '../core/charger/supply';
import type { Telemetry } from '../core/simulate/telemetry';
import type { EndReason } from '../core/pack/end-reason';
import type { Pack } from '../core/pack/pack';
import type { ReadingInput } from '../core/pack/reading';
import { heldSetting, resolve } from '../core/request/context';
import type { ProgramSettings } from '../core/request/settings';
import { solve } from '../core/program/solve';
import { packModel } from '../core/forecast/assume';
import { legsOf } from '../core/forecast/program-legs';
import { ordinaryTask, type Purpose, type TaskId } from '../core/request/task';
import { normal, uniform } from '../core/simulate/random';
import { runLegs } from '../core/simulate/run-legs';
import type { DemoPack } from './packs';

const DAY_MS = 86400e3;

export interface PastRun {
	startedAt: string;
	endedAt: string;
	settings: ProgramSettings;
	expectedMin: number | null;
	expectedP95Min: number | null;
	expectedAh: number | null;
	endReason: EndReason;
	durationS: number;
	chargeAh: number;
	peakTemperatureDegC: number;
	endCellVoltagesV: number[] | null;
	endPackVoltageV: number;
	task: TaskId;
	purpose: Purpose;
	channelId: string;
	telemetry: Telemetry;
	before: ReadingInput;
}

/**
 * Volts a meter shows, V: to the hundredth of a volt for a person, to the thousandth for a
 * charger.
 */
const meter = (volts: number) => Math.round(volts * 100) / 100;

/** How cold the boathouse is on a day of the year, °C. */
const seasonDegC = (at: number) => 13 - 8 * Math.cos(((at / DAY_MS - 20) / 365.25) * 2 * Math.PI);

interface Scene {
	demo: DemoPack;
	pack: Pack;
	charger: Charger;
	supply: Supply;
	nowMs: number;
	seed: number;
}

/** A pack that was new when it was first used and has aged steadily to what it is today. */
function healthAt({ demo, nowMs }: Scene, at: number): DemoPack['health'] {
	const age = Math.max(0, 1 - (nowMs - at) / (demo.years * 365.25 * DAY_MS));
	return {
		capacity: 1 - (1 - demo.health.capacity) * age,
		resistance: 1 + (demo.health.resistance - 1) * age
	};
}

/**
 * State of charge of each cell when the boat comes back, with the drift its cells have gathered
 * since the last charge.
 */
function cellsAfterUse(scene: Scene, base: number, weeks: number, draw: () => number): number[] {
	const { drift } = scene.demo;
	return Array.from({ length: scene.pack.cells }, (_, i) => {
		const scatter = scene.pack.cells > 1 ? 0.02 * draw() : 0;
		return Math.max(0.03, base + scatter - (drift && drift.cell === i ? drift.perWeek * weeks : 0));
	});
}

function readingAt(
	scene: Scene,
	at: number,
	socs: number[],
	degC: number,
	usedSince: ReadingInput['usedSince'] = 'used'
): ReadingInput {
	const { curve, defaults } = chemistryOf(scene.pack.chemistry);
	// The defaults hold at 25 °C; a meter shows what it is in the cold.
	const warmth = 2 ** ((25 - degC) / defaults.resistanceDoublesPerK);
	const ohm = (defaults.seriesOhmAh / scene.pack.capacityAh) * healthAt(scene, at).resistance * warmth;
	const volts = socs.map((soc) => ocvAt(curve, soc));
	const byCell = seesCells(scene.pack);
	return {
		takenAt: new Date(at).toISOString(),
		cellVoltagesV: byCell ? volts.map(meter) : null,
		packVoltageV: byCell ? null : meter(volts.reduce((x, y) => x + y, 0)),
		state: 'rest',
		usedSince,
		lowFor: 'not said',
		temperatureDegC: Math.round(degC),
		cellResistancesOhm: byCell
			? socs.map((_, i) => Math.round(ohm * (1 + 0.04 * Math.sin(3 * i + scene.seed)) * 1e4) / 1e4)
			: null,
		chargerCellsV: null,
		chargerChannelId: null
	};
}

/** Cells are read through a balance lead; a lone cell is the pack. */
const seesCells = (pack: Pack) =>
	pack.cells === 1 || (pack.balanceLead && chemistryOf(pack.chemistry).balanceFromCells !== null);

function run(
	scene: Scene,
	at: number,
	before: ReadingInput,
	channelId: string,
	task: TaskId = ordinaryTask(chemistryOf(scene.pack.chemistry), scene.pack.cells)
): PastRun | null {
	const { pack, charger, supply } = scene;
	const health = healthAt(scene, at);
	const degC = before.temperatureDegC ?? 18;
	const solution = solve({
		pack: { ...pack, condition: 'in service' },
		reading: before,
		charger,
		channelId,
		supply,
		othersOutputW: 0,
		ambientDegC: degC,
		now: before.takenAt,
		task,
		purpose: 'standard'
	});
	if (!solution.proposed) return null;
	const r = resolve(solution.resolved);
	// The club keys current and cells and leaves the rest as the charger holds it: that is how the
	// limit came to cut runs short.
	const limit = heldSetting(r, 'capacityLimitAh')?.heldValue ?? null;
	const forgot =
		task !== 'discharge' &&
		limit !== null &&
		limit < (solution.forecast?.chargeAh.p5 ?? 0) &&
		at > scene.nowMs - 60 * DAY_MS;
	const settings = forgot ? { ...solution.settings, capacityLimitAh: limit } : solution.settings;
	const guess = packModel(r);
	const truth = {
		...guess,
		capacityAh: guess.capacityAh.map(() => pack.capacityAh * health.capacity),
		seriesOhm: guess.seriesOhm,
		relaxOhm: guess.relaxOhm.map((ohm) => ohm * health.resistance)
	};
	const slow = (solution.forecast?.timeMin.median ?? 0) > 150;
	const outcome = runLegs(truth, legsOf(r, settings), {
		dtS: slow ? 10 : 5,
		traceEveryS: slow ? 90 : 20
	});
	const { trace } = outcome;
	return {
		startedAt: new Date(at).toISOString(),
		endedAt: new Date(at + outcome.timeS * 1000).toISOString(),
		settings,
		expectedMin: solution.forecast?.timeMin.median ?? null,
		expectedP95Min: solution.forecast?.timeMin.p95 ?? null,
		expectedAh: solution.forecast?.chargeAh.median ?? null,
		endReason: outcome.endReason,
		durationS: outcome.timeS,
		chargeAh: outcome.chargeAh,
		peakTemperatureDegC: outcome.peakTemperatureDegC,
		endCellVoltagesV: seesCells(pack) ? outcome.endCellV.map((v) => Math.round(v * 1000) / 1000) : null,
		endPackVoltageV: Math.round(1000 * outcome.endCellV.reduce((x, y) => x + y, 0)) / 1000,
		task,
		purpose: 'standard',
		channelId,
		telemetry: seesCells(pack) ? { ...trace } : { ...trace, cellV: [] },
		before
	};
}

/** How long before today each story's last ordinary run was, days. */
const QUIET_DAYS: Record<DemoPack['now'], number> = {
	empty: 3,
	part: 3,
	half: 3,
	drifted: 4,
	storage: 7,
	ready: 3,
	'full for three weeks': 26,
	unread: 400
};

/** Every so many charges a pack's capacity is measured. */
const CHECK_EVERY = 8;

/** A pack the morning after its charge. */
const fullCells = (scene: Scene) => Array.from({ length: scene.pack.cells }, () => 0.99);

/** Past runs of one pack and the readings since, oldest first. */
export function historyOf(scene: Scene): { runs: PastRun[]; lastReadings: ReadingInput[] } {
	const { demo, charger, nowMs } = scene;
	const next = uniform(scene.seed);
	const draw = normal(next);
	const runs: PastRun[] = [];
	let charges = 0;
	const span = Math.min(365, demo.years * 365.25);
	const quietDays = QUIET_DAYS[demo.now];
	for (let day = span - 4 * next(); day > quietDays; day -= demo.everyDays * (0.5 + next())) {
		// Charged in the boathouse between nine and seven.
		const at = Math.floor((nowMs - day * DAY_MS) / DAY_MS) * DAY_MS + (9 + 10 * next()) * 3600e3;
		const degC = Math.max(11, seasonDegC(at) + 2 * draw());
		const socs = cellsAfterUse(scene, 0.14 + 0.3 * next(), demo.everyDays / 7, draw);
		const before = readingAt(scene, at - 12 * 60e3, socs, degC);
		const channel = charger.channels[Math.floor(next() * charger.channels.length)];
		const charged = run(scene, at, before, channel.id);
		if (!charged) continue;
		runs.push(charged);
		charges++;
		// Its capacity is measured the next morning, from full, now and then.
		if (demo.measured && charges % CHECK_EVERY === CHECK_EVERY - 1) {
			const next = at + 15 * 3600e3;
			const full = readingAt(scene, next - 600e3, fullCells(scene), degC);
			const check = run(scene, next, full, channel.id, 'discharge');
			if (check) runs.push(check);
		}
	}
	return { runs, lastReadings: storyToday(scene, runs, draw) };
}

/** The readings that leave the pack where the story wants it today. */
function storyToday(scene: Scene, runs: PastRun[], draw: () => number): ReadingInput[] {
	const { demo, nowMs } = scene;
	const at = (
		hoursAgo: number,
		soc: number,
		degC = 19,
		weeks = 0.4,
		usedSince: ReadingInput['usedSince'] = 'used'
	) => readingAt(scene, nowMs - hoursAgo * 3600e3, cellsAfterUse(scene, soc, weeks, draw), degC, usedSince);
	switch (demo.now) {
		case 'empty':
			return [at(2.2, 0.075, 19, 0.4, 'until it faded')];
		case 'part':
			return [at(0.4, 0.34)];
		case 'half':
			return [at(5, 0.62)];
		case 'drifted':
			return [at(3, 0.14, 18, 2.2)];
		case 'storage':
			return [at(6 * 24, 0.5, 17, 1.6)];
		case 'ready': {
			// Charged yesterday, read this morning.
			const yesterday = run(scene, nowMs - 22 * 3600e3, at(22.3, 0.15), scene.charger.channels[0].id);
			if (yesterday) runs.push(yesterday);
			return [at(8, 0.985, 19, 0.4, 'not used')];
		}
		case 'full for three weeks': {
			const full = run(scene, nowMs - 21.2 * DAY_MS, at(21.25 * 24, 0.2), scene.charger.channels[0].id);
			if (full) runs.push(full);
			return [at(21 * 24, 0.988, 19, 0.4, 'not used')];
		}
		case 'unread':
			return [];
	}
}
