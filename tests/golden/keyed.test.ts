/** What is sent to a charger over its link: the pack as it is plugged in, and the program leg by leg, as written down. */
import { test } from 'node:test';
import { solve } from '../../core/program/solve';
import { keyedProgram } from '../../src/lib/server/link/keyed-program';
import { pluggedPack } from '../../src/lib/server/link/plugged-pack';
import { drawTruth } from '../../stand-in/truth';
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
