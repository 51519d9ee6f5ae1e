/**
 * Makes docs/screenshots from the demo data: one picture of each main view, at 1280x800, and a
 * few at phone size.
 */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DESK, openBrowser, PHONE, type Size } from '../tests/support/browser';
import { startApp } from '../tests/support/server';

const out = 'docs/screenshots';
mkdirSync(out, { recursive: true });
const app = await startApp({ demo: true, speed: 60 });
const browser = await openBrowser(DESK);

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
	const response = await fetch(`${app.base}/api/v1${path}`, {
		method,
		headers: { 'content-type': 'application/json' },
		body: body === undefined ? undefined : JSON.stringify(body)
	});
	return (await response.json()) as T;
}
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms));

const packs = await call<{ pack: { id: string; name: string; cells: number } }[]>('GET', '/packs');
const chargers = await call<{ id: string; name: string; channels: { id: string; label: string }[] }[]>(
	'GET',
	'/chargers'
);
const pack = (name: string) => packs.find((p) => p.pack.name === name)!.pack;
const charger = (name: string) => chargers.find((c) => c.name === name)!;

/** Starts a run over the link, deciding every check with a reason, as a person would. */
async function start(name: string, chargerName: string, channel: number): Promise<string> {
	const c = charger(chargerName);
	const request = { packId: pack(name).id, chargerId: c.id, channelId: c.channels[channel].id };
	const program = await call<{ id: string }>('POST', '/programs', request);
	const { findings } = await call<{ findings: { rule: string; severity: string }[] }>(
		'POST',
		'/check',
		request
	);
	await call('POST', `/programs/${program.id}/connect`);
	const run = await call<{ id: string }>('POST', '/runs', {
		programId: program.id,
		mode: 'link',
		cellsRead: pack(name).cells,
		overridden: findings
			.filter((f) => f.severity === 'check')
			.map((f) => ({ rule: f.rule, reason: 'limits keyed anew' }))
	});
	return run.id;
}

async function shoot(
	name: string,
	path: string,
	theme = 'bench',
	size: Size = DESK,
	/** Until what goes on in the background is done, ms. */
	patienceMs = 2600
): Promise<void> {
	await browser.resize(size);
	await browser.driver.get(app.base + path);
	await browser.driver.executeScript(
		`localStorage.setItem('theme', '${theme}'); document.documentElement.dataset.theme = '${theme}'`
	);
	await browser.driver.get(app.base + path);
	await wait(patienceMs);
	await browser.picture(join(out, `${name}.png`));
	console.log(name);
}

/** An evening and a morning at the bench, with more to do than there are leads for. */
async function harbourDay(): Promise<string> {
	const slot = 300e3;
	const begin = Math.floor(Date.now() / slot) * slot;
	const at = (min: number) => new Date(begin + min * 60e3).toISOString();
	const job = (name: string, goal: string) => ({
		id: `${goal.slice(0, 1)}-${pack(name).id}`,
		packId: pack(name).id,
		goal,
		due: goal === 'ready' ? at(1020) : null,
		notBefore: null,
		startsAt: null,
		doneAt: null
	});
	const { id } = await call<{ id: string }>('POST', '/plans', {
		name: 'Harbour day',
		from: at(0),
		until: at(1020),
		hours: [
			{ from: at(0), to: at(180), who: 'you', hands: true },
			{ from: at(180), to: at(240), who: 'somebody', hands: false },
			{ from: at(930), to: at(1020), who: 'you', hands: true }
		],
		jobs: [
			...[
				'Gannet lifeboat, main',
				'Gannet lifeboat, spare',
				'Skua cutter',
				'Tern rescue boat',
				'Buoy lamp, south',
				'Kittiwake launch',
				'Survey catamaran',
				'Dunlin trawler',
				'Petrel pilot boat',
				'Auk tug, port'
			].map((name) => job(name, 'ready')),
			job('Heron inspection launch', 'storage')
		],
		planned: [],
		madeAt: null,
		plannedAt: null
	});
	return id;
}

/** A pile of one make, read just now: what the demo's own shelf has too few of. */
async function pile(): Promise<void> {
	for (const [k, v] of [3.742, 3.758, 3.851, 3.866, 3.781, 4.083, 3.802, 3.868].entries()) {
		const made = await call<{ id: string }>('POST', '/packs', {
			name: `Eider ${k + 1}`,
			usedIn: 'rowing race',
			chemistry: 'lihv',
			cells: 4,
			capacityAh: k === 2 ? 1.3 : 1.5,
			labelChargeRateC: 2
		});
		await call('POST', `/packs/${made.id}/readings`, {
			takenAt: new Date(Date.now() - (k === 3 ? 18 : k + 1) * 60e3).toISOString(),
			state: 'rest',
			cellVoltagesV: [v - 0.003, v, v + 0.003, v],
			packVoltageV: null
		});
	}
	const { inventory } = await call<{ inventory: object }>('GET', '/preferences');
	const board = { name: 'Six-way board', places: 6, cells: 6, currentA: 30, fused: 'yes' };
	const parallelBoards = [
		{ ...board, id: 'b1' },
		{ ...board, id: 'b2', name: 'Four-way board', places: 4 }
	];
	await call('PATCH', '/preferences', { inventory: { ...inventory, parallelBoards } });
}

const winch = await start('Winch tug', 'Pier Two', 1);
await wait(16_000);
await start('Skua cutter', 'Pier Two', 0);
await wait(4_000);
const gannet = pack('Gannet lifeboat, main').id;
const cormorant = pack('Cormorant ferry').id;
const program = await call<{ id: string }>('POST', '/programs', {
	packId: cormorant,
	chargerId: charger('Basin Four').id,
	channelId: charger('Basin Four').channels[1].id
});
await shoot('run', `/run/${winch}`);
await shoot('today', '/');
await shoot('packs', '/packs');
await shoot('pack', `/packs/${cormorant}`);
await shoot('chargers', '/chargers');
await shoot('program', `/program?pack=${cormorant}&channel=${charger('Basin Four').channels[0].id}`);
await shoot('program-night', `/program?pack=${gannet}&channel=${charger('Quay 65').channels[0].id}`, 'night');
await shoot('program-sun', `/program?pack=${cormorant}&channel=${charger('Quay 65').channels[0].id}`, 'sun');
const odd = await call<{ id: string }>('POST', '/cases', {
	packId: gannet,
	chargerId: charger('Pier Two').id,
	channelId: charger('Pier Two').channels[0].id,
	family: 'lithium',
	symptom: 'current-falls'
});
for (const [clue, answer] of [
	['eye', 'sound, nothing smells'],
	['near-end', 'yes'],
	['main-sum', 'main a little more']
])
	await call('PATCH', `/cases/${odd.id}`, { answer: { clue, answer } });
await shoot('diagnose', `/diagnose/${odd.id}`);
await shoot('drill', '/drill/2/2');
await pile();
await shoot('parallel', '/parallel?kind=lihv%204');
await shoot('plan', `/plan/${await harbourDay()}`, 'bench', DESK, 12_000);
await shoot('key-in-card', `/program/${program.id}/card`);
await shoot('check-and-connect', `/run/start/${program.id}`);
await shoot('logbook', '/logbook');
await shoot('packs-over-time', '/logbook/packs');
const { runs } = await call<{ runs: { run: { id: string; endReason: string } }[] }>(
	'GET',
	'/runs?status=ended&limit=40'
);
await shoot(
	'logbook-run',
	`/logbook/${(runs.find((r) => r.run.endReason === 'capacity limit') ?? runs[0]).run.id}`
);
await shoot(
	'phone-program',
	`/program?pack=${gannet}&channel=${charger('Pier Two').channels[0].id}`,
	'bench',
	PHONE
);

// A charge on a charger without a link, half an hour later by the browser's clock, with what was
// read off its screen.
const handed = await call<{ id: string }>('POST', '/runs', {
	programId: program.id,
	mode: 'by hand',
	cellsRead: pack('Cormorant ferry').cells,
	overridden: (
		await call<{ findings: { rule: string; severity: string }[] }>('POST', '/check', {
			packId: cormorant,
			chargerId: charger('Basin Four').id,
			channelId: charger('Basin Four').channels[1].id
		})
	).findings
		.filter((f) => f.severity === 'check')
		.map((f) => ({ rule: f.rule, reason: 'limits keyed anew' }))
});
for (const [minute, what, value] of [
	[8, 'packV', 15.3],
	[20, 'chargeAh', 1.54],
	[26.5, 'packV', 15.64]
])
	await call('POST', `/runs/${handed.id}/looks`, { minute, what, value });
await browser.ahead(27);
await shoot('run-by-hand', `/run/${handed.id}`);
await browser.close();
await app.close();
