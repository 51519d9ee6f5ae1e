/**
 * A screen that was typed: what becomes a check, what a sum is made of, what goes through a
 * course, and what is too little for any of it.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aContext, aPack } from '../../tests/support/bench-chargers';
import { solve } from '../program/solve';
import type { Screen } from './case';
import { factsOf, type Known } from './facts';
import type { SymptomId } from './symptom';
import { screenOdd, withScreen } from './typed-screen';

const NOTHING: Screen = {
	setA: null,
	countRead: null,
	cellsV: null,
	mainV: null,
	currentA: null,
	minutes: null,
	chargeAh: null
};
const { resolved: r, settings } = solve(aContext({ pack: aPack({ capacityAh: 2.2 }) }));
const bare: Known = {
	r,
	settings: { ...settings, currentA: 0 },
	run: null,
	check: null,
	shown: null,
	othersRun: false
};
const known = (screen: Partial<Screen>, symptom: SymptomId | null, expectedAh: number | null = 1) =>
	withScreen(bare, { ...NOTHING, ...screen }, symptom, expectedAh);
const says = (clue: string, ...of: Parameters<typeof known>) =>
	factsOf(known(...of)).answers.find((a) => a.clue === clue)?.answer;

describe('a typed screen', () => {
	test('before the start it is a check: count, cells and main volts beside one another', () => {
		const cellsV = [3.8, 3.8, 3.8];
		assert.equal(says('count', { countRead: 2 }, 'count-differs'), 'one less');
		assert.equal(says('main-sum', { cellsV, mainV: 11.4 }, 'cells-zero'), 'agree');
		assert.equal(says('cell-page', { cellsV: [0, 0, 0] }, 'cells-zero'), 'all zero');
		assert.equal(known({ mainV: 11.4, setA: 2, currentA: 2 }, 'no-pack').shown, null, 'nothing flows yet');
		assert.match(
			factsOf(known({ cellsV, mainV: 11.4 }, 'count-differs')).impossible['cell-under-floor'],
			/stood at 3\.80 V/
		);
	});

	test('while it goes on amps that are set, amps that flow and main volts make a screen; two of them make none', () => {
		const three = { setA: 4, currentA: 2, mainV: 12 };
		assert.equal(known(three, 'less-current').shown!.packV, 12);
		assert.equal(known(three, 'less-current').settings.currentA, 4);
		for (const key of ['setA', 'currentA', 'mainV'] as const)
			assert.equal(known({ ...three, [key]: null }, 'less-current').shown, null, key);
		assert.equal(says('watts', { setA: 4, currentA: 4.17, mainV: 12 }, 'less-current'), 'no');
		assert.equal(says('watts', {}, 'less-current'), undefined);
		const plug = { setA: 2, currentA: 2, mainV: 12.2, cellsV: [4, 4, 4] };
		assert.equal(says('main-sum', plug, 'current-falls'), 'main a little more');
		assert.match(factsOf(known(plug, 'current-falls')).sums['hot-plug'], /200 mV at 2\.0 A are 100 mΩ/);
	});

	test('cells alone are a page and nothing else: never a check at rest, no volts of nothing', () => {
		const k = known({ cellsV: [3.9, 3.9, 4.1] }, 'cells-part');
		assert.equal(k.shown, null);
		assert.equal(k.check!.cellsV, null);
		const facts = factsOf(k);
		assert.equal(facts.answers.find((a) => a.clue === 'cell-page')?.answer, 'one high');
		assert.equal(facts.impossible['cell-under-floor'], undefined);
		assert.equal(facts.sums['taper'], undefined);
	});

	test('a course needs minutes and mAh; one of them without the other has no place in time', () => {
		const flows = { setA: 2, currentA: 2, mainV: 12 };
		const fits = (more: Partial<Screen>) =>
			Object.keys(factsOf(known({ ...flows, ...more }, 'goes-on')).fits).length;
		assert.ok(fits({ minutes: 20, chargeAh: 0.66 }) > 10);
		assert.equal(fits({ minutes: 20 }), 0);
		assert.equal(fits({ chargeAh: 0.66 }), 0);
		assert.equal(known({ ...flows, minutes: 20 }, 'goes-on').shown!.minutes, 0);
	});

	test('what went in is laid beside what was missing at an end; while it goes on only once it is too much', () => {
		assert.equal(says('charge-share', { chargeAh: 0.5, minutes: 20 }, 'few-mah'), 'little');
		assert.equal(says('charge-share', { chargeAh: 0.7 }, 'few-mah'), 'about what was missing');
		assert.equal(
			says('charge-share', { chargeAh: 0.7 }, 'few-mah', null),
			undefined,
			'nobody knows what was missing'
		);
		assert.equal(says('charge-share', { chargeAh: 0.5 }, 'goes-on'), undefined);
		assert.equal(says('charge-share', { chargeAh: 2.7 }, 'took-more'), 'more than it holds');
	});

	test('nothing typed changes nothing that is known', () => {
		const check = { countRead: 3, cellsV: [3.8, 3.8, 3.8], mainV: 11.4, inputV: 12.5 };
		const k = withScreen({ ...bare, check }, NOTHING, 'less-current', 1);
		assert.deepEqual(k, { ...bare, check });
		const typed = withScreen({ ...bare, check }, { ...NOTHING, countRead: 2 }, 'no-pack', 1);
		assert.deepEqual(typed.check, { ...check, countRead: 2 }, 'what is typed counts before what was kept');
	});

	test('figures that cannot all be true are said, and no course or share is made of them', () => {
		const odd = (screen: Partial<Screen>) => screenOdd({ ...NOTHING, ...screen });
		assert.equal(odd({}), null);
		assert.match(
			odd({ mainV: 11.4, cellsV: [4.05, 4.05, 4.05] })!,
			/add up to 12\.15 V and the main volts are 11\.40 V/
		);
		assert.equal(odd({ mainV: 12.08, cellsV: [4.05, 4.05, 4.05] }), null, 'a moment apart');
		assert.equal(odd({ mainV: 12.6, cellsV: [4.05, 4.05, 4.05] }), null, 'a plug may take half a volt');
		assert.match(odd({ setA: 2, currentA: 20 })!, /gives 20\.0 A and 2\.0 A are set/);
		assert.equal(odd({ setA: 2, currentA: 2.2 }), null);
		const tenfold = { setA: 2, minutes: 20, chargeAh: 6.6 };
		assert.match(odd(tenfold)!, /6600 mAh are more than 2\.0 A bring in 20 min/);
		assert.equal(odd({ setA: 2, minutes: 20, chargeAh: 0.7 }), null);
		assert.equal(says('charge-share', tenfold, 'few-mah'), undefined);
		assert.equal(says('charge-share', tenfold, 'took-more'), undefined);
		assert.equal(known({ ...tenfold, currentA: 2, mainV: 12 }, 'goes-on').shown!.minutes, 0);
		assert.equal(
			says('main-sum', { setA: 2, currentA: 2, mainV: 11.4, cellsV: [4.05, 4.05, 4.05] }, 'goes-on'),
			undefined
		);
	});
});
