/** Telemetry in compressed column chunks: a chunk grows until it is full, then the next one begins. */
import { deflateRawSync, inflateRawSync } from 'node:zlib';
import type { Transaction } from 'sequelize';
import { emptyTelemetry, joined, packColumns, unpackColumns, type Telemetry } from '$core/log/telemetry';
import type { Database } from '../db/connect';
import type { Row } from '../db/models';

/** Samples in a full chunk. */
const CHUNK_SAMPLES = 720;

function decode(row: Row): Telemetry {
	const raw = inflateRawSync(row.get('data') as Buffer);
	// The floats need an aligned buffer of their own; the inflated one may start anywhere.
	const floats = new Float32Array(new Uint8Array(raw).buffer);
	return unpackColumns(floats, row.get('samples') as number, row.get('cells') as number);
}

function encode(telemetry: Telemetry): Buffer {
	const floats = packColumns(telemetry);
	return deflateRawSync(Buffer.from(floats.buffer, floats.byteOffset, floats.byteLength));
}

function slice(t: Telemetry, from: number, to: number): Telemetry {
	const part = (column: number[]) => column.slice(from, to);
	return {
		timeS: part(t.timeS),
		currentA: part(t.currentA),
		packV: part(t.packV),
		chargeAh: part(t.chargeAh),
		temperatureDegC: part(t.temperatureDegC),
		cellV: t.cellV.map(part)
	};
}

/** How many samples of a run are stored. */
export async function storedSamples(db: Database, runId: string): Promise<number> {
	const last = await db.models.TelemetryChunk.findOne({ where: { runId }, order: [['firstSample', 'DESC']] });
	return last ? (last.get('firstSample') as number) + (last.get('samples') as number) : 0;
}

/** Adds samples to the end of a run, within the caller's transaction. */
export async function appendTelemetry(
	db: Database,
	runId: string,
	fresh: Telemetry,
	transaction: Transaction
): Promise<void> {
	if (fresh.timeS.length === 0) return;
	const last = await db.models.TelemetryChunk.findOne({
		where: { runId },
		order: [['firstSample', 'DESC']],
		transaction
	});
	let rest = fresh;
	let first = 0;
	if (last) {
		const stored = last.get('samples') as number;
		first = last.get('firstSample') as number;
		if (stored < CHUNK_SAMPLES) {
			rest = joined(decode(last), fresh);
			const head = slice(rest, 0, CHUNK_SAMPLES);
			await last.update(
				{ samples: head.timeS.length, cells: head.cellV.length, data: encode(head) },
				{ transaction }
			);
			rest = slice(rest, CHUNK_SAMPLES, rest.timeS.length);
		}
		first += last.get('samples') as number;
	}
	for (let from = 0; from < rest.timeS.length; from += CHUNK_SAMPLES) {
		const part = slice(rest, from, from + CHUNK_SAMPLES);
		await db.models.TelemetryChunk.create(
			{
				runId,
				firstSample: first + from,
				samples: part.timeS.length,
				cells: part.cellV.length,
				data: encode(part)
			},
			{ transaction }
		);
	}
}

/** All stored samples of a run. */
export async function readTelemetry(db: Database, runId: string): Promise<Telemetry> {
	const rows = await db.models.TelemetryChunk.findAll({ where: { runId }, order: [['firstSample', 'ASC']] });
	return rows.map(decode).reduce(joined, emptyTelemetry(0));
}
