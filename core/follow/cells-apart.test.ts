import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../chemistry/catalogue';
import { CellsApart } from './cells-apart';

const apart = (chemistry: string, voltsV: number[]) =>
	new CellsApart({
		chemistry: chemistryOf(chemistry),
		voltsV,
		eachV: 0.003,
		allV: 0.005,
		supposed: 0.01,
		strays: 0.01
	});

const evenShares = Array.from({ length: 2001 }, (_, k) => (k + 0.5) / 2001);
const meanOf = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

test('whoever draws by the guess and weighs what was drawn has what is supposed, whatever was read', () => {
	for (const voltsV of [
		[3.85, 3.85, 3.85],
		[3.85, 3.8, 3.84, 3.85],
		[3.2, 3.9]
	]) {
		const guess = apart('lipo', voltsV);
		const drawn = evenShares.map((share) => guess.at(share));
		const weights = drawn.map(({ logPrior }) => Math.exp(logPrior));
		assert.ok(Math.abs(meanOf(weights) - 1) < 0.02, `${voltsV}: ${meanOf(weights)}`);
		// Before anything was read a pack is as often further apart than usual as less, by half in
		// natural logarithm.
		const mean = meanOf(drawn.map(({ scale }, k) => weights[k] * scale));
		const square = meanOf(drawn.map(({ scale }, k) => weights[k] * scale ** 2));
		assert.ok(Math.abs(mean) < 0.03 && Math.abs(Math.sqrt(square) - 0.5) < 0.02, `${mean}, ±${square}`);
	}
});

test('cells that read alike are guessed to be near one another, those that read apart further', () => {
	const middle = (voltsV: number[]) => apart('lipo', voltsV).at(0.5).scale;
	const alike = middle([3.8, 3.8, 3.8, 3.8, 3.8]);
	const usual = middle([3.8, 3.806, 3.794, 3.803, 3.797]);
	const far = middle([3.75, 3.8, 3.775, 3.785, 3.765]);
	assert.ok(alike < usual - 0.1 && usual < far - 0.5 && far > 0.5, `${alike}, ${usual}, ${far}`);
	// Where a cell holds little, millivolts are hardly any charge.
	const empty = middle([3.2, 3.22, 3.19, 3.21]);
	assert.ok(empty < usual - 0.1, `${empty}`);
});

test('an odd cell is no fellow of the others unless cells are so far apart that it may be', () => {
	const guess = apart('lipo', [3.85, 3.8, 3.85, 3.86]);
	const without = guess.fellowsAt(0);
	assert.ok(Math.abs(without.count - 3) < 0.1, `${without.count}`);
	assert.ok(Math.abs(without.middleV - (3.85 + 3.85 + 3.86) / 3) < 0.002, `${without.middleV}`);
	const with_ = guess.fellowsAt(2);
	assert.ok(with_.count > 3.7, `${with_.count}`);
	assert.ok(Math.abs(with_.middleV - (3.85 + 3.8 + 3.85 + 3.86) / 4) < 0.01, `${with_.middleV}`);
	const pair = apart('lipo', [3.5, 3.9]).fellowsAt(-2);
	assert.ok(
		pair.count >= 1 && Number.isFinite(pair.middleV),
		'of two that have nothing in common one is left'
	);
});
