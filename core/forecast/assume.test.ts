import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aContext, aPack, aReading, NOW } from '../../tests/support/bench-chargers';
import { resolve } from '../request/context';
import { solve } from '../program/solve';
import {
	chargeControl,
	packModel,
	presentCapacityAh,
	taperEndA,
	uncertaintyOf,
	watchesCells
} from './assume';
import { NO_DEPARTURE } from './departure';
import { resistanceFactor } from '../simulate/pack-model';

const at = (change: Parameters<typeof aContext>[0] = {}) => resolve(aContext(change));

test('capacity is what was measured, else the label less three per cent a year, never below six tenths', () => {
	const capacity = (change: Record<string, unknown>) => presentCapacityAh({ pack: aPack(change), now: NOW });
	assert.equal(capacity({ measuredCapacityAh: 2.31 }), 2.31);
	assert.equal(capacity({ measuredCapacityAh: null }), 2.6);
	assert.ok(Math.abs(capacity({ measuredCapacityAh: null, firstUsedOn: '2024-05-02' }) - 2.6 * 0.94) < 0.01);
	assert.equal(capacity({ measuredCapacityAh: null, firstUsedOn: '1990-01-01' }), 2.6 * 0.6);
});

test('measured resistances replace the default, which scales with capacity', () => {
	const measured = packModel(
		at({ reading: aReading([3.7, 3.7, 3.7], { cellResistancesOhm: [0.004, 0.005, 0.006] }) })
	);
	assert.deepEqual(Array.from(measured.seriesOhm), [0.004, 0.005, 0.006]);
	const small = packModel(at({ pack: aPack({ capacityAh: 1.3 }) }));
	const large = packModel(at({ pack: aPack({ capacityAh: 2.6 }) }));
	assert.ok(Math.abs(small.seriesOhm[0] / large.seriesOhm[0] - 2) < 1e-9);
});

test('resistance is about twice at 5 °C what it is at 25 °C (common practice, no source)', () => {
	assert.equal(resistanceFactor(5, 20), 2);
	assert.equal(resistanceFactor(25, 20), 1);
	assert.equal(resistanceFactor(-15, Infinity), 1);
});

test('an error of the estimate makes no cell fuller than full or emptier than empty, unless it read so', () => {
	const up = { ...NO_DEPARTURE, soc: 0.2 };
	const full = packModel(at({ reading: aReading([4.19, 4.19, 4.19], { state: 'just used' }) }), up);
	assert.ok(full.startSoc.every((s) => s <= 1));
	const over = packModel(at({ reading: aReading([4.23, 4.23, 4.23]) }), up);
	assert.ok(over.startSoc.every((s) => s > 1.005 && s < 1.05));
	const empty = packModel(at({ reading: aReading([3.3, 3.3, 3.3]) }), { ...NO_DEPARTURE, soc: -0.3 });
	assert.ok(empty.startSoc.every((s) => s >= 0));
});

test('what is measured is less uncertain', () => {
	const known = uncertaintyOf(
		at({ reading: aReading([3.7, 3.7, 3.7], { cellResistancesOhm: [0.005, 0.005, 0.005] }) })
	);
	const guessed = uncertaintyOf(at({ pack: aPack({ measuredCapacityAh: null }), reading: null }));
	for (const input of ['capacity', 'resistance', 'soc', 'spread'] as const)
		assert.ok(known[input] < guessed[input], input);
});

test('the charger regulates on cells only where it sees them; the probe’s limit acts only where there is a probe', () => {
	assert.equal(watchesCells(at()), true);
	assert.equal(watchesCells(at({ pack: aPack({ balanceLead: false }) })), false);
	assert.equal(watchesCells(at({ charger: aCharger({}, { balancePortCells: 2 }) })), false);
	assert.equal(
		watchesCells(at({ pack: aPack({ cells: 1, balanceLead: false }), reading: aReading([3.7]) })),
		true
	);
	const settings = solve(aContext()).settings;
	assert.equal(chargeControl(at(), settings).temperatureLimitDegC, 45);
	assert.equal(
		chargeControl(at({ charger: aCharger({}, { hasProbe: false }) }), settings).temperatureLimitDegC,
		Infinity
	);
	assert.equal(chargeControl(at(), { ...settings, balance: false }).balanceCurrentA, 0);
});

test('the taper ends at a tenth of capacity, or at half of a small current', () => {
	assert.ok(Math.abs(taperEndA(at(), 2.6) - 0.26) < 1e-12);
	assert.equal(taperEndA(at(), 0.2), 0.1);
});

test('every cell differs by itself in charge, capacity and resistance: the same for the same number, not at all for none', () => {
	const read = at({ reading: aReading([3.8, 3.8, 3.8]) });
	const of = (others: number) => packModel(read, { ...NO_DEPARTURE, others });
	assert.deepEqual(of(0.7), of(0.7));
	assert.notDeepEqual(of(0.7).startSoc, of(0.8).startSoc);
	for (const column of ['capacityAh', 'seriesOhm', 'relaxOhm'] as const) {
		assert.equal(new Set(of(0.7)[column]).size, 3, column);
		assert.equal(new Set(of(0)[column]).size, 1, column);
	}
	assert.equal(of(0.7).startSoc[0], of(0).startSoc[0], 'the first has a departure of its own');
	const measured = at({ reading: aReading([3.8, 3.8, 3.8], { cellResistancesOhm: [0.004, 0.005, 0.006] }) });
	assert.deepEqual(
		Array.from(packModel(measured, { ...NO_DEPARTURE, others: 0.7 }).seriesOhm),
		[0.004, 0.005, 0.006],
		'what was measured is believed'
	);
});
