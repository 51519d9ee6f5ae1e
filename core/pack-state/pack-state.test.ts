/** What must hold of the state of any pack, whatever happened to it. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aPack } from '../../tests/support/bench-chargers';
import { anObservation, aReadingEvent, aRunEvent, atHour, aUseEvent } from '../../tests/support/pack-events';
import type { PackEvent } from './event';
import { packState, passOver, stateAt } from './pack-state';

const pack = aPack();
const state = (events: PackEvent[], hour: number, of = pack) => packState(of, events, atHour(hour), 20);
const full = (from: number) =>
	aRunEvent({
		id: `run ${from}`,
		startedAt: atHour(from),
		endedAt: atHour(from + 1),
		chargeAh: 2,
		expectedAh: 2
	});

describe('order and time', () => {
	test('two readings of one moment in either order are the same', () => {
		const a = aReadingEvent(atHour(1), [3.8, 3.8, 3.8]);
		const b = { ...aReadingEvent(atHour(1), [3.82, 3.82, 3.82]), id: 'other' };
		assert.deepEqual(state([a, b], 2).charge, state([b, a], 2).charge);
	});
	test('events in any order are taken in the order in which they happened', () => {
		const story = [aReadingEvent(atHour(0), [3.75, 3.75, 3.75]), full(1), aUseEvent(atHour(4))];
		assert.deepEqual(state(story, 6).charge, state(story.toReversed(), 6).charge);
	});
	test('what is kept as of the last event gives the same at any later moment', () => {
		const story = [aReadingEvent(atHour(0), [3.75, 3.75, 3.75]), full(1)];
		const kept = passOver(pack, story, atHour(3));
		for (const hour of [3, 30, 300])
			assert.deepEqual(stateAt(kept, atHour(hour), 20).charge, state(story, hour).charge);
	});
	test('a moment later than an event is not told by it; one that lies ahead is passed over', () => {
		assert.equal(state([aReadingEvent(atHour(10), [4.2, 4.2, 4.2])], 2).charge, null);
	});
	test('lying still it loses what its chemistry loses, no more and no less', () => {
		const nimh = aPack({ chemistry: 'nimh', cells: 6, balanceLead: false });
		const run = aRunEvent({
			task: 'charge',
			startedAt: atHour(0),
			endedAt: atHour(2),
			chargeAh: 2.9,
			expectedAh: 2.9,
			settings: { currentA: 1.5, endVoltageV: 1.55, balance: false }
		});
		const [soon, month] = [3, 722].map((hour) => state([run], hour, nimh).charge!.mean);
		// A fifth a month, of what there is: exp(−0.2).
		assert.ok(Math.abs(month / soon - Math.exp(-0.2)) < 0.02, `${soon} ${month}`);
	});
});

describe('doubt', () => {
	test('what was said before a run says nothing after it', () => {
		const faded = aReadingEvent(atHour(0), [3.5, 3.5, 3.5], { usedSince: 'until it faded' });
		const run = { ...full(1), chargeAh: 2.4, expectedAh: 2.4 };
		const after = state([faded, run], 3);
		assert.equal(after.claim, 'full');
		assert.match(after.how!, /^filled 1 h ago/);
	});
	test('without a piece of a sound story less is known, never more', () => {
		const story = [
			aReadingEvent(atHour(0), [3.75, 3.75, 3.75]),
			full(1),
			aReadingEvent(atHour(9), [4.18, 4.18, 4.18])
		];
		const whole = state(story, 10).charge!;
		for (const [k] of story.entries()) {
			const part = state(
				story.filter((_, i) => i !== k),
				10
			).charge!;
			assert.ok(part.high - part.low >= whole.high - whole.low - 0.005, `without ${k}`);
		}
	});
	test('a contradiction counts on both sides: fuller for limits, emptier for floors', () => {
		const story = [full(0), aReadingEvent(atHour(30), [3.8, 3.8, 3.8], { usedSince: 'not used' })];
		const { contradictions, charge, claim } = state(story, 31);
		assert.equal(contradictions.length, 1);
		assert.equal(claim, null);
		assert.ok(charge!.least < 0.45 && charge!.most > 0.95, JSON.stringify(charge));
	});
	test('a second reading settles which of two was wrong', () => {
		const story = [
			full(0),
			aReadingEvent(atHour(30), [3.3, 3.8, 3.8], { usedSince: 'not used' }),
			aReadingEvent(atHour(30.2), [4.18, 4.18, 4.18], { usedSince: 'not used' })
		];
		const { contradictions, claim } = state(story, 31);
		assert.deepEqual(contradictions, []);
		assert.equal(claim, 'full');
	});
	test('nothing on record is nothing known', () => {
		const nothing = state([], 1);
		assert.deepEqual([nothing.charge, nothing.claim, nothing.how, nothing.movedAt], [null, null, null, null]);
	});
});

describe('cells', () => {
	test('how far apart they were read outlives a run; a balanced full charge levels them', () => {
		const apart = aReadingEvent(atHour(0), [3.9, 3.84, 3.84]);
		const stopped = aRunEvent({
			startedAt: atHour(1),
			endedAt: atHour(1.5),
			endReason: 'stopped',
			chargeAh: 0.5,
			settings: { balance: false }
		});
		const kept = state([apart, stopped], 2);
		assert.ok(kept.socs[0] - kept.socs[1] > 0.06, kept.socs.join(' '));
		assert.ok(Math.abs(kept.apart!.spreadV - 0.06) < 1e-9);
		const levelled = state([apart, full(1)], 3);
		assert.ok(Math.abs(levelled.socs[0] - levelled.socs[1]) < 1e-9);
		assert.equal(levelled.apart, null);
	});
	test('volts of the sum alone tell no cell from another', () => {
		const { cells } = state([aReadingEvent(atHour(0), null, { packVoltageV: 11.4 })], 1);
		assert.deepEqual([cells.readAt, ...cells.offset], [null, 0, 0, 0]);
	});
});

describe('warmth and condition', () => {
	const warmest = (events: PackEvent[], hour: number) => state(events, hour).warmth.warmestDegC;
	test('hot binds for an hour, whatever is read without a thermometer; measured cool it is cool', () => {
		const hot = aUseEvent(atHour(0), 'hot');
		const unmeasured = aReadingEvent(atHour(0.1), [3.8, 3.8, 3.8]);
		assert.ok(warmest([hot, unmeasured], 0.2) > 50);
		assert.ok(warmest([hot, unmeasured], 0.9) > 40);
		assert.ok(warmest([hot, unmeasured], 1.1) < 40);
		const measured = aReadingEvent(atHour(0.1), [3.8, 3.8, 3.8], { temperatureDegC: 25 });
		assert.equal(warmest([hot, measured], 0.2), 25);
		assert.equal(state([hot, measured], 0.2).warmth.coolAt, null);
	});
	test('heat that a run explains is none by itself; hot with nothing before it is', () => {
		assert.equal(state([full(0), anObservation(atHour(1.2), 'hot')], 1.5).warmth.unexplained, null);
		const alone = anObservation(atHour(5), 'hot');
		assert.equal(state([full(0), alone], 5.5).warmth.unexplained, alone.id);
		const cool = aReadingEvent(atHour(7), [3.8, 3.8, 3.8], { temperatureDegC: 21 });
		assert.equal(state([alone, cool], 8).warmth.unexplained, null);
	});
	test('the gravest observation that binds is the condition; cleared ones do not', () => {
		const dented = anObservation(atHour(0), 'dented');
		const swollen = anObservation(atHour(1), 'swollen');
		assert.equal(state([dented], 2).condition.condition, 'damaged');
		assert.equal(state([dented, swollen], 2).condition.condition, 'swollen');
		assert.equal(state([dented, swollen], 2).condition.forGood, true);
		const cleared = { ...dented, clearedAt: atHour(1), clearedBecause: 'the sleeve alone' };
		assert.equal(state([cleared], 2).condition.condition, 'in service');
	});
});

test('ten years of events cost no more than the newest: the same answer, in a few milliseconds', () => {
	const years = Array.from({ length: 1500 }, (_, k) => [
		{ ...aReadingEvent(atHour(-40 * k - 2), [3.75, 3.75, 3.75]), id: `m${k}` },
		{ ...full(-40 * k - 1), id: `r${k}` },
		{ ...aUseEvent(atHour(-40 * k - 20)), id: `u${k}` }
	]).flat();
	const whole = state(years, 3).charge!;
	const newest = state(years.slice(0, 24), 3).charge!;
	assert.ok(Math.abs(whole.mean - newest.mean) < 1e-6);
});
