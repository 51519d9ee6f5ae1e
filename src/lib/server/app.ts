/** The one running application: its database, its charger link and the follower of runs. Made once per process. */
import { join } from 'node:path';
import pino from 'pino';
import { DEFAULT_PORT } from '../../../stand-in/spec';
import { openDatabase, type Database } from './db/connect';
import { StandInLink } from './link/stand-in-link';
import { Follower } from './services/follow';

export interface App {
	db: Database;
	link: StandInLink;
	follower: Follower;
	dataFile: string;
}

export const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

// A development server reloads modules; the database and its follower must survive that.
const held = globalThis as typeof globalThis & { stackTender?: Promise<App> };

async function open(): Promise<App> {
	const dataFile = process.env.STACK_TENDER_DATA ?? join(process.cwd(), 'data', 'stack-tender.sqlite');
	const db = await openDatabase(dataFile);
	const link = new StandInLink(Number(process.env.STAND_IN_PORT ?? DEFAULT_PORT));
	const follower = new Follower(db, link, log);
	follower.start();
	return { db, link, follower, dataFile };
}

/** The application, opened on first use. */
export function app(): Promise<App> {
	held.stackTender ??= open();
	return held.stackTender;
}
