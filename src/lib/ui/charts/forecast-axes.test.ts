/** The axes that the first drawing and the chart share. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { forecastAxes, pointsOf, tickValues, type Drawn } from './forecast-axes';

const hour = { timeS: [0, 1800, 3600], packV: [14.9, 16.6, 16.8], currentA: [4.7, 4.7, 0.3] };
const drawn = (change: Partial<Drawn> = {}) =>
	forecastAxes({ best: hour, band: null, measured: null, timerMin: null, timerFromMin: 0, ...change });

test('the axes hold the whole run, on round figures', () => {
	const axes = drawn();
	assert.equal(axes.endMin, 60);
	assert.deepEqual(tickValues(axes.time), [0, 10, 20, 30, 40, 50, 60]);
	assert.ok(axes.volts.min <= 14.88 && axes.volts.max >= 16.85);
	assert.deepEqual(tickValues(axes.currents), [0, 1, 2, 3, 4, 5, 6]);
});

test('a timer is in sight up to 1.8 of the run, counted from where its leg begins', () => {
	assert.equal(drawn({ timerMin: 107 }).endMin, 107 * 1.02);
	assert.equal(drawn({ timerMin: 108 }).endMin, 60);
	assert.equal(drawn({ timerMin: 80, timerFromMin: 20 }).timerAtMin, 100);
	assert.equal(drawn().timerAtMin, null);
});

test('what was measured beyond the forecast, and current out of the pack, are inside', () => {
	const measured = { timeS: [0, 5400], packV: [14.2, 17.1], currentA: [-7, -7] };
	const axes = drawn({ measured });
	assert.equal(axes.endMin, 90);
	assert.ok(axes.volts.min <= 14.2 && axes.volts.max >= 17.1 && axes.currents.max >= 7);
	assert.deepEqual(pointsOf([0, 60], [-7, 3]), [
		{ x: 0, y: 7 },
		{ x: 1, y: 3 }
	]);
});

test('nothing to draw has axes all the same; long columns are thinned and keep their last point', () => {
	const none = forecastAxes({ best: null, band: null, measured: null, timerMin: 90, timerFromMin: 0 });
	assert.deepEqual([none.endMin, none.time.max], [1, 1]);
	const long = Array.from({ length: 1001 }, (_, i) => i * 60);
	const points = pointsOf(long, long);
	assert.ok(points.length <= 161, `${points.length}`);
	assert.deepEqual(points.at(-1), { x: 1000, y: 60_000 });
});
