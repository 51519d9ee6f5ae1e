/** Sums and labels that fit another number of cells, and chemistries that cannot be told apart. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack } from '../../tests/support/bench-chargers';
import { countOnLabel, fitsLabel, twinsOf, unprovedTwin } from './label-volts';
import { chemistryOf } from '../chemistry/catalogue';
import { fewerCells, moreCells } from './other-count';

const pack = (cells: number, change = {}) => aPack({ cells, labelVoltageV: 3.7 * cells, ...change });

test('a sum fits a cell less up to what that many hold when full, and LiHV counts while the label does not say', () => {
	assert.equal(fewerCells(pack(4), 12.6), 3);
	assert.equal(fewerCells(pack(4), 12.61), null);
	assert.equal(fewerCells(pack(4, { labelVoltageV: null }), 13.05), 3);
	assert.equal(fewerCells(pack(4, { labelVoltageV: null }), 13.06), null);
	assert.equal(fewerCells(pack(1), 3.7), null);
	assert.equal(fewerCells(pack(2), 4.1), 1, 'two nearly empty cells, or one that is full');
	assert.equal(fewerCells(pack(8, { chemistry: 'life', labelVoltageV: null }), 25.55), 7);
});

test('a sum fits a cell more from that many floors on, and no more cells than packs have', () => {
	assert.equal(moreCells(pack(3), 12), 4);
	assert.equal(moreCells(pack(3), 11.99), null);
	assert.equal(moreCells(pack(14), 58), null);
	assert.equal(moreCells(pack(13), 54), 14);
});

test('printed volts of another count are told from those of another chemistry', () => {
	assert.equal(countOnLabel(pack(4), 11.1), 3);
	assert.equal(countOnLabel(pack(4), 14.8), null);
	assert.equal(countOnLabel(pack(3), 11.4), null, 'that is LiHV');
	assert.equal(countOnLabel(pack(1), 0.5), null);
	assert.equal(countOnLabel(pack(6, { chemistry: 'lead' }), 6), 3);
	assert.ok(fitsLabel(chemistryOf('lipo'), 4, 14.8) && !fitsLabel(chemistryOf('lipo'), 4, 15.2));
});

test('twins are looked for both ways, until printed volts or the maker settle it', () => {
	const of = (change: object) => twinsOf(aPack({ cells: 3, ...change })).map((c) => c.id);
	assert.deepEqual(of({}), ['lihv']);
	assert.deepEqual(of({ chemistry: 'lihv' }), ['lipo']);
	assert.deepEqual(of({ labelVoltageV: 11.1 }), []);
	assert.deepEqual(of({ chemistry: 'life' }), []);
	assert.equal(unprovedTwin(aPack({ chemistry: 'lihv' }))?.id, 'lipo');
	assert.equal(unprovedTwin(aPack({ chemistry: 'lihv', labelVoltageV: 11.4 })), null);
	assert.equal(unprovedTwin(aPack({ chemistry: 'lihv', makerEndVoltageV: 4.35 })), null);
	assert.equal(unprovedTwin(aPack()), null);
});
