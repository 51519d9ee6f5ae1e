/**
 * Packs in parallel: sifting, windows, order, shares, what is hidden, parting, renewing; figures
 * that can be checked by hand.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aPack, aReading, NOW } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../tests/support/rule-cases';
import { limitsAt } from '../charger/envelope';
import { InventorySchema } from '../charger/inventory-schema';
import { ocvAt, socAt } from '../chemistry/curve';
import { resolve } from '../request/context';
import { apartFrom } from './apart';
import { joiningOf } from './joining';
import { boardAt, placesFor } from './places';
import { lipo } from '../chemistry/lipo';
import type { Pack } from '../pack/pack';
import type { ReadingInput } from '../pack/reading';
import { resolvePractice } from '../practice/practice';
import type { Member } from '../simulate/joining/member';
import { meetAtNode } from '../simulate/joining/node';
import { settle } from '../simulate/joining/settling';
import { uniform } from '../simulate/random';
import { ratedAh } from '../pack/rated';
import { closeTogether, fits, meetingFigures, widthV } from './fits';
import { hiddenIn, sharesOver } from './group';
import { gentlestOrder, joiningOrder } from './order';
import { judgeParted } from './parted';
import { takenBy } from './taken';
import { kindOf, pileItem, sift, type PileMember } from './pile';
import { renewed } from '../pack/renewed';
import { batchMinutes, schedule, SETUP_MIN } from './schedule';
import { sortPile, sortWithin } from './batches';

const read = (volts: number[], change: Partial<ReadingInput> = {}): ReadingInput =>
	aReading(volts, { takenAt: NOW, ...change });
const pack = (id: string, change: Partial<Pack> = {}): Pack =>
	aPack({ id, name: id.toUpperCase(), ...change });
const member = (id: string, v: number, change: Partial<Pack> = {}): Member => ({
	pack: pack(id, change),
	reading: read(Array.from({ length: change.cells ?? 3 }, () => v))
});
const fitting = { curve: lipo.curve, relaxS: 180, windowV: 0.1, sameMake: false };
const places = (over = {}) => [{ channelId: 'c', places: 6, mostA: 100, freeInMin: 0, ...over }];
const sorting = (members: Member[], on = places()) => ({
	items: members.map((m) => pileItem(m)),
	places: on,
	fitting
});
const idsOf = (members: Member[], on = places()) =>
	sortWithin(sorting(members, on), 5000, () => performance.now())!
		.batches.map((b) => [...b.ids].sort().join(' '))
		.sort();

describe('which packs are in a pile at all', () => {
	const judge = (member: PileMember) => sift([member], resolvePractice({}), NOW);
	const says = (m: PileMember) => judge(m).out[0]?.why ?? '';
	const three = (v = 3.8) => read([v, v, v]);
	test('one that is read, at rest, in service and of its kind is', () => {
		assert.equal(judge({ pack: pack('a'), reading: three() }).fit.length, 1);
	});
	test('volts of the whole pack are taken for those of each cell', () => {
		const whole = { ...three(), cellVoltagesV: null, packVoltageV: 11.4 };
		const { cellV, soc } = pileItem({ pack: pack('a'), reading: whole });
		assert.equal(cellV.length, 3);
		for (const v of cellV) assert.ok(Math.abs(v - 3.8) < 1e-12);
		assert.ok(Math.abs(soc - socAt(lipo.curve, 3.8)) < 1e-9);
	});
	test('each that is not says why, and whether a look would help', () => {
		assert.match(says({ pack: pack('a'), reading: three(), busy: true }), /A is in a run/);
		assert.match(
			says({ pack: nimhPack({ id: 'n', name: 'N' }), reading: null }),
			/never charged in parallel/
		);
		assert.match(
			says({ pack: leadPack({ id: 'l', name: 'L' }), reading: null }),
			/never charged in parallel/
		);
		for (const condition of ['swollen', 'retired'] as const)
			assert.match(
				says({ pack: pack('a', { condition }), reading: three() }),
				new RegExp(`marked ${condition}`)
			);
		assert.match(
			says({ pack: pack('a', { electronics: 'own balancer' }), reading: three() }),
			/electronics of its own/
		);
		assert.match(says({ pack: pack('a'), reading: read([3.8, 3.8, 2.9]) }), /A cell of A reads 2\.90 V/);
		const old = { pack: pack('a'), reading: read([3.8, 3.8, 3.8], { takenAt: '2026-05-02T17:44:00.000Z' }) };
		assert.match(says(old), /read 16 min ago: read it again/);
		assert.equal(judge(old).out[0].readAgain, true);
		assert.equal(judge({ pack: pack('a'), reading: null }).out[0].readAgain, true);
		assert.equal(judge({ pack: pack('a', { condition: 'swollen' }), reading: null }).out[0].readAgain, false);
		assert.equal(judge({ pack: pack('a'), reading: three(), busy: true }).out[0].readAgain, false);
		const young = {
			pack: pack('a'),
			reading: read([3.8, 3.8, 3.8], { takenAt: '2026-05-02T17:45:00.000Z' })
		};
		assert.equal(judge(young).fit.length, 1, 'a quarter of an hour is young enough');
	});
	test('a full one has nothing to be charged for', () => {
		assert.match(says({ pack: pack('a'), reading: three(4.17) }), /A reads 4\.17 V a cell: it is full/);
		assert.equal(judge({ pack: pack('a'), reading: three(4.169) }).fit.length, 1);
		assert.equal(judge({ pack: pack('a'), reading: three(4.17) }).out[0].readAgain, false);
		assert.match(says({ pack: pack('a', { makerEndVoltageV: 4.1 }), reading: three(4.08) }), /full/);
	});
	test('kinds are a chemistry and a cell count', () => {
		assert.equal(kindOf(pack('a')), kindOf(pack('b')));
		assert.notEqual(kindOf(pack('a')), kindOf(pack('b', { cells: 4 })));
		assert.notEqual(kindOf(pack('a')), kindOf(pack('b', { chemistry: 'lihv' })));
	});
});

describe('batches', () => {
	test('a window, not a chain: 3.70, 3.78 and 3.86 are two batches though each is near the next', () => {
		const chain = [3.7, 3.78, 3.86].map((v, k) => member(`p${k}`, v));
		assert.equal(idsOf(chain).length, 2);
		assert.equal(idsOf([3.72, 3.78, 3.8].map((v, k) => member(`p${k}`, v))).length, 1);
	});
	test('0.1 V at any cell position, at 2S to 6S: the first cell alone does not tell', () => {
		for (const cells of [2, 3, 4, 5, 6]) {
			const even = Array.from({ length: cells }, () => 3.8);
			const odd = [...even.slice(0, -1), 3.69];
			const near = [...even.slice(0, -1), 3.71];
			const of = (volts: number[]) => [
				{ pack: pack('a', { cells }), reading: read(even) },
				{ pack: pack('b', { cells }), reading: read(volts) }
			];
			assert.equal(idsOf(of(odd)).length, 2, `${cells}S`);
			assert.equal(idsOf(of(near)).length, 1, `${cells}S`);
			assert.ok(Math.abs(widthV(of(odd).map((m) => pileItem(m))) - 0.11) < 1e-9);
		}
	});
	test('what an item of the pile needs: what is missing of its capacity, its least rate, the ohms that were measured or are usual', () => {
		const half = socAt(lipo.curve, 3.8);
		const one = pileItem(member('p', 3.8, { capacityAh: 2, measuredCapacityAh: 2, labelChargeRateC: 0.5 }));
		assert.ok(Math.abs(one.soc - half) < 1e-9);
		assert.ok(Math.abs(one.needAh - 2 * (1 - half)) < 1e-9);
		assert.equal(one.rateC, 0.5);
		assert.equal(pileItem(member('p', 3.8, { labelChargeRateC: 5 })).rateC, 1, 'joined at 1C at most');
		assert.equal(pileItem(member('p', 4.25)).needAh, 0, 'one that is over needs nothing');
		const metered = {
			...member('p', 3.8),
			reading: read([3.8, 3.8, 3.8], { cellResistancesOhm: [0.004, 0.005, 0.006] })
		};
		assert.ok(Math.abs(pileItem(metered).seriesOhm - 0.015) < 1e-12);
		assert.ok(Math.abs(one.seriesOhm - (3 * lipo.defaults.seriesOhmAh) / 2) < 1e-12);
	});
	test('eight on a board of six are two batches that are done soonest; without a board each is alone', () => {
		const eight = Array.from({ length: 8 }, (_, k) => member(`p${k}`, 3.78 + 0.002 * k));
		const two = places().concat(places({ channelId: 'd' }));
		const found = sortWithin(sorting(eight, two), 5000, () => performance.now())!;
		assert.deepEqual(found.batches.map((b) => b.ids.length).sort(), [4, 4]);
		assert.equal(found.bound.batches, 2);
		assert.equal(idsOf(eight, places({ places: 1 })).length, 8);
	});
	test('an odd one goes alone to the other channel', () => {
		const nine = [...Array.from({ length: 6 }, (_, k) => member(`p${k}`, 3.8)), member('odd', 4.05)];
		const found = sortWithin(
			sorting(nine, places().concat(places({ channelId: 'd', places: 1 }))),
			5000,
			() => performance.now()
		)!;
		assert.equal(found.batches.find((b) => b.ids.includes('odd'))!.channelId, 'd');
		assert.equal(found.batches.find((b) => b.ids.length === 6)!.channelId, 'c');
	});
	test('what was pinned stays together, what was forbidden does not come back', () => {
		const four = [3.76, 3.77, 3.78, 3.79].map((v, k) => member(`p${k}`, v));
		const two = { ...sorting(four, places({ places: 2 })) };
		const clock = () => performance.now();
		const pinned = sortWithin({ ...two, pinned: [['p0', 'p3']] }, 5000, clock)!;
		assert.ok(pinned.batches.some((b) => [...b.ids].sort().join(' ') === 'p0 p3'));
		const forbidden = sortWithin({ ...two, pinned: [], forbidden: new Set(['p0 p1']) }, 5000, clock)!;
		assert.ok(!forbidden.batches.some((b) => [...b.ids].sort().join(' ') === 'p0 p1'));
	});
	test('capacities over three times apart, and other make-ups in strict practice, are not mixed', () => {
		const unlike = [
			member('a', 3.8, { capacityAh: 1, measuredCapacityAh: null }),
			member('b', 3.8, { capacityAh: 3.1, measuredCapacityAh: null })
		];
		assert.equal(idsOf(unlike).length, 2);
		const within = [unlike[0], member('b', 3.8, { capacityAh: 3, measuredCapacityAh: null })];
		assert.equal(idsOf(within).length, 1);
		assert.equal(
			closeTogether(
				within.map((m) => pileItem(m)),
				{ ...fitting, sameMake: true }
			),
			false
		);
		assert.equal(
			closeTogether(
				[within[0], within[0]].map((m) => pileItem(m)),
				{ ...fitting, sameMake: true }
			),
			true
		);
	});
	test('a meeting that would be too hard is no batch, however close the volts', () => {
		const soft = (v: number) => ({
			pack: pack(`s${v}`),
			reading: read([v, v, v], { cellResistancesOhm: [0.0008, 0.0008, 0.0008] })
		});
		const items = [soft(3.75), soft(3.85)].map((m) => pileItem(m));
		assert.ok(closeTogether(items, fitting));
		assert.ok(meetingFigures(items, fitting).minuteC > 3, `${meetingFigures(items, fitting).minuteC}C`);
		assert.equal(fits(items, fitting), false);
	});
	test('the hardest minute is the one that settling two packs cell by cell finds', () => {
		const members = [3.75, 3.8].map((v) => ({
			pack: pack(`m${v}`),
			reading: read([v, v, v], { cellResistancesOhm: [0.004, 0.004, 0.004] })
		}));
		const { minuteC } = meetingFigures(
			members.map((m) => pileItem(m)),
			fitting
		);
		const { minuteMeanA } = settle(members);
		const most = Math.max(...minuteMeanA.map((a, k) => a / members[k].pack.capacityAh));
		assert.ok(Math.abs(minuteC / most - 1) < 0.03, `${minuteC} and ${most}`);
	});
	test('nothing to sort is nothing', () => {
		assert.equal(sortPile(sorting([])).next().value, null);
	});
});

describe('minutes and channels, by hand', () => {
	const item = (needAh: number, capacityAh: number, rateC = 1) => ({
		...pileItem(member('a', 3.8)),
		needAh,
		capacityAh,
		rateC
	});
	test('two packs of 2 Ah that miss 1 Ah each: 2 Ah at 4 A is half an hour, and the hands before it', () => {
		assert.equal(batchMinutes([item(1, 2), item(1, 2)], { mostA: 10 }), SETUP_MIN + 30);
		assert.equal(batchMinutes([item(1, 2), item(1, 2)], { mostA: 2 }), SETUP_MIN + 60);
		// The most careful label holds for all: 0.5C of 4 Ah.
		assert.equal(batchMinutes([item(1, 2), item(1, 2, 0.5)], { mostA: 10 }), SETUP_MIN + 60);
		assert.equal(batchMinutes([item(1, 2)], { mostA: 10 }), 1 + 30);
	});
	test('a channel that is busy comes later, and a batch that no board takes has no place', () => {
		const batches = [[item(1, 2), item(1, 2)], [item(1, 2)]];
		const two = [
			{ channelId: 'a', places: 2, mostA: 10, freeInMin: 20 },
			{ channelId: 'b', places: 1, mostA: 10, freeInMin: 0 }
		];
		const laid = schedule(batches, two)!;
		assert.equal(laid.doneMin, 20 + SETUP_MIN + 30);
		assert.deepEqual(
			laid.timed.map((t) => [t.channelId, t.startMin]),
			[
				['b', 0],
				['a', 20]
			]
		);
		assert.equal(schedule(batches, [two[1]]), null);
		assert.equal(schedule(batches, two, 30), null, 'nothing below the limit');
	});
});

describe('order of joining', () => {
	test('the middle ones meet the extremes: no order has a gentler hardest contact', () => {
		const members = [3.7, 3.74, 3.78, 3.8].map((v, k) => member(`p${k}`, v));
		const order = gentlestOrder(members);
		assert.equal(order.length, 4);
		assert.ok(
			!(order.slice(0, 2).includes(0) && order.slice(0, 2).includes(3)),
			'the extremes do not meet each other'
		);
		const { steps, levelMin, balanceA } = joiningOrder(members);
		assert.deepEqual(
			steps.map((s) => s.packIds.length),
			[2, 1, 1]
		);
		const worst = Math.max(...steps.map((s) => s.peakC));
		// All at once, the lowest against the highest alone: (3.80 − 3.70) · 3 V over two packs'
		// resistance and leads.
		const r = 3 * (0.012 / 2.6) + 0.006;
		const [into] = meetAtNode([3 * 3.7, 3 * 3.8], [r, r]);
		assert.ok(worst < into / 2.6, `${worst}C is gentler than ${into / 2.6}C`);
		assert.ok(levelMin > 0 && balanceA < 0.5);
		assert.ok(steps.every((s) => s.minuteC <= s.peakC + 1e-9));
	});
	test('tried beside every order there is: none is gentler, whichever way the packs are listed', () => {
		const every = (list: number[]): number[][] =>
			list.length < 2
				? [list]
				: list.flatMap((k) => every(list.filter((n) => n !== k)).map((rest) => [k, ...rest]));
		// The members in this very order: each as the first two, then one after another.
		const hardest = (members: Member[], order: number[]): number =>
			Math.max(
				...order.slice(1).map((_, n) => {
					const inside = order.slice(0, n + 1).map((k) => members[k]);
					const ohm = (m: Member) => (3 * 0.012) / ratedAh(m.pack) + 0.006;
					const group = 1 / inside.reduce((sum, m) => sum + 1 / ohm(m), 0);
					const soc = (m: Member) => socAt(lipo.curve, m.reading!.cellVoltagesV![0]);
					const whole = inside.reduce((sum, m) => sum + ratedAh(m.pack), 0);
					const level = inside.reduce((sum, m) => sum + soc(m) * ratedAh(m.pack), 0) / whole;
					const next = members[order[n + 1]];
					const volts = 3 * Math.abs(ocvAt(lipo.curve, level) - ocvAt(lipo.curve, soc(next)));
					const flow = volts / (group + ohm(next));
					return Math.max(
						flow / ratedAh(next.pack),
						...inside.map((m) => (flow * group) / ohm(m) / ratedAh(m.pack))
					);
				})
			);
		const chance = uniform(17);
		for (let n = 0; n < 25; n++) {
			const members = Array.from({ length: 4 }, (_, k) =>
				member(`p${k}`, Math.round(1000 * (3.7 + 0.15 * chance())) / 1000)
			);
			const found = hardest(members, gentlestOrder(members));
			const least = Math.min(...every([0, 1, 2, 3]).map((order) => hardest(members, order)));
			// Resistances of the leads between are reckoned a little otherwise here.
			assert.ok(found < 1.02 * least, `case ${n}: ${found}, ${least} in another order`);
		}
	});
	test('packs that read alike are level at once', () => {
		const { steps, levelMin } = joiningOrder([member('a', 3.8), member('b', 3.8)]);
		assert.equal(levelMin, 0);
		assert.ok(steps[0].peakA < 1e-9);
		// With 1C on the label a tenth of C may come on top of the charge, 0.26 A of these: less is level.
		const slow = { labelChargeRateC: 1 };
		const apart = (mV: number) => joiningOrder([member('a', 3.8, slow), member('b', 3.8 + mV / 1000, slow)]);
		for (const [mV, level] of [
			[2, true],
			[5, false]
		] as const) {
			const { steps, levelMin } = apart(mV);
			assert.equal(steps[0].peakA < 0.26, level, `${steps[0].peakA} A`);
			assert.ok(steps[0].peakA > 0.13 && steps[0].peakA < 0.45, `${steps[0].peakA} A`);
			assert.equal(levelMin === 0, level, `${mV} mV apart: ${levelMin} min`);
		}
	});
});

describe('what each gets', () => {
	const control = { currentA: 4.8, powerW: 1000, endV: 12.6, taperA: 0.24 };
	test('1 : 3.8 by capacity where resistance goes with it, and all at the rate of the whole', () => {
		const pair = [
			member('a', 3.75, { capacityAh: 1, measuredCapacityAh: null }),
			member('b', 3.75, { capacityAh: 3.8, measuredCapacityAh: null })
		];
		const { members, meanC } = sharesOver(pair, control);
		assert.ok(Math.abs(meanC - 1) < 1e-9);
		const ratio = members[1].chargeAh / members[0].chargeAh;
		assert.ok(Math.abs(ratio - 3.8) < 0.05, `1 : ${ratio}`);
		assert.ok(Math.abs(members[0].share + members[1].share - 1) < 1e-9);
		assert.ok(
			members.every((m) => m.mostC < 1.35),
			members.map((m) => m.mostC.toFixed(2)).join(' ')
		);
	});
	test('the one with less resistance takes more, and is named', () => {
		const firm = { cellResistancesOhm: [0.012, 0.012, 0.012] };
		const members = [
			{
				...member('old', 3.75),
				reading: read([3.75, 3.75, 3.75], { cellResistancesOhm: [0.036, 0.036, 0.036] })
			},
			{ ...member('new', 3.75), reading: read([3.75, 3.75, 3.75], firm) }
		];
		const { worst } = sharesOver(members, { ...control, currentA: 5.2 });
		assert.equal(worst.pack.id, 'new');
		assert.ok(worst.mostC > 1.2 && worst.aboveMeanMin > 1, `${worst.mostC}C for ${worst.aboveMeanMin} min`);
	});
	test('alike, none is ever above the mean; of two unlike ones the one that takes more is, by the minutes of the trace', () => {
		const alike = sharesOver([member('a', 3.75), member('b', 3.75)], control);
		assert.deepEqual(
			alike.members.map((m) => m.aboveMeanMin),
			[0, 0]
		);
		const unlike = sharesOver(
			[
				member('a', 3.75),
				{
					...member('b', 3.75),
					reading: read([3.75, 3.75, 3.75], { cellResistancesOhm: [0.03, 0.03, 0.03] })
				}
			],
			control
		);
		const { timeS, packA } = unlike.trace;
		const above = timeS.filter((_, n) => packA[0][n] / 2.6 > (1.05 * (packA[0][n] + packA[1][n])) / 5.2);
		assert.ok(above.length > 3);
		assert.ok(Math.abs(unlike.members[0].aboveMeanMin - (above.length * (timeS[1] - timeS[0])) / 60) < 1e-9);
	});
	test('a label that bears less makes a pack the worst treated at the same rate', () => {
		const { worst } = sharesOver(
			[member('a', 3.8, { labelChargeRateC: 5 }), member('b', 3.8, { labelChargeRateC: 1 })],
			control
		);
		assert.equal(worst.pack.id, 'b');
	});
});

describe('what the charger does not see', () => {
	const group = [3.8, 3.8, 3.8, 3.8].map((v, k) => member(`p${k}`, v));
	test('a weak cell among four shows as about a quarter of what it is', () => {
		const [weak] = hiddenIn(group, 8);
		const shown = Number(/shows (\d+) mV/.exec(weak.shows)![1]);
		assert.match(weak.what, /200 mV below/);
		assert.ok(shown > 30 && shown < 60, `${shown} mV`);
	});
	test('an open main plug sends that pack’s current through the outer wires of its balance lead', () => {
		const [, first, due] = /lead, ([\d.]+) A at first and up to ([\d.]+) A/
			.exec(hiddenIn(group, 8)[1].shows)!
			.map(Number);
		// At first what the others' resistance drops over the wires; later its quarter of 8 A.
		assert.ok(first > 0.2 && first < 1, `${first} A`);
		assert.equal(due, 2);
	});
	test('without one of four the others take a third more', () => {
		assert.match(hiddenIn(group, 7.8)[2].shows, /1\.00C instead of 0\.75C/);
	});
	test('one cell has no balance lead to hide behind', () => {
		const single = [3.8, 3.8].map((v, k) => member(`p${k}`, v, { cells: 1, balanceLead: false }));
		assert.equal(hiddenIn(single, 2).length, 1);
	});
});

describe('after parting', () => {
	const parted = (...cells: number[][]) =>
		judgeParted(cells.map((cellV, k) => ({ pack: pack(`p${k}`), cellV })));
	test('20 mV apart is alike, more is named with what it means', () => {
		assert.ok(parted([4.2, 4.2, 4.2], [4.18, 4.2, 4.2], [4.2, 4.2, 4.2]).every((v) => v.verdict === 'alike'));
		const [, low] = parted([4.2, 4.2, 4.2], [4.179, 4.2, 4.2], [4.2, 4.2, 4.2]);
		assert.match(low.sentence, /Cell 1 of P1 reads 4\.179 V, 21 mV below its fellows: that cell is weak/);
		const [high] = parted([4.2, 4.23, 4.2], [4.2, 4.2, 4.2], [4.2, 4.2, 4.2]);
		assert.match(high.sentence, /Cell 2 of P0 .* above its fellows: that cell stands high/);
	});
	test('a whole pack that stayed behind points at its main plug; one that is empty is not charged again', () => {
		const [behind] = parted([3.9, 3.9, 3.9], [4.2, 4.2, 4.2], [4.2, 4.2, 4.2]);
		assert.match(behind.sentence, /took less than they did: look at its main plug/);
		const [ahead] = parted([4.2, 4.2, 4.2], [4.1, 4.1, 4.1], [4.1, 4.1, 4.1]);
		assert.match(ahead.sentence, /took more/);
		const [dead] = parted([2.9, 4.2, 4.2], [4.2, 4.2, 4.2], [4.2, 4.2, 4.2]);
		assert.match(dead.sentence, /not charged again/);
	});
	test('one that reads what it read before was never joined', () => {
		const of = (before: number) =>
			judgeParted([
				{ pack: pack('p0'), cellV: [3.9, 3.9, 3.9], beforeV: [3.9, 3.9, before] },
				...['p1', 'p2'].map((id) => ({ pack: pack(id), cellV: [4.2, 4.2, 4.2], beforeV: [3.9, 3.9, 3.9] }))
			])[0].sentence;
		assert.match(of(3.88), /it was never joined and the others took its current/);
		assert.match(of(3.879), /took less than they did/);
	});
	test('of two that differ both are named; one alone has no fellows', () => {
		assert.deepEqual(
			parted([4.1, 4.2, 4.2], [4.2, 4.2, 4.2]).map((v) => v.verdict),
			['apart', 'apart']
		);
		assert.equal(parted([4.1, 4.2, 4.2])[0].verdict, 'alike');
	});
});

test('batches are listed in the order in which they begin, and of those that begin together the shorter first', () => {
	const of = (id: string, v: number) => [pileItem(member(id, v))];
	const laid = schedule(
		[of('a', 3.9), of('b', 3.7), of('c', 3.8), of('d', 3.75)],
		[...places({ channelId: 'one' }), ...places({ channelId: 'two' })]
	)!;
	const { timed } = laid;
	assert.equal(timed.length, 4);
	for (let k = 1; k < timed.length; k++) {
		const [before, after] = [timed[k - 1], timed[k]];
		assert.ok(
			before.startMin < after.startMin ||
				(before.startMin === after.startMin && before.endMin <= after.endMin)
		);
	}
	assert.deepEqual([timed[0].startMin, timed[1].startMin], [0, 0]);
	assert.ok(timed[0].endMin < timed[1].endMin);
});

describe('what fell to each', () => {
	const soc = (v: number) => socAt(lipo.curve, v);
	const beside = (before: number | null, after: number | null, change: Partial<Pack> = {}, id = 'a') => ({
		pack: pack(id, { capacityAh: 1, ...change }),
		beforeV: before === null ? null : [before, before, before],
		afterV: after === null ? null : [after, after, after]
	});
	const ah = (members: Parameters<typeof takenBy>[0], counted: number | null) =>
		takenBy(members, counted).packs?.map((t) => Number(t.chargeAh.toFixed(4)));
	test('what each was missing, the sum as counted', () => {
		const took = [soc(4.18) - soc(3.7), soc(4.18) - soc(3.8)];
		const counted = took[0] + took[1];
		const both = takenBy([beside(3.7, 4.18), beside(3.8, 4.18)], counted);
		assert.deepEqual(
			both.packs!.map((t) => [t.from, t.chargeAh.toFixed(4)]),
			took.map((t) => ['measured', t.toFixed(4)])
		);
		// Volts are wrong by up to a tenth of what all of them hold; the count gives the sum.
		const more = ah([beside(3.7, 4.18), beside(3.8, 4.18)], counted + 0.2)!;
		assert.ok(Math.abs(more[0] + more[1] - counted - 0.2) < 1e-3);
		assert.ok(Math.abs(more[0] / more[1] - took[0] / took[1]) < 1e-3);
		const [one, two] = takenBy([beside(3.7, 4.18), beside(3.8, 4.18)], counted + 0.201).packs!;
		assert.deepEqual([one.from, two.from], ['capacity', 'capacity']);
		assert.match(
			takenBy([beside(3.7, 4.18), beside(3.8, 4.18)], counted + 0.201).contradiction!,
			/took \d+ mAh together; the charger counted \d+ mAh/
		);
	});
	test('one that was not read stands where its fellows stand', () => {
		const [a, b] = takenBy([beside(3.7, 4.18), beside(3.8, null)], 1).packs!;
		assert.deepEqual([a.from, b.from], ['measured', 'before']);
		assert.ok(Math.abs(a.chargeAh / b.chargeAh - (soc(4.18) - soc(3.7)) / (soc(4.18) - soc(3.8))) < 1e-9);
		// Nobody was read: both end where the count leads to.
		const level = (soc(3.7) + soc(3.8) + 0.4) / 2;
		assert.deepEqual(ah([beside(3.7, null), beside(3.8, null)], 0.4), [
			Number((level - soc(3.7)).toFixed(4)),
			Number((level - soc(3.8)).toFixed(4))
		]);
	});
	test('unlike ones that nobody read end level, where the count leads to', () => {
		const large = { capacityAh: 3 };
		const level = (soc(3.7) + 3 * soc(3.8) + 0.8) / 4;
		const took = ah([beside(3.7, null), beside(3.8, null, large)], 0.8)!;
		assert.ok(Math.abs(took[0] - (level - soc(3.7))) < 2e-4, `${took[0]}`);
		assert.ok(Math.abs(took[1] - 3 * (level - soc(3.8))) < 2e-4, `${took[1]}`);
	});
	test('by capacity where volts before are missing or say nothing; nothing where nothing was counted', () => {
		const same = takenBy([beside(3.8, 3.8), beside(3.8, 3.8, { capacityAh: 1.3 }, 'b')], 0.03);
		assert.deepEqual(
			same.packs!.map((t) => [Math.round(1000 * t.chargeAh), t.from]),
			[
				[13, 'capacity'],
				[17, 'capacity']
			],
			'volts that did not move share nothing out'
		);
		assert.deepEqual(ah([beside(null, 4.18), beside(3.8, 4.18, { capacityAh: 3 })], 2), [0.5, 1.5]);
		const life = { chemistry: 'life' } as const;
		assert.deepEqual(
			ah([beside(3.2, 3.4, life), beside(3.3, 3.4, { ...life, capacityAh: 3 })], 2),
			[0.5, 1.5]
		);
		assert.equal(takenBy([beside(3.7, 4.18)], null).packs, null);
	});
});

describe('a reading renewed by the whole pack’s volts', () => {
	const cells = read([3.8, 3.81, 3.79], {
		takenAt: '2026-05-02T17:00:00.000Z',
		cellResistancesOhm: [0.01, 0.01, 0.01]
	});
	const sum = (v: number, change = {}) => ({ ...read([]), cellVoltagesV: null, packVoltageV: v, ...change });
	test('within 10 mV a cell the cells are as they were, as old as the new reading', () => {
		const fresh = renewed([sum(11.43), cells], 3)!;
		assert.deepEqual(fresh.cellVoltagesV, cells.cellVoltagesV);
		assert.deepEqual(fresh.cellResistancesOhm, cells.cellResistancesOhm);
		assert.equal(fresh.takenAt, NOW);
		assert.equal(renewed([sum(11.431), cells], 3)!.cellVoltagesV, null);
		assert.equal(renewed([sum(11.37), cells], 3)!.cellVoltagesV, cells.cellVoltagesV);
	});
	test('not when the pack was used, was not at rest, or cells were never read', () => {
		assert.equal(renewed([sum(11.4, { usedSince: 'used' }), cells], 3)!.cellVoltagesV, null);
		assert.equal(renewed([sum(11.4), { ...cells, state: 'loaded' as const }], 3)!.cellVoltagesV, null);
		assert.equal(renewed([sum(11.4, { state: 'just used' }), cells], 3)!.cellVoltagesV, null);
		assert.equal(renewed([sum(11.4)], 3)!.cellVoltagesV, null);
		assert.equal(renewed([], 3), null);
		assert.equal(renewed([cells, sum(11)], 3), cells);
	});
});

describe('the group’s own limits', () => {
	const volts = read([3.75, 3.75, 3.75]);
	const limits = (inventory?: object, change: Partial<Pack> = {}) => {
		const context = aContext({
			pack: pack('a', change),
			reading: volts,
			joined: [
				{ pack: pack('b', change), reading: volts },
				{ pack: pack('c', change), reading: volts }
			],
			task: 'balance',
			around: inventory ? { inventory: InventorySchema.parse(inventory) } : {}
		});
		return limitsAt(resolve(context).envelope, 11.1);
	};
	const at = (list: ReturnType<typeof limits>, words: RegExp) =>
		list.find((l) => words.test(l.label))?.currentA ?? null;
	test('1C of each, and each plug for its share: three of 2.6 Ah', () => {
		const list = limits({}, { connectorId: 'signal-2' });
		assert.ok(Math.abs(at(list, /joined, 1C of each pack/)! - 7.8) < 1e-9);
		// The small plug carries 3 A; three of them 9 A together.
		assert.ok(Math.abs(at(list, /the plug of A, 3\.0 A for its share/)! - 9) < 1e-9);
		assert.equal(at(list, /^connector/), null);
	});
	test('the board’s lead carries all of them together', () => {
		const board = { id: 'b', name: 'Six-way board', places: 6, cells: 6, currentA: 5, fused: 'yes' };
		assert.equal(at(limits({ parallelBoards: [board] }), /Six-way board/), 5);
		assert.equal(at(limits({ parallelBoards: [{ ...board, places: 2 }] }), /Six-way board/), null);
	});
});

describe('channels and boards as places', () => {
	const multi = aMultiCharger();
	const bench = (freeInMin = 0) => multi.channels.map((channel) => ({ charger: multi, channel, freeInMin }));
	const board = (name: string, places: number, currentA = 100) => ({
		id: name,
		name,
		places,
		cells: 6,
		currentA,
		fused: 'no' as const
	});
	test('who lists no board is taken to have one of six places, on the strongest channel', () => {
		const { places, assumed } = placesFor({ chemistry: 'lipo', cells: 3 }, bench(), []);
		assert.equal(assumed, true);
		assert.equal(places[0].places, 6);
		assert.ok(places.slice(1).every((p) => p.places === 1 && p.board === null));
	});
	test('the largest board goes first; one that takes fewer cells goes nowhere; what it carries is a limit', () => {
		const { places, assumed } = placesFor({ chemistry: 'lipo', cells: 3 }, bench(7), [
			board('four', 4),
			board('six', 6, 1.5)
		]);
		assert.equal(assumed, false);
		assert.equal(places[0].board, 'six');
		assert.equal(places[0].mostA, 1.5);
		assert.equal(places[0].freeInMin, 7);
		const none = placesFor({ chemistry: 'lipo', cells: 3 }, bench(), [{ ...board('two', 2), cells: 2 }]);
		assert.ok(none.places.every((p) => p.places === 1));
		assert.equal(placesFor({ chemistry: 'lipo', cells: 25 }, bench(), []).places.length, 0);
	});
	test('the board at a channel, where it has room', () => {
		const kind = { chemistry: 'lipo' as const, cells: 3 };
		const boards = [board('four', 4), board('six', 6)];
		const [one] = multi.channels;
		const charger = { ...multi, channels: [one, { ...one, id: 'two', powerW: one.powerW / 2 }] };
		const both = charger.channels.map((channel) => ({ charger, channel, freeInMin: 0 }));
		const [first, second] = placesFor(kind, both, boards).places;
		const at = (channelId: string, packs: number, of = boards) =>
			boardAt(channelId, packs, kind, both, of)?.name ?? null;
		assert.equal(at(first.channelId, 6), 'six');
		assert.equal(at(second.channelId, 4), 'four');
		assert.equal(at(second.channelId, 5), null, 'five packs on four places');
		assert.equal(at(first.channelId, 2, []), null, 'who keeps no list has none by name');
		assert.equal(at('elsewhere', 2), null);
	});
	test('a channel gives its watts at the volts of full packs, or its share of what all channels share', () => {
		const [one] = multi.channels;
		const wide = { ...multi, sharedPowerW: null, channels: [{ ...one, powerW: 126, maxCurrentA: 20 }] };
		const at = (charger: typeof multi) =>
			placesFor(
				{ chemistry: 'lipo', cells: 3 },
				charger.channels.map((channel) => ({ charger, channel, freeInMin: 0 })),
				[]
			).places[0].mostA;
		assert.ok(Math.abs(at(wide) - 10) < 1e-9);
		const two = {
			...wide,
			sharedPowerW: 126,
			channels: [wide.channels[0], { ...wide.channels[0], id: 'two' }]
		};
		assert.ok(Math.abs(at(two) - 5) < 1e-9);
		assert.ok(Math.abs(at({ ...wide, channels: [{ ...wide.channels[0], maxCurrentA: 4 }] }) - 4) < 1e-9);
	});
});

describe('what would bring a lone pack in', () => {
	const batch = (currentA = 5.2) => [
		{ name: 'batch A', members: [member('x', 3.8), member('y', 3.82)], currentA }
	];
	test('from below: charged alone to within the window, by how much and how long', () => {
		const apart = apartFrom(member('low', 3.65), batch(), 0.1)!;
		assert.equal(apart.above, false);
		assert.match(
			apart.sentence,
			/LOW is 150 mV below batch A: charge it alone to 3\.74 V a cell first, about \d+ min, rest 30 min, read again/
		);
		const ah = (socAt(lipo.curve, 3.74) - socAt(lipo.curve, 3.65)) * 2.6;
		assert.ok(apart.sentence.includes(`about ${Math.ceil((60 * ah) / 2.6)} min`));
	});
	test('from above: once the others have come up to it', () => {
		const apart = apartFrom(member('high', 4), batch(), 0.1)!;
		assert.equal(apart.above, true);
		assert.match(
			apart.sentence,
			/HIGH is 180 mV above batch A: take it along once batch A rests at 3\.92 V, after about \d+ min/
		);
	});
	test('within the window nothing is to be done about its volts; without a batch neither', () => {
		assert.equal(apartFrom(member('near', 3.75), batch(), 0.1), null);
		assert.equal(apartFrom(member('lone', 3.75), [], 0.1), null);
	});
});

test('how a load is joined: its names in the gentlest order and the wait; a pack alone is not joined', () => {
	const load = [3.8, 3.74, 3.77].map((v, k) => member(`p${k}`, v)) as unknown as Parameters<
		typeof joiningOf
	>[0]['load'];
	const joining = joiningOf({ load, board: null })!;
	assert.deepEqual([...joining.names].sort(), ['P0', 'P1', 'P2']);
	assert.ok(joining.levelMin > 0);
	assert.equal(joiningOf({ load: [load[0]], board: null }), null);
	const unread = joiningOf({ load: [load[0], { ...load[1], reading: null }], board: null })!;
	assert.deepEqual([unread.names.length, unread.levelMin], [2, 0]);
});
