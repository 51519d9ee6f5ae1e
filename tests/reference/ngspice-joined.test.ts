/**
 * Packs joined at a board against ngspice: the same cells, written as nodes of a circuit, by
 * another solver. What it proves is the network and its stepping, not the cells' physics.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { lipo } from '../../core/chemistry/lipo';
import { ocvAt } from '../../core/chemistry/curve';
import { chargeJoined } from '../../core/simulate/joining/group-charge';
import type { JoinedModel } from '../../core/simulate/joining/joined-packs';
import { meet } from '../../core/simulate/joining/meet';
import { uniform } from '../../core/simulate/random';
import { spiceJoined } from '../support/ngspice-joined';
import { interpolate } from '../support/ngspice';

/**
 * A pile drawn by its seed: unequal charge, capacity and resistance, cells of one pack unlike
 * each other.
 */
function drawn(seed: number, packs: number, cells: number, balance: boolean): JoinedModel {
	const next = uniform(seed);
	const between = (low: number, high: number) => low + (high - low) * next();
	return {
		curve: lipo.curve,
		relaxS: 180,
		board: { leadOhm: between(0.004, 0.012), balanceOhm: balance ? between(0.02, 0.05) : null },
		packs: Array.from({ length: packs }, () => {
			const capacityAh = between(1, 5);
			const soc = between(0.3, 0.55);
			const each = (of: () => number) => Array.from({ length: cells }, of);
			return {
				capacityAh: each(() => capacityAh * between(0.98, 1.02)),
				soc: each(() => soc + between(-0.01, 0.01)),
				seriesOhm: each(() => (between(0.008, 0.02) * 1) / capacityAh),
				relaxOhm: each(() => between(0.02, 0.05) / capacityAh)
			};
		})
	};
}

const CASES = [
	[1, 2, 2, false],
	[2, 2, 3, true],
	[3, 3, 4, false],
	[4, 4, 3, true],
	[5, 6, 6, false],
	[6, 5, 4, true],
	[7, 6, 2, true]
] as const;

describe('a meeting agrees with ngspice', () => {
	for (const [seed, packs, cells, balance] of CASES)
		test(`${packs} packs of ${cells}S, balance leads ${balance ? 'joined' : 'open'}`, () => {
			const model = drawn(seed, packs, cells, balance);
			const ours = meet(model);
			const untilS = Math.max(600, 1.5 * ours.levelS);
			const theirs = spiceJoined(model, untilS, 0.5);
			const greatest = Math.max(...ours.peakA.map(Math.abs));
			// The first row of the other solver is a moment after contact.
			ours.peakA.forEach((a, k) =>
				assert.ok(
					Math.abs(a - theirs.packA[k][0]) <= 0.02 * greatest,
					`pack ${k}: ${a} and ${theirs.packA[k][0]} A`
				)
			);
			const level = 0.05 * greatest;
			const flow = theirs.timeS.map((_, n) => Math.max(...theirs.packA.map((p) => Math.abs(p[n]))));
			let last = flow.length - 1;
			while (last > 0 && flow[last] <= level) last--;
			const theirLevelS =
				theirs.timeS[last] +
				((flow[last] - level) / (flow[last] - flow[last + 1])) *
					(theirs.timeS[last + 1] - theirs.timeS[last]);
			assert.ok(
				Math.abs(ours.levelS / theirLevelS - 1) <= 0.03,
				`level after ${ours.levelS.toFixed(1)} and ${theirLevelS.toFixed(1)} s`
			);
			// Where they settle: rest volts of every cell after four hours of both.
			const end = spiceJoined(model, 4 * 3600, 5);
			const settled = meet(model, 1e-9);
			settled.restV.flat().forEach((v, n) => {
				const soc = interpolate(end.timeS, end.soc[n], end.timeS.at(-1)!);
				const theirsV = ocvAt(lipo.curve, soc);
				assert.ok(Math.abs(v - theirsV) <= 0.002, `cell ${n}: ${v.toFixed(4)} and ${theirsV.toFixed(4)} V`);
			});
		});
});

test('one full charge of four unequal packs: time and each pack’s share within 1 %', () => {
	const model = drawn(11, 4, 3, false);
	const control = { currentA: 8, powerW: 90, endV: 12.6, taperA: 0.8 };
	const ours = chargeJoined(model, control);
	assert.equal(ours.ended, true);
	const theirs = spiceJoined(model, 1.1 * ours.timeS, 2, control);
	const sum = theirs.timeS.map((_, n) => theirs.packA.reduce((a, p) => a + p[n], 0));
	const k = sum.findIndex((a, n) => n > 10 && a <= control.taperA);
	assert.ok(k > 0, 'the circuit reaches its end');
	const endS =
		theirs.timeS[k - 1] +
		((sum[k - 1] - control.taperA) / (sum[k - 1] - sum[k])) * (theirs.timeS[k] - theirs.timeS[k - 1]);
	assert.ok(Math.abs(ours.timeS / endS - 1) <= 0.01, `${ours.timeS} and ${endS} s`);
	const charge = model.packs.map((p, pack) => {
		const cells = p.soc.length;
		return (
			p.soc.reduce(
				(total, start, i) =>
					total + (interpolate(theirs.timeS, theirs.soc[pack * cells + i], endS) - start) * p.capacityAh[i],
				0
			) / cells
		);
	});
	const whole = charge.reduce((a, b) => a + b, 0);
	charge.forEach((ah, pack) =>
		assert.ok(
			Math.abs(ours.share[pack] / (ah / whole) - 1) <= 0.01,
			`pack ${pack}: ${ours.share[pack]} and ${ah / whole}`
		)
	);
});
