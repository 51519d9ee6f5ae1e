/**
 * The circuits of benches against what can be worked out on paper, and against what is kept of
 * them.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { ClueId } from '../../core/diagnose/clue';
import { soundBench, ocv, type Bench } from '../circuits/bench';
import { solvedBench } from '../circuits/circuit-case';
import { benchOf, FAULTS, restV } from '../circuits/faults';
import { keptBenches } from '../circuits/kept';
import { solveCircuit } from '../circuits/solve-circuit';

const near = (is: number, should: number, within: number, what: string) =>
	assert.ok(Math.abs(is - should) <= within, `${what}: ${is}, on paper ${should}`);
const faulty = (name: string, seed = 3) =>
	benchOf(
		FAULTS.find((f) => f.name === name)!,
		seed
	);
const at = (times: readonly number[], seconds: number) => times.findIndex((t) => t >= seconds);

test('at rest every tap stands where its cells put it, and nothing flows', () => {
	const b = {
		...soundBench('lipo', 4),
		balance: { plugged: true, openWire: null, network: 'differential' as const }
	};
	const c = solveCircuit(b, 0, 60, 5);
	const k = c.timeS.length - 1;
	restV(b).forEach((v, i) => {
		near(c.cellV[i][k], v, 5e-4, `cell ${i + 1}`);
		near(c.portV[i][k], v, 2e-3, `at the port ${i + 1}`);
	});
	near(c.currentA[k], 0, 1e-4, 'current');
	near(
		c.mainV[k],
		restV(b).reduce((x, y) => x + y, 0),
		2e-3,
		'main volts'
	);
});

test('an open inner wire: dividers read nothing beside the rest, resistors from tap to tap share the two cells', () => {
	const open = (network: Bench['balance']['network']) => {
		const b = soundBench('lipo', 8);
		const c = solveCircuit({ ...b, balance: { plugged: true, openWire: 2, network } }, 0, 60, 5);
		return { rest: restV(b), port: c.portV.map((v) => v.at(-1)!) };
	};
	const dividers = open('dividers');
	near(dividers.port[1], -dividers.rest[0], 0.01, 'the cell below the open tap');
	near(
		dividers.port[2],
		dividers.rest.slice(0, 3).reduce((x, y) => x + y, 0),
		0.02,
		'the cell above it'
	);
	const shared = open('differential');
	near(shared.port[1], (shared.rest[1] + shared.rest[2]) / 2, 0.005, 'half of both');
	near(shared.port[2], shared.port[1], 0.005, 'and its fellow as much');
});

test('a charge: current times time is what the cells gained, its watts and its end hold, a plug drops I·R', () => {
	const b = faulty('its watts');
	const c = solveCircuit(b, b.charger.setA, 1800, 10);
	const k = at(c.timeS, 600);
	near(c.currentA[k] * c.mainV[k], b.charger.powerW, 0.01 * b.charger.powerW, 'watts');
	let ah = 0;
	c.timeS.forEach(
		(t, i) => i > 0 && (ah += ((c.currentA[i] + c.currentA[i - 1]) / 2) * ((t - c.timeS[i - 1]) / 3600))
	);
	b.cells.forEach((cell, i) =>
		near((c.soc[i].at(-1)! - cell.soc) * cell.ah, ah, 0.01 * ah + 1e-4, `charge of cell ${i + 1}`)
	);
	const plug = faulty('plug with resistance');
	const hot = solveCircuit(plug, plug.charger.setA, 200, 5);
	const j = at(hot.timeS, 150);
	const drop = hot.mainV[j] - hot.plugV[j];
	near(drop, hot.currentA[j] * (plug.plugOhm + 2 * plug.leadOhm), 0.01, 'across plug and lead');
});

test('a supply gives volts less its own drop, and watts in are watts out, its losses and its own use', () => {
	const b = soundBench('life', 12);
	const c = solveCircuit(b, b.charger.setA, 600, 10);
	const k = at(c.timeS, 300);
	near(c.inputV[k], b.supply.voltageV - b.supply.ohm * c.inputA[k], 0.01, 'input volts');
	near(
		c.inputV[k] * c.inputA[k],
		(c.mainV[k] * c.currentA[k]) / b.charger.efficiency + b.charger.ownW,
		0.2,
		'input watts'
	);
});

test('a leak takes its share: after a day its cell has lost volts through ohms, its fellows nothing', () => {
	const b = faulty('soft short', 6);
	const i = b.cells.findIndex((cell) => cell.leakOhm < 1e6);
	const c = solveCircuit({ ...b, plugOhm: 1e9, balance: { ...b.balance, plugged: false } }, 0, 86400, 3600);
	const { leakOhm, ah, soc } = b.cells[i];
	const lost = ((ocv(b.curve, soc) / leakOhm) * 24) / ah;
	near(soc - c.soc[i].at(-1)!, lost, 0.03 * lost, 'charge lost');
	const other = i === 0 ? 1 : 0;
	near(b.cells[other].soc - c.soc[other].at(-1)!, 0, 1e-3, 'a sound one');
});

test('what is kept of a bench is what solving it gives', () => {
	const { open } = keptBenches();
	for (const kept of [open[3], open[30]]) {
		const again = solvedBench(
			FAULTS.find((f) => f.name === kept.fault)!,
			kept.seed
		)!;
		assert.equal(again.shows, kept.shows, kept.fault);
		// Another build of the solver may round one of them over an edge.
		const ids = Object.keys(kept.looks) as ClueId[];
		const other = ids.filter((id) => again.looks[id] !== kept.looks[id]);
		assert.ok(other.length <= 1, `${kept.fault}: ${other.join(', ')}`);
	}
});
