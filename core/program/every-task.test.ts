/**
 * Every task with every chemistry: simulated from end to end, or refused with a reason. The table
 * of all pairs is printed.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { CHEMISTRIES } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { ocvAt } from '../chemistry/curve';
import { packModel } from '../forecast/assume';
import { legsOf } from '../forecast/program-legs';
import { runLegs } from '../simulate/run-legs';
import type { ProgramContext } from '../request/context';
import { solve } from './solve';
import { TASKS, type TaskId } from '../request/task';

/** A pack as somebody would bring it for this task. */
function scene(chemistry: Chemistry, task: TaskId): ProgramContext {
	const lithium = chemistry.family === 'lithium';
	const cells = lithium ? 3 : 6;
	const share = { discharge: 0.95, storage: 0.85 }[task as string] ?? 0.3;
	const low = chemistry.recovery ? chemistry.recovery.belowV - 0.05 : ocvAt(chemistry.curve, 0.02);
	const v = ocvAt(chemistry.curve, share);
	const each = (i: number) => (task === 'recover' && i === 0 ? low : task === 'recover' ? low + 0.15 : v);
	const volts = Array.from({ length: cells }, (_, i) => each(i));
	return aContext({
		pack: aPack({
			chemistry: chemistry.id,
			cells,
			capacityAh: 2.6,
			labelChargeRateC: lithium ? 2 : null,
			balanceLead: lithium,
			connectorId: null
		}),
		reading: lithium
			? aReading(volts, { lowFor: 'a day at most' })
			: aReading([], { cellVoltagesV: null, packVoltageV: volts.reduce((a, b) => a + b, 0) }),
		charger: aMultiCharger({}, { dischargePowerW: 30, dischargeCurrentA: 3 }),
		task
	});
}

/** What the run should do to the charge of the pack. */
const MOVES: Record<TaskId, (from: number, to: number) => boolean> = {
	balance: (from, to) => to > from && to > 0.85,
	charge: (from, to) => to > from && to > 0.85,
	fast: (from, to) => to > from && to > 0.8,
	storage: (from, to) => to < from && to > 0.3 && to < 0.7,
	// At a fifth of C a lead battery keeps about a quarter that only slower currents get at (Peukert).
	discharge: (from, to) => to < from && to < 0.26,
	cycle: (_, to) => to > 0.85,
	recover: (from, to) => to > from && to - from < 0.05
};

const mean = (values: ArrayLike<number>) => Array.from(values).reduce((a, b) => a + b, 0) / values.length;

test('every task × chemistry is simulated from end to end or refused with a reason', (t) => {
	const rows: string[] = [];
	for (const chemistry of CHEMISTRIES)
		for (const { id: task, name, families, refusals } of TASKS) {
			const context = scene(chemistry, task);
			const s = solve(context);
			if (!families.includes(chemistry.family)) {
				const refusal = s.findings.find((f) => f.rule === 'task-not-for-chemistry')!;
				assert.equal(s.proposed, false);
				assert.equal(refusal.sentence, refusals[chemistry.family]);
				rows.push(`${chemistry.name.padEnd(14)} ${name.padEnd(15)} refused: ${refusal.sentence}`);
				continue;
			}
			const stops = s.findings.filter((f) => f.severity === 'stop').map((f) => f.sentence);
			assert.deepEqual(stops, [], `${chemistry.name}, ${name}`);
			const r = s.resolved;
			const model = packModel(r);
			const outcome = runLegs(model, legsOf(r, s.settings), { dtS: 5, traceEveryS: 0 });
			const [from, to] = [mean(model.startSoc), mean(outcome.endSoc)];
			assert.ok(MOVES[task](from, to), `${chemistry.name}, ${name}: ${from} to ${to}`);
			rows.push(
				`${chemistry.name.padEnd(14)} ${name.padEnd(15)} ${(outcome.timeS / 60).toFixed(0).padStart(5)} min ${(
					outcome.chargeAh * 1000
				)
					.toFixed(0)
					.padStart(5)} mAh  ${(100 * from).toFixed(0)} to ${(100 * to).toFixed(0)} %, ${outcome.endReason}`
			);
		}
	assert.equal(rows.length, CHEMISTRIES.length * TASKS.length);
	t.diagnostic(`\n${rows.join('\n')}`);
});

test('storage goes up as well as down, and a full 4S that ends at 16.77 V is fine (common practice, no source)', () => {
	const up = solve({ ...scene(CHEMISTRIES[0], 'storage'), reading: aReading([3.65, 3.65, 3.65]) });
	assert.equal(up.forecast!.best.legs[0].kind, 'charge');
	const four = solve(
		aContext({
			pack: aPack({ cells: 4 }),
			reading: aReading([4.1925, 4.1925, 4.1925, 4.1925]),
			charger: aMultiCharger()
		})
	);
	assert.ok(four.findings.every((f) => f.severity === 'note'));
});

test('6 W of discharge on a full 3S is about 0.5 A whatever was set, and the hours are said (common practice, no source)', () => {
	const context = {
		...scene(CHEMISTRIES[0], 'discharge'),
		charger: aMultiCharger({}, { dischargePowerW: 6 })
	};
	const s = solve(context, { dischargeA: 2 }, 30);
	const [start] = s.forecast!.best.trace.currentA;
	assert.ok(Math.abs(-start - 0.5) < 0.03, `${start} A`);
	const note = s.findings.find((f) => f.rule === 'discharge-few-watts')!;
	assert.match(note.sentence, /whatever is set.*about \d\.\d h/);
});

test('a cycle begins as the person does, and ends where that leaves it', () => {
	const at = (cycleOrder: 'down first' | 'up first') =>
		solve({
			...scene(CHEMISTRIES[0], 'cycle'),
			around: { practice: { person: { cycleOrder }, program: {} } }
		});
	const kinds = (order: 'down first' | 'up first') => at(order).forecast!.best.legs.map((l) => l.kind);
	assert.deepEqual(kinds('down first'), ['discharge', 'rest', 'charge']);
	assert.deepEqual(kinds('up first'), ['charge', 'rest', 'discharge']);
	assert.match(at('up first').decisions.order.why, /your practice; it ends empty/);
});
