/** What a job takes on a channel: runs one after another, as the solver proves them. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { solve } from '../program/solve';
import type { TaskId } from '../request/task';
import { alikeChannels, PROFILE_MIN, REST_MIN, wayIn, type RunWay } from './run-way';

const charger = aMultiCharger(
	{},
	{ dischargePowerW: 60, dischargeCurrentA: 3, powerW: 200, maxCurrentA: 10 }
);
const lipo = aContext({
	charger,
	pack: aPack({ cells: 4, capacityAh: 3 }),
	reading: aReading([3.7, 3.7, 3.7, 3.7])
});
const of = (tasks: TaskId[], context = lipo): RunWay => {
	const way = wayIn(context, tasks, ['c1'], null);
	assert.equal(typeof way, 'object', String(way));
	return way as RunWay;
};

test('one charge: its times in order, its watts as many as current and volts are, in whole stretches', () => {
	const way = of(['balance']);
	assert.equal(way.steps.length, 1);
	const [step] = way.steps;
	assert.ok(step.earlyMin < step.likelyMin && step.likelyMin < step.lateMin);
	assert.equal(step.outputW.length, Math.ceil(step.lateMin / PROFILE_MIN));
	const most = Math.max(...step.outputW);
	assert.ok(most > way.currentA * 4 * 3.7 && most <= Math.ceil(way.currentA * 4 * 4.25), `${most} W`);
	assert.ok(step.outputW[step.outputW.length - 1] < most / 2, 'the tail draws little');
	// Neither a run that is quick nor the likely one draws more than was reckoned with, in any minute.
	const { timeS, currentA, packV } = solve(lipo, {}, 60).forecast!.best.trace;
	timeS.forEach((s, i) => {
		const soon = (s / 60) * (step.earlyMin / step.likelyMin);
		for (const minute of [s / 60, soon]) {
			const k = Math.min(step.outputW.length - 1, Math.floor(minute / PROFILE_MIN));
			assert.ok(currentA[i] * packV[i] <= step.outputW[k], `${minute} min: ${currentA[i] * packV[i]} W`);
		}
	});
	// About two thirds of 3 Ah at nearly 4 V a cell.
	assert.ok(step.energyWh > 20 && step.energyWh < 48, `${step.energyWh} Wh`);
	assert.ok(way.balances && way.wear > 0.3 && way.wear < 2);
	assert.deepEqual([step.restMin, step.divisible], [0, false]);
	assert.equal(way.withinW, null);
});

test('a capacity check: charge, discharge, storage, with a rest between; only the charges wear', () => {
	const way = of(['balance', 'discharge', 'storage']);
	assert.deepEqual(
		way.steps.map((s) => s.task),
		['balance', 'discharge', 'storage']
	);
	assert.deepEqual(
		way.steps.map((s) => s.restMin),
		[REST_MIN, REST_MIN, 0]
	);
	// The discharge begins full: at least as long as its whole charge takes at its current.
	const [, down, up] = way.steps;
	assert.ok(down.likelyMin > 40, `${down.likelyMin} min from full`);
	assert.ok(
		down.outputW.every((w) => w === 0),
		'a discharge draws nothing'
	);
	assert.ok(up.energyWh > 5, 'storage goes up from empty');
	assert.ok(way.wear > of(['balance']).wear, 'storage that goes up is a charge');
	assert.equal(of(['discharge'], { ...lipo, reading: aReading([4.1, 4.1, 4.1, 4.1]) }).wear, 0);
	assert.equal(way.currentA, of(['balance']).currentA, 'the first run is what is begun with');
	const down1 = of(['discharge'], { ...lipo, reading: aReading([4.1, 4.1, 4.1, 4.1]) });
	assert.ok(down1.currentA > 0 && down1.currentA <= 3);
});

test('lead may be left off while it is charged, not while it is discharged; what cannot be done says why', () => {
	const lead = aContext({
		charger,
		pack: aPack({ chemistry: 'lead', cells: 6, capacityAh: 7, balanceLead: false }),
		reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.3 }),
		task: 'charge'
	});
	assert.equal(of(['charge'], lead).steps[0].divisible, true);
	assert.equal(of(['discharge'], lead).steps[0].divisible, false);
	const swollen = wayIn({ ...lipo, pack: { ...lipo.pack, condition: 'swollen' } }, ['balance'], ['c1'], null);
	assert.equal(typeof swollen, 'string');
	assert.match(String(swollen), /./);
});

test('channels are alike where all but their label is', () => {
	const [one] = charger.channels;
	const channels = [one, { ...one, id: 'x', label: 'X' }, { ...one, id: 'y', label: 'Y', powerW: 20 }];
	assert.deepEqual(alikeChannels({ ...charger, channels }), [[one.id, 'x'], ['y']]);
	const held = [
		{ ...(charger.held[0] ?? {}), kind: 'safetyTimerMin', scope: 'channel', channelId: 'x', heldValue: 60 }
	] as never;
	assert.deepEqual(alikeChannels({ ...charger, channels, held }), [[one.id], ['x'], ['y']]);
});
