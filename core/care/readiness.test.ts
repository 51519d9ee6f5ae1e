import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, aReading } from '../../tests/support/bench-chargers';
import type { PackEvent } from '../pack-state/event';
import { packState } from '../pack-state/pack-state';
import type { Pack } from '../pack/pack';
import type { ReadingInput } from '../pack/reading';
import type { PracticeLayer } from '../practice/practice';
import { aRunEvent, aUseEvent } from '../../tests/support/pack-events';
import { readinessOf as ofState } from './readiness';

const NOW = '2026-05-02T18:00:00.000Z';
const readinessOf = (
	pack: Pack,
	reading: ReadingInput | null,
	now: string,
	person: PracticeLayer = {},
	others: readonly PackEvent[] = []
) => {
	const own: PackEvent[] = reading ? [{ kind: 'reading', id: 'r', at: reading.takenAt, reading }] : [];
	return ofState(pack, packState(pack, [...own, ...others], now, 20), person);
};
const daysAgo = (n: number) => new Date(Date.parse(NOW) - n * 86400e3).toISOString();
const state = (cells: number[], days = 0.1, change: Record<string, unknown> = {}) =>
	readinessOf(aPack({ cells: cells.length, ...change }), aReading(cells, { takenAt: daysAgo(days) }), NOW);

test('each state follows from volts and time (common practice, no source)', () => {
	assert.equal(state([4.19, 4.19, 4.19]).state, 'ready');
	assert.equal(state([4.19, 4.19, 4.19], 6).state, 'look');
	assert.match(state([4.19, 4.19, 4.19], 21).sentence, /Full for 21 days/);
	assert.equal(state([3.8, 3.81, 3.8]).state, 'storage');
	assert.equal(state([3.95, 3.96, 3.95]).state, 'part charged');
	assert.equal(state([3.6, 3.61, 3.6]).state, 'low');
	assert.match(state([3.8, 3.7, 3.8]).sentence, /100 mV apart, cell 2 lowest/);
	assert.match(state([3.4, 2.9, 3.4]).sentence, /Cell 2 read 2.90 V, below the floor/);
	assert.match(state([4.26, 4.2, 4.2]).sentence, /above its limit/);
	assert.equal(state([3.8, 3.8, 3.8], 0, { condition: 'swollen' }).state, 'out of service');
	assert.equal(readinessOf(aPack(), null, NOW).state, 'not read');
	const charging = (pack = aPack()) =>
		readinessOf(pack, aReading([3.8, 3.8, 3.8]), NOW, {}, [aRunEvent({ startedAt: NOW, endedAt: null })]);
	assert.equal(charging().state, 'on a charger', 'whatever it read before');
	assert.equal(charging().soc, null);
	assert.equal(charging(aPack({ condition: 'swollen' })).state, 'out of service');
});

test('the charge has a band, and it is wider where the curve is flat', () => {
	const width = (v: number) => {
		const { band } = state([v, v, v]);
		return band!.high - band!.low;
	};
	assert.ok(width(3.78) > width(4.0));
});

test('a lead battery is ready when full and asks for charge when it lies part full; nickel is never sent to storage', () => {
	const at = (chemistry: string, cells: number, packVoltageV: number, days: number) =>
		readinessOf(
			aPack({ chemistry, cells, capacityAh: 4, balanceLead: false }),
			aReading([], {
				cellVoltagesV: null,
				packVoltageV,
				takenAt: new Date(Date.parse(NOW) - days * 86400e3).toISOString()
			}),
			NOW
		);
	assert.equal(at('lead', 6, 12.95, 30).state, 'ready');
	assert.match(at('lead', 6, 12.2, 2).sentence, /Lead hardens/);
	assert.equal(at('lead', 6, 12.65, 2).state, 'part charged');
	assert.equal(at('nimh', 6, 8.3, 1).state, 'ready');
	assert.equal(at('nimh', 6, 8.3, 60).state, 'part charged');
	assert.ok(at('nimh', 6, 8.6, 0.01).band!.high <= 1, 'beyond its curve it is no fuller than full');
	assert.equal(at('nimh', 6, 7.1, 1).state, 'low');
	for (const days of [1, 10, 100]) assert.notEqual(at('nimh', 6, 7.8, days).state, 'storage');
});

test('how long a pack may stand full is the person’s practice, or the pack’s own', () => {
	const full = aReading([4.19, 4.19, 4.19], {
		takenAt: new Date(Date.parse(NOW) - 2.5 * 86400e3).toISOString()
	});
	assert.equal(readinessOf(aPack(), full, NOW).state, 'ready');
	assert.equal(readinessOf(aPack(), full, NOW, { storageAfterDays: 2 }).state, 'look');
	const patient = aPack({ practice: { storageAfterDays: 7 } });
	assert.equal(readinessOf(patient, full, NOW, { storageAfterDays: 2 }).state, 'ready');
});

test('how far apart cells stand is said in whole millivolts', () => {
	assert.match(state([3.8, 3.2, 3.8]).sentence, /^Cells 600 mV apart.*, cell 2 lowest\.$/);
	assert.match(state([3.1, 3.9, 3.9]).sentence, /^Cells 800 mV apart.*, cell 1 lowest\.$/);
});

test('volts at storage are said as a range only where its ends read apart', () => {
	assert.equal(state([3.771, 3.774, 3.772]).sentence, 'At storage, 3.77 V.');
	assert.equal(state([3.79, 3.8, 3.81]).sentence, 'At storage, 3.79 to 3.81 V.');
	assert.equal(state([3.6, 3.61, 3.6]).sentence, 'Low, 3.60 V.');
});

test('volts of which only the sum was read are not said of each cell', () => {
	const of = (cells: number, packVoltageV: number) =>
		readinessOf(aPack({ cells }), aReading([], { cellVoltagesV: null, packVoltageV }), NOW).sentence;
	assert.equal(of(3, 11.31), 'At storage, 3.77 V a cell on average.');
	assert.equal(of(3, 10.8), 'Low, 3.60 V a cell on average.');
	assert.equal(of(1, 3.77), 'At storage, 3.77 V.');
});

test('just used it cools for half an hour, and says how much of that is left', () => {
	const used = (at: string) =>
		readinessOf(aPack(), aReading([3.8, 3.8, 3.8], { takenAt: daysAgo(0.1) }), NOW, {}, [aUseEvent(at)]);
	assert.equal(
		used('2026-05-02T17:50:00.000Z').sentence,
		'Just used: let it cool for 20 min more, then measure it.'
	);
	assert.match(used('2026-05-02T17:30:10.000Z').sentence, /for 1 min more/);
	assert.equal(used('2026-05-02T17:30:00.000Z').sentence, 'Used since it was measured: measure it.');
});
