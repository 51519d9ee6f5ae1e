/**
 * Packs joined at a board as a circuit of nodes, for Debian's ngspice: written from the packs
 * alone, knowing nothing of core's network.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { GroupControl } from '../../core/simulate/joining/group-charge';
import type { JoinedModel } from '../../core/simulate/joining/joined-packs';

export interface JoinedSpice {
	timeS: number[];
	/** Mean current of each pack's cells, A. */
	packA: number[][];
	/** State of charge of each cell, pack after pack. */
	soc: number[][];
}

const wrap = (text: string) => text.replace(/(.{1,200}?,)/g, '$1\n+ ');

/**
 * The netlist: a charge node, a table, a resistor and a relaxation pair for each cell; leads and
 * balance wires between them.
 */
function netlist(model: JoinedModel, charger: GroupControl | null, untilS: number, stepS: number): string {
	const { curve, packs, board, relaxS } = model;
	const cells = packs[0].soc.length;
	const table = Array.from(
		curve.voltsV,
		(v, n) => `${(curve.firstSoc + n * curve.stepSoc).toFixed(6)},${v.toPrecision(12)}`
	).join(',');
	const lines = ['* joined packs', '.options reltol=1e-6 abstol=1e-9 vntol=1e-8 method=trap itl4=200'];
	const lead = (k: number) => (typeof board.leadOhm === 'number' ? board.leadOhm : board.leadOhm[k]);
	packs.forEach((p, k) => {
		lines.push(`Rlow${k} t${k}_0 0 ${lead(k) / 2}`, `Rup${k} t${k}_${cells} rail ${lead(k) / 2}`);
		for (let i = 0; i < cells; i++) {
			const c = `${k}_${i}`;
			lines.push(
				// The cell's current is what a source without volts measures, into the cell from above.
				`Vm${c} t${k}_${i + 1} m${c} 0`,
				`Rs${c} m${c} e${c} ${p.seriesOhm[i]}`,
				`Be${c} e${c} t${k}_${i} V=v(o${c})+v(u${c})`,
				`Cs${c} s${c} 0 ${3600 * p.capacityAh[i]} ic=${p.soc[i]}`,
				`Fs${c} 0 s${c} Vm${c} 1`,
				wrap(`Bo${c} o${c} 0 V=pwl(v(s${c}),${table})`),
				`Ru${c} u${c} 0 ${p.relaxOhm[i]}`,
				`Cu${c} u${c} 0 ${relaxS / p.relaxOhm[i]} ic=0`,
				`Fu${c} 0 u${c} Vm${c} 1`
			);
		}
		if (board.balanceOhm !== null)
			for (let i = 0; i <= cells; i++) lines.push(`Rb${k}_${i} t${k}_${i} bus${i} ${board.balanceOhm}`);
	});
	if (charger)
		// Set current, watts, or what brings the rail to its end: a stiff source that gives way near
		// the end volts.
		lines.push(
			`Bi 0 rail I=1*max(0,min(min(${charger.currentA},${charger.powerW}/max(1,v(rail))),(${charger.endV}-v(rail))*2000))`
		);
	const columns = packs.flatMap((_, k) => Array.from({ length: cells }, (__, i) => `i(Vm${k}_${i})`));
	const charges = packs.flatMap((_, k) => Array.from({ length: cells }, (__, i) => `v(s${k}_${i})`));
	return [
		...lines,
		'.control',
		`tran ${stepS} ${untilS} 0 ${stepS} uic`,
		'set wr_singlescale',
		`wrdata OUT ${[...columns, ...charges].join(' ')}`,
		'quit',
		'.endc',
		'.end'
	].join('\n');
}

/** Runs the circuit for `untilS` with steps of at most `stepS`. */
export function spiceJoined(
	model: JoinedModel,
	untilS: number,
	stepS: number,
	charger: GroupControl | null = null
): JoinedSpice {
	const dir = mkdtempSync(join(tmpdir(), 'joined-'));
	try {
		const out = join(dir, 'out.txt');
		writeFileSync(join(dir, 'packs.cir'), netlist(model, charger, untilS, stepS).replace('OUT', out));
		execFileSync('ngspice', ['-b', join(dir, 'packs.cir')], {
			stdio: ['ignore', 'pipe', 'pipe'],
			timeout: 240e3
		});
		const packs = model.packs.length;
		const cells = model.packs[0].soc.length;
		const rows = readFileSync(out, 'utf8')
			.split('\n')
			.map((line) => line.trim().split(/\s+/).map(Number))
			.filter((row) => row.length === 1 + 2 * packs * cells && row.every(Number.isFinite));
		const column = (n: number) => rows.map((r) => r[n]);
		return {
			timeS: column(0),
			packA: model.packs.map((_, k) =>
				rows.map((r) => r.slice(1 + k * cells, 1 + (k + 1) * cells).reduce((a, b) => a + b, 0) / cells)
			),
			soc: Array.from({ length: packs * cells }, (_, n) => column(1 + packs * cells + n))
		};
	} finally {
		rmSync(dir, { recursive: true, force: true });
	}
}
