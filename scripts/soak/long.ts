/**
 * Everything at once for a long time, on years of records: runs that are followed, readers, writes,
 * files, exports and planning. The event loop is never held up, an alarm is pushed when it is due,
 * and memory does not grow.
 */
import { demoFile } from '../../tests/support/demo-file';
import { growDemo } from '../../tests/support/large';
import { startApp } from '../../tests/support/server';
import { openDatabase } from '../../src/lib/server/db/connect';
import type { EventLoopBlock, EventLoopFigures } from '../../src/lib/server/event-loop';
import { DemoBench } from './bench';
import { Client, quantile, sleep } from './client';
import { idleProcess } from './idle-process';
import { ProcessControl, type ProcessMemory } from './process-control';
import { Report, type Figure } from './report';

export interface LongOptions {
	packs: number;
	runs: number;
	minutes: number;
	/** Memory is held against what it was after this share of the time. */
	warmShare: number;
	/** Whether delays and memory are judged; a busy machine is no fault of a test. */
	judged: boolean;
}

const MB = 1e6;
/** An alarm is put off by so long, and due again then, min. */
const SNOOZE_MIN = 0.04;
/** An alarm later than this was not pushed at all, ms. */
const LOST_MS = 30_000;
const PATIENCE_MS = 300_000;
const PAGES = ['/', '/packs', '/logbook', '/run', '/parallel', '/plan/new', '/logbook/packs', '/diagnose'];
const LOG_LINES = 60_000;
/** With less processor time than this share of a block the machine did not let it run. */
const RAN = 0.6;

/** A calendar of a hundred daily events since years, and one that never happens. */
function calendar(): string {
	const events = Array.from(
		{ length: 100 },
		(_, n) =>
			`BEGIN:VEVENT\nUID:${n}\nSUMMARY:There ${n}\nDTSTART:20160101T${String(n % 24).padStart(2, '0')}0000Z\nDURATION:PT1H\nRRULE:FREQ=DAILY\nEND:VEVENT`
	);
	return [
		'BEGIN:VCALENDAR\nVERSION:2.0',
		...events,
		'BEGIN:VEVENT\nUID:never\nSUMMARY:Never\nDTSTART:20200101T100000Z\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30\nEND:VEVENT',
		'END:VCALENDAR\n'
	].join('\n');
}

/** A charger's log at a constant current, a line each second. */
function chargerLog(cells: number): string {
	const lines = ['Time (s),Voltage (V),Current (A),Capacity (mAh)'];
	for (let s = 0; s < LOG_LINES; s++)
		lines.push(`${s},${(cells * (3.75 + (0.3 * s) / LOG_LINES)).toFixed(3)},0.10,${(s / 36).toFixed(1)}`);
	return lines.join('\n');
}

export async function long(options: LongOptions): Promise<Figure[]> {
	const report = new Report('everything at once');
	const most = (what: string, value: number, limit: number, unit = '') =>
		options.judged ? report.most(what, value, limit, unit) : report.tell(what, `${value}${unit}`);
	const small = await startApp({ demo: true, quiet: true });
	const book = await (await fetch(`${small.base}/api/v1/book`)).text();
	await small.close();
	const control = new ProcessControl();
	const app = await startApp({
		speed: 60,
		quiet: true,
		env: control.env,
		prepare: async (file) => {
			await demoFile(file);
			const db = await openDatabase(file);
			await growDemo(db, options.packs, options.runs);
			await db.close();
		}
	});
	const idle = idleProcess();
	try {
		const bench = await DemoBench.at(app.base);
		const client = new Client(app.base);
		const began = Date.now();
		const endMs = began + options.minutes * 60e3;
		const over = () => Date.now() >= endMs;
		const answered: Record<string, number[]> = {};
		const failures: string[] = [];
		/** Sends it; how long it took is noted under `what`. */
		const send = async (what: string, path: string, init: RequestInit = {}, mayRefuse = false) => {
			const beganMs = performance.now();
			try {
				const response = await fetch(app.base + path, { ...init, signal: AbortSignal.timeout(PATIENCE_MS) });
				await response.body?.pipeTo(new WritableStream());
				const refused = response.status >= 400 && response.status < 500;
				if (!response.ok && !(mayRefuse && refused)) failures.push(`${response.status} ${what}`);
			} catch (error) {
				failures.push(`${String(error)} ${what}`);
			}
			(answered[what] ??= []).push(performance.now() - beganMs);
		};
		const asJson = (body: unknown): RequestInit => ({
			method: 'POST',
			body: typeof body === 'string' ? body : JSON.stringify(body),
			headers: { 'content-type': 'application/json' }
		});
		// Two linked runs and one by hand are active throughout.
		await bench.byHand(bench.packs[3]);
		const keepRunning = async (channel: number) => {
			const channelId = bench.linked.channels[channel].id;
			const at = `chargerId=${bench.linked.id}&channelId=${channelId}`;
			const { runs } = await client.get<{
				runs: { run: { status: string; channelId: string } }[];
			}>(`/runs?limit=20&${at}`);
			if (!runs.some(({ run }) => run.status !== 'ended' && run.channelId === channelId))
				await bench.start(bench.packs[channel], channel);
		};
		const followed = async () => {
			while (!over()) {
				for (const channel of [0, 1])
					await keepRunning(channel).catch((error: unknown) => failures.push(String(error)));
				await sleep(5000);
			}
		};
		const reading = async () => {
			for (let k = 0; !over(); k++) {
				await send(PAGES[k % PAGES.length], PAGES[k % PAGES.length]);
				await sleep(700);
			}
		};
		const writing = async () => {
			for (let k = 0; !over(); k++) {
				const pack = bench.packs[4 + (k % 4)];
				await send(
					'a reading',
					`/api/v1/packs/${pack.id}/readings`,
					asJson({ takenAt: new Date().toISOString(), packVoltageV: 3.8 * pack.cells })
				);
				await sleep(2000);
			}
		};
		const channel = bench.linked.channels[0];
		const day = (days: number) => new Date(Date.now() + days * 86400e3).toISOString();
		const job = (packId: string) => ({
			...{ id: `r-${packId}`, packId, joined: [], goal: 'ready', due: day(1), notBefore: null },
			...{
				usedByThen: false,
				matters: 'wanted',
				pace: 'as it needs',
				channelId: null,
				startsAt: null,
				doneAt: null
			},
			why: ''
		});
		const plan = (
			await client.call('POST', '/plans', {
				...{ name: 'Soak', from: day(0), until: day(2), planned: [], madeAt: null, plannedAt: null },
				hours: [{ from: day(0), to: day(2), who: 'you', hands: true }],
				jobs: bench.packs.slice(0, 12).map((pack) => job(pack.id))
			})
		).body as { id: string };
		let logs = 0;
		const whole = Buffer.from(await (await fetch(`${app.base}/api/v1/backup`)).arrayBuffer());
		const at = { packId: bench.packs[0].id, chargerId: bench.linked.id, channelId: channel.id };
		/** What is heavy, one after the other, with a pause between. */
		const heavy: [string, () => Promise<void>][] = [
			['runs.csv', () => send('runs.csv', '/api/v1/book/tables/runs.csv')],
			[
				'the book of the demo compared',
				() => send('the book of the demo compared', '/api/v1/book?look', asJson(book))
			],
			[
				'a log',
				() =>
					send(
						'a log',
						'/api/v1/logs',
						asJson({
							...{ packId: bench.packs[1].id, channelId: channel.id, task: 'charge', endReason: 'stopped' },
							startedAt: new Date(Date.UTC(2015, 0, 1) + logs++ * 86400e3).toISOString(),
							text: chargerLog(bench.packs[1].cells),
							meaning: [
								{ role: 'time', unit: 's' },
								{ role: 'volts', unit: 'V' },
								{ role: 'current', unit: 'A' },
								{ role: 'charge', unit: 'mAh' }
							]
						})
					)
			],
			[
				'a calendar',
				() =>
					send(
						'a calendar',
						`/api/v1/hours?from=${day(0)}&until=${day(3)}`,
						{ method: 'POST', body: calendar(), headers: { 'content-type': 'text/calendar' } },
						true
					)
			],
			['a backup', () => send('a backup', '/api/v1/backup')],
			['the ground of a plan', () => send('the ground of a plan', `/api/v1/plans/${plan.id}/ground`)],
			['a program', () => send('a program', '/api/v1/solve', asJson(at))],
			[
				'a data file that is refused',
				async () => {
					const damaged = Buffer.from(whole);
					for (let k = 2; k < 40; k++) damaged.fill(0x5a, k * 40960, k * 40960 + 4096);
					await send(
						'a data file that is refused',
						'/api/v1/kept',
						{ method: 'POST', body: damaged, headers: { 'content-type': 'application/vnd.sqlite3' } },
						true
					);
				}
			]
		];
		const working = async () => {
			for (let k = 0; !over(); k++) {
				await heavy[k % heavy.length][1]();
				await sleep(1500);
			}
		};

		// An alarm that is put off again and again: when it is due once more, it has to be pushed.
		const lateMs: number[] = [];
		const alarmed = await bench.start(bench.packs[2], 0).catch(() => null);
		if (alarmed) await client.call('POST', `/runs/${alarmed.id}/stop`);
		const alarms = async () => {
			if (!alarmed) return;
			const stream = await fetch(`${app.base}/api/v1/live`);
			const pushedAt: number[] = [];
			void (async () => {
				let rest = '';
				const text = new TextDecoder();
				for await (const part of stream.body as unknown as AsyncIterable<Uint8Array>) {
					rest += text.decode(part, { stream: true });
					const events = rest.split('\n\n');
					rest = events.pop()!;
					if (events.some((event) => event.includes('event: changed'))) pushedAt.push(Date.now());
				}
			})().catch(() => undefined);
			while (!over()) {
				const put = await client.call('POST', `/runs/${alarmed.id}/alarms`, {
					kind: 'connected',
					snoozeMin: SNOOZE_MIN
				});
				const dueMs = Date.now() + SNOOZE_MIN * 60e3;
				if (put.status !== 200) {
					failures.push(`an alarm could not be put off: ${put.status}`);
					break;
				}
				// The server dated it before its answer came: due from the sending on at the earliest.
				while (!pushedAt.some((ms) => ms >= dueMs - put.ms) && Date.now() < dueMs + LOST_MS) await sleep(20);
				const pushed = pushedAt.find((ms) => ms >= dueMs - put.ms);
				lateMs.push(pushed === undefined ? LOST_MS : Math.max(0, pushed - dueMs));
				pushedAt.length = 0;
				await sleep(1000);
			}
			await stream.body?.cancel().catch(() => undefined);
		};
		let [warm, collectedAtS]: [ProcessMemory | null, number] = [null, 0];
		const weighing = async () => {
			await sleep(options.warmShare * options.minutes * 60e3);
			warm = await control.collected(app);
			collectedAtS = (await client.get<{ uptimeS: number }>('/process')).uptimeS;
		};
		await Promise.all([followed(), reading(), writing(), working(), alarms(), weighing()]);
		const { eventLoop } = await client.get<{ eventLoop: EventLoopFigures }>('/process');
		await bench.stopAll();
		const last = await control.collected(app);
		const first = warm as unknown as ProcessMemory;
		report.tell('minutes', options.minutes);
		for (const [what, took] of Object.entries(answered))
			report.tell(
				`${what}: times, median, longest ms`,
				`${took.length}, ${Math.round(quantile(took, 0.5))}, ${Math.round(Math.max(...took))}`
			);
		report.most('answers of 500, or none', failures.length, 0);
		for (const failure of [...new Set(failures)].slice(0, 8)) report.tell('failure', failure);
		// A busy or shared machine delays an idle process too: that much is not the application's.
		const idleMs = Math.round(await idle.p999Ms());
		report.tell('event loop of an idle process, 99.9 % within, ms', idleMs);
		most('event loop, 99.9 % within', Math.round(eventLoop.p999Ms), 100 + idleMs, ' ms');
		report.tell('event loop, longest delay, ms', eventLoop.maxMs);
		/** The process ran meanwhile, and the block was not the forced collection. */
		const caused = eventLoop.blocks.filter(
			({ processorMs, blockedMs, uptimeS, requests }: EventLoopBlock) =>
				requests.length > 0 && processorMs > RAN * blockedMs && Math.abs(uptimeS - collectedAtS) > 3
		);
		most('blocks over 250 ms beside requests', caused.length, 0);
		for (const { uptimeS, blockedMs, processorMs, requests } of eventLoop.blocks)
			report.tell(
				`blocked at ${uptimeS} s`,
				`${blockedMs} ms (${processorMs} of the processor): ${requests.join(', ') || 'no request'}`
			);
		report.least('alarms that were due again', lateMs.length, 1);
		most('an alarm was pushed late by at most', Math.round(Math.max(...lateMs)), 1000, ' ms');
		report.tell(
			'heap after a collection, MB',
			`${(first.heapUsed / MB).toFixed(1)}, ${(last.heapUsed / MB).toFixed(1)}`
		);
		report.tell(
			'outside of the heap, MB',
			`${(first.external / MB).toFixed(1)}, ${(last.external / MB).toFixed(1)}`
		);
		report.tell('resident, MB', `${(first.rss / MB).toFixed(0)}, ${(last.rss / MB).toFixed(0)}`);
		for (const [space, bytes] of Object.entries(last.spaces))
			if (bytes > MB)
				report.tell(
					`  ${space}, MB`,
					`${((first.spaces[space] ?? 0) / MB).toFixed(1)}, ${(bytes / MB).toFixed(1)}`
				);
		most(
			'heap at the end beside that before',
			Number((last.heapUsed / first.heapUsed).toFixed(2)),
			1.2,
			' times'
		);
	} finally {
		idle.close();
		await app.close();
		control.close();
	}
	return report.figures;
}
