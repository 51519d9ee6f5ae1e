import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import type { ProgramContext } from '../request/context';
import { resolve } from '../request/context';
import { contradictions, type CheckEvidence } from './check-evidence';

const NOW = '2026-05-02T17:00:00.000Z';
const seen = (change: Partial<CheckEvidence> = {}): CheckEvidence => ({
	countRead: 4,
	cellsV: [3.8, 3.81, 3.8, 3.79],
	mainV: 15.2,
	inputV: null,
	message: '',
	answers: [],
	...change
});
const of = (change: Partial<CheckEvidence>, context: Partial<ProgramContext> = {}) =>
	contradictions(
		resolve(
			aContext({
				pack: aPack({ chemistry: 'lipo', cells: 4, labelVoltageV: 14.8 }),
				reading: aReading([3.8, 3.81, 3.8, 3.79], { takenAt: NOW }),
				now: NOW,
				task: 'balance',
				...context
			})
		),
		seen(change)
	);
const said = (change: Partial<CheckEvidence>, context: Partial<ProgramContext> = {}) =>
	of(change, context).map((c) => `${c.severity} ${c.rule.slice(14)}`);

test('what fits says nothing, and what is not given says nothing', () => {
	assert.deepEqual(said({}), []);
	assert.deepEqual(said({ countRead: null, cellsV: null, mainV: null }), []);
});

test('another count stops; a nearly empty pack that counts as one less is told apart', () => {
	assert.deepEqual(said({ countRead: 5 }), ['stop count']);
	assert.match(of({ countRead: 5 })[0].sentence, /^It reads 5S and the pack is 4S.*Do not start\.$/);
	// 12.5 V: 3.13 V a cell of four, and within 3 × 4.2 V.
	const flat = { countRead: 3, mainV: 12.5, cellsV: null };
	assert.match(
		of(flat, { reading: null })[0].sentence,
		/12\.50 V a nearly empty 4S counts as 3S too: meter every cell/
	);
	assert.match(of({ ...flat, mainV: 13.1 }, { reading: null })[0].sentence, /Do not start/);
});

test('all cells zero is a balance lead that is not seen: a stop where the task balances, else a question', () => {
	const zero = { cellsV: [0, 0, 0, 0] };
	assert.deepEqual(said(zero), ['stop wires']);
	assert.deepEqual(said(zero, { task: 'charge' }), ['check wires']);
	const two = {
		pack: aPack({ cells: 2, labelVoltageV: 7.4 }),
		reading: aReading([3.8, 3.81], { takenAt: NOW })
	};
	assert.deepEqual(said({ countRead: 2, cellsV: [0, 0], mainV: 7.6 }, two), ['stop wires']);
	const one = { pack: aPack({ cells: 1, labelVoltageV: 3.7 }), reading: aReading([3.8], { takenAt: NOW }) };
	assert.deepEqual(said({ countRead: 1, cellsV: [0], mainV: 3.8 }, one), [], 'one cell has no balance lead');
});

test('zero beside double with the total right is an open inner wire; an end cell gone with the total short an outer one', () => {
	const [inner] = of({ cellsV: [3.8, 0.04, 7.57, 3.79] });
	assert.equal(inner.severity, 'stop');
	assert.match(
		inner.sentence,
		/^Cell 2 reads 0\.04 V and cell 3 7\.57 V: the balance wire between them is open/
	);
	const [outer] = of({ cellsV: [3.8, 3.81, 3.8, 0] });
	assert.match(
		outer.sentence,
		/^Cell 4 reads 0\.00 V, and the main lead 3\.79 V more than all cells: the outer/
	);
	const [dead] = of({ cellsV: [3.8, 0.1, 3.8, 3.79], mainV: 11.49, countRead: 4 }).filter(
		(c) => c.rule === 'at the check: wires'
	);
	assert.match(
		dead.sentence,
		/^Cell 2 reads 0\.10 V, and the main lead, 11\.49 V, is a cell short as well: the cell is dead/
	);
	const wires = (change: Partial<CheckEvidence>) =>
		of(change).find((c) => c.rule === 'at the check: wires')!.sentence;
	assert.match(
		wires({ cellsV: [0, 3.81, 3.8, 3.79], mainV: 11.4 }),
		/is a cell short as well: the cell is dead/
	);
	assert.match(
		wires({ cellsV: [0, 3.81, 3.8, 3.79], mainV: null }),
		/meter the main lead at the plug\. About 11\.40 V is a dead cell, about 15\.20 V a contact/
	);
	assert.match(
		wires({ cellsV: [3.8, 0, 3.8, 3.79], mainV: 15.2 }),
		/^Cell 2 reads 0\.00 V, and the main lead, 15\.20 V, has all of them: a contact/
	);
	// Where the others are not alike the volts at the plug prove nothing.
	assert.match(wires({ cellsV: [3.8, 0, 2.1, 3.79], mainV: 9.7 }), /a dead cell, or the outer balance wires/);
});

test('cells out of their window stop, to the millivolt; a lone low one asks', () => {
	assert.deepEqual(said({ cellsV: [4.251, 4.2, 4.2, 4.2], mainV: 16.85 }, { reading: null }), ['stop cells']);
	assert.deepEqual(said({ cellsV: [4.25, 4.2, 4.2, 4.2], mainV: 16.85 }, { reading: null }), []);
	const floor = resolve(aContext()).chemistry.voltages.doNotChargeV;
	const at = (v: number) => ({ cellsV: [v, v, v, v], mainV: 4 * v });
	assert.deepEqual(said(at(floor), { reading: null }), []);
	assert.deepEqual(said(at(floor - 0.001), { reading: null }), ['stop cells']);
	assert.deepEqual(said(at(floor - 0.001), { reading: null, task: 'recover' }), []);
	assert.deepEqual(said({ cellsV: [3.65, 3.81, 3.8, 3.8], mainV: 15.06 }, { reading: null }), [
		'check cells'
	]);
	assert.deepEqual(said({ cellsV: [3.7, 3.81, 3.8, 3.8], mainV: 15.11 }, { reading: null }), []);
	assert.equal(
		of({ cellsV: [3.65, 3.81, 3.8, 3.8], mainV: 15.06 }, { reading: null })[0].sentence,
		'Cell 1 reads 160 mV below cell 2: meter both before it is charged.'
	);
});

test('another number of cells on the page than the pack has stops', () => {
	assert.deepEqual(said({ cellsV: [3.8, 3.8, 3.8], mainV: null }), ['stop cells']);
});

test('main lead and cells agree at rest: a little off asks, half a cell off stops, nothing at all is an open lead', () => {
	assert.deepEqual(said({ mainV: 15.25 }), []);
	assert.deepEqual(said({ mainV: 15.26 }), ['check main']);
	assert.deepEqual(said({ mainV: 17.2 }, { reading: null }), ['stop main']);
	// Half a cell exactly is still asked about.
	const half = { cellsV: [4, 4, 4, 4], mainV: 14 };
	assert.deepEqual(said(half, { reading: null }), ['check main']);
	assert.deepEqual(said({ ...half, mainV: 13.99 }, { reading: null }), ['stop main']);
	assert.match(of({ mainV: 0 })[0].sentence, /^No pack is seen on the main lead/);
});

test('cells that are not those that a meter showed lately are asked about; an old reading says nothing', () => {
	const other = { cellsV: [3.8, 3.81, 3.7, 3.79], mainV: 15.1 };
	assert.deepEqual(said(other), ['check moved']);
	assert.match(of(other)[0].sentence, /^Cell 3 reads 3\.70 V here and read 3\.80 V on the meter/);
	const old = aReading([3.8, 3.81, 3.8, 3.79], { takenAt: '2026-05-02T13:59:00.000Z' });
	assert.deepEqual(said(other, { reading: old }), []);
	assert.deepEqual(said({ cellsV: null, mainV: 14.9 }), ['check moved']);
	// Four cells of 50 mV each.
	assert.deepEqual(said({ cellsV: null, mainV: 15.01 }), []);
	assert.deepEqual(said({ cellsV: null, mainV: 14.99 }), ['check moved']);
	// Within 50 mV it is the same cell: where it cannot be told apart from a meter's and a charger's
	// errors.
	assert.deepEqual(said({ cellsV: [3.8, 3.81, 3.751, 3.79], mainV: 15.151 }), []);
	assert.deepEqual(said({ cellsV: [3.8, 3.81, 3.748, 3.79], mainV: 15.148 }), ['check moved']);
});

test('input volts outside of what the charger takes are said; a supply that sags is', () => {
	const { charger, supply } = aContext();
	const dc = { ...supply!, kind: 'lead battery' as const, voltageV: 13.2, name: 'Ballast' };
	const at = (inputV: number) =>
		said({ inputV }, { charger: { ...charger, inputMinV: 11, inputMaxV: 18 }, supply: dc });
	assert.deepEqual(at(13), []);
	assert.deepEqual(at(11.1), ['check input']);
	assert.deepEqual(at(10.9), ['check input']);
	assert.deepEqual(at(18.1), ['stop input']);
	// 85 hundredths of what it is said to give are borne.
	const twelve = { charger: { ...charger, inputMinV: 9, inputMaxV: 18 }, supply: { ...dc, voltageV: 12 } };
	assert.deepEqual([said({ inputV: 10.2 }, twelve), said({ inputV: 10.19 }, twelve)], [[], ['check input']]);
});
