/**
 * Requests as nobody should send them, over every route and page: each is answered, and none with
 * a fault of ours.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { uniform } from '../../core/simulate/random';
import { startApp } from '../../tests/support/server';
import { within } from '../../tests/support/within';
import { quantile } from './client';
import { DemoBench, inWords } from './bench';
import { Report, type Figure } from './report';

export interface HostileOptions {
	seed: number;
	requests: number;
	/** Requests that are under way at once. */
	wide: number;
}

type Random = () => number;
const oneOf = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)];

/**
 * Addresses of the application, with the methods that each part of the API takes: `[name]` stands
 * for a part that varies.
 */
export function addresses(): { api: { path: string; methods: string[] }[]; pages: string[] } {
	const files = readdirSync('src/routes', { recursive: true }) as string[];
	const of = (name: string) =>
		files
			.filter((f) => f.endsWith(name))
			.map((f) => ({
				path: `/${f.slice(0, -name.length)}`.replace(/\/$/, '') || '/',
				file: `src/routes/${f}`
			}));
	const api = of('+server.ts').map(({ path, file }) => ({
		path,
		methods: [...readFileSync(file, 'utf8').matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b/g)].map(
			(m) => m[1]
		)
	}));
	return { api, pages: of('+page.svelte').map((p) => p.path) };
}

const ODD_TEXT = [
	'',
	' ',
	'0',
	'-1',
	'null',
	'undefined',
	'NaN',
	'1e999',
	'9'.repeat(400),
	'\u0000',
	'a\u0000b',
	`' OR 1=1 --`,
	`"; DROP TABLE packs; --`,
	'%',
	'%s%n',
	'../../../etc/passwd',
	'__proto__',
	'constructor',
	'toString',
	'hasOwnProperty',
	'valueOf',
	'__defineGetter__',
	'<script>alert(1)</script>',
	'{{7*7}}',
	'\ud800',
	'🔋'.repeat(20),
	'ﬀ\u202e\u0301',
	'x'.repeat(3000),
	'0000-01-01T00:00:00Z',
	'9999-12-31T23:59:59Z',
	'2026-02-30T10:00:00Z',
	'$1',
	':packId',
	'?',
	'#0'
];
const ODD_VALUES: unknown[] = [
	null,
	true,
	-1,
	0,
	1e308,
	-1e308,
	1e-300,
	2 ** 53,
	-0.1,
	[],
	{},
	[null],
	[[[[]]]],
	{ __proto__: null, constructor: 1 },
	JSON.parse('{"__proto__":{"ok":true},"hasOwnProperty":1,"toString":"x"}'),
	Array.from({ length: 2000 }, (_, i) => i),
	'x'.repeat(200_000),
	...ODD_TEXT
];

/** What each address takes, by the end of its path: to be spoilt one field at a time. */
const bodies = (bench: DemoBench): Record<string, unknown> => {
	const [pack] = bench.packs;
	const at = { packId: pack.id, chargerId: bench.linked.id, channelId: bench.linked.channels[0].id };
	const program = {
		...at,
		task: 'balance',
		purpose: 'standard',
		overrides: { currentA: 1 },
		practice: {},
		name: 'Odd'
	};
	const cells = Array.from({ length: pack.cells }, () => 3.8);
	return {
		packs: { ...pack },
		'packs/[id]': { ...pack },
		chargers: { ...bench.linked },
		'chargers/[id]': { ...bench.linked },
		programs: program,
		solve: program,
		check: program,
		simulate: program,
		'programs/[id]': { name: 'Odd' },
		readings: {
			takenAt: new Date().toISOString(),
			cellVoltagesV: cells,
			packVoltageV: 3.8 * pack.cells,
			state: 'rest'
		},
		supplies: {
			name: 'Odd',
			kind: 'mains',
			voltageV: 230,
			powerW: 100,
			currentA: 1,
			otherLoadW: 0,
			ofVehicle: false
		},
		'supplies/[id]': { name: 'Odd', kind: 'mains', voltageV: 230 },
		runs: {
			programId: pack.id,
			mode: 'by hand',
			cellsRead: pack.cells,
			overridden: [{ rule: 'x', reason: 'because' }]
		},
		'runs/[id]': { notes: 'odd' },
		end: {
			endReason: 'full',
			begunEarlier: true,
			durationMin: 10,
			chargeAh: 1,
			endCellVoltagesV: cells,
			notes: ''
		},
		looks: { minute: 1, what: 'packV', value: 12 },
		'looks/[id]': { minute: 2, what: 'chargeAh', value: 0.1 },
		held: { kind: 'safetyTimerMin', channelId: at.channelId, task: null, value: 100 },
		slots: { slot: 1, programId: null },
		preferences: { ambientDegC: 20, practice: { fullness: 'full' }, inventory: { leads: [] } },
		speed: { speed: 60 }
	};
};

/** Spoils a value somewhere inside. */
function spoilt(random: Random, value: unknown): unknown {
	if (random() < 0.3 || typeof value !== 'object' || value === null) return oneOf(random, ODD_VALUES);
	if (Array.isArray(value)) return value.map((v, i) => (i === 0 ? spoilt(random, v) : v));
	const entries = Object.entries(value);
	const at = Math.floor(random() * entries.length);
	if (random() < 0.2) entries.splice(at, 1);
	else if (entries[at]) entries[at] = [entries[at][0], spoilt(random, entries[at][1])];
	return Object.fromEntries(entries);
}

function bodyText(random: Random, fitting: unknown, samples: readonly unknown[]): string {
	const luck = random();
	if (luck < 0.06) return oneOf(random, ['', '{', '[', 'nonsense', '"text"', '12', 'null', '\u0000']);
	if (luck < 0.08) return '['.repeat(100_000);
	if (luck < 0.1) return `{"a":${'{"a":'.repeat(5000)}1${'}'.repeat(5001)}`;
	const sample = fitting !== undefined && random() < 0.9 ? fitting : oneOf(random, samples);
	return JSON.stringify(luck < 0.3 ? sample : spoilt(random, sample));
}

/** Files that the application reads, each by the end of the address that takes it. */
interface Files {
	hours: Buffer;
	book: Buffer;
	logs: Buffer;
	kept: Buffer;
}

/** A file cut, doubled in part, with other bytes in it or other words; whole now and then. */
function spoiltFile(random: Random, whole: Buffer): Buffer {
	const at = () => Math.floor(random() * whole.length);
	const luck = random();
	if (luck < 0.1) return whole;
	if (luck < 0.3) return whole.subarray(0, at());
	if (luck < 0.45) {
		const damaged = Buffer.from(whole);
		for (let k = 0; k < 20; k++) damaged[at()] = Math.floor(random() * 256);
		return damaged;
	}
	const [a, b] = [at(), at()].sort((x, y) => x - y);
	if (luck < 0.6) return Buffer.concat([whole.subarray(0, b), whole.subarray(a)]);
	return Buffer.concat([
		whole.subarray(0, a),
		Buffer.from(String(oneOf(random, ODD_TEXT))),
		whole.subarray(a)
	]);
}

const CALENDAR = `BEGIN:VCALENDAR
VERSION:2.0
BEGIN:VEVENT
UID:a
SUMMARY:There
DTSTART;TZID=Europe/Berlin:20260101T180000
DTEND;TZID=Europe/Berlin:20260101T220000
RRULE:FREQ=DAILY;BYDAY=MO,TU,FR
EXDATE;TZID=Europe/Berlin:20261201T180000
END:VEVENT
BEGIN:VEVENT
UID:b
SUMMARY:Away
DTSTART;VALUE=DATE:20261201
RRULE:FREQ=MONTHLY;BYMONTHDAY=30;COUNT=9
END:VEVENT
END:VCALENDAR
`.replaceAll('\n', '\r\n');

/** Text as part of an address; what cannot be written in one is written as it is. */
function inAddress(text: string): string {
	try {
		return encodeURIComponent(text);
	} catch {
		return encodeURIComponent(text.toWellFormed?.() ?? '');
	}
}

/** An answer that takes longer is none, ms. */
const PATIENCE_MS = 30_000;

/** Sends and reads; of a stream that has no end, its beginning is enough. */
async function exchanged(url: string, request: RequestInit): Promise<{ status: number; text: string }> {
	const response = await fetch(url, request);
	const stream = response.headers.get('content-type')?.includes('event-stream');
	// Not waited for: a stream whose connection goes at that moment may never say that it is done.
	if (stream) void response.body?.cancel().catch(() => {});
	return { status: response.status, text: stream ? '' : await response.text() };
}

export async function hostile({ seed, requests, wide }: HostileOptions): Promise<Figure[]> {
	const report = new Report('hostile requests');
	const random = uniform(seed);
	const app = await startApp({ demo: true, speed: 60, quiet: true });
	try {
		const bench = await DemoBench.at(app.base);
		const { client } = bench;
		const samples = bodies(bench);
		const { api, pages } = addresses();
		const kept = await client.get<{ id: string }[]>(`/packs/${bench.packs[0].id}/programs`);
		const { runs } = await client.get<{ runs: { run: { id: string } }[] }>('/runs?limit=20');
		const supplies = await client.get<{ id: string }[]>('/supplies');
		/** Ids that there are, by the part of the address that they belong behind. */
		const idsOf: Record<string, string[]> = {
			packs: bench.packs.map((p) => p.id),
			chargers: [bench.linked.id],
			programs: kept.map((p) => p.id),
			runs: runs.map((r) => r.run.id),
			supplies: supplies.map((s) => s.id)
		};
		const ids = [...Object.values(idsOf).flat(), ...bench.linked.channels.map((c) => c.id)];
		const part = () => inAddress(random() < 0.5 ? oneOf(random, ids) : oneOf(random, ODD_TEXT));
		/** The address with its parts filled in, by what belongs there more often than not. */
		const filled = (template: string) =>
			template.replace(/(\w+)\/\[\w+\]/g, (_, before: string) => {
				const fitting = idsOf[before];
				return `${before}/${fitting && random() < 0.6 ? oneOf(random, fitting) : part()}`;
			});
		const QUERY = [
			'page',
			'pack',
			'channel',
			'charger',
			'task',
			'purpose',
			'limit',
			'offset',
			'status',
			'most',
			'format'
		].concat(['packId', 'with', 'channel2', 'a', 'b', 'program', 'check']);
		const lines = ['Time (s),Voltage (V),Current (A),Cell 1,Cell 2'];
		for (let s = 0; s < 400; s++) lines.push(`${s},7.${600 + s},1.00,3.8,3.8`);
		const log = {
			...{ packId: bench.packs[0].id, channelId: bench.linked.channels[0].id, task: 'charge' },
			...{ endReason: 'full', startedAt: '2024-05-01T10:00:00.000Z', text: lines.join('\n') },
			meaning: [
				{ role: 'time', unit: 's' },
				{ role: 'volts', unit: 'V' },
				{ role: 'current', unit: 'A' },
				{ role: 'cell', unit: 'V', cell: 1 },
				{ role: 'cell', unit: 'V', cell: 2 }
			]
		};
		const fetched = async (path: string) =>
			Buffer.from(await (await fetch(`${app.base}/api/v1${path}`)).arrayBuffer());
		const files: Files = {
			hours: Buffer.from(CALENDAR),
			book: await fetched('/book'),
			logs: Buffer.from(JSON.stringify(log)),
			kept: await fetched('/backup')
		};
		let filesSent = 0;
		const byStatus = new Map<number, number>();
		const faults: string[] = [];
		const took: number[] = [];
		let [dumb, silent] = [0, 0];

		const one = async () => {
			const isApi = random() < 0.75;
			const route = oneOf(random, api);
			const template = isApi ? route.path : oneOf(random, pages);
			// An endless stream, and a large file: asked for now and then.
			if (/live$|backup$/.test(template) && random() < 0.9) return;
			const path = filled(template) + (random() < 0.03 ? `/${part()}` : '');
			const ending = template.replace(/^.*\/((\w+\/\[\w+\])|[\w.-]+)$/, '$1');
			const query = Array.from(
				{ length: Math.floor(random() * 4) },
				() => `${oneOf(random, QUERY)}=${part()}`
			);
			const any = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'];
			const taken = random() < 0.9 ? route.methods : any;
			const method = oneOf(random, isApi ? taken : ['GET', 'GET', 'GET', 'GET', 'POST']);
			const headers: Record<string, string> = {};
			const odd = random() < 0.08;
			if (random() < 0.97)
				headers['content-type'] = odd
					? oneOf(random, ['text/plain', 'multipart/form-data', ''])
					: 'application/json';
			if (random() < 0.15) headers['idempotency-key'] = oneOf(random, ['nonsense', ...ids]);
			if (random() < 0.2) headers.accept = oneOf(random, ['text/html', '*/*', 'image/png']);
			const url = `${app.base}${path}${query.length ? `?${query.join('&')}` : ''}`;
			const started = performance.now();
			try {
				const file = method === 'POST' ? files[ending as keyof Files] : undefined;
				const large = ending === 'book' || ending === 'kept';
				// Large files now and then: each is read in a thread of its own.
				const asFile = file !== undefined && random() < (large ? 0.15 : 0.8);
				if (asFile) filesSent++;
				const sent = asFile
					? new Uint8Array(spoiltFile(random, file))
					: method === 'GET'
						? undefined
						: bodyText(random, samples[ending], Object.values(samples));
				const { status, text } = await within(PATIENCE_MS, (signal) =>
					exchanged(url, { method, headers, body: sent, redirect: 'manual', signal })
				);
				took.push(performance.now() - started);
				byStatus.set(status, (byStatus.get(status) ?? 0) + 1);
				const fault = status >= 500 && status !== 503;
				if (fault) faults.push(`${status} ${method} ${url.slice(app.base.length, app.base.length + 160)}`);
				if (path.startsWith('/api/') && status >= 400) {
					let body: unknown = null;
					try {
						body = JSON.parse(text);
					} catch {
						// Not JSON: counted below.
					}
					if (!inWords({ status, body, ms: 0 })) {
						dumb++;
						faults.push(`${status} without a sentence: ${method} ${path.slice(0, 80)} ${text.slice(0, 80)}`);
					}
				}
			} catch (error) {
				silent++;
				const { message, cause } = error as Error & { cause?: Error };
				faults.push(
					`no answer (${cause?.message ?? message}) ${method} ${url.slice(app.base.length, app.base.length + 160)}`
				);
			}
		};
		const sender = async () => {
			while (took.length + silent < requests) await one();
		};
		await Promise.all(Array.from({ length: wide }, sender));

		const alive = await client.call('GET', '/preferences');
		report.least('requests answered', took.length, requests);
		report.tell('of them with a file', filesSent);
		for (const [status, n] of [...byStatus].sort(([a], [b]) => a - b)) report.tell(`answered ${status}`, n);
		report.most(
			'answers of 500',
			[...byStatus].filter(([s]) => s >= 500 && s !== 503).reduce((n, [, c]) => n + c, 0),
			0
		);
		report.most('without an answer', silent, 0);
		report.most('refusals of the API that are not JSON with a sentence', dumb, 0);
		report.most('the application is gone afterwards', alive.status === 200 ? 0 : 1, 0);
		report.tell('95 of 100 within, ms', Math.round(quantile(took, 0.95)));
		for (const fault of faults.slice(0, 12)) report.tell('fault', fault);
		if (alive.status !== 200) report.tell('its last words', app.complaints().trim().slice(-2000));
	} finally {
		await app.close();
	}
	return report.figures;
}
