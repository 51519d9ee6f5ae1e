/** What care is due when: common practice, no source, by the person's own school. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, aReading, NOW } from '../../tests/support/bench-chargers';
import type { PracticeLayer } from '../practice/practice';
import { packState } from '../pack-state/pack-state';
import { GOALS } from './plan';
import {
	careDue,
	isWork,
	OHMS_AGAIN_DAYS,
	READ_AGAIN_DAYS,
	seasonOf,
	TOP_UP_DAYS,
	type CarePack
} from './due-care';

const ago = (days: number) => new Date(Date.parse(NOW) - days * 86400e3).toISOString();
const inDays = (at: string) => Math.round((Date.parse(at) - Date.parse(NOW)) / 86400e3);
const of = (
	volts: number,
	days: number,
	change: Record<string, unknown> = {},
	history: Partial<CarePack['history']> = {}
): CarePack => {
	const pack = aPack(change);
	const lead = pack.chemistry === 'lead';
	const cells = Array.from({ length: pack.cells }, () => volts);
	const reading = aReading(cells, {
		takenAt: ago(days),
		...(lead ? { cellVoltagesV: null, packVoltageV: volts * pack.cells } : {})
	});
	return {
		pack,
		state: packState(pack, [{ kind: 'reading', id: 'r', at: reading.takenAt, reading }], NOW, 20),
		history: { emptiedAt: ago(10), filledAt: ago(10), ...history },
		ohmsAt: null,
		readsOhms: false
	};
};
const due = (c: CarePack, person: PracticeLayer = {}) =>
	careDue(c, NOW, person).map((i) => [i.goal, inDays(i.dueAt)] as const);

test('a full pack goes to storage after as many days as its owner says', () => {
	assert.deepEqual(due(of(4.19, 2))[0], ['storage', 3]);
	assert.deepEqual(due(of(4.19, 2), { storageAfterDays: 1 })[0], ['storage', -1]);
	assert.deepEqual(due(of(4.19, 21))[0], ['storage', -16]);
});

test('so does one that stands at 4.0 V; one at storage is read again, one that is low does not lie so', () => {
	assert.deepEqual(due(of(4.0, 14))[0], ['storage', -9]);
	assert.ok(due(of(3.8, 1)).some(([goal, d]) => goal === 'read' && d === READ_AGAIN_DAYS - 1));
	assert.deepEqual(due(of(3.55, 1))[0], ['storage', 0]);
	assert.ok(!due(of(3.9, 1)).some(([goal]) => goal === 'storage'));
});

test('lead is charged when it is not full, and topped up every three months when it is', () => {
	const lead = { chemistry: 'lead', cells: 6, capacityAh: 7, balanceLead: false };
	const at = (volts: number, history = {}) => of(volts, 1, lead, history);
	assert.deepEqual(due(at(2.03))[0], ['ready', 0]);
	assert.ok(
		due(at(2.16, { filledAt: ago(30) })).some(([goal, d]) => goal === 'ready' && d === TOP_UP_DAYS - 30)
	);
});

test('a capacity check falls due by the school, and never where lithium is spared', () => {
	const check = (c: CarePack, person: PracticeLayer = {}) =>
		due(c, person).find(([goal]) => goal === 'capacity check')?.[1];
	assert.equal(check(of(3.8, 1)), 81);
	assert.equal(check(of(3.8, 1), { maintenance: 'monthly' }), 20);
	assert.equal(check(of(3.8, 1, {}, { emptiedAt: ago(200) })), 0);
	assert.equal(check(of(3.8, 1), { maintenance: 'lithium never' }), undefined);
});

test('what was never measured is to be read, and nothing is asked of what is out of service', () => {
	assert.deepEqual(due({ ...of(3.8, 1), state: packState(aPack(), [], NOW, 20) }), [['read', 0]]);
	assert.deepEqual(due(of(4.19, 21, { condition: 'swollen' })), []);
});

test('a season has each check as often as it comes, each month its own, and what is overdue now', () => {
	const months = seasonOf([of(3.8, 1), of(4.19, 21)], NOW, 6, { maintenance: 'monthly' });
	assert.equal(months.length, 6);
	assert.equal(months[0].month, '2026-05-01T00:00:00.000Z');
	const checks = months.map((m) => m.items.filter((i) => i.goal === 'capacity check').length);
	assert.deepEqual(checks, [2, 2, 2, 2, 2, 2]);
	assert.ok(months[0].items.some((i) => i.goal === 'storage' && i.dueAt <= NOW));
	for (const { items } of months)
		assert.deepEqual(
			items.map((i) => i.dueAt),
			items.map((i) => i.dueAt).toSorted(),
			'the first that falls due first'
		);
	for (const { month, items } of months.slice(1))
		for (const i of items) assert.equal(i.dueAt.slice(0, 7), month.slice(0, 7));
});

test('what falls due as a month begins is that month’s, and only that one’s', () => {
	const june = '2026-06-01T00:00:00.000Z';
	// Read so many days before that its next reading is due at the very stroke.
	const takenAt = new Date(Date.parse(june) - READ_AGAIN_DAYS * 86400e3).toISOString();
	const reading = aReading([3.8, 3.8, 3.8], { takenAt });
	const state = packState(aPack(), [{ kind: 'reading', id: 'r', at: takenAt, reading }], NOW, 20);
	const pack = { ...of(3.8, 1), state };
	const months = seasonOf([pack], NOW, 3).map((m) => m.items.filter((i) => i.dueAt === june).length);
	assert.deepEqual(months, [0, 1, 0]);
});

test('resistance is read again every three months, and once where there is a meter for it', () => {
	const ohms = (change: Partial<CarePack>) =>
		due({ ...of(3.8, 1), ...change }).find(([goal]) => goal === 'resistance')?.[1];
	assert.equal(ohms({ ohmsAt: ago(20), readsOhms: true }), OHMS_AGAIN_DAYS - 20);
	assert.equal(ohms({ ohmsAt: ago(120), readsOhms: true }), OHMS_AGAIN_DAYS - 120);
	assert.equal(ohms({ ohmsAt: null, readsOhms: true }), 0, 'others were read, so can this be');
	assert.equal(ohms({ ohmsAt: null, readsOhms: false }), undefined);
	const months = seasonOf([{ ...of(3.8, 1), ohmsAt: ago(20), readsOhms: true }], NOW, 8);
	const times = months.flatMap((m) => m.items.filter((i) => i.goal === 'resistance'));
	assert.equal(times.length, 2, 'after 71 days and three months later');
});

test('by the month a capacity check comes again after 30 days, by the quarter after 91', () => {
	const checks = (maintenance: 'monthly' | 'every 3 months') =>
		seasonOf([of(3.8, 1)], NOW, 9, { maintenance })
			.flatMap((m) => m.items)
			.filter((i) => i.goal === 'capacity check')
			.map((i) => inDays(i.dueAt));
	const steps = (days: number[]) => new Set(days.slice(1).map((d, k) => d - days[k]));
	assert.deepEqual([...steps(checks('monthly'))], [30]);
	assert.deepEqual([...steps(checks('every 3 months'))], [91]);
});

test('readings with a meter have no place in a plan, everything else has', () => {
	const item = (goal: ReturnType<typeof careDue>[number]['goal']) => ({
		packId: 'p',
		goal,
		dueAt: NOW,
		why: ''
	});
	assert.ok(GOALS.every((goal) => isWork(item(goal))));
	assert.deepEqual([isWork(item('read')), isWork(item('resistance'))], [false, false]);
	// As the care of a full pack whose resistance was never read comes out.
	const c = { ...of(4.19, 2), readsOhms: true };
	assert.deepEqual(
		careDue(c, NOW).map((i) => [i.goal, isWork(i)]),
		[
			['resistance', false],
			['storage', true],
			['capacity check', true]
		]
	);
});

test('read, resistance and topping up come again after three months (common practice, no source)', () => {
	assert.deepEqual([READ_AGAIN_DAYS, OHMS_AGAIN_DAYS, TOP_UP_DAYS], [91, 91, 91]);
});
