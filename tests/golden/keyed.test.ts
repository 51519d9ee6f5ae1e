/**
 * What is sent to a charger over its link: the pack as it is plugged in, and the program leg by
 * leg, as written down.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { solve } from '../../core/program/solve';
import { keyedProgram } from '../../src/lib/server/link/keyed-program';
import { pluggedPack } from '../../src/lib/server/link/plugged-pack';
import { drawTruth } from '../../stand-in/truth';
import { aContext, aPack } from '../support/bench-chargers';
import { asWritten, line } from '../support/golden';
import { SCENES } from '../support/scenes';

test('what the simulated charger draws of a pack that is plugged in', () => {
	asWritten(
		'truths',
		SCENES.map(([name, context]) => `${name}: ${line(drawTruth(pluggedPack(solve(context).resolved)))}`)
	);
});

test('packs and programs as they are sent', () => {
	asWritten(
		'keyed',
		SCENES.map(([name, context]) => {
			const { resolved, settings } = solve(context);
			return `${name}: ${line([pluggedPack(resolved), keyedProgram('run', resolved, settings)])}`;
		})
	);
});

test('a pack is as old as it has been used: from nothing to the hundred years that a charger takes', () => {
	const age = (firstUsedOn: string | null) =>
		pluggedPack(solve(aContext({ pack: aPack({ firstUsedOn }) })).resolved).ageYears;
	assert.deepEqual([age(null), age('2099-01-01'), age('1900-01-01')], [0, 0, 100]);
	assert.ok(Math.abs(age('2024-05-02') - 2) < 0.01);
});
