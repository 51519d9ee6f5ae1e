import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { amps, cRate, milliampHours, percent, text } from './format';
import { parseFigure } from './parse';
import { askAboutSlip, USUAL_CAPACITY_MAH } from './plausible';
import { ceilToStep, floorToStep, isOnStep, roundToStep } from './step';

test('rounding to a decimal step gives whole multiples without binary noise', () => {
	assert.equal(floorToStep(0.3, 0.1), 0.3);
	assert.equal(floorToStep(0.95, 0.2), 0.8);
	assert.equal(floorToStep(4.1999999999, 0.01), 4.2);
	assert.equal(ceilToStep(0.1 + 0.2, 0.1), 0.3);
	assert.equal(ceilToStep(61, 5), 65);
	assert.equal(roundToStep(0.25, 0.1), 0.3);
	assert.equal(isOnStep(0.7, 0.1), true);
	assert.equal(isOnStep(0.75, 0.1), false);
});

test('property: rounding down never exceeds, up never falls short, both stay within a step', () => {
	fc.assert(
		fc.property(
			fc.integer({ min: 1, max: 500000 }),
			fc.constantFrom(0.01, 0.05, 0.1, 0.2, 0.5, 1, 5),
			(n, step) => {
				const value = n / 1000;
				const down = floorToStep(value, step);
				const up = ceilToStep(value, step);
				assert.ok(down <= value + step * 1e-5 && value - down < step * (1 + 1e-5));
				assert.ok(up >= value - step * 1e-5 && up - value < step * (1 + 1e-5));
				assert.ok(isOnStep(down, step) && isOnStep(up, step));
			}
		)
	);
});

test('typed figures: what is not a plain number in range is refused in words', () => {
	const range = { label: 'Capacity', unit: 'mAh', min: 10, max: 500000 };
	const message = (typed: string) => {
		const parsed = parseFigure(typed, range);
		return parsed.ok ? '' : parsed.message;
	};
	assert.deepEqual(parseFigure(' 2600 ', range), { ok: true, value: 2600 });
	assert.match(message('2,6'), /must be at least 10 mAh; 2.6 mAh/);
	assert.match(message(''), /is missing/);
	assert.match(message('two'), /must be a number, not "two"/);
	assert.match(message('1e3'), /must be a number/);
	assert.match(message('0x10'), /must be a number/);
	assert.match(message('NaN'), /must be a number/);
	assert.match(message('-5'), /at least 10 mAh/);
	assert.match(message('−5'), /at least 10 mAh/);
	assert.match(message('600000'), /at most 500000 mAh/);
	assert.match(
		parseFigure('3.5', { ...range, label: 'Cells', unit: '', whole: true }).ok ? '' : 'whole',
		/whole/
	);
});

test('property: no text whatever makes the parser throw or let a figure out of range through', () => {
	fc.assert(
		fc.property(fc.string(), (typed) => {
			const parsed = parseFigure(typed, { label: 'X', unit: 'V', min: 0, max: 6 });
			if (parsed.ok) assert.ok(parsed.value >= 0 && parsed.value <= 6);
			else assert.ok(parsed.message.length > 5);
		})
	);
});

test('a capacity that is right only off by ten or a thousand is asked about; a usual one is not', () => {
	assert.equal(askAboutSlip(1.4, USUAL_CAPACITY_MAH)?.meant, 1400);
	assert.equal(askAboutSlip(45, USUAL_CAPACITY_MAH)?.meant, 4500);
	assert.equal(askAboutSlip(1.2345678, USUAL_CAPACITY_MAH)?.meant, 1234.57, 'to six figures');
	assert.equal(askAboutSlip(2200000, USUAL_CAPACITY_MAH)?.meant, 2200);
	for (const usual of [50, 520, 3700, 30000]) assert.equal(askAboutSlip(usual, USUAL_CAPACITY_MAH), null);
	assert.equal(askAboutSlip(0, USUAL_CAPACITY_MAH), null);
	assert.equal(askAboutSlip(NaN, USUAL_CAPACITY_MAH), null);
});

test('figures are written as the trade writes them', () => {
	assert.equal(text(amps(2.6)), '2.6 A');
	assert.equal(text(amps(0.52)), '0.52 A');
	assert.equal(text(milliampHours(2.6)), '2600 mAh');
	assert.equal(text(percent(0.334)), '33 %');
	assert.deepEqual([0.05, 0.5, 1, 1.75, 2, 20].map(cRate), ['0.05C', '0.5C', '1C', '1.8C', '2C', '20C']);
});
