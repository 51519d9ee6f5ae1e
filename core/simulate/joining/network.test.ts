/**
 * Packs joined at a board: Kirchhoff's laws at every tap and every wire, and what two cells do by
 * hand.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { networkOf } from './network';

const near = (a: number, b: number, what: string) => assert.ok(Math.abs(a - b) < 1e-9, `${what}: ${a}, ${b}`);

const CELL_OHM = [
	[0.004, 0.006, 0.005],
	[0.003, 0.003, 0.008]
];
const EMF_V = [3.7, 3.9, 3.6, 3.8, 3.75, 3.95];

test('as much flows into each tap and each wire of the board as out of it', () => {
	const network = networkOf(CELL_OHM, { leadOhm: [0.01, 0.014], balanceOhm: 0.05 });
	for (const chargerA of [0, 4]) {
		const cells = network.cellA(EMF_V, chargerA);
		const wires = network.balanceA(EMF_V, chargerA);
		assert.deepEqual(
			wires.map((w) => w.length),
			[4, 4],
			'a wire below each cell and one above the last'
		);
		for (let i = 0; i <= 3; i++) near(wires[0][i] + wires[1][i], 0, `wire ${i}`);
		for (const k of [0, 1])
			for (const i of [1, 2])
				near(cells[3 * k + i - 1], cells[3 * k + i] + wires[k][i], `pack ${k}, tap ${i}`);
		// What the cells at the top take comes through the leads and the wires above them; all of it
		// from the charger.
		near(
			[0, 1].reduce((sum, k) => sum + cells[3 * k + 2] - wires[k][3], 0),
			chargerA,
			'the charger'
		);
		const bus = network.busV(EMF_V, chargerA);
		assert.equal(bus.length, 3);
		// Along one pack: a cell's own volts and what its resistance adds are what its two wires leave
		// of the board's.
		for (let i = 0; i < 3; i++)
			near(
				EMF_V[i] + cells[i] * CELL_OHM[0][i],
				bus[i] + 0.05 * (wires[0][i] - wires[0][i + 1]),
				`cell ${i}`
			);
	}
});

test('two cells without balance leads: the difference over all that lies between', () => {
	const network = networkOf([[0.01], [0.02]], { leadOhm: 0.005, balanceOhm: null });
	const [a, b] = network.cellA([3.7, 3.9], 0);
	near(a, 0.2 / 0.04, 'by Ohm');
	near(a, -b, 'what one takes the other gives');
	near(network.railV([3.7, 3.9], 0), 3.7 + a * 0.015, 'the rails');
	assert.deepEqual([network.balanceA([3.7, 3.9], 0), network.busV([3.7, 3.9], 0)], [[], []]);
});
