/**
 * A bench written as a circuit of nodes, and what Debian's ngspice makes of it: every tap, the
 * current and the input over time.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Bench } from './bench';

export interface Course {
	timeS: number[];
	currentA: number[];
	inputV: number[];
	inputA: number[];
	/** Between the charger's main terminals. */
	mainV: number[];
	/** At the pack's own plug, and at the far end of the lead, to its minus pole. */
	plugV: number[];
	/** Cells as the charger's balance port has them, and as they are. */
	portV: number[][];
	cellV: number[][];
	soc: number[][];
}

const OPEN = 1e9;
const TAP_OHM = 0.01;
const wrap = (text: string) => text.replace(/(.{1,200}?,)/g, '$1\n+ ');
const nested = (f: string, names: string[]) => names.reduce((acc, name) => `${f}(${acc},${name})`);

function cells(b: Bench): string[] {
	const table = b.curve.map(([s, v]) => `${s.toFixed(6)},${v.toPrecision(10)}`).join(',');
	return b.cells.flatMap((c, i) => {
		const k = i + 1;
		const [[r1, t1], [r2, t2]] = c.relax;
		const bump = i === 0 && b.bumpV > 0 ? `+${b.bumpV}*exp(-time/120)` : '';
		return [
			// Its current is what a source without volts measures, into the cell from above.
			`Vm${k} t${k} m${k} 0`,
			`Rs${k} m${k} e${k} ${c.ohm}`,
			`Be${k} e${k} t${i} V=v(o${k})+v(u${k})+v(w${k})${bump}`,
			`Rk${k} e${k} t${i} ${c.leakOhm}`,
			`Cs${k} s${k} 0 ${3600 * c.ah} ic=${c.soc}`,
			`Bs${k} 0 s${k} I=i(Vm${k})-(v(e${k})-v(t${i}))/${c.leakOhm}`,
			wrap(`Bo${k} o${k} 0 V=pwl(v(s${k}),${table})`),
			`Ru${k} u${k} 0 ${r1}`,
			`Cu${k} u${k} 0 ${t1 / r1} ic=0`,
			`Fu${k} 0 u${k} Vm${k} 1`,
			`Rw${k} w${k} 0 ${r2}`,
			`Cw${k} w${k} 0 ${t2 / r2} ic=0`,
			`Fw${k} 0 w${k} Vm${k} 1`
		];
	});
}

/** Balance wires, and the network behind the charger's port. */
function port(b: Bench): string[] {
	const n = b.cells.length;
	const { plugged, openWire, network } = b.balance;
	const lines = Array.from(
		{ length: n + 1 },
		(_, i) => `Rb${i} t${i} b${i} ${plugged && openWire !== i ? TAP_OHM : OPEN}`
	);
	if (network === 'differential') {
		lines.push('Rg b0 0 1e6');
		for (let i = 1; i <= n; i++) lines.push(`Rd${i} b${i} b${i - 1} 1e6`);
	} else if (network === 'dividers') {
		lines.push('Rg b0 0 100');
		for (let i = 1; i <= n; i++) lines.push(`Rd${i} b${i} 0 1e5`);
	} else {
		lines.push('Rg b0 0 100', 'Vref ref 0 5');
		for (let i = 1; i <= n; i++) lines.push(`Rd${i} b${i} ref 1e6`);
	}
	return lines;
}

/**
 * What bleeds a cell at the port: on above the lowest by a few millivolts, once the highest is
 * near its end; nothing from a dead tap.
 */
function bleeds(b: Bench, amps: number): string[] {
	const { balances, balanceA, endV } = b.charger;
	if (amps === 0 || !balances || !b.balance.plugged) return [];
	const k = b.cells.map((_, i) => i + 1);
	const own = (i: number) => `(v(b${i})-v(b${i - 1}))`;
	return [
		`Blow low 0 V=${nested('min', k.map(own))}`,
		`Bhigh high 0 V=${nested('max', k.map(own))}`,
		...k.map(
			(i) =>
				`Bx${i} b${i} b${i - 1} I=${balanceA}*0.25*(1+tanh((${own(i)}-v(low)-0.008)/0.003))*(1+tanh((v(high)-${endV - 0.06})/0.008))*0.5*(1+tanh((${own(i)}-1)/0.1))`
		)
	];
}

/** Set current, watts, cap, what brings the highest to its end, and what a sagging input leaves. */
function charger(b: Bench, amps: number): string[] {
	const c = b.charger;
	const n = b.cells.length;
	const seen = c.balances && b.balance.plugged ? b.cells.map((_, i) => `(v(b${i + 1})-v(b${i}))`) : [];
	const high = nested('max', [`v(cp)/${n}`, ...seen]);
	const stiff = 80 * c.setA;
	const leastInputV = c.inputMinV + (c.throttles ? 0.25 : -0.8);
	const most = Math.min(amps, c.capA);
	return [
		`Bi 0 cp I=min(1,time/30)*max(0,min(min(${most},${c.powerW}/max(1,v(cp))),min(${stiff}*(${c.endV}-${c.errorV}-${high}),5*(v(vin)-${leastInputV}))))`,
		'Rcp cp 0 1e6',
		'Ccp cp 0 1e-2',
		...b.cells.map((_, i) => `Cb${i + 1} b${i + 1} 0 1e-7`),
		`Bq q 0 V=v(cp)*min(1,time/30)*max(0,min(min(${most},${c.powerW}/max(1,v(cp))),min(${stiff}*(${c.endV}-${c.errorV}-${high}),5*(v(vin)-${leastInputV}))))`
	];
}

function supply(b: Bench): string[] {
	const { voltageV, ohm, limitA } = b.supply;
	const { efficiency, ownW } = b.charger;
	return [
		`Bsrc src 0 V=${voltageV}-0.5*max(0,v(iin)-${limitA})`,
		`Rsrc src vin ${ohm}`,
		`Biin iin 0 V=(v(q)/${efficiency}+${ownW})/max(4,v(vin))`,
		'Bin vin 0 I=v(iin)'
	];
}

/** The circuit: charged with `amps` at most, 0 for nothing, for `untilS` in steps of `stepS`. */
export function netlist(b: Bench, amps: number, untilS: number, stepS: number): string {
	const n = b.cells.length;
	const k = b.cells.map((_, i) => i + 1);
	const columns = [
		'v(isense)',
		'v(vin)',
		'v(iin)',
		'v(cp)',
		'v(pp)-v(pn)',
		...k.map((i) => `v(b${i})-v(b${i - 1})`),
		...k.map((i) => `v(t${i})-v(t${i - 1})`),
		...k.map((i) => `v(s${i})`)
	];
	return [
		'* a bench',
		'.options reltol=1e-4 abstol=1e-9 vntol=1e-6 method=gear itl4=300 gmin=1e-12',
		...cells(b),
		`Rp t${n} pp ${b.packWireOhm}`,
		`Rplug pp lp ${b.plugOhm}`,
		`Vlead lp ll 0`,
		`Rlead ll cp ${b.leadOhm}`,
		'Rpn t0 pn 1e-4',
		`Rneg pn 0 ${b.leadOhm >= OPEN ? 0.005 : b.leadOhm}`,
		'Hs isense 0 Vlead -1',
		...port(b),
		...bleeds(b, amps),
		...charger(b, amps),
		...supply(b),
		'.control',
		`tran ${stepS} ${untilS} 0 ${stepS} uic`,
		'set wr_singlescale',
		`wrdata OUT ${columns.join(' ')}`,
		'quit',
		'.endc',
		'.end'
	].join('\n');
}

/** Runs it. */
export function solveCircuit(b: Bench, amps: number, untilS: number, stepS: number): Course {
	const dir = mkdtempSync(join(tmpdir(), 'bench-'));
	try {
		const out = join(dir, 'out.txt');
		writeFileSync(join(dir, 'bench.cir'), netlist(b, amps, untilS, stepS).replace('OUT', out));
		execFileSync('ngspice', ['-b', join(dir, 'bench.cir')], {
			stdio: ['ignore', 'pipe', 'pipe'],
			timeout: 120e3
		});
		const n = b.cells.length;
		const rows = readFileSync(out, 'utf8')
			.split('\n')
			.map((row) => row.trim().split(/\s+/).map(Number))
			.filter((row) => row.length === 6 + 3 * n && row.every(Number.isFinite));
		const column = (i: number) => rows.map((r) => r[i]);
		const block = (from: number) => Array.from({ length: n }, (_, i) => column(from + i));
		return {
			timeS: column(0),
			currentA: column(1),
			inputV: column(2),
			inputA: column(3),
			mainV: column(4),
			plugV: column(5),
			portV: block(6),
			cellV: block(6 + n),
			soc: block(6 + 2 * n)
		};
	} finally {
		rmSync(dir, { recursive: true, force: true });
	}
}
