/** Writes a pack charge as a circuit, runs Debian's ngspice on it, and reads the result back. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ChargeControl } from '../../core/simulate/charge-control';
import type { DischargeControl } from '../../core/simulate/discharge-simulation';
import { LOW_SOC, LOW_SOC_RISE, type PackModel } from '../../core/simulate/pack-model';

export interface SpiceRun {
	timeS: number[];
	currentA: number[];
	chargeAh: number[];
	cellV: number[][];
	/** Cell volts with the bleed paused; NaN without balancing. */
	pausedV: number[][];
	/** Seconds the solver took, process start included. */
	seconds: number;
}

/** Breaks one long expression over continuation lines. */
const wrap = (text: string) => text.replace(/(.{1,200}?,)/g, '$1\n+ ');

const cellsOf = (model: PackModel) => Array.from({ length: model.capacityAh.length }, (_, i) => i + 1);

/**
 * One cell: a charge node (a capacitor scaled so that its volts are the state of charge), the
 * open-circuit table as a piecewise-linear source, its resistor and its relaxation pair. `own` is
 * the expression of its own current, into it.
 */
function cell(model: PackModel, c: number, own: string, ohm: string): string[] {
	const { curve } = model;
	const table = Array.from(
		curve.voltsV,
		(v, k) => `${(curve.firstSoc + k * curve.stepSoc).toFixed(6)},${v.toPrecision(12)}`
	).join(',');
	return [
		`Cs${c} s${c} 0 ${3600 * model.capacityAh[c - 1]} ic=${model.startSoc[c - 1]}`,
		`Bs${c} 0 s${c} I=${own}`,
		wrap(`Bo${c} o${c} 0 V=pwl(v(s${c}),${table})`),
		`Ru${c} u${c} 0 ${model.relaxOhm[c - 1]}`,
		`Cu${c} u${c} 0 ${model.relaxS / model.relaxOhm[c - 1]} ic=0`,
		`Bu${c} 0 u${c} I=${own}`,
		`Bc${c} c${c} 0 V=v(o${c})+v(u${c})+(${own})*${ohm}`
	];
}

/**
 * Series resistance of a cell, which rises below a tenth of charge on both sides of the
 * comparison alike.
 */
const lowSocOhm = (model: PackModel, c: number) =>
	`(${model.seriesOhm[c - 1]}*(1+${LOW_SOC_RISE}*max(0,${LOW_SOC}-v(s${c}))))`;

const HEAD = ['* a pack', '.options reltol=1e-6 abstol=1e-10 vntol=1e-9 method=trap itl4=200'];
const tail = (columns: string, untilS: number) => [
	`Cq q 0 3600 ic=0`,
	`Bq 0 q I=abs(v(i))`,
	'.control',
	`tran 1 ${untilS} 0 1 uic`,
	'set wr_singlescale',
	`wrdata OUT v(i) v(q) ${columns}`,
	'quit',
	'.endc',
	'.end'
];

/**
 * Bleeding as nodes of the circuit: each cell's switch is a fast node with its own hysteresis,
 * released once the highest cell has reached the volts at which balancing begins. `vp` is a
 * cell's volts with the bleed paused.
 */
function bleeds(model: PackModel, control: ChargeControl): string[] {
	const cells = cellsOf(model);
	const nested = (f: string, names: string[]) => names.reduce((acc, name) => `${f}(${acc},${name})`);
	const lines = [
		`Bhigh high 0 V=${nested(
			'max',
			cells.map((c) => `v(c${c})`)
		)}`,
		`Blow low 0 V=${nested(
			'min',
			cells.map((c) => `v(vp${c})`)
		)}`,
		// A latch: the threshold falls by a volt once it has been passed, so it is never passed back.
		'Clatch latch 0 1 ic=0',
		`Blatch 0 latch I=0.5*(1+tanh((v(high)-${control.balanceFromV}+v(latch))/2e-4))-v(latch)`
	];
	for (const c of cells) {
		const { balanceToleranceV: tolerance } = control;
		const threshold = `(${0.5 * tolerance}+v(b${c})*${(0.2 - 0.5) * tolerance})`;
		lines.push(
			`Bvp${c} vp${c} 0 V=v(o${c})+v(u${c})+v(i)*${model.seriesOhm[c - 1]}`,
			`Cb${c} b${c} 0 1 ic=0`,
			`Bb${c} 0 b${c} I=v(latch)*0.5*(1+tanh((v(vp${c})-v(low)-${threshold})/5e-5))-v(b${c})`
		);
	}
	return lines;
}

/**
 * A charge: all cells in the loop of one current source. The current is the least of the set
 * current, the power limit and what brings the highest cell to its end. With a balance current,
 * each cell's own current is less what it bleeds.
 */
export function circuit(model: PackModel, control: ChargeControl, untilS: number): string {
	const cells = cellsOf(model);
	const balancing = control.balanceCurrentA > 0;
	const own = (c: number) => (balancing ? `(v(i)-${control.balanceCurrentA}*v(b${c}))` : 'v(i)');
	const lines = [...HEAD, ...cells.flatMap((c) => cell(model, c, own(c), lowSocOhm(model, c)))];
	const ohms = cells.reduce((sum, c) => sum + model.seriesOhm[c - 1], 0);
	const bled = (c: number) =>
		balancing ? `-v(b${c})*${control.balanceCurrentA * model.seriesOhm[c - 1]}` : '';
	lines.push(`Be e 0 V=${cells.map((c) => `v(o${c})+v(u${c})${bled(c)}`).join('+')}`);
	let least = `min(${control.currentA},(-v(e)+sqrt(v(e)*v(e)+4*${ohms}*${control.powerW}))/(2*${ohms}))`;
	for (const c of cells) {
		const back = balancing ? `+${control.balanceCurrentA}*v(b${c})` : '';
		least = `min(${least},(${control.endVoltageV}-v(o${c})-v(u${c}))/${model.seriesOhm[c - 1]}${back})`;
	}
	lines.push(`Bi i 0 V=max(0,${least})`);
	if (balancing) lines.push(...bleeds(model, control));
	const columns = cells.map((c) => `v(c${c})`);
	if (balancing) columns.push(...cells.map((c) => `v(vp${c})`));
	return [...lines, ...tail(columns.join(' '), untilS)].join('\n');
}

/**
 * A discharge: the least of the set current and the one at which the charger turns all its power
 * into heat.
 */
export function dischargeCircuit(model: PackModel, control: DischargeControl, untilS: number): string {
	const cells = cellsOf(model);
	const ohm = (c: number) => lowSocOhm(model, c);
	const lines = [...HEAD, ...cells.flatMap((c) => cell(model, c, '(-v(i))', ohm(c)))];
	lines.push(
		`Be e 0 V=${cells.map((c) => `v(o${c})+v(u${c})`).join('+')}`,
		`Br r 0 V=${cells.map(ohm).join('+')}`,
		`Bi i 0 V=min(${control.currentA},(v(e)-sqrt(max(0,v(e)*v(e)-4*v(r)*${control.powerW})))/(2*v(r)))`
	);
	return [...lines, ...tail(cells.map((c) => `v(c${c})`).join(' '), untilS)].join('\n');
}

/** Runs ngspice on a circuit with `cells` cells; throws with its own words when it fails. */
function solveCircuit(text: string, cells: number): SpiceRun {
	const dir = mkdtempSync(join(tmpdir(), 'circuit-'));
	try {
		const out = join(dir, 'out.txt');
		writeFileSync(join(dir, 'pack.cir'), text.replace('OUT', out));
		const started = performance.now();
		execFileSync('ngspice', ['-b', join(dir, 'pack.cir')], {
			stdio: ['ignore', 'pipe', 'pipe'],
			timeout: 240e3
		});
		const seconds = (performance.now() - started) / 1000;
		const rows = readFileSync(out, 'utf8')
			.split('\n')
			.map((line) => line.trim().split(/\s+/).map(Number))
			.filter((row) => row.length > 3 && row.every(Number.isFinite));
		const columns = (from: number) =>
			Array.from({ length: cells }, (_, i) => rows.map((r) => r[from + i] ?? NaN));
		return {
			timeS: rows.map((r) => r[0]),
			currentA: rows.map((r) => r[1]),
			chargeAh: rows.map((r) => r[2]),
			cellV: columns(3),
			pausedV: columns(3 + cells),
			seconds
		};
	} finally {
		rmSync(dir, { recursive: true, force: true });
	}
}

export const runSpice = (model: PackModel, control: ChargeControl, untilS: number): SpiceRun =>
	solveCircuit(circuit(model, control, untilS), model.capacityAh.length);

export const runSpiceDischarge = (model: PackModel, control: DischargeControl, untilS: number): SpiceRun =>
	solveCircuit(dischargeCircuit(model, control, untilS), model.capacityAh.length);

/** Linear interpolation of `y` over rising `x` at `at`. */
export function interpolate(x: number[], y: number[], at: number): number {
	let low = 0;
	let high = x.length - 1;
	while (high - low > 1) {
		const middle = (low + high) >> 1;
		if (x[middle] > at) high = middle;
		else low = middle;
	}
	return x[high] === x[low] ? y[low] : y[low] + ((at - x[low]) / (x[high] - x[low])) * (y[high] - y[low]);
}
