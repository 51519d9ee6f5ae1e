/**
 * A program put together from runs: what the steps say, and that they do what the program itself
 * would.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../tests/support/rule-cases';
import type { TaskId } from '../charger/programs';
import { packModel } from '../forecast/assume';
import { legsOf } from '../forecast/program-legs';
import { runLegs } from '../simulate/run-legs';
import { compositionOf } from './composition';
import { resolve, type ProgramContext } from '../request/context';
import { solve } from './solve';
import type { ProgramSettings } from '../request/settings';

const PLAIN_CHANNEL: TaskId[] = ['charge', 'discharge'];
const channel = { tasks: PLAIN_CHANNEL, dischargePowerW: 30, dischargeCurrentA: 3 };
const scene = (change: Partial<ProgramContext> = {}) =>
	aContext({ charger: aMultiCharger({}, channel), reading: aReading([3.9, 3.9, 3.9]), ...change });
const stepsOf = (context: ProgramContext, set = {}) => {
	const s = solve(context, set);
	return compositionOf(s.resolved, s.settings);
};

describe('what the steps say', () => {
	test('a cycle: down, rest, up, as often as it is asked, and nothing after the last', () => {
		const steps = stepsOf(scene({ task: 'cycle' }), { cycles: 2, order: 'down first' });
		assert.deepEqual(
			steps.map((s) => s.name),
			['Discharge', 'Rest', 'Charge', 'Rest', 'Discharge', 'Rest', 'Charge']
		);
		assert.match(steps[0].how, /A down to 3\.30 V\/cell/);
		assert.match(steps[1].how, /10 min without current/);
		const up = stepsOf(scene({ task: 'cycle' }), { order: 'up first' });
		assert.deepEqual(
			up.map((s) => s.name),
			['Charge', 'Rest', 'Discharge']
		);
	});

	test('with a balance charge on the channel the cycle charges with it; nickel ends on its dip', () => {
		const charger = aMultiCharger({}, { ...channel, tasks: [...PLAIN_CHANNEL, 'balance'] });
		assert.equal(stepsOf(scene({ task: 'cycle', charger }))[2].task, 'balance');
		const reading = aReading([], { cellVoltagesV: null, packVoltageV: 7.6 });
		const nickel = stepsOf(scene({ task: 'cycle', pack: nimhPack(), reading }));
		assert.match(nickel[2].how, /until the dip of 5 mV\/cell/);
	});

	test('storage goes by the way the pack has to go, and the person is called to stop it', () => {
		const down = stepsOf(scene({ task: 'storage', reading: aReading([4.1, 4.1, 4.1]) }));
		assert.deepEqual([down.length, down[0].task], [1, 'discharge']);
		const up = stepsOf(scene({ task: 'storage', reading: aReading([3.6, 3.6, 3.6]) }));
		assert.deepEqual([up.length, up[0].task], [1, 'charge']);
		assert.match(up[0].how, /stop it by hand when a cell reaches 3\.80 V\/cell: you are called/);
	});

	test('a recovery carries its timer and its limit, and ends with a rest and a look', () => {
		const steps = stepsOf(scene({ task: 'recover', reading: aReading([2.9, 2.9, 2.9]) }));
		assert.match(steps[0].how, /timer 30 min, limit \d+ mAh; stay beside it/);
		assert.match(steps[1].how, /every cell must rest above its floor/);
	});
});

describe('the steps do what the program would', () => {
	/** Runs a task from a state of charge of each cell and says where it ends. */
	function run(context: ProgramContext, settings: ProgramSettings, startSoc?: readonly number[]) {
		const r = resolve(context);
		const free = { ...settings, safetyTimerMin: null, capacityLimitAh: null, temperatureLimitDegC: null };
		const model = packModel(r);
		const from = startSoc ? { ...model, startSoc: Float64Array.from(startSoc) } : model;
		return runLegs(from, legsOf(r, free), { dtS: 5, traceEveryS: 0 });
	}
	const pack = aPack({ cells: 1, capacityAh: 1, measuredCapacityAh: 1, connectorId: null });

	test('a cycle is its discharge and its charge: the same charge moved, the same end', () => {
		const cycle = scene({ pack, reading: aReading([3.9]), task: 'cycle' });
		const { settings } = solve(cycle, { restMin: 60 });
		const whole = run(cycle, settings);
		const down = run({ ...cycle, task: 'discharge' }, settings);
		// A rest of an hour is as good as starting anew.
		const up = run({ ...cycle, task: 'charge' }, settings, down.endSoc);
		const moved = (o: typeof whole, kind: string) => o.legs.find((l) => l.kind === kind)!.chargeAh;
		assert.ok(Math.abs(moved(whole, 'discharge') - down.chargeAh) < 0.005);
		assert.ok(Math.abs(moved(whole, 'charge') - up.chargeAh) < 0.01);
		assert.ok(Math.abs(whole.endSoc[0] - up.endSoc[0]) < 0.005);
	});

	test('storage downward is a discharge to the storage voltage', () => {
		const storage = scene({ pack, reading: aReading([4.1]), task: 'storage' });
		const { settings } = solve(storage);
		const whole = run(storage, settings);
		const discharge = run(
			{ ...storage, task: 'discharge' },
			{ ...settings, dischargeEndV: settings.endVoltageV }
		);
		assert.ok(Math.abs(whole.endSoc[0] - discharge.endSoc[0]) < 0.005);
		assert.ok(Math.abs(whole.chargeAh - discharge.chargeAh) < 0.005);
	});
});
