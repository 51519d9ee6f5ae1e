/**
 * Core, the data layer and the pool of threads, against their targets; ngspice beside them where
 * it is installed.
 */
import { sortWithin } from '../../core/parallel/batches';
import { sharesOver } from '../../core/parallel/group';
import { joiningOrder } from '../../core/parallel/order';
import { drawnPile } from '../../tests/support/piles';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { lipo } from '../../core/chemistry/lipo';
import { resolve } from '../../core/request/context';
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import { ocvAt } from '../../core/chemistry/curve';
import type { PackEvent } from '../../core/pack-state/event';
import { packState } from '../../core/pack-state/pack-state';
import { check } from '../../core/program/check';
import { solve } from '../../core/program/solve';
import { TASKS } from '../../core/request/task';
import { aMultiCharger } from '../../tests/support/rule-cases';
import type { ChargeControl } from '../../core/simulate/charge-control';
import { monteCarlo } from '../../core/forecast/monte-carlo';
import { PLAIN, type PackModel } from '../../core/simulate/pack-model';
import { runCharge } from '../../core/simulate/run-legs';
import { openDatabase } from '../../src/lib/server/db/connect';
import { createCharger } from '../../src/lib/server/services/chargers/chargers';
import { packAgeing } from '../../src/lib/server/services/packs/ageing';
import { getPack, listPacks } from '../../src/lib/server/services/packs/packs';
import { judgeAll } from '../../src/lib/server/services/runs/judgements';
import { listRuns, monthsOf } from '../../src/lib/server/services/runs/logbook';
import type { RunFilter } from '../../src/lib/server/services/runs/logbook-query';
import { aCharger, aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { runSpice } from '../../tests/support/ngspice';
import { aReadingEvent, aRunEvent, atHour, aUseEvent } from '../../tests/support/pack-events';
import { Pool } from './pool';
import { has } from '../steps.mjs';

interface Row {
	what: string;
	medianMs: number;
	/** The quickest run: what the machine does when nothing else is on it. */
	bestMs: number;
	targetMs: number | null;
}
const rows: Row[] = [];

function median(values: number[]): number {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.floor(sorted.length / 2)];
}

async function measure(
	what: string,
	targetMs: number | null,
	times: number,
	work: () => unknown,
	warmUp = times
): Promise<number> {
	for (let i = 0; i < warmUp; i++) await work();
	const taken: number[] = [];
	for (let i = 0; i < times; i++) {
		const started = performance.now();
		await work();
		taken.push(performance.now() - started);
	}
	const medianMs = median(taken);
	rows.push({ what, medianMs, bestMs: Math.min(...taken), targetMs });
	return medianMs;
}

const CELLS = 6;
const fill = (value: number) => new Float64Array(CELLS).fill(value);
const model: PackModel = {
	curve: lipo.curve,
	capacityAh: fill(3),
	startSoc: fill(0.1),
	seriesOhm: fill(lipo.defaults.seriesOhmAh / 3),
	relaxOhm: fill(lipo.defaults.relaxOhmAh / 3),
	relaxS: lipo.defaults.relaxS,
	resistanceDoublesPerK: Infinity,
	heatCapacityJPerK: 400,
	coolingS: 1500,
	startDegC: 25,
	ambientDegC: 25,
	coulombicEfficiency: 1,
	...PLAIN
};
const control: ChargeControl = {
	currentA: 3,
	endVoltageV: 4.2,
	powerW: 70,
	taperA: 0.3,
	timerS: Infinity,
	capacityLimitAh: Infinity,
	temperatureLimitDegC: Infinity,
	seesCells: true,
	balanceCurrentA: 0,
	balanceFromV: 3.9,
	balanceToleranceV: 0.01,
	voltageErrorV: 0,
	currentFactor: 1,
	dip: null,
	reached: 'full'
};

// Warmed up for longer than the rest: it is the first to run, and the engine takes a while to
// compile the loop.
const ours = await measure(
	'a full 6S charge at 1 s steps, in core',
	1,
	60,
	() => runCharge(model, control, { dtS: 1, traceEveryS: 0 }),
	240
);
const spice = has('ngspice')
	? await measure(
			'the same circuit in ngspice, process included',
			null,
			3,
			() => runSpice(model, control, 4200),
			1
		)
	: null;

const context = aContext({
	pack: aPack({ cells: 4, capacityAh: 3.7, measuredCapacityAh: null }),
	reading: aReading([3.7, 3.71, 3.7, 3.71]),
	charger: aCharger({ sharedPowerW: 240 })
});
await measure('solve, rules and forecast for one pack', 3, 200, () => solve(context));
const settings = solve(context).settings;
// Every chemistry with every task it has: the slow ones (hours of discharge, a dip to look for)
// count as well.
const scenes = CHEMISTRIES.flatMap((chemistry) =>
	TASKS.filter((t) => t.families.includes(chemistry.family)).map((t) => {
		const lithium = chemistry.family === 'lithium';
		const cells = lithium ? 4 : 6;
		const v = ocvAt(chemistry.curve, 0.5);
		return aContext({
			pack: aPack({
				chemistry: chemistry.id,
				cells,
				capacityAh: 3,
				labelChargeRateC: null,
				balanceLead: lithium,
				measuredCapacityAh: null
			}),
			reading: lithium
				? aReading(Array.from({ length: cells }, () => v))
				: aReading([], { cellVoltagesV: null, packVoltageV: cells * v }),
			charger: aMultiCharger(),
			task: t.id
		});
	})
);
let at = 0;
await measure('the same over every chemistry and task in turn', 3, 10 * scenes.length, () =>
	solve(scenes[at++ % scenes.length])
);
const six = aContext({
	pack: aPack({ cells: 6, capacityAh: 5, measuredCapacityAh: null }),
	reading: aReading([3.7, 3.71, 3.7, 3.71, 3.7, 3.7]),
	charger: aCharger({ sharedPowerW: 240 })
});
const sixSettings = solve(six).settings;
await measure('1 000 Monte-Carlo runs of a 6S charge, in one thread', null, 5, () => {
	const work = monteCarlo(resolve(six), sixSettings, { runs: 1000, seed: 7, untilMin: 90 });
	while (!work.next().done);
});
const pool = new Pool();
await measure(`the same with a pool of ${pool.size} threads`, 250, 10, () =>
	pool.band(six, sixSettings, 1000, 90)
);
await pool.close();
const checks = Array.from({ length: 3000 }, (_, i) => {
	const { resolved: r, settings: chosen, solved, forecast } = solve(scenes[i % scenes.length]);
	return { r, settings: chosen, solved, forecast };
});
for (const [packs, targetMs] of [
	[24, 50],
	[60, 500]
] as const) {
	const pile = drawnPile(5, packs);
	await measure(`${packs} packs sorted at once`, targetMs, 20, () =>
		sortWithin(pile, 25, () => performance.now())
	);
}
const joinedSix = Array.from({ length: 6 }, (_, k) => ({
	pack: aPack({ id: `p${k}`, cells: 6 }),
	reading: aReading(Array.from({ length: 6 }, () => 3.75 + 0.01 * k))
}));
await measure('six packs of 6S joined: order, contacts and what each gets of the charge', 1000, 5, () => {
	joiningOrder(joinedSix);
	sharesOver(joinedSix, { currentA: 15, powerW: 400, endV: 25.2, taperA: 1.5 });
});
await measure('the rules over 500 packs × 6 channels', 1000, 5, () => checks.forEach((c) => check(c)));

// Ten years of a pack: three charges a week, each with a use and a reading before it.
const DAY_H = 24;
const tenYears: PackEvent[] = Array.from({ length: 1500 }, (_, k) => {
	const at = k * 2.33 * DAY_H;
	return [
		aUseEvent(atHour(at)),
		aReadingEvent(atHour(at + 1), [3.7, 3.71, 3.7], { usedSince: 'used' }),
		aRunEvent({
			...{ id: `run ${k}`, startedAt: atHour(at + 1.2), endedAt: atHour(at + 2.2) },
			...{ chargeAh: 2.2, expectedAh: 2.2 }
		})
	];
}).flat();
const asked = atHour(1500 * 2.33 * DAY_H);
await measure('the state of a pack with ten years of events, anew', 5, 200, () =>
	packState(aPack(), tenYears, asked, 21)
);

const dir = mkdtempSync(join(tmpdir(), 'bench-'));
try {
	const db = await openDatabase(join(dir, 'bench.sqlite'));
	const { id: _id, ...description } = aCharger();
	const charger = await createCharger(db, {
		...description,
		channels: description.channels.map(({ id: _channel, ...c }) => c)
	});
	if (!charger.ok) throw new Error(charger.message);
	const packIds = Array.from({ length: 200 }, () => randomUUID());
	const { id: _pack, ...pack } = aPack();
	await db.write((tx) =>
		tx.models.Pack.bulkCreate(packIds.map((id, i) => ({ ...pack, id, name: `Pack ${i}` })))
	);
	const start = Date.parse('2026-01-01T10:00:00Z');
	await db.write((tx) =>
		tx.models.Run.bulkCreate(
			Array.from({ length: 5000 }, (_, i) => ({
				id: randomUUID(),
				packId: packIds[i % 200],
				chargerId: charger.value.id,
				channelId: charger.value.channels[0].id,
				mode: 'by hand',
				status: 'ended',
				task: 'balance',
				purpose: 'standard',
				settings,
				overridden: [],
				startedAt: new Date(start + i * 3600e3).toISOString(),
				endedAt: new Date(start + i * 3600e3 + 3e6).toISOString(),
				endReason: 'full',
				durationS: 3000,
				chargeAh: 2,
				notes: ''
			}))
		)
	);
	await db.write((tx) =>
		tx.models.Reading.bulkCreate(
			Array.from({ length: 5000 }, (_, i) => ({
				id: randomUUID(),
				packId: packIds[i % 200],
				takenAt: new Date(start + i * 3600e3).toISOString(),
				cellVoltagesV: [3.8, 3.81, 3.8],
				state: 'rest'
			}))
		)
	);
	const now = new Date(start + 5001 * 3600e3).toISOString();
	// Something is written before each: a shelf that nothing happened to is kept, and costs nothing.
	let worn = 0;
	const wear = () =>
		db.write((tx) => tx.models.Pack.update({ notes: `${++worn}` }, { where: { id: packIds[0] } }));
	await measure(
		'a pack changed, and Today of 200 packs with 5 000 runs anew',
		100,
		30,
		async () => {
			await wear();
			await listPacks(db, now);
		},
		5
	);
	await measure('…, a minute later each time', 100, 30, async () => {
		await wear();
		await listPacks(db, new Date(Date.parse(now) + worn * 60e3).toISOString());
	});
	// The book of some busy years: 20 000 runs, found in by words, by end and by month; a pack of
	// ten years over time.
	const more = Array.from({ length: 15_000 }, (_, i) => {
		const at = Date.parse('2016-06-01T10:00:00Z') + i * 5.6 * 3600e3;
		// Every tenth run is of one pack: ten years of it.
		const packId = i % 10 === 0 ? packIds[7] : packIds[i % 200];
		return { i, at, packId };
	});
	for (let from = 0; from < more.length; from += 3000)
		await db.write(async (tx) => {
			const part = more.slice(from, from + 3000);
			await tx.models.Run.bulkCreate(
				part.map(({ i, at, packId }) => ({
					id: randomUUID(),
					packId,
					...{ chargerId: charger.value.id, channelId: charger.value.channels[0].id },
					...{
						mode: 'by hand',
						status: 'ended',
						task: 'balance',
						purpose: 'standard',
						settings,
						overridden: []
					},
					...{ startedAt: new Date(at).toISOString(), endedAt: new Date(at + 3e6).toISOString() },
					...{ endReason: i % 40 === 0 ? 'capacity limit' : 'full', durationS: 3000, chargeAh: 1.4 },
					notes: i % 500 === 0 ? 'warm at the plug' : ''
				}))
			);
			await tx.models.Reading.bulkCreate(
				part.map(({ at, packId }) => ({
					id: randomUUID(),
					packId,
					takenAt: new Date(at - 6e5).toISOString(),
					...{ cellVoltagesV: [3.75, 3.76, 3.75], state: 'rest', usedSince: 'used', temperatureDegC: 18 },
					cellResistancesOhm: [0.006, 0.006, 0.006]
				}))
			);
		});
	const judgedIn = performance.now();
	await judgeAll(db);
	console.log(`20 000 ends judged in ${((performance.now() - judgedIn) / 1000).toFixed(1)} s, once`);
	let written = 0;
	const anew = () =>
		db.write((tx) => tx.models.Pack.update({ notes: `${++written}` }, { where: { id: packIds[0] } }));
	const page = async (filter: RunFilter) => {
		await anew();
		await Promise.all([listRuns(db, { ...filter, limit: 40 }), monthsOf(db, filter)]);
	};
	for (const [what, filter] of [
		['the logbook of 20 000 runs, with its months', {}],
		['…, two words in notes and names', { text: 'warm plug' }],
		['…, ended otherwise than meant in a month', { end: 'otherwise', from: '2019-03-01', to: '2019-03-31' }],
		['…, judged sound, of one pack', { judged: 'sound', packId: packIds[7] }]
	] as const)
		await measure(what, 150, 20, () => page(filter), 3);
	const aged = await getPack(db, packIds[7]);
	if (!aged.ok) throw new Error(aged.message);
	await measure(
		'a pack of ten years and 1 500 runs over time',
		150,
		20,
		async () => {
			await anew();
			await packAgeing(db, aged.value, now);
		},
		3
	);
	await db.close();
} finally {
	rmSync(dir, { recursive: true, force: true });
}

console.log('    median       best   target   share   what');
for (const { what, medianMs, bestMs, targetMs } of rows) {
	const target = targetMs === null ? '' : `${targetMs} ms`;
	const share = targetMs === null ? '' : `${(medianMs / targetMs).toFixed(2)}×`;
	console.log(
		`${medianMs.toFixed(2).padStart(7)} ms ${bestMs.toFixed(2).padStart(7)} ms ${target.padStart(8)} ${share.padStart(7)}   ${what}`
	);
}
console.log(
	spice === null
		? 'ngspice is not installed: not compared.'
		: `ngspice over core: ${(spice / ours).toFixed(0)}×`
);
