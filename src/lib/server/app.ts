/**
 * The one running application: its database, its links and the follower of runs. Made once per
 * process.
 */
import { join } from 'node:path';
import { DEFAULT_PORT } from '../../../stand-in/spec';
import { nowMs } from './clock';
import { openDatabase, type Database } from './db/connect';
import { StartError } from './db/start-error';
import { EventLoopWatch } from './event-loop';
import { log } from './log';
import { openClock } from './services/house/clock-steps';
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

// A development server reloads modules; the database and its follower must survive that.
const held = globalThis as typeof globalThis & { stackTender?: Promise<App>; eventLoop?: EventLoopWatch };

function watchEventLoop(): EventLoopWatch {
	const watch = new EventLoopWatch((block) => log.info(block, 'the event loop was blocked'));
	watch.start();
	return watch;
}

/** Delay of this process's event loop, watched from the start. */
export const eventLoop = (held.eventLoop ??= watchEventLoop());

async function open(): Promise<App> {
	const dataFile = process.env.STACK_TENDER_DATA ?? join(process.cwd(), 'data', 'stack-tender.sqlite');
	const db = await openDatabase(dataFile);
	for (const remark of db.remarks) console.log(remark);
	await openClock(db, (error) => log.error({ err: error }, 'a step of the clock was not kept'));
	const links = makeLinks(Number(process.env.STAND_IN_PORT ?? DEFAULT_PORT));
	const follower = new Follower(db, links, log, nowMs);
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

/** The application, opened on first use; where it cannot be, the next use tries again. */
export function app(): Promise<App> {
	return (held.stackTender ??= forgottenIfFailed(open()));
}

function forgottenIfFailed(opening: Promise<App>): Promise<App> {
	opening.catch(() => {
		if (held.stackTender === opening) held.stackTender = undefined;
	});
	return opening;
}

let exchangesBegun = 0;
let exchangesEnded = 0;

/** How often the data file was exchanged, and whether it is being exchanged now. */
export const exchanges = (): { ended: number; now: boolean } => ({
	ended: exchangesEnded,
	now: exchangesBegun > exchangesEnded
});

/** How a data file is put in the place of the one in use, and taken back. */
export interface Exchange<T> {
	put(file: string): Promise<T>;
	takeBack(file: string, put: T): void;
}

/**
 * Closes everything, exchanges the data file, and opens everything again, whatever came of it: a
 * file that cannot be opened is taken back. Requests that come meanwhile wait for it; those that
 * are under way are answered from the old data or fail. Throws what `put` or the opening threw.
 */
export async function exchangeApp<T>({ put, takeBack }: Exchange<T>): Promise<T> {
	const before = await app();
	const { file } = before.db;
	let result: { value: T } | { error: unknown } | undefined;
	const anew = async (): Promise<App> => {
		await before.close().catch((error: unknown) => log.error({ err: error }, 'closing'));
		let value: T;
		try {
			value = await put(file);
		} catch (error) {
			result = { error };
			return open();
		}
		try {
			const opened = await open();
			result = { value };
			return opened;
		} catch (error) {
			takeBack(file, value);
			const why = 'The file could not be opened in its place: what was here before is back.';
			result = { error: new StartError(why, { cause: error }) };
			return open();
		}
	};
	exchangesBegun++;
	try {
		held.stackTender = forgottenIfFailed(anew());
		await held.stackTender;
	} finally {
		exchangesEnded++;
	}
	if (!result || 'error' in result) throw result?.error;
	return result.value;
}
