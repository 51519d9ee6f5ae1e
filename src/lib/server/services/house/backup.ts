/**
 * A backup is one file: a consistent copy of the whole database, made while the application goes
 * on.
 */
import { mkdtemp, open, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type { Database } from '../../db/connect';

export interface Backup {
	/**
	 * The bytes of one SQLite file. The copy on this machine is removed once they have been read, or
	 * when nobody wants them.
	 */
	stream: ReadableStream<Uint8Array>;
	bytes: number;
}

/** Handed out in pieces of this size, bytes: small ones take longer than the copy itself. */
const PIECE = 4 * 2 ** 20;

/**
 * The bytes of a file, read as they are wanted; `done` is called at their end, or when nobody
 * wants the rest.
 */
async function bytesOf(file: string, done: () => Promise<void>): Promise<ReadableStream<Uint8Array>> {
	const handle = await open(file, 'r');
	const end = async () => {
		await handle.close();
		await done();
	};
	return new ReadableStream<Uint8Array>(
		{
			async pull(controller) {
				try {
					const { bytesRead, buffer } = await handle.read(new Uint8Array(PIECE), 0, PIECE);
					if (bytesRead > 0) return controller.enqueue(buffer.subarray(0, bytesRead));
				} catch (error) {
					await end();
					throw error;
				}
				await end();
				controller.close();
			},
			cancel: end
		},
		{ highWaterMark: 1 }
	);
}

/**
 * Makes a copy beside the data file, where its size fits if anywhere, and hands it out as a
 * stream.
 */
export async function backup(db: Database): Promise<Backup> {
	const dir = await mkdtemp(join(dirname(db.file), `.${basename(db.file)}-copy-`));
	const remove = () => rm(dir, { recursive: true, force: true });
	try {
		const file = join(dir, 'backup.sqlite');
		await db.copyTo(file);
		const { size } = await stat(file);
		return { stream: await bytesOf(file, remove), bytes: size };
	} catch (error) {
		await remove();
		throw error;
	}
}
