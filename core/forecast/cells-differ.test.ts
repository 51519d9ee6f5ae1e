/** How the cells of one pack differ where nobody sees it. */
import { chemistryOf } from '../chemistry/catalogue';
import { socAt } from '../chemistry/curve';
import { aRunEvent } from '../../tests/support/pack-events';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { resolve } from '../request/context';
import { packModel, uncertaintyOf } from './assume';
import { cellsOf, driftOf, normalScores, seesEach, unreadSigma } from './cells-differ';
import { NO_DEPARTURE } from './departure';

const life = (cells: number, change: Parameters<typeof aContext>[0] = {}) =>
	resolve(
		aContext({
			pack: aPack({ chemistry: 'life', cells, labelVoltageV: 3.3 * cells }),
			reading: aReading([], { cellVoltagesV: null, packVoltageV: 3.3 * cells }),
			...change
		})
	);

test('where a few draws from a bell lie on average: those of two, three and five, as tabled', () => {
	// Expected normal order statistics (Harter 1961, Biometrika 48; from memory): 0.564, 0.846 and
	// 1.163, to Blom's few thousandths.
	for (const [cells, most] of [
		[2, 0.564],
		[3, 0.846],
		[5, 1.163]
	]) {
		const scores = normalScores(cells);
		assert.ok(Math.abs(scores[cells - 1] - most) < 0.03, `${cells}: ${scores}`);
		assert.ok(Math.abs(scores.reduce((a, b) => a + b, 0)) < 1e-9);
	}
});

test('cells that nobody sees differ by chance, and all of them by a factor of e^½ more where they differ more by one deviation', () => {
	const r = life(4);
	const { spread } = uncertaintyOf(r);
	const apart = (by: number) => {
		const { chargeBeyond } = cellsOf(r, { ...NO_DEPARTURE, others: 0.7, spread: by });
		return Array.from({ length: 4 }, (_, i) => chargeBeyond(i));
	};
	const usual = apart(0);
	apart(spread).forEach((a, i) => assert.ok(Math.abs(a / usual[i] - Math.exp(0.5)) < 1e-9));
	apart(-spread).forEach((a, i) => assert.ok(Math.abs(a / usual[i] - Math.exp(-0.5)) < 1e-9));
	assert.equal(new Set(usual).size, 4);
	assert.ok(usual.every((a) => Math.abs(a) <= 3 * unreadSigma(r)));
});

test('the usual pack’s cells lie where so many do on average, and differ by no less than nothing', () => {
	const r = life(4);
	const soc = (spread: number) => Array.from(packModel(r, { ...NO_DEPARTURE, spread }).startSoc);
	const mean = soc(0).reduce((a, b) => a + b, 0) / 4;
	normalScores(4).forEach((score, i) =>
		assert.ok(Math.abs(soc(0)[i] - mean - unreadSigma(r) * score) < 1e-9, `cell ${i + 1}`)
	);
	assert.equal(new Set(soc(-10)).size, 1);
	assert.equal(new Set(packModel(r).seriesOhm).size, 4, 'in resistance as well');
	const order = (values: ArrayLike<number>) =>
		Array.from(values)
			.map((v, i) => [v, i])
			.sort((a, b) => a[0] - b[0])
			.map(([, i]) => i);
	assert.notDeepEqual(order(packModel(r).seriesOhm), order(soc(0)), 'in an order of its own');
});

test('the last full charge levelled them; what each was read to counts on a steep piece, hardly on the flat', () => {
	assert.equal(unreadSigma(life(4)), 0.05);
	const filled = aRunEvent({ settings: { endVoltageV: 3.6 } });
	assert.equal(unreadSigma(life(4, { reading: null, around: { events: [filled] } })), 0.01);
	const read = (cells: number[]) => life(cells.length, { reading: aReading(cells) });
	const kept = (cells: number[]) => {
		const { readSoc } = cellsOf(read(cells), NO_DEPARTURE);
		const byVolts = cells.map((v) => socAt(chemistryOf('life').curve, v));
		return (readSoc[1] - readSoc[0]) / (byVolts[1] - byVolts[0]);
	};
	assert.ok(kept([2.9, 2.95]) > 0.9, `${kept([2.9, 2.95])} of it where the curve is steep`);
	assert.ok(kept([3.29, 3.3]) < 0.3, `${kept([3.29, 3.3])} of it where it is flat`);
});

test('only volts that tell a charge show each cell; those that begin alike part by a hundredth of what is put in', () => {
	assert.ok(!seesEach(life(3, { reading: aReading([3.3, 3.3, 3.3]) })));
	const lipo = resolve(aContext());
	assert.ok(seesEach(lipo));
	assert.ok(Math.abs(driftOf(lipo) - 0.01 * (1 - lipo.chargeState.soc)) < 1e-12);
});
