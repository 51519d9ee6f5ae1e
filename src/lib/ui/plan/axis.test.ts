/** The clock along a plan: what lies where, and back again. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { axisOf } from './axis';

const at = (h: number) => new Date(Date.UTC(2026, 4, 2, 18) + h * 3600e3).toISOString();
const you = (from: number, to: number) => ({ from: at(from), to: at(to), who: 'you', hands: true });

test('hours with somebody there are drawn to scale, a night together', () => {
	const axis = axisOf(at(0), at(16), [you(0, 3), you(14, 16)]);
	const [evening, night, morning] = axis.stretches;
	assert.deepEqual([evening.watched, night.watched, morning.watched], [true, false, true]);
	const width = (s: typeof evening) => s.x1 - s.x0;
	assert.ok(Math.abs(width(evening) / width(morning) - 1.5) < 1e-9);
	assert.ok(width(night) < width(evening) / 4, 'eleven hours of nobody');
	assert.ok(Math.abs(morning.x1 - 1) < 1e-9);
	assert.ok(
		axis.ticks.length >= 6 &&
			axis.ticks.every((t) => axis.stretches.some((s) => s.watched && t >= s.fromMs && t <= s.toMs))
	);
});

test('a moment and its place are each other’s', () => {
	const axis = axisOf(at(0), at(16), [you(1, 3), { ...you(3, 4), who: 'Wren', hands: false }, you(14, 16)]);
	for (let h = 0; h <= 15.9; h += 0.3) {
		const ms = Date.parse(at(h));
		assert.ok(Math.abs(axis.momentAt(axis.at(ms)) - ms) < 1000, `${h} h`);
	}
	for (let h = 0.1; h < 16; h += 0.3)
		assert.ok(axis.at(Date.parse(at(h))) > axis.at(Date.parse(at(h - 0.1))));
	assert.equal(axis.at(Date.parse(at(-5))), 0);
	assert.equal(axis.at(Date.parse(at(40))), 1);
	const watcher = axis.stretches.find((s) => s.who === 'Wren')!;
	assert.deepEqual([watcher.watched, watcher.hands], [true, false]);
});

test('without hours there is a clock all the same', () => {
	const axis = axisOf(at(0), at(4), []);
	assert.equal(axis.stretches.length, 1);
	assert.ok(axis.at(Date.parse(at(2))) > 0.4 && axis.at(Date.parse(at(2))) < 0.6);
	assert.deepEqual(axis.ticks, []);
});
