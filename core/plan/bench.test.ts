/** The bench as limits: what a plan may not use twice. Worked by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aPack, aSupply } from '../../tests/support/bench-chargers';
import { aJob } from '../../tests/support/plan-job';
import type { Inventory } from '../charger/inventory';
import { CONNECTORS } from '../pack/connector';
import { dayOf, plannedOf, SLOT_MIN, type PlanBench } from './bench';
import type { Job } from './plan';
import { placementsOf } from './placements';
import type { RunWay, Ways } from './run-way';

const FROM = '2026-05-02T18:00:00.000Z';
const at = (min: number) => new Date(Date.parse(FROM) + min * 60e3).toISOString();
const two = aCharger({ sharedPowerW: 100, supplyId: 's', overheadW: 5, efficiency: 0.8 });
const charger = {
	...two,
	channels: ['a', 'b'].map((id) => ({ ...two.channels[0], id, label: id, powerW: 80, portBuiltIn: false }))
};
const pack = (id: string, cells: number) => ({ ...aPack({ cells, connectorId: 'block-small' }), id });
const packs = [pack('p2', 2), pack('p4', 4), pack('p6', 6)];
const stock = (change: Partial<Inventory>): Inventory => ({
	connectors: CONNECTORS.map((c) => ({ ...c })),
	leads: [],
	adapters: [],
	boards: [],
	parallelBoards: [],
	...change
});
const bench = (change: Partial<PlanBench> = {}): PlanBench => ({
	chargers: [charger],
	supplies: [aSupply({ id: 's', kind: 'bench supply', powerW: 300, currentA: null, otherLoadW: 15 })],
	inventory: null,
	packs,
	going: [],
	...change
});
const job = aJob;
const way = (change: Partial<RunWay> = {}): RunWay => ({
	chargerId: charger.id,
	channelIds: ['a', 'b'],
	purpose: 'standard',
	currentA: 2,
	steps: [
		{
			task: 'balance',
			earlyMin: 18,
			likelyMin: 20,
			lateMin: 23,
			outputW: [40, 60, 60, 30, 10],
			energyWh: 15,
			restMin: 0,
			divisible: false
		}
	],
	wear: 1,
	balances: true,
	checks: 0,
	keyFirst: 0,
	withinW: null,
	...change
});
const of = (jobs: Job[], b: PlanBench = bench(), ways: RunWay[] = [way()], now = FROM) =>
	dayOf(
		{ from: FROM, until: at(240), hours: [{ from: at(0), to: at(180), who: 'you', hands: true }] },
		jobs,
		new Map(jobs.map((j): [string, Ways] => [j.id, { ways, cannot: [] }])),
		b,
		now
	);
const limit = (day: ReturnType<typeof of>, id: string) => day.problem.limits.find((l) => l.id === id);
const held = (day: ReturnType<typeof of>, j: number) =>
	day.problem.jobs[j].ways[0].holds.map((n) => day.problem.limits[n].id).sort();

test('minutes become whole slots: likely, and kept until the 95th percentile; watts by slot, in and out', () => {
	const day = of([job('p4')]);
	const [step] = day.problem.jobs[0].ways[0].steps;
	assert.equal(SLOT_MIN, 5);
	assert.deepEqual([step.likely, step.kept], [4, 5]);
	const watts = (id: string) => step.draws.find((d) => day.problem.limits[d.limit].id === id)?.amounts;
	assert.deepEqual(watts(charger.id), [40, 60, 60, 30, 10]);
	assert.deepEqual(watts('s'), [50, 75, 75, 37.5, 12.5], 'by its efficiency');
	assert.equal(day.problem.jobs[0].ways.length, 2, 'each of the channels that are alike');
});

test('what the charger shares, what its supply gives less what hangs on it, and the hours', () => {
	const day = of([job('p4')]);
	assert.equal(limit(day, charger.id)?.cap, 100);
	assert.equal(limit(day, 's')?.cap, 300 - 15 - 5);
	assert.equal(day.problem.slots, 48);
	assert.equal(day.problem.watched.filter(Boolean).length, 36);
	// A charger whose channels never reach what it may give has no such limit.
	assert.equal(
		limit(of([job('p4')], bench({ chargers: [{ ...charger, sharedPowerW: 160 }] })), charger.id),
		undefined
	);
});

test('what its input takes is less than its channels together could give: that is what they share', () => {
	const shares = (change: object) =>
		limit(of([job('p4')], bench({ chargers: [{ ...charger, sharedPowerW: null, ...change }] })), charger.id)
			?.cap;
	const volts = bench().supplies[0].voltageV;
	const inputCurrentA = 90 / volts;
	// 90 W in, 5 W for itself, four fifths of the rest come out.
	assert.ok(Math.abs(shares({ inputCurrentA })! - 68) < 1e-9);
	assert.equal(shares({ inputCurrentA: 100 }), undefined);
	assert.equal(
		shares({ inputCurrentA, supplyId: null }),
		undefined,
		'without a supply nobody knows its volts'
	);
});

test('half a battery is all there is of it', () => {
	const day = of(
		[job('p4')],
		bench({
			supplies: [
				aSupply({ id: 's', kind: 'lead battery', voltageV: 12, capacityAh: 20, powerW: 200, currentA: null })
			]
		})
	);
	assert.equal(day.problem.stores[0].cap, 120);
	// 15 Wh out at 80 %, and 5 W of its own for 20 min.
	const [use] = day.problem.jobs[0].ways[0].steps[0].stores;
	assert.ok(Math.abs(use.amount - (15 / 0.8 + 5 / 3)) < 1e-9);
	assert.equal(day.problem.stores[use.store].id, 's');
});

test('a board for a large pack takes a small one too', () => {
	const inventory = stock({
		boards: [
			{ id: 'x', name: 'six', cells: 6, count: 1 },
			{ id: 'y', name: 'four', cells: 4, count: 2 }
		]
	});
	const day = of(
		packs.map((p) => job(p.id)),
		bench({ inventory })
	);
	assert.deepEqual(
		['board 2', 'board 4', 'board 6'].map((id) => limit(day, id)?.cap),
		[3, 3, 1]
	);
	assert.deepEqual(held(day, 0), ['board 2', 'p2']);
	assert.deepEqual(held(day, 2), ['board 2', 'board 4', 'board 6', 'p6']);
	// One that does not balance needs none, nor does a channel with a port of its own.
	assert.deepEqual(held(of([job('p4')], bench({ inventory }), [way({ balances: false })]), 0), ['p4']);
	const port = { ...charger, channels: charger.channels.map((c) => ({ ...c, portBuiltIn: true })) };
	assert.deepEqual(held(of([job('p4')], bench({ inventory, chargers: [port] })), 0), ['p4']);
});

test('leads are counted by the connector they fit; joined packs take a board that joins them', () => {
	const lead = (id: string) => ({
		id,
		name: id,
		connectorId: 'block-small',
		awg: 14,
		lengthM: 0.4,
		currentA: 15
	});
	const inventory = stock({
		leads: [lead('l'), lead('m')],
		parallelBoards: [{ id: 'b', name: 'board', places: 4, cells: 6, currentA: 30, fused: 'no' }]
	});
	const day = of([job('p4'), job('p2', { joined: ['p6'] })], bench({ inventory }));
	assert.equal(limit(day, 'lead block-small')?.cap, 2);
	assert.ok(held(day, 0).includes('lead block-small'));
	assert.deepEqual(held(day, 1), ['join 2 2', 'p2', 'p6']);
	assert.equal(limit(day, 'join 2 2')?.cap, 1);
});

test('a single cell needs no board, and a battery of which nobody knows what it holds is no store', () => {
	const inventory = stock({ boards: [{ id: 'x', name: 'six', cells: 6, count: 1 }] });
	const one = { ...pack('p1', 1), balanceLead: true };
	assert.deepEqual(held(of([job('p1')], bench({ inventory, packs: [...packs, one] })), 0), ['p1']);
	const supply = { id: 's', voltageV: 12, powerW: 200, currentA: null };
	for (const known of [
		aSupply({ ...supply, kind: 'lead battery', capacityAh: null }),
		aSupply({ ...supply, kind: 'bench supply', capacityAh: 20 })
	])
		assert.deepEqual(of([job('p4')], bench({ supplies: [known] })).problem.stores, [], known.kind);
});

test('a run on the second charger takes that one’s watts, not the first one’s', () => {
	const other = {
		...charger,
		id: 'other',
		channels: charger.channels.map((c) => ({ ...c, id: `o${c.id}` }))
	};
	const day = of(
		[job('p4')],
		bench({
			chargers: [charger, other],
			going: [{ channelId: 'oa', packIds: ['p2'], until: at(32), outputW: 40, balances: false }]
		})
	);
	assert.deepEqual(limit(day, 'other')?.taken, new Array(7).fill(40));
	assert.deepEqual(limit(day, charger.id)?.taken ?? [], []);
});

test('what was planned says whether it was held to fewer watts', () => {
	for (const withinW of [null, 120]) {
		const day = of([job('p4')], bench(), [way({ withinW })]);
		const [[placement]] = placementsOf(day.problem);
		assert.equal(plannedOf(day, placement).limited, withinW !== null);
	}
});

test('a run that goes on takes its channel, its pack and its watts until it is likely over', () => {
	const day = of(
		[job('p4')],
		bench({ going: [{ channelId: 'a', packIds: ['p2'], until: at(32), outputW: 40, balances: false }] })
	);
	assert.deepEqual(limit(day, 'a')?.taken, new Array(7).fill(1));
	assert.deepEqual(limit(day, 'p2')?.taken, new Array(7).fill(1));
	assert.deepEqual(limit(day, charger.id)?.taken, new Array(7).fill(40));
	assert.deepEqual(limit(day, 's')?.taken, new Array(7).fill(50));
});

test('what a person says of a job leaves only its ways: pace, channel, time', () => {
	const ways = [way({ purpose: 'gentle' }), way(), way({ purpose: 'hurry' })];
	const count = (change: Partial<Job>) => of([job('p4', change)], bench(), ways).problem.jobs[0].ways.length;
	assert.equal(count({}), 6);
	assert.equal(count({ pace: 'gentle only' }), 2);
	assert.equal(count({ pace: 'no faster than usual' }), 4);
	assert.equal(count({ channelId: 'b' }), 3);
	const pinned = of([job('p4', { startsAt: at(60) })]);
	assert.deepEqual([...new Set(placementsOf(pinned.problem)[0].map((p) => p.start))], [12]);
});

test('nothing begins before now, before it is wanted, or while it is warm; a start some minutes late stays as it was planned', () => {
	const from = (day: ReturnType<typeof of>) => day.problem.jobs[0].from;
	assert.equal(from(of([job('p4')], bench(), [way()], at(22))), 5);
	assert.equal(from(of([job('p4', { notBefore: at(61) })])), 13);
	assert.equal(from(of([job('p4')], bench({ coolBy: { p4: at(40) } }))), 8);
	const planned = (start: number, now: string) => {
		const run = {
			jobId: 'j-p4',
			chargerId: charger.id,
			channelId: 'a',
			purpose: 'standard' as const,
			currentA: 2,
			limited: false,
			wear: 1,
			inTime: true,
			spans: [{ task: 'balance' as const, from: at(start), likely: at(start + 25), to: at(start + 30) }]
		};
		return dayOf(
			{ from: FROM, until: at(240), hours: [], planned: [run] },
			[job('p4')],
			new Map(),
			bench(),
			now
		).problem.jobs[0].from;
	};
	assert.equal(planned(20, at(27)), 4, 'seven minutes late');
	assert.equal(planned(20, at(41)), 9, 'missed: from now on');
	assert.equal(planned(60, at(27)), 6, 'what is to come may come sooner');
});

test('chargers at two places: each way knows its own, the walk becomes whole slots; two spellings are one place', () => {
	const garage = { ...charger, id: 'g', standsAt: 'Garage', channels: [{ ...charger.channels[0], id: 'c' }] };
	const ways = [way(), way({ chargerId: 'g', channelIds: ['c'] })];
	const placesIn = (chargers: PlanBench['chargers'], walkMin: number) => {
		const { problem, walkMin: min } = of([job('p4')], bench({ chargers, walkMin }), ways);
		return { places: problem.jobs[0].ways.map((w) => w.place), walk: problem.walk, min };
	};
	assert.deepEqual(placesIn([charger, garage], 6), { places: [0, 0, 1], walk: 2, min: 6 });
	assert.deepEqual(placesIn([{ ...charger, standsAt: ' garage' }, garage], 6), {
		places: [0, 0, 0],
		walk: 0,
		min: 0
	});
	assert.deepEqual(placesIn([charger, garage], 0).walk, 0);
});
