/**
 * The soak: what must not break, tried for minutes. Prints a table of figures and ends non-zero
 * where one is not as it must be.
 *   npm run soak                       all of it, three hours
 *   npm run soak -- --seed 7 kills     one part, with another seed
 */
import { parseArgs } from 'node:util';
import { answers } from './soak/answers';
import { clock } from './soak/clock';
import { disk } from './soak/disk';
import { networkAccess } from './soak/network-access';
import { hostile } from './soak/hostile';
import { kills } from './soak/kills';
import { long } from './soak/long';
import { readers } from './soak/readers';
import { moves } from './soak/moves';
import { restores } from './soak/restores';
import { table, type Figure } from './soak/report';
import { tabs } from './soak/tabs';
import { upgrades } from './soak/upgrades';
import { build, install } from './steps.mjs';

const { values, positionals } = parseArgs({
	allowPositionals: true,
	options: { seed: { type: 'string', default: '1' } }
});
const seed = Number(values.seed);

const PARTS: Record<string, () => Promise<Figure[]>> = {
	kills: () => kills({ seed, kills: 200, writes: 3000, writers: 6 }),
	moves: () => moves({ seed, kills: 100 }),
	upgrades: () => upgrades({ seed, kills: 100 }),
	restores: () => restores({ seed, rounds: 4 }),
	clock: () => clock({ seed, rounds: 6 }),
	answers: () => answers({ seed, starts: 40 }),
	tabs: () => tabs({ seed, rounds: 30, tabs: 8 }),
	disk: () => disk({ times: 6 }),
	door: () => networkAccess({ tries: 10_000, addresses: 50, unfinished: 400, entries: 20, judged: true }),
	hostile: () => hostile({ seed, requests: 60_000, wide: 8 }),
	readers: () => readers({ packs: 200, runs: 20_000, readers: 20, seconds: 30, times: 20, judged: true }),
	long: () => long({ packs: 200, runs: 20_000, minutes: 60, warmShare: 0.25, judged: true })
};
const unknown = positionals.find((p) => !(p in PARTS));
if (unknown || !Number.isInteger(seed)) {
	console.error(
		unknown
			? `There is no part "${unknown}"; there are ${Object.keys(PARTS).join(', ')}.`
			: 'The seed is a whole number.'
	);
	process.exit(1);
}

await install();
await build();
const found: Figure[] = [];
for (const [name, part] of Object.entries(PARTS)) {
	if (positionals.length > 0 && !positionals.includes(name)) continue;
	const started = Date.now();
	console.log(`> ${name}`);
	const figures = await part();
	found.push(...figures);
	console.log(
		`  ${Math.round((Date.now() - started) / 1000)} s, ${figures.filter((f) => !f.ok).length} not as they must be`
	);
}
console.log(`\n${table(found)}\n\nseed ${seed}, ${new Date().toISOString().slice(0, 10)}`);
process.exit(found.some((f) => !f.ok) ? 1 : 0);
