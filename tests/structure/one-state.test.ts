/**
 * What is known of a pack comes from its state (`core/pack-state/`) and by nothing else. A file that
 * turns volts into charge, or judges an end, stands in this list with the reason why that is no
 * belief of its own.
 */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { filesIn } from '../support/imports';

/** Folders whose business it is. */
const OWN = ['core/pack-state/', 'core/chemistry/'];

const MAY: Record<string, Record<string, string>> = {
	// The volts at which packs that are joined meet, and what flows then, are the physics of the
	// circuit, not a belief.
	socAt: {
		'core/simulate/joining/settling.ts': 'packs that are joined settle by their volts',
		'core/simulate/joining/meeting.ts': 'packs that are joined settle by their volts',
		'core/simulate/joining/model-of.ts': 'packs that are joined settle by their volts',
		'core/parallel/apart.ts': 'what levels packs by their volts before they meet',
		'core/parallel/cells-by-sum.ts': 'how many volts the state’s offsets of cells are at these volts',
		'core/parallel/fits.ts': 'how far apart packs meet',
		'core/parallel/order.ts': 'how far apart packs meet',
		'core/parallel/pile.ts': 'how far apart packs meet; what is believed of each is asked before',
		'core/parallel/taken.ts': 'what was exchanged when they met',
		'core/pack/charge-state.ts': 'the volts at which packs meet (`socByVolts`)',
		// A followed run is judged by what its display showed, from the start that the state gives.
		'core/follow/watch.ts': 'volts under current of a run that goes on',
		'core/follow/cells-apart.ts': 'likelihood of cells that read apart, for the starts of a course',
		'core/diagnose/cells-apart.ts': 'likelihood of cells that read apart, for the causes',
		// Measurements over time: differences of volts, not how full it is.
		'core/ageing/leaks.ts': 'charge that a cell lost while it lay, from two readings',
		'core/ageing/points.ts': 'capacity between two readings of one run',
		// Volts of a setting on the curve.
		'core/forecast/program-legs.ts': 'the charge that storage volts aim at',
		'core/program/safety-bounds.ts': 'the charge at the end that is set',
		'core/program/offer.ts': 'charge between two ends that may be set',
		'core/program/rules/end/charge-given-up.ts': 'charge between two ends that may be set',
		'core/program/rules/storage/transport-too-full.ts': 'the charge that storage volts aim at',
		'core/program/rules/reading/cells-look-like-another.ts': 'the slope of the curve where cells rest'
	},
	socByVolts: {
		'core/simulate/joining/may-join.ts': 'the volts at which packs meet',
		'core/ageing/points.ts': 'capacity between two readings of one run'
	},
	judgeEnd: {
		'core/log/judged-end.ts': 'what the end of a run has left, for the book',
		'src/lib/server/services/packs/care.ts': 'the judgement of one run, for its page',
		'src/lib/server/services/runs/judgements.ts': 'the judgements that are kept with the book'
	},
	judgeRunEnd: { 'core/log/end-judgement.ts': 'the same, for a run as it is stored' },
	coolBy: {}
};

const sources = [...filesIn('core'), ...filesIn('src')].filter(
	(file) => !file.endsWith('.test.ts') && !OWN.some((folder) => file.startsWith(folder))
);
const named = (file: string): Set<string> =>
	new Set(
		[...readFileSync(file, 'utf8').matchAll(/import (?:type )?\{([^}]*)\}/g)].flatMap(([, names]) =>
			names.split(',').map(
				(n) =>
					n
						.trim()
						.replace(/^type /, '')
						.split(' as ')[0]
			)
		)
	);
const imports = new Map(sources.map((file) => [file, named(file)]));

for (const [name, may] of Object.entries(MAY))
	test(`${name}: who uses it says why, and nobody is listed who does not`, () => {
		const users = sources.filter((file) => imports.get(file)!.has(name));
		assert.deepEqual(
			users.filter((file) => !(file in may)),
			[],
			'ask the state of the pack instead, or say why it is no belief'
		);
		assert.deepEqual(
			Object.keys(may).filter((file) => !users.includes(file)),
			[],
			'it is listed and does not use it any more'
		);
	});

test('the list is read: the state itself uses what others may not', () => {
	const inside = filesIn('core/pack-state').flatMap((file) => [...named(file)]);
	for (const name of ['socAt', 'coolBy', 'judgeRunEnd']) assert.ok(inside.includes(name), name);
});
