/**
 * Killed at random moments while a book is brought in or another data file is put in place:
 * afterwards the data is what it was or what it was to become, never a part of it, and the file
 * is clean.
 */
import { setTimeout as sleep } from 'node:timers/promises';
import { uniform } from '../../core/simulate/random';
import { startApp } from '../../tests/support/server';
import { within } from '../../tests/support/within';
import { faultsIn } from './file-faults';
import { Report, type Figure } from './report';

export interface MovesOptions {
	seed: number;
	/** Kills during imports, and as many during restores. */
	kills: number;
}

/** An import takes seconds; an answer that takes longer than this does not come, ms. */
const PATIENCE_MS = 120_000;

type Names = string;

export async function moves({ seed, kills }: MovesOptions): Promise<Figure[]> {
	const report = new Report('import, restore');
	const random = uniform(seed);
	const app = await startApp({ demo: true, speed: 60, quiet: true });
	const api = `${app.base}/api/v1`;
	const get = async <T>(path: string) => (await (await fetch(`${api}${path}`)).json()) as T;
	/** All that is there, as one text: packs by name, and how many runs. */
	const state = async (): Promise<Names> => {
		const packs = await get<{ pack: { name: string } }[]>('/packs');
		const { total } = await get<{ total: number }>('/runs?limit=1');
		return `${packs.map((p) => p.pack.name).sort()} ${total}`;
	};
	/** Sends it and does not care how it ends: the server is killed meanwhile. */
	const send = (path: string, method: string, body: string | Uint8Array<ArrayBuffer>, type: string) =>
		within(PATIENCE_MS, async (signal) => {
			const response = await fetch(`${api}${path}`, {
				method,
				body,
				headers: { 'content-type': type },
				signal
			});
			return response.text();
		}).catch(() => '');
	let [unclean, partial, done, undone] = [0, 0, 0, 0];
	/** Kills after a while, starts anew, and holds what is there against the two that may be. */
	const killed = async (afterMs: number, before: Names, wanted: Names): Promise<void> => {
		await sleep(afterMs);
		await app.kill();
		await app.start();
		unclean += await faultsIn(app.dataFile);
		const now = await state();
		if (now === before) undone++;
		else if (now === wanted) done++;
		else partial++;
	};
	try {
		const first = await state();
		const whole = Buffer.from(await (await fetch(`${api}/backup`)).arrayBuffer());
		const book = await (await fetch(`${api}/book`)).text();
		// Another bench altogether: every pack and run under another id and name, so that much is
		// written at once.
		const ids = new Map<string, string>();
		const other = book
			.replace(/"([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})"/g, (_, id: string) => {
				if (!ids.has(id)) ids.set(id, `f${id.slice(1, 35)}${ids.size % 10}`);
				return `"${ids.get(id)}"`;
			})
			.replace(/"name":"/g, '"name":"Other ');
		for (let k = 0; k < kills; k++) {
			const before = await state();
			const sent = send('/book', 'POST', other, 'application/json');
			// How long an import takes differs from machine to machine: the moments are spread over all of
			// it.
			await killed(40 + random() * 7000, before, '');
			const now = await state();
			if (now !== before) {
				// It was all written before the kill: that is the whole book twice, no more and no less.
				partial--;
				const packs = (await get<{ pack: { name: string } }[]>('/packs')).map((p) => p.pack.name);
				const twice = packs.filter((n) => n.startsWith('Other ')).length === packs.length / 2;
				if (twice) done++;
				else partial++;
				await send(`/kept`, 'POST', whole as Uint8Array<ArrayBuffer>, 'application/vnd.sqlite3');
				const [kept] = await get<{ name: string; kind: string }[]>('/kept');
				await send(`/kept/${kept.name}`, 'PUT', '{}', 'application/json');
			}
			await sent;
		}
		report.tell('imports done before the kill', done);
		report.tell('imports undone by it', undone);
		report.least('imports killed', done + undone, kills);
		[done, undone] = [0, 0];
		await fetch(`${api}/packs`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ name: 'Later', chemistry: 'lipo', cells: 2, capacityAh: 1 })
		});
		const later = await state();
		// Two data files that are exchanged for one another.
		await send('/kept', 'POST', whole as Uint8Array<ArrayBuffer>, 'application/vnd.sqlite3');
		for (let k = 0; k < kills; k++) {
			const before = await state();
			const kept = await get<{ name: string; packs: number }[]>('/kept');
			const packs = (await get<unknown[]>('/packs')).length;
			const target = kept.find((c) => c.packs !== packs);
			if (!target) {
				partial++;
				break;
			}
			const sent = send(`/kept/${target.name}`, 'PUT', '{}', 'application/json');
			await killed(random() * 900, before, before === later ? first : later);
			await sent;
		}
		report.tell('restores done before the kill', done);
		report.tell('restores undone by it', undone);
		report.least('restores killed', done + undone, kills);
		report.most('neither all of it nor nothing', partial, 0);
		report.most('faults in the file', unclean, 0);
	} finally {
		await app.close();
	}
	return report.figures;
}
