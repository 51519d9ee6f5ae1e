/** Writes a pack charge as a circuit, runs Debian's ngspice on it, and reads the result back. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ChargeControl } from '../../core/simulate/charge-control';
import type { PackModel } from '../../core/simulate/pack-model';

export interface SpiceRun {
	timeS: number[];
	currentA: number[];
	chargeAh: number[];
	cellV: number[][];
	/** Seconds the solver took, process start included. */
	seconds: number;
}

/** Breaks one long expression over continuation lines. */
const wrap = (text: string) => text.replace(/(.{1,200}?,)/g, '$1\n+ ');

/**
 * The circuit: per cell a charge node (a capacitor of one coulomb-per-volt scaled so that its volts are the state of charge),
 * the open-circuit table as a piecewise-linear source, its resistor and its relaxation pair, all in the loop of one current
 * source. The current is the least of the set current, the power limit and what brings the highest cell to its end.
 */
export function circuit(model: PackModel, control: ChargeControl, untilS: number): string {
	const { curve } = model;
	const table = Array.from(
		curve.voltsV,
		(v, k) => `${(curve.firstSoc + k * curve.stepSoc).toFixed(6)},${v.toPrecision(12)}`
	).join(',');
	const n = model.capacityAh.length;
	const lines = ['* one charge of a pack', '.options reltol=1e-6 abstol=1e-10 vntol=1e-9 method=trap'];
	for (let i = 0; i < n; i++) {
		const c = i + 1;
		lines.push(
			`Cs${c} s${c} 0 ${3600 * model.capacityAh[i]} ic=${model.startSoc[i]}`,
			`Bs${c} 0 s${c} I=v(i)`,
			wrap(`Bo${c} o${c} 0 V=pwl(v(s${c}),${table})`),
			`Ru${c} u${c} 0 ${model.relaxOhm[i]}`,
			`Cu${c} u${c} 0 ${model.relaxS / model.relaxOhm[i]} ic=0`,
			`Bu${c} 0 u${c} I=v(i)`,
			`Bc${c} c${c} 0 V=v(o${c})+v(u${c})+v(i)*${model.seriesOhm[i]}`
		);
	}
	const cells = Array.from({ length: n }, (_, i) => i + 1);
	const ohms = cells.reduce((sum, c) => sum + model.seriesOhm[c - 1], 0);
	lines.push(`Be e 0 V=${cells.map((c) => `v(o${c})+v(u${c})`).join('+')}`);
	let least = `min(${control.currentA},(-v(e)+sqrt(v(e)*v(e)+4*${ohms}*${control.powerW}))/(2*${ohms}))`;
	for (const c of cells)
		least = `min(${least},(${control.endVoltageV}-v(o${c})-v(u${c}))/${model.seriesOhm[c - 1]})`;
	lines.push(`Bi i 0 V=max(0,${least})`, `Cq q 0 3600 ic=0`, `Bq 0 q I=v(i)`);
	lines.push(
		'.control',
		`tran 1 ${untilS} 0 1 uic`,
		'set wr_singlescale',
		`wrdata OUT v(i) v(q) ${cells.map((c) => `v(c${c})`).join(' ')}`
	);
	lines.push('quit', '.endc', '.end');
	return lines.join('\n');
}

/** Runs ngspice; throws with its own words when it fails. */
export function runSpice(model: PackModel, control: ChargeControl, untilS: number): SpiceRun {
	const dir = mkdtempSync(join(tmpdir(), 'circuit-'));
	try {
		const out = join(dir, 'out.txt');
		writeFileSync(join(dir, 'pack.cir'), circuit(model, control, untilS).replace('OUT', out));
		const started = performance.now();
		execFileSync('ngspice', ['-b', join(dir, 'pack.cir')], {
			stdio: ['ignore', 'pipe', 'pipe'],
			timeout: 120e3
		});
		const seconds = (performance.now() - started) / 1000;
		const rows = readFileSync(out, 'utf8')
			.split('\n')
			.map((line) => line.trim().split(/\s+/).map(Number))
			.filter((row) => row.length > 3 && row.every(Number.isFinite));
		return {
			timeS: rows.map((r) => r[0]),
			currentA: rows.map((r) => r[1]),
			chargeAh: rows.map((r) => r[2]),
			cellV: model.capacityAh.length ? Array.from(model.capacityAh, (_, i) => rows.map((r) => r[3 + i])) : [],
			seconds
		};
	} finally {
		rmSync(dir, { recursive: true, force: true });
	}
}

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
