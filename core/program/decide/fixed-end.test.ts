/**
 * The end of a channel that always ends at the same volts: by what it holds, by its description,
 * by the chemistry.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aContext, held } from '../../../tests/support/bench-chargers';
import { resolve } from '../../request/context';
import { fixedEndV } from './fixed-end';

const endOf = (charger: Record<string, unknown>, channel: Record<string, unknown> = {}) =>
	fixedEndV(resolve(aContext({ charger: aCharger(charger, channel) })));
const lipo = (change: object) => ({
	endVoltageStepV: null,
	chemistries: [{ chemistry: 'lipo', minCells: 1, maxCells: 6, ...change }]
});

test('what it holds and nobody can change is its end; what it asks for at every charge is not', () => {
	const fixed = held({
		kind: 'endVoltageV',
		heldValue: 4.1,
		defaultValue: 4.1,
		min: 4,
		max: 4.2,
		step: 0.01,
		fixed: true
	});
	assert.equal(endOf({ held: [fixed] }), 4.1);
	assert.equal(endOf({ held: [fixed], asks: ['cells', 'currentA', 'endVoltageV'] }), null);
	assert.equal(endOf({ held: [{ ...fixed, fixed: false }] }), null, 'it can be set');
	assert.equal(endOf({ held: [{ ...fixed, heldValue: null }] }), null, 'nobody knows at what');
});

test('where nothing can be set: its description, its lower figure, then the chemistry’s own', () => {
	assert.equal(endOf({ held: [] }), null, 'in steps of ten millivolts it can');
	assert.equal(endOf({ held: [] }, lipo({ endVoltageMaxV: 4.18, endVoltageMinV: 4.1 })), 4.18);
	assert.equal(endOf({ held: [] }, lipo({ endVoltageMinV: 4.15 })), 4.15);
	assert.equal(endOf({ held: [] }, lipo({})), 4.2);
});
