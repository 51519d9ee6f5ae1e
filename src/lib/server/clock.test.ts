/** The book's own time over clocks that are set, machines that sleep and books that are closed. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BookClock, type ClockStep } from './clock';

const HOUR = 3600e3;

/** A machine whose clock can be set and that can be put to sleep. */
function machine() {
	let [wall, awake, boot] = [1e12, 0, 5e6];
	const steps: ClockStep[] = [];
	const sources = { wallMs: () => wall, awakeMs: () => awake, bootMs: () => boot };
	return {
		sources,
		steps,
		clock: () => new BookClock(sources, (step) => steps.push(step)),
		pass: (ms: number) => ((wall += ms), (awake += ms), (boot += ms)),
		sleep: (ms: number) => ((wall += ms), (boot += ms)),
		set: (ms: number) => void (wall += ms),
		wall: () => wall
	};
}

test('it goes with the machine’s clock, asleep too, and small corrections are no steps', () => {
	const m = machine();
	const clock = m.clock();
	const began = clock.nowMs();
	m.pass(HOUR);
	assert.equal(clock.nowMs() - began, HOUR);
	m.sleep(8 * HOUR);
	m.pass(1000);
	assert.equal(clock.nowMs(), m.wall());
	m.set(1500);
	m.pass(1000);
	assert.equal(clock.nowMs(), m.wall());
	m.set(-1500);
	const before = clock.nowMs();
	m.pass(1000);
	assert.equal(clock.nowMs() - before, 900, 'never back: it waits for the machine');
	for (let k = 0; k < 20; k++) {
		m.pass(1000);
		clock.nowMs();
	}
	assert.equal(clock.nowMs(), m.wall());
	assert.deepEqual([m.steps, clock.aheadMs], [[], 0]);
});

for (const back of [1, 72])
	test(`set back by ${back} h, time goes on as it passes, and the step is said once`, () => {
		const m = machine();
		const clock = m.clock();
		m.pass(HOUR);
		const before = clock.nowMs();
		m.set(-back * HOUR);
		for (let k = 0; k < 60; k++) {
			m.pass(60e3);
			assert.equal(clock.nowMs() - before, (k + 1) * 60e3);
		}
		assert.equal(clock.aheadMs, back * HOUR);
		assert.deepEqual(
			m.steps.map((s) => s.byMs),
			[-back * HOUR]
		);
		m.set(back * HOUR);
		m.pass(1000);
		assert.deepEqual([clock.nowMs(), clock.aheadMs], [m.wall(), 0], 'set right again they agree');
	});

for (const forward of [1, 72])
	test(`set forward by ${forward} h it follows, and says by how much`, () => {
		const m = machine();
		const clock = m.clock();
		m.set(forward * HOUR);
		m.pass(1000);
		assert.equal(clock.nowMs(), m.wall());
		assert.deepEqual(
			m.steps.map((s) => [s.byMs, s.atMs]),
			[[forward * HOUR, m.wall()]]
		);
	});

test('a book that was closed ahead of the machine goes on ahead, one that is behind follows', () => {
	const m = machine();
	const last = m.wall() + 3 * HOUR;
	const clock = m.clock();
	clock.goOnFrom(last, 0);
	assert.equal(clock.nowMs(), last);
	assert.deepEqual(
		m.steps.map((s) => s.byMs),
		[-3 * HOUR]
	);
	m.pass(HOUR);
	assert.equal(clock.nowMs(), last + HOUR);
	const again = m.clock();
	again.goOnFrom(last + HOUR, clock.aheadMs);
	assert.equal(again.nowMs(), last + HOUR);
	m.pass(HOUR / 2);
	const later = m.clock();
	later.goOnFrom(last + HOUR, 3 * HOUR);
	assert.equal(later.nowMs(), last + 1.5 * HOUR, 'the time that it was closed has passed too');
	assert.equal(m.steps.length, 1, 'what was said is not said again');
	m.set(4 * HOUR);
	const right = m.clock();
	right.goOnFrom(last + HOUR, 3 * HOUR);
	assert.deepEqual([right.nowMs(), right.aheadMs], [m.wall(), 0]);
	clock.followMachine();
	assert.deepEqual([clock.nowMs(), clock.aheadMs], [m.wall(), 0]);
});
