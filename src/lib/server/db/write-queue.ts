/**
 * Every write goes through one queue on one connection: SQLite has one writer at a time, and
 * whoever waits for it here waits in order and is never turned away. A write reads what it relies
 * on inside its own transaction.
 */
import { AsyncLocalStorage } from 'node:async_hooks';
import type { Sequelize } from 'sequelize';
import { sqliteCode } from './start-error';

/** Another SQLite file, attached to the data under a name. */
export interface Attached {
	file: string;
	as: string;
}

/** A write that answered `{ ok: false }` leaves nothing behind. */
const isRefusal = (value: unknown): boolean =>
	typeof value === 'object' && value !== null && (value as { ok?: unknown }).ok === false;

export class WriteQueue {
	private last: Promise<unknown> = Promise.resolve();
	private readonly inside = new AsyncLocalStorage<true>();
	private closed = false;

	constructor(private readonly sequelize: Sequelize) {}

	/**
	 * Runs `work` in one IMMEDIATE transaction after every write that was asked for before. What it
	 * returns is returned once it is on the disk; where it throws, or returns a refusal, the
	 * transaction is taken back. `attached` can be read under its name meanwhile.
	 */
	run<T>(work: () => Promise<T>, attached?: Attached): Promise<T> {
		if (this.inside.getStore())
			return Promise.reject(new Error('a write within a write would wait for itself'));
		if (this.closed) return Promise.reject(new Error('the data file is closed'));
		const turn = this.last.then(() => this.inside.run(true, () => this.withFile(attached, work)));
		this.last = turn.catch(() => undefined);
		return turn;
	}

	/** Waits for the writes that were asked for; later ones are refused. */
	async close(): Promise<void> {
		this.closed = true;
		await this.last;
	}

	/** Attached around the transaction: SQLite does neither within one. */
	private async withFile<T>(attached: Attached | undefined, work: () => Promise<T>): Promise<T> {
		if (!attached) return this.transaction(work);
		await this.sequelize.query(`ATTACH DATABASE :file AS ${attached.as}`, {
			replacements: { file: attached.file }
		});
		try {
			return await this.transaction(work);
		} finally {
			await this.sequelize.query(`DETACH DATABASE ${attached.as}`);
		}
	}

	private async transaction<T>(work: () => Promise<T>): Promise<T> {
		await this.begin();
		try {
			const result = await work();
			await this.sequelize.query(isRefusal(result) ? 'ROLLBACK' : 'COMMIT');
			return result;
		} catch (error) {
			// A full disk may have ended the transaction already.
			await this.sequelize.query('ROLLBACK').catch(() => undefined);
			throw error;
		}
	}

	private async begin(): Promise<void> {
		try {
			await this.sequelize.query('BEGIN IMMEDIATE');
		} catch (error) {
			// Only after a transaction that could not even be taken back: no write of anybody may go into
			// the rest of it.
			if (sqliteCode(error) !== 'SQLITE_ERROR') throw error;
			await this.sequelize.query('ROLLBACK');
			await this.sequelize.query('BEGIN IMMEDIATE');
		}
	}
}
