/**
 * What printed volts say of chemistry and cells, at the edges of what labels print (common
 * practice, no source).
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack } from '../../tests/support/bench-chargers';
import { chemistryOf } from '../chemistry/catalogue';
import { countOnLabel, fitsLabel, twinsOf, unprovedTwin } from './label-volts';

const lipo = chemistryOf('lipo');

test('printed volts fit within 26 mV a cell', () => {
	assert.deepEqual(
		[11.1, 11.17, 11.18, 11.03, 11.02].map((v) => fitsLabel(lipo, 3, v)),
		[true, true, false, true, false]
	);
	assert.equal(fitsLabel(lipo, 4, 11.1), false);
});

test('the count that printed volts mean, where it is not the pack’s and there is such a pack', () => {
	const of = (cells: number, printedV: number, chemistry = 'lipo') =>
		countOnLabel({ chemistry: chemistry as 'lipo', cells }, printedV);
	assert.equal(of(3, 11.1), null, 'its own');
	assert.equal(of(3, 14.8), 4);
	assert.equal(of(4, 11.1), 3);
	assert.equal(of(1, 7.4), 2);
	assert.equal(of(3, 12.9), null, 'no label prints that');
	assert.equal(of(3, lipo.cells.max * 3.7), lipo.cells.max);
	assert.equal(of(3, (lipo.cells.max + 1) * 3.7), null, 'more cells than there are');
	assert.equal(of(3, 1), null);
});

test('who cannot be told apart: none once the printed volts fit', () => {
	const ids = (change: Record<string, unknown>) => twinsOf(aPack(change)).map((c) => c.id);
	const without = ids({ chemistry: 'lipo', labelVoltageV: null });
	assert.ok(without.includes('lihv'));
	assert.deepEqual(ids({ chemistry: 'lipo', cells: 3, labelVoltageV: 11.1 }), []);
	assert.deepEqual(
		ids({ chemistry: 'lipo', cells: 3, labelVoltageV: 14.8 }),
		without,
		'they are another pack’s'
	);
	assert.ok(ids({ chemistry: 'lihv', labelVoltageV: null }).includes('lipo'));
});

test('a high end is unproved until printed volts or the maker’s end say it', () => {
	const twin = (change: object) => unprovedTwin(aPack({ chemistry: 'lihv', ...change }))?.id ?? null;
	assert.equal(twin({ labelVoltageV: null }), 'lipo');
	assert.equal(twin({ labelVoltageV: 11.4 }), null);
	assert.equal(twin({ labelVoltageV: null, makerEndVoltageV: 4.35 }), null);
	assert.equal(unprovedTwin(aPack({ chemistry: 'life', labelVoltageV: null })), null);
});
