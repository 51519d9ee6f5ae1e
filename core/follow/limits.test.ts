import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { LOOK_KINDS, type Look } from '../log/look';
import { solve } from '../program/solve';
import type { ProgramContext } from '../request/context';
import { limitBroken, mostChargeAh } from './limits';

const look = (minute: number, what: Look['what'], value: number): Look => ({ minute, what, value });
const solved = (change: Partial<ProgramContext> = {}) => {
	const s = solve(aContext({ charger: aMultiCharger(), ...change }));
	return { r: s.resolved, settings: s.settings };
};
const of4S = solved({ pack: aPack({ cells: 4, capacityAh: 3 }), reading: aReading([3.7, 3.7, 3.7, 3.7]) });
const broken = (l: Look, earlier: Look[] = [], { r, settings } = of4S) =>
	limitBroken(r, settings, l, earlier);

test('volts above the end of the program mean stop; two steps of the screen and the charger’s own error do not', () => {
	const { r } = of4S;
	const most = 4 * (4.2 + r.channel.voltageAccuracyV) + 2 * LOOK_KINDS.packV.step;
	assert.equal(broken(look(30, 'packV', most - 1e-6)), null);
	assert.match(broken(look(30, 'packV', most + 0.001))!, /above the end of this program, 16\.80 V: stop/);
	assert.match(broken(look(30, 'packV', 17.6))!, /17\.60 V/);
	assert.match(broken(look(30, 'highestCellV', 4.26))!, /4\.260 V is above/);
	assert.equal(broken(look(30, 'highestCellV', 4.2)), null);
});

test('more current than was set, more charge than current and minutes give, more than the pack holds', () => {
	const { settings, r } = of4S;
	assert.equal(broken(look(10, 'currentA', settings.currentA * 1.05 + 0.099)), null);
	assert.match(broken(look(10, 'currentA', settings.currentA * 1.05 + 0.11))!, /more than the/);
	assert.match(broken(look(10, 'currentA', 9))!, /9\.0 A is more than/);
	const possible = (11 / 60) * settings.currentA * 1.05 + 0.01;
	assert.equal(broken(look(10, 'chargeAh', possible - 0.001)), null);
	assert.match(broken(look(10, 'chargeAh', possible + 0.001))!, /in 10 min is more than/);
	assert.equal(mostChargeAh(r, settings), 1.1 * 3);
	assert.equal(broken(look(90, 'chargeAh', 3.29)), null);
	assert.match(broken(look(90, 'chargeAh', 3.31))!, /more than this pack can hold, 3300 mAh/);
});

test('a small current that was keyed too large is seen as well as a large one', () => {
	const small = { r: of4S.r, settings: { ...of4S.settings, currentA: 0.4, dischargeA: null } };
	const most = 0.4 * 1.05 + LOOK_KINDS.currentA.step;
	assert.equal(broken(look(10, 'currentA', most - 1e-6), [], small), null);
	assert.match(
		broken(look(10, 'currentA', most + 0.01), [], small)!,
		/is more than the 0\.4 A of the program/
	);
});

test('nickel and lead hold more: 1.25 times, 1.6 times where nickel is charged for its time', () => {
	const nickel = (currentA: number) => {
		const { r, settings } = solved({
			pack: aPack({ chemistry: 'nimh', cells: 6, capacityAh: 2 }),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 7.4 }),
			task: 'charge'
		});
		return mostChargeAh(r, { ...settings, currentA });
	};
	assert.equal(nickel(1), 2.5);
	assert.equal(nickel(0.3), 2.5);
	assert.equal(nickel(0.29), 3.2);
	assert.equal(nickel(0.2), 3.2);
	const lead = solved({
		pack: aPack({ chemistry: 'lead', cells: 6, capacityAh: 7 }),
		reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.2 }),
		task: 'charge'
	});
	assert.equal(mostChargeAh(lead.r, lead.settings), 8.75);
	assert.match(broken(look(60, 'packV', 15.6), [], lead)!, /above the end/);
	assert.equal(broken(look(60, 'packV', 14.3), [], lead), null);
});

test('charge that became less, a lowest cell that fell, a current that rose again', () => {
	assert.match(broken(look(20, 'chargeAh', 0.4), [look(10, 'chargeAh', 0.45)])!, /cannot become less/);
	assert.equal(broken(look(20, 'chargeAh', 0.449), [look(10, 'chargeAh', 0.45)]), null);
	const cell = (now: number, before = 3.8) =>
		broken(look(20, 'lowestCellV', now), [look(10, 'lowestCellV', before)]);
	assert.equal(cell(3.781), null);
	assert.match(cell(3.779)!, /A cell that falls while it is charged is failing/);
	assert.equal(cell(4.0, 4.1), null, 'it may be bled there');
	const from = of4S.settings.endVoltageV - 0.3;
	assert.equal(cell(from - 0.05, from), null);
	assert.match(cell(from - 0.06, from - 0.01)!, /is failing/);
	const changed = [look(10, 'lowestCellV', 3.8), look(9, 'currentA', 3), look(19, 'currentA', 1)];
	assert.equal(broken(look(20, 'lowestCellV', 3.7), changed), null, 'with less current volts fall');
	const same = [look(10, 'lowestCellV', 3.8), look(9, 'currentA', 3), look(19, 'currentA', 2.9)];
	assert.match(
		broken(look(20, 'lowestCellV', 3.7), same)!,
		/is failing/,
		'with the same current they do not'
	);
	assert.equal(broken(look(20, 'lowestCellV', 3.7), [same[0], same[1], look(19, 'currentA', 2.8)]), null);
	assert.match(
		broken(look(20, 'lowestCellV', 3.7), same.slice(0, 2))!,
		/is failing/,
		'one current is steady'
	);
	const { r, settings } = of4S;
	const bled = settings.balance ? r.channel.balanceCurrentA : 0;
	const falling = [look(50, 'currentA', 3), look(60, 'currentA', 1)];
	const most = 1.1 + bled + 0.1;
	assert.equal(broken(look(65, 'currentA', most - 0.01), falling), null);
	assert.match(broken(look(65, 'currentA', most + 0.01), falling)!, /rose to/);
	assert.equal(broken(look(61, 'currentA', most + 0.01), falling), null, 'a pulse is none');
	assert.equal(broken(look(65, 'currentA', 2.9), [look(60, 'currentA', 2.5)]), null, 'it had not fallen');
});

test('a discharge stops at its end and above the floor of a cell', () => {
	const down = solved({
		pack: aPack({ cells: 4, capacityAh: 3 }),
		reading: aReading([4.1, 4.1, 4.1, 4.1]),
		task: 'discharge'
	});
	const endV = 4 * (down.settings.dischargeEndV! - down.r.channel.voltageAccuracyV) - 0.02;
	assert.equal(broken(look(20, 'packV', endV + 0.001), [], down), null);
	assert.match(broken(look(20, 'packV', endV - 0.001), [], down)!, /below the end of this discharge/);
	assert.match(broken(look(20, 'lowestCellV', 2.9), [], down)!, /below the floor of a cell, 3\.000 V/);
	assert.equal(broken(look(20, 'chargeAh', 0.01), [], down), null);
});
