/**
 * Joining in parallel: first current and settling against closed forms; every finding with its
 * case and near miss.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aPack, aReading, NOW } from '../../../tests/support/bench-chargers';
import { leadPack, nimhPack } from '../../../tests/support/rule-cases';
import { chemistryOf } from '../../chemistry/catalogue';
import { ocvAt, socAt } from '../../chemistry/curve';
import { lipo } from '../../chemistry/lipo';
import type { Pack } from '../../pack/pack';
import { resolvePractice, type PracticeLayer } from '../../practice/practice';
import { ratedAh } from '../../pack/rated';
import type { ReadingInput } from '../../pack/reading';
import { mayJoin } from './may-join';
import { meetingOf } from './meeting';
import { BALANCE_CONTACT_A, CUSTOMARY_MIN, levelInA, whyLevel } from './level';
import { USUAL_BOARD } from './network';
import { meetAtNode } from './node';
import { settle } from './settling';
import { JoinedPacks } from './joined-packs';

const ohms = (...values: number[]): Partial<ReadingInput> => ({ cellResistancesOhm: values });
const one = (v: number, r: number, capacityAh = 2) => ({
	pack: aPack({ cells: 1, capacityAh, name: `${v} V` }),
	reading: aReading([v], ohms(r))
});

test('two packs: the first current is ΔV / (r1 + r2), out of the higher, into the lower', () => {
	const [low, high] = meetAtNode([3.7, 3.8], [0.006, 0.004]);
	assert.ok(Math.abs(low - 0.1 / 0.01) < 1e-9);
	assert.ok(Math.abs(low + high) < 1e-9);
});

test('three packs: what flows out of some flows into the others, and equal volts move nothing', () => {
	const flows = meetAtNode([3.7, 3.8, 3.75], [0.006, 0.004, 0.005]);
	assert.ok(Math.abs(flows.reduce((a, b) => a + b, 0)) < 1e-9);
	assert.ok(meetAtNode([3.8, 3.8, 3.8], [0.006, 0.004, 0.005]).every((i) => Math.abs(i) < 1e-9));
});

test('they settle where the charge they hold, shared by capacity, puts them', () => {
	const members = [one(3.7, 0.01, 1), one(3.85, 0.01, 3)];
	const { positions, movedAh } = meetingOf(members);
	const { curve } = chemistryOf('lipo');
	const expected = (socAt(curve, 3.7) * 1 + socAt(curve, 3.85) * 3) / 4;
	assert.ok(Math.abs(socAt(curve, positions[0].settledV) - expected) < 1e-6);
	assert.ok(movedAh[0] > 0 && Math.abs(movedAh[0] + movedAh[1]) < 1e-9);
	assert.ok(Math.abs(movedAh[0] - (expected - socAt(curve, 3.7))) < 1e-9);
});

test('a tenth of a volt can be several C on a large pack of low resistance', () => {
	// Two packs of 5 Ah and 2 mΩ a cell: 0.1 V / 4 mΩ = 25 A = 5C.
	const { peakC } = meetingOf([one(3.7, 0.002, 5), one(3.8, 0.002, 5)]);
	assert.ok(Math.abs(peakC - 5) < 1e-9);
});

test('every cell position is compared, not only the sums', () => {
	const pair = [
		{ pack: aPack({ cells: 2, name: 'even' }), reading: aReading([3.8, 3.8], ohms(0.01, 0.01)) },
		{ pack: aPack({ cells: 2, name: 'odd' }), reading: aReading([3.9, 3.7], ohms(0.01, 0.01)) }
	];
	const { positions, mainA, peakC } = meetingOf(pair);
	assert.ok(
		mainA.every((i) => Math.abs(i) < 1e-9),
		'the sums agree'
	);
	assert.ok(Math.abs(positions[0].firstA[0] - 5) < 1e-9);
	assert.ok(Math.abs(positions[1].firstA[0] + 5) < 1e-9);
	assert.ok(Math.abs(peakC - 5 / 2.6) < 1e-9);
});

test('the wire between two opposed cells carries what both exchange', () => {
	const [apartV, cellOhm] = [0.05, 0.02];
	const { balanceFirstA, balanceAfterA } = meetingOf(
		[
			[3.8, 3.8 + apartV],
			[3.8 + apartV, 3.8]
		].map((v) => ({ pack: aPack({ cells: 2 }), reading: aReading(v, ohms(cellOhm, cellOhm)) }))
	);
	// Two equal and opposite mesh currents that share the middle wire of each pack (Kirchhoff).
	const middle = apartV / (cellOhm + 3 * USUAL_BOARD.balanceOhm);
	assert.ok(Math.abs(balanceFirstA - middle) < 1e-6, `${balanceFirstA} A, ${middle} A`);
	// Main leads lie beside the outer wires: their sums agree, and yet more flows in the middle.
	const { leadOhm, balanceOhm } = USUAL_BOARD;
	const outer = 1 / (1 / leadOhm + 1 / (2 * balanceOhm));
	const beside = (2 * apartV) / (2 * cellOhm + outer + 4 * balanceOhm);
	assert.ok(Math.abs(balanceAfterA - beside) < 1e-6, `${balanceAfterA} A, ${beside} A`);
});

describe('when they are level', () => {
	const pair = (labelChargeRateC: number | null, capacityAh: number, mV = 30) =>
		[3.8, 3.8 + mV / 1000].map((v, k) => ({
			pack: aPack({ name: `P${k}`, cells: 1, capacityAh, measuredCapacityAh: null, labelChargeRateC }),
			reading: aReading([v], ohms(0.02 / capacityAh))
		}));
	test('no sooner than its label leaves room for the charge, nor while a contact would carry more than it may', () => {
		const [strict, ample] = [settle(pair(1, 2)), settle(pair(3, 2))];
		assert.ok(strict.levelMin > ample.levelMin);
		assert.ok(Math.abs(strict.last!.levelA - 0.2) < 1e-9, 'a tenth of C beside 1C');
		// Two ampere are one C of these: what the label leaves is more.
		assert.equal(ample.last?.levelA ?? BALANCE_CONTACT_A, BALANCE_CONTACT_A);
		assert.deepEqual(settle(pair(null, 2)).last!.levelA, strict.last!.levelA, 'no rate is 1C');
		assert.equal(levelInA(aPack({ capacityAh: 50, measuredCapacityAh: null })), BALANCE_CONTACT_A);
	});
	test('what would flow at the customary wait is said where level comes later, and only there', () => {
		const slow = settle(pair(1, 2, 60));
		assert.ok(slow.levelMin > CUSTOMARY_MIN && slow.last!.customaryA > slow.last!.levelA);
		assert.match(
			whyLevel(slow),
			/^Level means less than 0\.20? A into P0, and the charge at 1C comes on top, with 1C on its label\. Many begin after 5 min: 0\.\d+ A would still flow\.$/
		);
		const quick = settle(pair(1, 2, 20));
		assert.ok(quick.levelMin > 0 && quick.levelMin <= CUSTOMARY_MIN, `${quick.levelMin}`);
		assert.doesNotMatch(whyLevel(quick), /Many begin/);
		assert.equal(whyLevel(settle(pair(1, 2, 0))), '');
		const large = settle(pair(5, 40, 30));
		assert.match(
			whyLevel(large),
			/less than 2\.0 A (into P0|out of P1), which is what a balance contact carries/
		);
	});
});

describe('may they be joined', () => {
	const two = (change: Record<string, unknown> = {}) => [
		aPack({ id: 'a', name: 'A' }),
		aPack({ id: 'b', name: 'B', ...change })
	];
	const fresh = (volts: number[], change: Partial<ReadingInput> = {}) =>
		aReading(volts, {
			takenAt: '2026-05-02T17:50:00.000Z',
			cellResistancesOhm: volts.map(() => 0.03),
			...change
		});
	const judge = (packs: Pack[], readings: (ReadingInput | null)[], person: PracticeLayer = {}) =>
		mayJoin(
			packs.map((pack, k) => ({ pack, reading: readings[k] })),
			resolvePractice(person),
			NOW
		);
	const even = (n = 3, v = 3.8) => fresh(Array.from({ length: n }, () => v));
	const says = (result: ReturnType<typeof judge>, rule: string) =>
		result.findings.find((f) => f.rule === rule)?.sentence ?? '';

	test('two of a kind at the same volts may', () => {
		const result = judge(two(), [even(), even()]);
		assert.deepEqual(result.findings, []);
		assert.equal(result.may, true);
	});

	test('never, by the person; nickel and lead, never by anybody', () => {
		assert.match(says(judge(two(), [even(), even()], { parallel: 'never' }), 'join-never'), /your practice/);
		const nickel = [nimhPack({ name: 'N1' }), nimhPack({ name: 'N2' })];
		const packV = aReading([], { cellVoltagesV: null, packVoltageV: 7.8 });
		assert.ok(says(judge(nickel, [packV, packV]), 'join-chemistry-never'));
		const lead = [leadPack({ name: 'L1' }), leadPack({ name: 'L2' })];
		assert.equal(judge(lead, [packV, packV]).may, false);
	});

	test('chemistry, cells, condition and, where asked, make-up must be alike', () => {
		assert.ok(says(judge(two({ chemistry: 'lihv' }), [even(), even()]), 'join-chemistries-differ'));
		assert.ok(says(judge(two({ cells: 4 }), [even(), even(4)]), 'join-cells-differ'));
		assert.ok(says(judge(two({ condition: 'quarantine' }), [even(), even()]), 'join-out-of-service'));
		const unlike = two({ capacityAh: 3, measuredCapacityAh: 3 });
		assert.ok(says(judge(unlike, [even(), even()], { parallel: 'same model only' }), 'join-models-differ'));
		assert.equal(judge(unlike, [even(), even()]).may, true);
		// More than three times, less is a matter of shares; in the pack's own figures.
		const times = (capacityAh: number) =>
			says(judge(two({ capacityAh, measuredCapacityAh: null }), [even(), even()]), 'join-capacities-apart');
		const three = 3 * ratedAh(two()[0]);
		assert.match(times(3.3 * ratedAh(two()[0])), /^B holds 3\.3 times what A does: whatever/);
		assert.equal(times(three), '');
		assert.ok(says(judge(two({ balanceLead: false }), [even(), even()]), 'join-no-balance-lead'));
	});

	test('every pack is read, cell by cell, at rest, just now', () => {
		assert.ok(says(judge(two(), [even(), null]), 'join-not-read'));
		const sum = aReading([], { cellVoltagesV: null, packVoltageV: 11.4 });
		assert.ok(says(judge(two(), [even(), sum]), 'join-cells-not-read'));
		const old = fresh([3.8, 3.8, 3.8], { takenAt: '2026-05-02T17:44:00.000Z' });
		assert.match(says(judge(two(), [even(), old]), 'join-reading-stale'), /B was read 16 min ago/);
		for (const [hours, words] of [
			[0.99, '59 min'],
			[1, '1 h'],
			[47, '47 h'],
			[48, '2 d'],
			[240, '10 d']
		] as const) {
			const then = { ...old, takenAt: new Date(Date.parse(NOW) - 3600e3 * hours).toISOString() };
			assert.ok(says(judge(two(), [even(), then]), 'join-reading-stale').includes(`was read ${words} ago`));
		}
		const young = fresh([3.8, 3.8, 3.8], { takenAt: '2026-05-02T17:46:00.000Z' });
		assert.equal(says(judge(two(), [even(), young]), 'join-reading-stale'), '');
		assert.ok(
			says(judge(two(), [even(), fresh([3.8, 3.8, 3.8], { state: 'just used' })]), 'join-reading-stale')
		);
		assert.ok(says(judge(two(), [even(), fresh([3.8, 3.8, 2.9])]), 'join-cell-outside'));
	});

	test('a tenth of a volt a cell is close, more is not; strict wants 20 mV', () => {
		const near = judge(two(), [even(), even(3, 3.7)]);
		assert.equal(says(near, 'join-volts-apart'), '');
		assert.match(
			says(judge(two(), [even(), even(3, 3.69)]), 'join-volts-apart'),
			/110 mV apart, at most 100 mV/
		);
		const strict: PracticeLayer = { parallel: 'close volts, strict' };
		assert.match(
			says(judge(two(), [even(), even(3, 3.77)], strict), 'join-volts-apart'),
			/20 mV by your practice/
		);
		assert.equal(judge(two(), [even(), even(3, 3.78)], strict).may, true);
	});

	test('equal packs a tenth of a volt apart: about 4C at first, 2C over the first minute, a Check with what to do', () => {
		const usual = (v: number) => ({ ...fresh([v, v, v]), cellResistancesOhm: null });
		const apart = judge(two(), [usual(3.7), usual(3.8)]);
		const { settling, range } = apart.meeting!;
		const rate = (currents: number[]) => Math.max(...currents) / 2.6;
		assert.ok(rate(settling.peakA) > 3.5 && rate(settling.peakA) < 4.5, `${rate(settling.peakA)}C`);
		assert.ok(rate(settling.minuteMeanA) > 1.5 && rate(settling.minuteMeanA) < 2.6);
		const moved = Math.max(...settling.movedShare);
		assert.ok(moved > 0.06 && moved < 0.165, `${moved}`);
		assert.ok(rate(range.low.peakA) < rate(settling.peakA) && rate(range.high.peakA) > rate(settling.peakA));
		assert.equal(apart.may, true);
		const labelled = two().map((p) => ({ ...p, labelChargeRateC: 1 }));
		assert.match(
			says(judge(labelled, [usual(3.7), usual(3.8)]), 'join-first-minute'),
			/in the first minute about 2\.\dC would flow into A, 1\d % .* Main leads first, wait \d+ min/
		);
		assert.match(says(apart, 'join-first-minute'), /until they are level/);
	});

	test('small differences of packs that bear it are ordinary; too much charge or too hard a minute is a Stop', () => {
		const usual = (v: number) => ({ ...fresh([v, v, v]), cellResistancesOhm: null });
		assert.deepEqual(judge(two(), [usual(3.8), usual(3.785)]).findings, []);
		// Little resistance: the minute is hard, though little moves.
		const hard = (v: number) => fresh([v, v, v], { cellResistancesOhm: [0.0005, 0.0005, 0.0005] });
		const unmeasuredSlow = two({ capacityAh: 20, measuredCapacityAh: 20 });
		assert.equal(judge(unmeasuredSlow, [hard(3.7), hard(3.8)]).may, false);
		const strict: PracticeLayer = { parallel: 'close volts, strict' };
		const firm = (v: number) => fresh([v, v, v], { cellResistancesOhm: [0.004, 0.004, 0.004] });
		assert.match(
			says(judge(two(), [firm(3.8), firm(3.78)], strict), 'join-first-minute'),
			/at most 0\.5C by your practice/
		);
	});

	test('sums alike and cells not: what the balance contacts would carry is a Stop', () => {
		const low = (v: number[]) => fresh(v, { cellResistancesOhm: [0.004, 0.004, 0.004] });
		const result = judge(two(), [low([3.9, 3.8, 3.8]), low([3.8, 3.9, 3.8])]);
		assert.match(says(result, 'join-balance-contact'), /3\.\d A would flow through a balance contact/);
		assert.equal(result.may, false);
		const near = judge(two(), [low([3.85, 3.8, 3.8]), low([3.8, 3.85, 3.8])]);
		assert.equal(says(near, 'join-balance-contact'), '');
		assert.ok(near.meeting!.balanceFirstA > 1 && near.meeting!.balanceFirstA < 2);
	});

	test('a plug bears up to twice its rating for seconds, with care; more is a Stop', () => {
		const packs = two().map((p) => ({ ...p, connectorId: 'signal-2', labelChargeRateC: 5 }));
		const usual = (v: number) => ({ ...fresh([v, v, v]), cellResistancesOhm: null });
		const at = (v: number) => {
			const judged = judge(packs, [usual(3.8), usual(v)]);
			const { peakA } = judged.meeting!.settling;
			return { judged, peakA: Math.max(...peakA.map(Math.abs)), says: says(judged, 'join-first-minute') };
		};
		const [little, some, much] = [at(3.78), at(3.76), at(3.73)];
		assert.ok(little.peakA < 3 && some.peakA > 3 && some.peakA < 6 && much.peakA > 6);
		assert.equal(little.says, '');
		assert.equal(some.judged.may, true);
		assert.match(
			some.says,
			/is more than the 3\.0 A of the small 2-pin signal plug, for seconds\. Main leads/
		);
		assert.equal(much.judged.may, false);
		assert.match(much.says, /would flow through the small 2-pin signal plug, which carries 3\.0 A/);
	});

	test('a sum that fits a cell less is asked about; one that does not is only to be read by the cell', () => {
		const four = two().map((p) => ({ ...p, cells: 4 }));
		const sum = (packVoltageV: number) => fresh([], { cellVoltagesV: null, packVoltageV });
		assert.equal(
			says(judge(four, [sum(12.2), even(4)]), 'join-cells-not-read'),
			'A reads 12.20 V in all: 3.05 V a cell as 4S, or is it a 3S at 4.07 V? Read each cell.'
		);
		assert.match(says(judge(four, [sum(15.2), even(4)]), 'join-cells-not-read'), /^Of A only the whole pack/);
	});

	test('LiFe: within 20 mV, and asked about in the flat of its curve', () => {
		const flat = two({ chemistry: 'life' }).map((p) => ({ ...p, chemistry: 'life' as const }));
		const apart = judge(flat, [even(3, 3.3), even(3, 3.33)]);
		assert.match(says(apart, 'join-volts-apart'), /at most 20 mV/);
		assert.ok(says(judge(flat, [even(3, 3.3), even(3, 3.3)]), 'join-flat-curve'));
		assert.equal(says(judge(flat, [even(3, 3.55), even(3, 3.55)]), 'join-flat-curve'), '');
	});
});

test('settling ends where the charge is shared, and the first current is the closed form of the row of cells', () => {
	const members = [
		{ pack: aPack({ cells: 2 }), reading: aReading([3.75, 3.75], ohms(0.005, 0.005)) },
		{ pack: aPack({ cells: 2 }), reading: aReading([3.8, 3.8], ohms(0.005, 0.005)) }
	];
	const s = settle(members);
	assert.ok(Math.abs(s.peakA[0] - 0.1 / 0.02) < 1e-9);
	assert.ok(Math.abs(s.peakA[0] + s.peakA[1]) < 1e-9);
	const { movedAh } = meetingOf(members);
	assert.ok(s.movedShare[0] > 0.5 * (movedAh[0] / 2.6) && s.movedShare[0] <= movedAh[0] / 2.6 + 1e-6);
	assert.ok(s.minuteMeanA[0] < s.peakA[0] && s.minuteMeanA[0] > 0);
	assert.ok(s.levelMin > 0.5 && s.levelMin < 240);
	// Equal packs are level at once.
	const same = settle([members[0], members[0]]);
	assert.equal(same.levelMin, 0);
});

test('packs more than two years apart in age are noted, and nothing is said where a day is not known', () => {
	const notes = (...days: (string | null)[]) =>
		mayJoin(
			days.map((firstUsedOn, k) => ({
				pack: aPack({ id: `p${k}`, name: `P${k}`, firstUsedOn }),
				reading: aReading([3.8, 3.8, 3.8], { takenAt: NOW })
			})),
			resolvePractice({}),
			NOW
		).findings.filter((f) => f.rule === 'join-ages-apart');
	assert.deepEqual(notes('2024-05-02', '2026-05-02'), []);
	assert.deepEqual(notes(null, '2026-05-02', null), []);
	const [note] = notes('2026-05-02', '2023-11-02', null);
	assert.equal(note.severity, 'note');
	assert.match(note.sentence, /P1 is 2\.5 years older than P0/);
});

test('what has moved is amps times hours, and each pack keeps its own cells’ charge', () => {
	const pack = (soc: number[]) => ({
		capacityAh: [2, 2],
		soc,
		seriesOhm: [0.005, 0.005],
		relaxOhm: [0.004, 0.004]
	});
	const packs = new JoinedPacks({
		curve: lipo.curve,
		relaxS: 180,
		packs: [pack([0.41, 0.42]), pack([0.43, 0.44]), pack([0.45, 0.46])],
		board: { leadOhm: 0.006, balanceOhm: null }
	});
	assert.deepEqual(packs.charge(), [
		[0.41, 0.42],
		[0.43, 0.44],
		[0.45, 0.46]
	]);
	assert.deepEqual(
		packs.restV().map((row) => row[1]),
		[0.42, 0.44, 0.46].map((s) => ocvAt(lipo.curve, s))
	);
	for (let n = 0; n < 30; n++) packs.step(2, 6);
	const moved = packs.movedAh.reduce((a, b) => a + b, 0);
	// Six ampere into all of them together for one minute.
	assert.ok(Math.abs(moved - 6 / 60) < 1e-9, `${moved}`);
});
