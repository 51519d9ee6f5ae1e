/** What is known of a pack's charge besides its volts, and how the two are weighed. Common practice, no source. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aReading, NOW } from '../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../tests/support/rule-cases';
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt } from '../chemistry/curve';
import { solve } from '../program/solve';
import { estimateCharge } from './charge-state';
import { knownCharge, type LastRun } from './known-charge';
import type { ReadingInput } from './reading';

const nimh = chemistryOf('nimh');
const life = chemistryOf('life');
const before = (hours: number) => new Date(Date.parse(NOW) - hours * 3600e3).toISOString();
const run = (change: Partial<LastRun> = {}): LastRun => ({
	end: 'filled',
	endedAt: before(24),
	...change
});
const read = (hoursAgo: number, usedSince: ReadingInput['usedSince'] = 'not said') =>
	aReading([], { cellVoltagesV: null, packVoltageV: 7.8, takenAt: before(hoursAgo), usedSince });

describe('what counts as known', () => {
	test('used until it faded: nearly empty, whatever the last run was', () => {
		const known = knownCharge(nimh, read(1, 'until it faded'), run(), NOW)!;
		assert.ok(known.soc < 0.1 && known.sigma <= 0.05);
	});

	test('filled and not used since: full less what it loses by itself', () => {
		const known = knownCharge(nimh, read(1, 'not used'), run({ endedAt: before(10 * 24) }), NOW)!;
		const lost = (10 / 30) * nimh.defaults.selfDischargePerMonth;
		assert.ok(Math.abs(known.soc - (1 - lost)) < 1e-9);
		assert.ok(known.sigma > 0.03, 'the loss is a guess, and makes it less sure');
		assert.match(known.how, /filled 10 d ago and not used since/);
	});

	test('the reading at the run’s own end, or from before it, leaves the run standing', () => {
		assert.ok(knownCharge(nimh, read(24), run(), NOW));
		assert.ok(knownCharge(nimh, read(30), run(), NOW));
		assert.ok(knownCharge(nimh, null, run(), NOW));
		assert.equal(knownCharge(nimh, read(23.8), run(), NOW), null, 'read later, and nothing was said');
	});

	test('a run that was cut, a storage run or use since say nothing', () => {
		assert.equal(knownCharge(nimh, null, run({ end: null }), NOW), null);
		assert.equal(knownCharge(nimh, read(1, 'used'), run(), NOW), null);
		assert.equal(knownCharge(nimh, read(1), null, NOW), null);
	});

	test('a discharge to its end leaves it nearly empty; a fast charge not quite full', () => {
		const emptied = knownCharge(life, null, run({ end: 'emptied' }), NOW)!;
		assert.ok(emptied.soc < 0.05);
		const fast = knownCharge(life, null, run({ end: 'nearly filled' }), NOW)!;
		const whole = knownCharge(life, null, run(), NOW)!;
		assert.ok(Math.abs(whole.soc - fast.soc - 0.04) < 1e-9);
	});
});

describe('weighed with the volts', () => {
	test('two estimates of one thing: the mean weighed by inverse variance, and narrower than either', () => {
		const cells = [3.28, 3.29, 3.3, 3.29];
		const alone = estimateCharge(life, 4, aReading(cells));
		const known = { soc: 0.5, sigma: 0.06, how: 'known' };
		const both = estimateCharge(life, 4, aReading(cells), known);
		const w = alone.sigma ** 2 / (alone.sigma ** 2 + 0.06 ** 2);
		assert.ok(Math.abs(both.soc - (alone.soc + w * (0.5 - alone.soc))) < 1e-12);
		assert.ok(Math.abs(both.sigma ** -2 - (alone.sigma ** -2 + 0.06 ** -2)) < 1e-6);
		const apart = (s: number[]) => s.map((x) => x - s[0]);
		apart(both.socs).forEach((d, i) => assert.ok(Math.abs(d - apart(alone.socs)[i]) < 1e-12));
	});

	test('where the volts say it better, as on LiPo, knowledge hardly moves them', () => {
		const lipo = chemistryOf('lipo');
		const reading = aReading([3.9, 3.9, 3.9]);
		const moved = estimateCharge(lipo, 3, reading, { soc: 0.68, sigma: 0.1, how: 'known' }).soc;
		assert.ok(Math.abs(moved - estimateCharge(lipo, 3, reading).soc) < 0.02);
	});

	test('volts that contradict what is known win, and it is said', () => {
		const lipo = chemistryOf('lipo');
		const state = estimateCharge(lipo, 3, aReading([3.7, 3.7, 3.7]), {
			soc: 0.99,
			sigma: 0.03,
			how: 'filled'
		});
		assert.equal(state.known, null);
		assert.equal(state.contradicted?.how, 'filled');
		assert.equal(state.soc, estimateCharge(lipo, 3, aReading([3.7, 3.7, 3.7])).soc);
	});
});

test('a nickel forecast is narrow when the pack was used until it faded, and wide when it was only read', () => {
	const minutes = (usedSince: ReadingInput['usedSince']) => {
		const packVoltageV = 6 * ocvAt(nimh.curve, 0.4);
		const reading = aReading([], { cellVoltagesV: null, packVoltageV, usedSince });
		const s = solve(aContext({ pack: nimhPack(), reading, charger: aMultiCharger(), task: 'charge' }));
		return s.forecast!.timeMin;
	};
	const known = minutes('until it faded');
	const unknown = minutes('used');
	assert.ok(
		(known.p95 - known.p5) * 2.5 < unknown.p95 - unknown.p5,
		`${known.p5}…${known.p95} of ${unknown.p5}…${unknown.p95}`
	);
});
