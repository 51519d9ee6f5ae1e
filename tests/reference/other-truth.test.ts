/**
 * The forecast against packs that it does not know: the simulated charger draws each of them by
 * figures of its own (capacity, curve, resistance, cooling, the charger's own errors), and what
 * it then shows is compared with the band that was forecast.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../../core/chemistry/catalogue';
import { ocvAt } from '../../core/chemistry/curve';
import { resolve } from '../../core/request/context';
import { solve } from '../../core/program/solve';
import type { TaskId } from '../../core/request/task';
import { keyedProgram } from '../../src/lib/server/link/keyed-program';
import { pluggedPack } from '../../src/lib/server/link/plugged-pack';
import { StandInBench } from '../../stand-in/bench';
import { STAND_IN_SPEC } from '../../stand-in/spec';
import { StatusAnswer } from '../../link/protocol';
import { aContext, aPack, aReading } from '../support/bench-chargers';
import { aMultiCharger } from '../support/rule-cases';

interface Outcome {
	minutes: number;
	band: { p5: number; median: number; p95: number; p99: number };
	chargeAh: number;
	expectedAh: number;
	endReason: string | null;
}

/** A charger with just the abilities of the simulated one. */
const charger = () => {
	const { channels, ...rest } = aMultiCharger();
	return {
		...rest,
		sharedPowerW: STAND_IN_SPEC.sharedPowerW,
		channels: channels.map((channel) => ({
			...channel,
			powerW: STAND_IN_SPEC.channelPowerW,
			maxCurrentA: STAND_IN_SPEC.maxCurrentA,
			balanceCurrentA: STAND_IN_SPEC.balanceCurrentA,
			voltageAccuracyV: STAND_IN_SPEC.voltageAccuracyV,
			dischargePowerW: STAND_IN_SPEC.dischargePowerW,
			dischargeCurrentA: STAND_IN_SPEC.dischargeCurrentA
		}))
	};
};

/** One run of the pack with this seed, from half charge, beside its forecast. */
function outcome(chemistry: string, task: TaskId, n: number): Outcome {
	const { family, curve } = chemistryOf(chemistry);
	const cells = family === 'lithium' ? 3 : 6;
	const v = ocvAt(curve, 0.35 + 0.3 * ((n % 7) / 6));
	const context = aContext({
		pack: aPack({
			id: `pack ${chemistry} ${n}`,
			chemistry,
			cells,
			capacityAh: 2.4,
			labelChargeRateC: null,
			measuredCapacityAh: null,
			balanceLead: family === 'lithium'
		}),
		reading:
			family === 'lithium'
				? aReading(Array.from({ length: cells }, () => v))
				: aReading([], { cellVoltagesV: null, packVoltageV: cells * v }),
		charger: charger(),
		task
	});
	const { settings, forecast } = solve(context);
	const r = resolve(context);
	const bench = new StandInBench(600);
	const told = (line: string) => {
		const answer = bench.answer(line);
		assert.match(answer, /^OK/, answer);
		return answer.length > 3 ? JSON.parse(answer.slice(3)) : null;
	};
	told(`PLUG c/a ${JSON.stringify(pluggedPack(r))}`);
	told(`START c/a ${JSON.stringify(keyedProgram('run', r, settings))}`);
	let status = StatusAnswer.parse(told('STATUS c/a'));
	for (let i = 0; i < 4000 && status.state === 'running'; i++) {
		bench.tick(0.2);
		status = StatusAnswer.parse(told('STATUS c/a'));
	}
	return {
		minutes: status.timeS / 60,
		band: forecast!.timeMin,
		chargeAh: status.chargeAh,
		expectedAh: forecast!.chargeAh.median,
		endReason: status.endReason
	};
}

for (const [chemistry, task, ends] of [
	['lipo', 'balance', 'full'],
	['lipo', 'storage', 'end voltage'],
	['liion', 'charge', 'full'],
	['life', 'balance', 'full'],
	['lead', 'charge', 'full']
] as const)
	test(`${chemistry}, ${task}: of forty packs that the forecast does not know, most end within its 5 to 95 % band, and hardly one beyond its 99th`, () => {
		const outcomes = Array.from({ length: 40 }, (_, n) => outcome(chemistry, task, n));
		const inside = outcomes.filter((o) => o.minutes >= o.band.p5 && o.minutes <= o.band.p95).length;
		const late = outcomes.filter((o) => o.minutes > o.band.p99).length;
		const ended = outcomes.filter((o) => o.endReason === ends).length;
		// A pack that was emptier than anybody could know is cut by its limit, which errs to the safe
		// side.
		const cut = outcomes.filter((o) => o.endReason === 'capacity limit' || o.endReason === 'timer').length;
		const widths = outcomes.map((o) => o.band.p95 / Math.max(1, o.band.p5));
		const what = `${inside} inside, ${late} beyond the 99th, ${ended} ended as meant, ${cut} cut, band ${Math.min(...widths).toFixed(2)} to ${Math.max(...widths).toFixed(2)}`;
		if (process.env.SAY) console.log(chemistry, task, what);
		assert.ok(inside >= 30, what);
		assert.ok(late <= 3, what);
		assert.ok(cut <= 3, what);
		assert.equal(ended + cut, 40, what);
	});
