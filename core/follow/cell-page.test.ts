/** When the cell page is asked for; worked by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import type { Look } from '../log/look';
import { resolve } from '../request/context';
import { cellPageDue, hasCellPage } from './cell-page';
import type { Expected } from './following';

const at = (median: number): Expected => ({ p5: median - 4, median, p95: median + 4, least: 0, most: 999 });
const of = (pack: Record<string, unknown> = {}, channel: Record<string, unknown> = {}) =>
	resolve(
		aContext({
			charger: aMultiCharger({}, channel),
			pack: aPack({ cells: 4, ...pack }),
			reading: aReading([3.7, 3.7, 3.7, 3.7])
		})
	);
const due = (
	looks: Look[],
	minute: number,
	verdict: Parameters<typeof cellPageDue>[2] = 'on track',
	r = of()
) => cellPageDue(r, looks, verdict, minute, at(80), at(50));
const volts: Look = { minute: 5, what: 'packV', value: 15.4 };
const cell = (minute: number): Look => ({ minute, what: 'lowestCellV', value: 3.8 });

test('there is a cell page where a charger shows each cell of a pack with its balance lead in', () => {
	assert.equal(hasCellPage(of()), true);
	assert.equal(hasCellPage(of({ balanceLead: false })), false);
	assert.equal(hasCellPage({ ...of(), pack: aPack({ cells: 1, balanceLead: true }) }), false, 'its own sum');
	assert.equal(hasCellPage({ ...of(), pack: aPack({ cells: 2 }) }), true);
	assert.equal(hasCellPage(of({}, { showsCells: false })), false);
	assert.equal(hasCellPage(of({}, { balancePortCells: 3 })), false);
	assert.equal(hasCellPage(of({ chemistry: 'nimh', cells: 6 })), false);
	assert.equal(due([], 79, null, of({}, { showsCells: false })), null);
});

test('after a quarter of the run, once', () => {
	assert.equal(due([volts], 19.9), null);
	assert.match(due([volts], 20)!, /one that falls behind/);
	assert.match(due([], 20, null)!, /one that falls behind/);
	assert.equal(due([volts, cell(12)], 30), null);
});

test('when constant voltage has begun, unless the cells were just looked at', () => {
	assert.equal(due([cell(12)], 49.9), null);
	assert.match(due([cell(12)], 50)!, /Constant voltage has begun/);
	assert.match(due([cell(39.9)], 50)!, /Constant voltage has begun/);
	assert.equal(due([cell(40)], 50), null);
	assert.equal(
		cellPageDue(of(), [cell(12)], 'on track', 70, at(80), null),
		null,
		'there is none in a discharge'
	);
});

test('at once where a figure is another than was expected, and not for hours', () => {
	assert.match(due([volts], 6, 'ahead')!, /only the cells show/);
	assert.match(due([volts], 14.9, 'behind')!, /only the cells show/);
	assert.equal(due([volts], 15, 'behind'), null);
	assert.equal(due([volts], 6, 'on track'), null);
	assert.equal(due([volts, cell(6)], 7, 'behind'), null, 'it was the cells that were read');
	assert.match(due([cell(4), volts], 6, 'ahead')!, /only the cells show/);
});
