/**
 * How often the forecast's band is right about packs it does not know: `npm run calibrate` prints
 * it over 3000 of every chemistry, this is the first of them. The packs are frozen; their figures
 * are common practice, no source (`scripts/calibrate/draw.ts`).
 */
import assert from 'node:assert/strict';
import { createHash } from 'node:crypto';
import { test } from 'node:test';
import { drawPacks, TRUTH } from '../../scripts/calibrate/draw';
import { calibrate, HEAD, lineOf } from '../../scripts/calibrate/table';
import { CHEMISTRY_IDS } from '../../core/chemistry/catalogue';

/** Of so few packs a share of nine tenths is known to about this. */
const PACKS = 120;
const LEAST_INSIDE = 0.8;
const MOST_CUT = 0.04;

test('the drawn packs are the ones that were frozen', () => {
	const drawn = CHEMISTRY_IDS.map((id) =>
		drawPacks(id, 20).map(({ chemistry, curve, ...p }) =>
			JSON.stringify(
				{ ...p, of: chemistry.id, half: curve.voltsV[Math.floor(curve.voltsV.length / 2)].toFixed(4) },
				(_, v) => (typeof v === 'number' ? Number(v.toPrecision(6)) : v)
			)
		)
	);
	const hash = createHash('sha256')
		.update(JSON.stringify([TRUTH, drawn]))
		.digest('hex')
		.slice(0, 16);
	assert.equal(hash, FROZEN);
	assert.equal(JSON.stringify(drawPacks('lipo', 3)), JSON.stringify(drawPacks('lipo', 5).slice(0, 3)));
});

console.log(HEAD);
for (const id of CHEMISTRY_IDS)
	test(`${id}: nine in ten end within the band, and hardly a sound pack is cut`, () => {
		const row = calibrate(id, PACKS);
		console.log(lineOf(row));
		assert.ok(row.inside >= LEAST_INSIDE, lineOf(row));
		assert.ok(row.cut <= MOST_CUT, lineOf(row));
		assert.ok(row.refused < 0.1 && row.never < 0.08, lineOf(row));
		// A band as wide as the run itself would be right about everything. LiFe's volts at rest leave
		// its charge open over half the pack, and its band is as wide as that.
		assert.ok(row.width < (id === 'life' ? 2.1 : 1.7), lineOf(row));
	});

/**
 * Of the figures above and twenty packs of each chemistry, as they were drawn when curves came to
 * differ in two ways.
 */
const FROZEN = '45c65ac731bcac26';
