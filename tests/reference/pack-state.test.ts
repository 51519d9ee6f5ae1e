/**
 * A seeded cut of `npm run evaluate -- pack-state`: packs with curves of other hands, forgetful
 * people, and how often the state's intervals and claims are right about them.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { CHEMISTRIES, coverageOf } from '../../evaluation/pack-state/coverage';
import { nextPrograms } from '../../evaluation/pack-state/next-program';

const LIVES = 40;
const STEPS = 6;
const all = CHEMISTRIES.map((chemistry) => coverageOf(chemistry, LIVES, STEPS, 70_000));

test('the 90 % interval holds the truth about as often as it says, in every chemistry', () => {
	for (const c of all) assert.ok(c.held >= 0.78 && c.held <= 0.98, `${c.chemistry}: ${c.held} of ${c.asked}`);
	const held = all.reduce((sum, c) => sum + c.held * c.asked, 0) / all.reduce((sum, c) => sum + c.asked, 0);
	assert.ok(held >= 0.85 && held <= 0.95, `all: ${held}`);
});

test('what is called full is full, and what is full is called so', () => {
	const full = all.reduce((sum, c) => sum + c.full, 0);
	const right = all.reduce((sum, c) => sum + c.full * c.fullRight, 0);
	assert.ok(full > 300, `${full}`);
	assert.ok(right / full >= 0.96, `${right} of ${full}`);
	for (const c of all) {
		assert.ok(
			c.fullRightComplete >= 0.97,
			`${c.chemistry}: ${c.fullRightComplete} where nothing was left out`
		);
		if (!Number.isNaN(c.soundCalledFull))
			assert.ok(c.soundCalledFull >= 0.85, `${c.chemistry}: ${c.soundCalledFull} of sound full charges`);
	}
});

test('a sound story comes out Clear nine times of ten; what is hot, swollen or contradicts itself never does', () => {
	let [sound, clear] = [0, 0];
	for (const chemistry of CHEMISTRIES) {
		const n = nextPrograms(chemistry, 8, STEPS, 80_000);
		assert.ok(n.sound >= 14 && n.alarming >= 45, `${chemistry}: ${n.sound}, ${n.alarming}`);
		const kept = [...n.kept].map((k) => k.join(' ')).join();
		assert.ok(n.clear >= 0.75, `${chemistry}: ${n.clear} of ${n.sound}, kept from it by ${kept}`);
		clear += n.clear * n.sound;
		sound += n.sound;
		assert.equal(n.alarmingClear, 0, chemistry);
	}
	assert.ok(clear / sound >= 0.9, `${clear} of ${sound}`);
});

test('honest stories are hardly ever said to contradict themselves', () => {
	for (const c of all) assert.ok(c.falseAlarms <= 0.02, `${c.chemistry}: ${c.falseAlarms}`);
});
