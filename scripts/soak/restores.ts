/**
 * Hostile data files are uploaded and restored: each is refused in words without a path, the data
 * is as it was, and meanwhile others are answered; a sound one is put in place afterwards.
 */
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { OPEN_CREATE, OPEN_READWRITE, withHandle } from '../../src/lib/server/db/sqlite';
import { uniform } from '../../core/simulate/random';
import { startApp } from '../../tests/support/server';
import { within } from '../../tests/support/within';
import { inWords } from './bench';
import { sleep } from './client';
import { Report, type Figure } from './report';

export interface RestoresOptions {
	seed: number;
	/** Each kind is brought so often. */
	rounds: number;
}

/** A whole data file is proved within, on a slow machine, ms. */
const PATIENCE_MS = 240_000;
const PAGE_BYTES = 4096;

/** Changes by SQL that leave a whole file of SQLite. */
const BY_SQL: Record<string, string> = {
	'a trigger of somebody else': `CREATE TRIGGER healed AFTER INSERT ON events BEGIN UPDATE packs SET condition = 'in use'; END`,
	'a view of somebody else': 'CREATE VIEW shelf AS SELECT * FROM packs',
	'a table without a column': 'ALTER TABLE runs DROP COLUMN notes',
	'a table without its rules':
		'CREATE TABLE bare AS SELECT * FROM looks; DROP TABLE looks; ALTER TABLE bare RENAME TO looks',
	'a reference that leads nowhere': `UPDATE readings SET packId = 'nobody'`,
	'broken JSON': `UPDATE programs SET settings = '{"v":1,'`,
	'JSON of another shape': `UPDATE programs SET settings = '{"v":1,"value":{"currentA":"plenty"}}'`,
	'a later release': `INSERT INTO migrations VALUES ('9999-later')`,
	'no record of its migrations': 'DROP TABLE migrations',
	'a word that is no condition': `UPDATE packs SET condition = 'like new'`,
	'samples that say too many': 'UPDATE telemetry_chunks SET samples = 900000000'
};

/** Changes of the bytes. */
const BY_BYTES: Record<string, (whole: Buffer, random: () => number) => Buffer> = {
	'cut off': (whole, random) => whole.subarray(0, Math.floor(whole.length * (0.1 + 0.8 * random()))),
	'no file of SQLite': () => Buffer.from('pack;cells\nSkua;4\n'.repeat(5000)),
	'nothing in it': () => Buffer.alloc(0),
	'damaged pages': (whole, random) => {
		const damaged = Buffer.from(whole);
		for (let k = 0; k < 40; k++) {
			const page = 1 + Math.floor(random() * (whole.length / PAGE_BYTES - 2));
			damaged.fill(0x5a, page * PAGE_BYTES, (page + 1) * PAGE_BYTES);
		}
		return damaged;
	},
	'a header that lies': (whole) => {
		const lying = Buffer.from(whole);
		// Page size and the count of pages, in the file's header (SQLite file format, 1.3).
		lying.writeUInt16BE(1, 16);
		lying.writeUInt32BE(0xffffffff, 28);
		return lying;
	}
};

export async function restores({ seed, rounds }: RestoresOptions): Promise<Figure[]> {
	const report = new Report('hostile restores');
	const random = uniform(seed);
	const folder = mkdtempSync(join(tmpdir(), 'hostile-restores-'));
	const app = await startApp({ demo: true, speed: 60, quiet: true });
	const api = `${app.base}/api/v1`;
	const get = async <T>(path: string) => (await (await fetch(`${api}${path}`)).json()) as T;
	const state = async () => {
		const packs = await get<{ pack: { name: string; condition: string } }[]>('/packs');
		const { total } = await get<{ total: number }>('/runs?limit=1');
		return `${packs.map(({ pack }) => `${pack.name} ${pack.condition}`).sort()} ${total}`;
	};
	interface Refusal {
		status: number;
		text: string;
		name: string | null;
	}
	const send = async (path: string, method: string, body: Buffer | string): Promise<Refusal> =>
		within(PATIENCE_MS, async (signal) => {
			const type = typeof body === 'string' ? 'application/json' : 'application/vnd.sqlite3';
			const response = await fetch(`${api}${path}`, {
				...{ method, signal, headers: { 'content-type': type } },
				body: typeof body === 'string' ? body : new Uint8Array(body)
			});
			const text = await response.text();
			const name = response.ok ? ((JSON.parse(text) as { name?: string }).name ?? null) : null;
			return { status: response.status, text, name };
		});
	let [brought, taken, dumb, told, faults, moved, slowestMs] = [0, 0, 0, 0, 0, 0, 0];
	const takenKinds: string[] = [];
	try {
		const whole = Buffer.from(await (await fetch(`${api}/backup`)).arrayBuffer());
		const sound = join(folder, 'sound.sqlite');
		writeFileSync(sound, whole);
		const made: Record<string, Buffer> = {};
		for (const [kind, sql] of Object.entries(BY_SQL)) {
			const file = join(folder, 'made.sqlite');
			copyFileSync(sound, file);
			await withHandle(file, OPEN_READWRITE, (handle) =>
				handle.run(
					`PRAGMA foreign_keys = OFF; PRAGMA ignore_check_constraints = ON; PRAGMA journal_mode = DELETE; ${sql}`
				)
			);
			made[kind] = readFileSync(file);
		}
		const foreign = join(folder, 'foreign.sqlite');
		await withHandle(foreign, OPEN_READWRITE | OPEN_CREATE, (handle) =>
			handle.run(`CREATE TABLE packs (id TEXT); INSERT INTO packs VALUES ('mine')`)
		);
		made['another program’s tables'] = readFileSync(foreign);
		const before = await state();
		/** Brings one, and says how it was refused; null where it was put in place. */
		const bring = async (bytes: Buffer): Promise<Refusal | null> => {
			brought++;
			const upload = await send('/kept', 'POST', bytes);
			if (upload.status !== 201) return upload;
			const placed = await send(`/kept/${upload.name}`, 'PUT', '{}');
			await send(`/kept/${upload.name}`, 'DELETE', '{}');
			return placed.status < 300 ? null : placed;
		};
		const judge = (kind: string, refusal: Refusal | null): void => {
			if (refusal === null) {
				taken++;
				takenKinds.push(kind);
				return;
			}
			if (refusal.status >= 500 && refusal.status !== 503) faults++;
			let body: unknown = null;
			try {
				body = JSON.parse(refusal.text);
			} catch {
				// Not JSON: no sentence either.
			}
			if (!inWords({ status: refusal.status, body, ms: 0 })) dumb++;
			if (refusal.text.includes(tmpdir()) || /(\/[\w.-]+){2}|[A-Z]:\\/.test(refusal.text)) told++;
		};
		// Somebody else looks at the shelf all the while.
		let looking = true;
		const looker = (async () => {
			while (looking) {
				const beganMs = performance.now();
				const response = await fetch(`${api}/preferences`);
				await response.text();
				slowestMs = Math.max(slowestMs, performance.now() - beganMs);
				await sleep(50);
			}
		})();
		for (let round = 0; round < rounds; round++) {
			for (const [kind, change] of Object.entries(BY_BYTES)) made[kind] = change(whole, random);
			for (const [kind, bytes] of Object.entries(made)) {
				judge(kind, await bring(bytes));
				if ((await state()) !== before) moved++;
			}
			// Four at once: one is looked at, the others are told to wait.
			const kinds = Object.keys(made).filter(() => random() < 0.4);
			const four = kinds.slice(0, 4);
			const all = await Promise.all(four.map((kind) => bring(made[kind])));
			all.forEach((refusal, k) => judge(four[k], refusal));
			if ((await state()) !== before) moved++;
		}
		looking = false;
		await looker;
		// The way in and the way back are open.
		await send(
			'/packs',
			'POST',
			JSON.stringify({ name: 'Later', chemistry: 'lipo', cells: 2, capacityAh: 1 })
		);
		const upload = await send('/kept', 'POST', whole);
		const placed = await send(`/kept/${upload.name}`, 'PUT', '{}');
		const back = (await state()) === before;
		await app.kill();
		await app.start();
		const after = (await state()) === before;
		report.tell('kinds', Object.keys(made).length);
		report.least('brought', brought, rounds * Object.keys(made).length);
		report.most('put in place', taken, 0);
		if (takenKinds.length) report.tell('of them', takenKinds.join(', '));
		report.most('answers of 500', faults, 0);
		report.most('refusals without a sentence', dumb, 0);
		report.most('refusals that tell a path', told, 0);
		report.most('times that the data was another afterwards', moved, 0);
		report.tell('longest wait of another request, ms', Math.round(slowestMs));
		report.most('a sound one that was not put in place', placed.status === 200 && back ? 0 : 1, 0);
		report.most('or not there after a crash', after ? 0 : 1, 0);
	} finally {
		await app.close();
		rmSync(folder, { recursive: true, force: true });
	}
	return report.figures;
}
