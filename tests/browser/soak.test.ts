/**
 * A short cut of the soak with fixed seeds: the whole of it is `npm run soak`. How long things
 * take is not judged here.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { answers } from '../../scripts/soak/answers';
import { clock } from '../../scripts/soak/clock';
import { disk } from '../../scripts/soak/disk';
import { networkAccess } from '../../scripts/soak/network-access';
import { hostile } from '../../scripts/soak/hostile';
import { kills } from '../../scripts/soak/kills';
import { long } from '../../scripts/soak/long';
import { readers } from '../../scripts/soak/readers';
import { moves } from '../../scripts/soak/moves';
import { restores } from '../../scripts/soak/restores';
import { table, type Figure } from '../../scripts/soak/report';
import { tabs } from '../../scripts/soak/tabs';
import { upgrades } from '../../scripts/soak/upgrades';

const PARTS: Record<string, () => Promise<Figure[]>> = {
	'killed while it writes': () => kills({ seed: 11, kills: 2, writes: 40, writers: 4 }),
	'killed while a book is brought in or put in place': () => moves({ seed: 15, kills: 2 }),
	'killed while a data file is brought up to date': () => upgrades({ seed: 16, kills: 2 }),
	'data files that nobody should bring back': () => restores({ seed: 17, rounds: 1 }),
	'a clock that is set while runs are going on': () => clock({ seed: 18, rounds: 1 }),
	'everything at once': () => long({ packs: 40, runs: 800, minutes: 0.4, warmShare: 0.5, judged: false }),
	'answers of the charger that are lost': () => answers({ seed: 12, starts: 2 }),
	'windows at once': () => tabs({ seed: 13, rounds: 2, tabs: 6 }),
	'a disk that fills up': () => disk({ times: 1 }),
	'hostile requests': () => hostile({ seed: 14, requests: 300, wide: 4 }),
	'the network door': () =>
		networkAccess({ tries: 60, addresses: 6, unfinished: 30, entries: 2, judged: false }),
	'readers on much data': () =>
		readers({ packs: 40, runs: 800, readers: 6, seconds: 2, times: 1, judged: false })
};

describe('a short soak', () => {
	for (const [name, part] of Object.entries(PARTS))
		// Half a minute each on an idle machine: one that hangs is to be named.
		test(name, { timeout: 300_000 }, async () => {
			const figures = await part();
			assert.ok(
				figures.every((f) => f.ok),
				`\n${table(figures)}`
			);
		});
});
