/** When the sum of a pack is enough to know its cells, after what was done with it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, aReading, NOW } from '../../tests/support/bench-chargers';
import { chemistryOf } from '../chemistry/catalogue';
import { offsetsLevelled, offsetsMoved, offsetsRead, unknownOffsets } from '../pack-state/cell-offsets';
import type { ReadingInput } from '../pack/reading';
import { cellsBySum } from './cells-by-sum';

const pack = aPack({ cells: 4 });
const lipo = chemistryOf('lipo');
const sum = (packVoltageV: number, change: Partial<ReadingInput> = {}): ReadingInput =>
	aReading([], { cellVoltagesV: null, packVoltageV, takenAt: NOW, ...change });
const unknown = unknownOffsets(lipo, 4);
const levelled = offsetsLevelled(unknown, NOW);

test('after a balanced charge a sum is enough, and the cells stand level', () => {
	const { cellVoltagesV } = cellsBySum(pack, sum(15.2), levelled);
	assert.equal(cellVoltagesV?.length, 4);
	for (const v of cellVoltagesV!) assert.ok(Math.abs(v - 3.8) < 1e-9);
});

test('cells that were read apart stay apart by as much, and add up to the sum', () => {
	const known = offsetsRead(levelled, lipo, [3.8, 3.8, 3.84, 3.8], 0, NOW);
	const cells = cellsBySum(pack, sum(15.24), known).cellVoltagesV!;
	assert.ok(Math.abs(cells.reduce((a, b) => a + b, 0) - 15.24) < 1e-9);
	assert.ok(cells[2] - cells[0] > 0.02 && cells[2] - cells[0] < 0.045, `${cells}`);
});

test('not where nobody knows the spread, near empty where a little charge is many millivolts, or of flat curves', () => {
	const whole = (reading: ReadingInput, of = levelled, p = pack) => cellsBySum(p, reading, of).cellVoltagesV;
	assert.equal(whole(sum(15.2), unknown), null);
	let used = levelled;
	for (let n = 0; n < 12; n++) used = offsetsMoved(used, lipo, 1);
	assert.equal(whole(sum(15.2), used), null, 'twelve flights after the last balance');
	assert.equal(whole(sum(13.4)), null, 'nearly empty');
	assert.equal(whole(sum(12.2)), null, 'it may be a 3S');
	assert.equal(whole(sum(15.2, { state: 'just used' })), null);
	const life = aPack({ cells: 4, chemistry: 'life' });
	const lifeLevelled = offsetsLevelled(unknownOffsets(chemistryOf('life'), 4), NOW);
	assert.equal(whole(sum(13.2), lifeLevelled, life), null);
});

test('what was read by the cell stays as it was read', () => {
	const each = aReading([3.8, 3.8, 3.8, 3.81], { takenAt: NOW });
	assert.equal(cellsBySum(pack, each, levelled), each);
});
