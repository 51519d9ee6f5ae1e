/** Charged by the sum alone: no cell passes its limit, or it is refused with the ways out. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../../tests/support/bench-chargers';
import { aMultiCharger } from '../../../tests/support/rule-cases';
import { ocvAt } from '../../chemistry/curve';
import { chemistryOf } from '../../chemistry/catalogue';
import { normal, uniform } from '../../simulate/random';
import type { Overrides } from '../../request/settings';
import { solve } from '../solve';

const PACKS = 2000;
const SIGMA = 0.04;
const blind = aMultiCharger({}, { balancePortCells: 0, balanceCurrentA: 0, voltageAccuracyV: 0.005 });
const charge = (chemistry: string, cells: number, change: object = {}, set: Overrides = {}) => {
	const v = ocvAt(chemistryOf(chemistry).curve, 0.4);
	return solve(
		aContext({
			pack: aPack({ chemistry, cells, labelVoltageV: chemistry === 'lihv' ? 3.8 * cells : null }),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: cells * v, ...change }),
			charger: blind,
			task: 'charge'
		}),
		set
	);
};

/** Share of packs whose cells differ by `sigma` of which one passes its limit, filled by the sum to `endV` a cell. */
function over(chemistry: string, cells: number, endV: number, sigma: number): number {
	const { curve, voltages } = chemistryOf(chemistry);
	const next = normal(uniform(41));
	let found = 0;
	for (let k = 0; k < PACKS; k++) {
		const offsets = Array.from({ length: cells }, () => sigma * next());
		const mean = offsets.reduce((a, b) => a + b, 0) / cells;
		// The sum stands at its end: the mean charge by bisection.
		let [low, high] = [0.3, 1.2];
		for (let i = 0; i < 40; i++) {
			const soc = (low + high) / 2;
			const sum = offsets.reduce((v, d) => v + ocvAt(curve, soc + d - mean), 0);
			if (sum < cells * endV) low = soc;
			else high = soc;
		}
		if (offsets.some((d) => ocvAt(curve, low + d - mean) > voltages.cellMaxV)) found++;
	}
	return found / PACKS;
}

test('read by the sum it ends so low that 99 of 100 packs stay under their limit, at the spread that is believed', () => {
	for (const chemistry of ['lipo', 'lihv', 'liion'])
		for (const cells of [2, 3, 4, 6]) {
			const s = charge(chemistry, cells);
			assert.equal(s.proposed, true, JSON.stringify(s.findings.map((f) => f.rule)));
			assert.ok(Math.abs(Math.max(...s.resolved.state.cells.sigma) - SIGMA) < 1e-9);
			const { endVoltageV } = s.settings;
			const { chargeEndV } = chemistryOf(chemistry).voltages;
			const share = over(chemistry, cells, endVoltageV, SIGMA);
			assert.ok(share <= 0.01, `${chemistry} ${cells}S to ${endVoltageV} V: ${share}`);
			// The usual end of Li-ion is low enough.
			if (chemistry === 'liion') continue;
			assert.ok(endVoltageV < chargeEndV - 0.01, `${chemistry} ${cells}S ends at ${endVoltageV}`);
			assert.ok(
				over(chemistry, cells, chargeEndV, SIGMA) > (cells > 2 ? 0.1 : 0.01),
				'to the usual end some do'
			);
			assert.match(s.decisions.endVoltageV.why, /mV of spread it cannot see/);
		}
});

test('the usual end keyed is refused, with both ways out; every cell read within the hour is one of them', () => {
	const keyed = charge('lipo', 4, {}, { endVoltageV: 4.2 }).findings.find(
		(f) => f.rule === 'forecast-cell-over-limit'
	)!;
	assert.deepEqual([keyed.severity, keyed.overridable], ['stop', false]);
	assert.match(keyed.sentence, /read every cell at rest within the hour before, or end it at 4\.1\d V/);
	assert.equal(keyed.fix?.kind, 'set');
	const cellVoltagesV = [3.72, 3.721, 3.72, 3.719];
	const read = charge('lipo', 4, { cellVoltagesV, packVoltageV: null });
	assert.equal(read.settings.endVoltageV, 4.2);
	assert.equal(read.proposed, true);
	const old = charge('lipo', 4, {
		...{ cellVoltagesV, packVoltageV: null },
		takenAt: new Date(Date.parse('2026-05-02T18:00:00.000Z') - 400 * 86400e3).toISOString()
	});
	assert.ok(old.settings.endVoltageV < 4.2, 'a year ago they were alike');
});

test('LiFe has no end that is low enough and still a charge: its cells are read, or it is refused', () => {
	const s = charge('life', 4);
	assert.equal(s.proposed, false);
	const stop = s.findings.find((f) => f.rule === 'forecast-cell-over-limit')!;
	assert.equal(stop.fix?.kind, 'go');
	assert.match(stop.sentence, /read every cell at rest within the hour before\.$/);
	assert.ok(over('life', 4, 3.6, SIGMA) > 0.5);
});
