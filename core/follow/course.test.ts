/**
 * The course of a pack that departs from the best guess: all legs of a program, one after
 * another.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../tests/support/rule-cases';
import { NO_DEPARTURE } from '../forecast/departure';
import { solve } from '../program/solve';
import { courseOf, shownAt } from './course';

test('a cycle is followed through discharge, rest and charge, as long as is forecast; no further than is asked', () => {
	const { resolved, settings, forecast } = solve(
		aContext({
			charger: aMultiCharger(),
			pack: nimhPack(),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 1.3 * nimhPack().cells }),
			task: 'cycle'
		})
	);
	const { timeMin } = forecast!;
	const course = courseOf(resolved, settings, NO_DEPARTURE, 2 * timeMin.median);
	assert.ok(Math.abs(course.endMin / timeMin.median - 1) < 0.1, `${course.endMin} and ${timeMin.median} min`);
	const amps = (share: number) => shownAt(course.shown.currentA, share * course.endMin, 2 * timeMin.median);
	assert.ok(amps(0.1) > 0 && amps(0.9) > 0, `${amps(0.1)} and ${amps(0.9)} A`);
	const half = courseOf(resolved, settings, NO_DEPARTURE, timeMin.median / 2);
	assert.ok(Math.abs(half.endMin / (timeMin.median / 2) - 1) < 0.02, `${half.endMin}`);
});
