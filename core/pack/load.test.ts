/**
 * Several packs as the one that they make together. Capacities and currents add, volts do not
 * (common practice, no source).
 */
import { aRunEvent } from '../../tests/support/pack-events';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { resolve } from '../request/context';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { asOnePack, MOST_JOINED, noLoad, sharesOf, type Load, type Member } from './load';
import type { Pack } from './pack';

const member = (pack: object, cells: number[] | null, reading = {}): Member => ({
	pack: aPack({ measuredCapacityAh: null, ...pack }),
	reading: cells && aReading(cells, reading)
});
const load = (...members: [Member, ...Member[]]): Load => members;
const small = member({ id: 'a', name: 'Small', capacityAh: 1, labelChargeRateC: 5 }, [3.7, 3.7, 3.7]);
const large = member(
	{ id: 'b', name: 'Large', capacityAh: 3, labelChargeRateC: 2, parallel: 2 },
	[3.74, 3.7, 3.66]
);

test('a pack alone is itself', () => {
	assert.equal(asOnePack(load(small)), small);
	assert.deepEqual(sharesOf([small]), [1]);
});

test('capacities add, the least rate by label holds for all, and a label that says nothing says nothing of the whole', () => {
	const { pack } = asOnePack(load(small, large));
	assert.deepEqual([pack.name, pack.capacityAh, pack.parallel, pack.cells], ['Small + Large', 4, 3, 3]);
	assert.equal(pack.labelChargeRateC, 2);
	assert.equal(pack.measuredCapacityAh, null);
	const silent = member({ id: 'c', labelChargeRateC: null }, [3.7, 3.7, 3.7]);
	assert.equal(asOnePack(load(small, silent)).pack.labelChargeRateC, null);
	assert.deepEqual(sharesOf([small, large]), [0.25, 0.75]);
});

test('measured capacities add only where every one was measured', () => {
	const measured = (id: string, capacityAh: number) =>
		member({ id, measuredCapacityAh: capacityAh }, [3.7, 3.7, 3.7]);
	assert.equal(asOnePack(load(measured('a', 0.9), measured('b', 2.5))).pack.measuredCapacityAh, 3.4);
	assert.equal(asOnePack(load(measured('a', 0.9), small)).pack.measuredCapacityAh, null);
});

test('what is wrong with one is wrong with the load', () => {
	const pack = (change: object) =>
		asOnePack(load(small, member({ id: 'c', ...change }, [3.7, 3.7, 3.7]))).pack;
	assert.equal(pack({ condition: 'swollen' }).condition, 'swollen');
	assert.equal(pack({ electronics: 'own balancer' }).electronics, 'own balancer');
	assert.equal(pack({ balanceLead: false }).balanceLead, false);
	assert.equal(pack({ makerEndVoltageV: 4.1 }).makerEndVoltageV, 4.1);
	assert.equal(pack({}).connectorId, null, 'the board has its own lead; each plug carries its share alone');
	assert.equal(pack({ firstUsedOn: '2020-01-01' }).firstUsedOn, '2020-01-01');
});

test('cells read as their share of the charge settles, the oldest moment and the worst state count', () => {
	const stale = { takenAt: '2026-05-01T10:00:00.000Z', state: 'just used' as const, temperatureDegC: 4 };
	const { reading } = asOnePack(load(small, { ...large, reading: { ...large.reading!, ...stale } }));
	assert.deepEqual(
		reading!.cellVoltagesV!.map((v) => Number(v.toFixed(4))),
		[3.73, 3.7, 3.67]
	);
	assert.equal(reading!.takenAt, stale.takenAt);
	assert.equal(reading!.state, 'just used');
	assert.equal(reading!.temperatureDegC, 4);
	assert.equal(reading!.packVoltageV, null);
});

test('where one was read only as a whole, the whole is what is known; where one was not read, nothing is', () => {
	const sumOnly = {
		pack: large.pack,
		reading: { ...large.reading!, cellVoltagesV: null, packVoltageV: 11.5 }
	};
	const { reading } = asOnePack(load(small, sumOnly));
	assert.equal(reading!.cellVoltagesV, null);
	assert.equal(Number(reading!.packVoltageV!.toFixed(3)), Number((0.25 * 11.1 + 0.75 * 11.5).toFixed(3)));
	assert.equal(asOnePack(load(small, { ...large, reading: null })).reading, null);
});

test('resistances stand side by side: 10 and 10 mΩ are 5 mΩ (Kirchhoff)', () => {
	const cells = [0.01, 0.01, 0.03];
	const of = (m: Member) => ({ pack: m.pack, reading: { ...m.reading!, cellResistancesOhm: cells } });
	const joined = asOnePack(load(of(small), of(large))).reading!.cellResistancesOhm!;
	assert.deepEqual(
		joined.map((r) => Number(r.toFixed(6))),
		[0.005, 0.005, 0.015]
	);
	assert.equal(asOnePack(load(of(small), large)).reading!.cellResistancesOhm, null);
});

test('what the first pack’s last run left is believed of it alone, not of what is joined with it', () => {
	const life = { chemistry: 'life', labelVoltageV: null };
	const read = aReading([3.4, 3.4, 3.4]);
	const around = {
		events: [aRunEvent({ endedAt: '2026-05-02T17:39:59.500Z', settings: { endVoltageV: 3.6 } })]
	};
	const other = { pack: aPack({ id: 'other', ...life }), reading: read };
	const solo = resolve(aContext({ pack: aPack(life), reading: read, around }));
	assert.match(solo.chargeState.known?.how ?? '', /filled/);
	const joined = resolve(aContext({ pack: aPack(life), reading: read, around, joined: [other] }));
	assert.equal(joined.chargeState.known, null);
	const older = { events: [aRunEvent({ endedAt: '2026-05-02T17:50:00.000Z' })] };
	assert.equal(
		resolve(aContext({ reading: aReading([3.7, 3.7, 3.7]), around: older, joined: [other] })).load[0].reading,
		null
	);
});

test('what is no load is said: another chemistry, another count, the same pack twice, too many', () => {
	const packs = (...list: object[]) =>
		list.map((p, i) => aPack({ id: `p${i}`, name: `P${i}`, ...p })) as [Pack, ...Pack[]];
	assert.equal(noLoad(packs({}, {})), null);
	assert.match(noLoad(packs({}, { cells: 4 }))!, /P1 is of another chemistry or cell count than P0/);
	assert.match(noLoad(packs({}, { chemistry: 'lihv' }))!, /another chemistry/);
	assert.match(noLoad(packs({ id: 'x' }, { id: 'x' }))!, /named twice/);
	assert.equal(noLoad(packs(...Array.from({ length: MOST_JOINED + 1 }, () => ({})))), null);
	assert.match(noLoad(packs(...Array.from({ length: MOST_JOINED + 2 }, () => ({}))))!, /At most 8/);
});
