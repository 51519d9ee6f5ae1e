/**
 * The one running application: its database, its links and the follower of runs. Made once per
 * process.
 */
import { join } from 'node:path';
import pino from 'pino';
import { DEFAULT_PORT } from '../../../stand-in/spec';
import { openDatabase, type Database } from './db/connect';
import { AlarmClock } from './services/runs/alarms';
import { StandInKeeper } from './link/stand-in-keeper';
import { makeLinks, type Links } from './link/links';
import type { StandInLink } from './link/stand-in-link';
import { Follower } from './services/runs/follow';

export interface App {
	db: Database;
	links: Links & { standIn: StandInLink };
	follower: Follower;
	/** Ends everything in order: what was begun is finished, the database is closed last. */
	close(): Promise<void>;
}

export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

// A development server reloads modules; the database and its follower must survive that.
const held = globalThis as typeof globalThis & { stackTender?: Promise<App> };

async function open(): Promise<App> {
	const dataFile = process.env.STACK_TENDER_DATA ?? join(process.cwd(), 'data', 'stack-tender.sqlite');
	const db = await openDatabase(dataFile);
	for (const remark of db.remarks) console.log(remark);
	const links = makeLinks(Number(process.env.STAND_IN_PORT ?? DEFAULT_PORT));
	const follower = new Follower(db, links, log);
	const keeper = new StandInKeeper(db, links.standIn, log);
	keeper.start();
	follower.start();
	const alarms = new AlarmClock(db);
	alarms.start();
	return {
		db,
		links,
		follower,
		close: async () => {
			alarms.stop();
			keeper.stop();
			await follower.stop();
			links.close();
			await db.close();
		}
	};
}

/** The application, opened on first use. */
export function app(): Promise<App> {
	held.stackTender ??= open();
	return held.stackTender;
}

/**
 * Closes everything, lets `work` exchange the data file, and opens everything again, whatever
 * came of it. Requests that come meanwhile wait for it; those that are under way are answered
 * from the old data or fail.
 */
export async function exchangeApp<T>(work: (file: string) => Promise<T>): Promise<T> {
	const before = await app();
	let result: { value: T } | { error: unknown } | null = null;
	held.stackTender = (async () => {
		await before.close();
		try {
			result = { value: await work(before.db.file) };
		} catch (error) {
			result = { error };
		}
		return open();
	})();
	await held.stackTender;
	const ended = result as unknown as { value: T } | { error: unknown };
	if ('error' in ended) throw ended.error;
	return ended.value;
}
