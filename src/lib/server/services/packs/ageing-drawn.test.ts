import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Course } from '../../../../../core/ageing/ageing';
import { drawnAgeing } from './ageing-drawn';

const at = (k: number) => new Date(Date.parse('2020-01-01T00:00:00Z') + k * 86400e3).toISOString();
const course = (points: number): Course =>
	({
		points: Array.from({ length: points }, (_, k) => ({
			...{ at: at((k * 7) % points), value: 1, error: 0.1, biased: true, ref: `${k}` },
			from: k % 100 === 0 ? 'measured' : 'judged run'
		})),
		line: []
	}) as never;
const drawn = (points: number) =>
	drawnAgeing({ capacity: course(points), resistance: null, spread: null, leaks: null, says: [] }).capacity!;

test('few points are all drawn; of many the newest and every discharge from full are, and all are counted', () => {
	assert.equal(drawn(150).points.length, 150);
	const many = drawn(1501);
	assert.ok(many.points.length <= 150 + 16, `${many.points.length}`);
	assert.equal(many.points.filter((p) => p.from === 'measured').length, 16);
	assert.equal(many.points.at(-1)!.at, at(1500));
	assert.deepEqual(many.counted, { measured: 16, 'judged run': 1485 });
	assert.ok(many.points.every((p, k) => k === 0 || p.at >= many.points[k - 1].at));
});
