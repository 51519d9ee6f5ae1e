/**
 * A discharge that is watched only by its sum: packs whose every cell has a capacity, a
 * resistance and a charge of its own are stepped through the whole program. In 99 of 100 the
 * weakest cell stays above its floor, and an end a tenth of a volt lower would not keep it there.
 * The spread of cells is common practice, no source; draws and seed are this file's own.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { packModel } from '../../core/forecast/assume';
import { legsOf } from '../../core/forecast/program-legs';
import { solve } from '../../core/program/solve';
import type { ProgramContext } from '../../core/request/context';
import type { PackModel } from '../../core/simulate/pack-model';
import { normal, uniform } from '../../core/simulate/random';
import { runLegs } from '../../core/simulate/run-legs';
import { aContext, aPack, aReading } from '../support/bench-chargers';
import { aMultiCharger } from '../support/rule-cases';

const PACKS = 800;
const CAPACITY = 0.03;
const RESISTANCE = 0.2;

interface Case {
	chemistry: string;
	cells: number;
	/** Rest volts, each cell's; only their sum is told where `bySum`. */
	v: number[];
	bySum: boolean;
	chargeSigma: number;
	task?: 'discharge' | 'storage';
	watts?: number;
	mostA?: number;
}
const each = (cells: number, v: number) => Array.from({ length: cells }, () => v);
const CASES: Case[] = [
	{ chemistry: 'lipo', cells: 6, v: each(6, 4.15), bySum: true, chargeSigma: 0.04 },
	{ chemistry: 'lipo', cells: 6, v: [3.8, ...each(5, 3.85)], bySum: false, chargeSigma: 0.01 },
	{ chemistry: 'lipo', cells: 4, v: [3.83, ...each(3, 3.85)], bySum: false, chargeSigma: 0.01 },
	{ chemistry: 'lipo', cells: 2, v: each(2, 4.1), bySum: true, chargeSigma: 0.04, watts: 60, mostA: 3 },
	{ chemistry: 'lihv', cells: 3, v: each(3, 4.2), bySum: true, chargeSigma: 0.04 },
	{ chemistry: 'liion', cells: 10, v: each(10, 4.05), bySum: true, chargeSigma: 0.04 },
	{ chemistry: 'life', cells: 4, v: each(4, 3.33), bySum: false, chargeSigma: 0.05 },
	{ chemistry: 'lipo', cells: 6, v: each(6, 4.15), bySum: true, chargeSigma: 0.04, task: 'storage' }
];

const contextOf = (c: Case): ProgramContext =>
	aContext({
		pack: aPack({ chemistry: c.chemistry, cells: c.cells, balanceLead: false }),
		reading: c.bySum
			? aReading([], { cellVoltagesV: null, packVoltageV: c.v.reduce((a, b) => a + b) })
			: aReading(c.v),
		charger: aMultiCharger({}, { dischargePowerW: c.watts ?? 25, dischargeCurrentA: c.mostA ?? 2 }),
		task: c.task ?? 'discharge'
	});

/** The pack as it is drawn: like the best guess, and no two cells alike. */
function drawnFrom(
	base: PackModel,
	socs: readonly number[],
	chargeSigma: number,
	next: () => number
): PackModel {
	const cells = base.capacityAh.length;
	const factor = Array.from({ length: cells }, () => Math.exp(RESISTANCE * next()));
	return {
		...base,
		capacityAh: base.capacityAh.map((c) => c * (1 + CAPACITY * next())),
		startSoc: Float64Array.from(socs, (s) => s + chargeSigma * next()),
		seriesOhm: base.seriesOhm.map((o, i) => o * factor[i]),
		relaxOhm: base.relaxOhm.map((o, i) => o * factor[i])
	};
}

for (const c of CASES) {
	const what = `${c.cells}S ${c.chemistry}, ${c.bySum ? 'sum read' : 'cells read'}, ${c.task ?? 'discharge'}`;
	test(`${what}: 99 of 100 weakest cells stay above their floor`, () => {
		const { resolved: r, settings, proposed } = solve(contextOf(c));
		assert.ok(proposed, 'it is proposed');
		const keptAt = (lowerBy: number): number => {
			const next = normal(uniform(77));
			const keyed = {
				...settings,
				dischargeEndV: settings.dischargeEndV === null ? null : settings.dischargeEndV - lowerBy,
				endVoltageV: c.task === 'storage' ? settings.endVoltageV - lowerBy : settings.endVoltageV
			};
			let kept = 0;
			for (let k = 0; k < PACKS; k++) {
				const model = drawnFrom(packModel(r), r.chargeState.socs, c.chargeSigma, next);
				const out = runLegs(model, legsOf(r, { ...keyed, safetyTimerMin: null }), {
					dtS: 15,
					traceEveryS: 0
				});
				if (out.lowestCellV === null || out.lowestCellV >= r.chemistry.voltages.hardFloorV) kept++;
			}
			return kept / PACKS;
		};
		const kept = keptAt(0);
		console.log(
			`  ${what}: ends at ${(c.task === 'storage' ? settings.endVoltageV : settings.dischargeEndV)?.toFixed(2)} V, ${(100 * kept).toFixed(1)} % kept`
		);
		assert.ok(kept >= 0.99, `${kept} kept`);
		if (c.task !== 'storage' && c.chemistry !== 'life')
			assert.ok(keptAt(0.1) < 0.99, 'an end that is lower by a tenth would be too low');
	});
}
