/**
 * Telemetry in compressed column chunks: a chunk grows until it is full, then the next one
 * begins.
 */
import { deflateRawSync, inflateRawSync } from 'node:zlib';
import {
	emptyTelemetry,
	joined,
	packSteps,
	unpackColumns,
	unpackSteps,
	type Telemetry
} from '$core/simulate/telemetry';
import type { Store } from '../../db/connect';
import type { ChunkRow } from '../../db/models';

/** Samples in a full chunk. */
const CHUNK_SAMPLES = 1800;

/**
 * The first byte of a chunk that is not as the first releases kept it: its version above three
 * bits that no deflated stream begins with (the block type 3 is reserved, RFC 1951, 3.2.3).
 */
const mark = (version: number): number => (version << 3) | 6;
const IN_STEPS = mark(2);

/** No full chunk is near so large unpacked, bytes. */
const UNPACKED = { maxOutputLength: 4 * 2 ** 20 };

/** The samples of a chunk; throws where its bytes do not hold as many as it says. */
export function decode(row: ChunkRow): Telemetry {
	const data = row.get('data');
	if (data[0] === IN_STEPS)
		return unpackSteps(inflateRawSync(data.subarray(1), UNPACKED), row.get('samples'), row.get('cells'));
	const raw = inflateRawSync(data, UNPACKED);
	// The floats need an aligned buffer of their own; the inflated one may start anywhere.
	const floats = new Float32Array(new Uint8Array(raw).buffer);
	return unpackColumns(floats, row.get('samples'), row.get('cells'));
}

function encode(telemetry: Telemetry): Buffer {
	return Buffer.concat([Buffer.of(IN_STEPS), deflateRawSync(packSteps(telemetry))]);
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

/** Samples as they are stored. */
export interface StoredChunk {
	firstSample: number;
	samples: number;
	cells: number;
	data: Buffer;
}

/** Samples in chunks, the first of them with the number `first`. */
export function* chunksOf(telemetry: Telemetry, first = 0): Generator<StoredChunk> {
	for (let at = 0; at < telemetry.timeS.length; at += CHUNK_SAMPLES) {
		const part = slice(telemetry, at, at + CHUNK_SAMPLES);
		const [samples, cells] = [part.timeS.length, part.cellV.length];
		yield { firstSample: first + at, samples, cells, data: encode(part) };
	}
}

/** Where a run's next sample goes: after the last chunk, which may have room. */
async function lastChunk(db: Store, runId: string, attributes?: string[]): Promise<ChunkRow | null> {
	return db.models.TelemetryChunk.findOne({ where: { runId }, order: [['firstSample', 'DESC']], attributes });
}

const endOf = (chunk: ChunkRow | null): number =>
	chunk ? chunk.get('firstSample') + chunk.get('samples') : 0;

/** How many samples of a run are stored. */
export async function storedSamples(db: Store, runId: string): Promise<number> {
	return endOf(await lastChunk(db, runId, ['firstSample', 'samples']));
}

/**
 * Adds samples to the end of a run, within the caller's write, and answers with how many are
 * stored then. `from` is the number of the first of them: nothing is added unless that is where
 * the stored ones end, so that what was fetched twice is kept once.
 */
export async function appendTelemetry(
	tx: Store,
	runId: string,
	from: number,
	fresh: Telemetry
): Promise<number> {
	const last = await lastChunk(tx, runId);
	const stored = endOf(last);
	if (from !== stored || fresh.timeS.length === 0) return stored;
	let rest = fresh;
	if (last && last.get('samples') < CHUNK_SAMPLES) {
		const whole = joined([decode(last), fresh]);
		const head = slice(whole, 0, CHUNK_SAMPLES);
		await last.update({ samples: head.timeS.length, cells: head.cellV.length, data: encode(head) });
		rest = slice(whole, CHUNK_SAMPLES, whole.timeS.length);
	}
	const first = stored + fresh.timeS.length - rest.timeS.length;
	for (const chunk of chunksOf(rest, first)) await tx.models.TelemetryChunk.create({ runId, ...chunk });
	return stored + fresh.timeS.length;
}

/** The samples of a run's chunks, which come in order. */
const samplesIn = (chunks: readonly ChunkRow[]): Telemetry =>
	chunks.length === 1 ? decode(chunks[0]) : joined(chunks.map(decode));

/** All stored samples of a run. */
export async function readTelemetry(db: Store, runId: string): Promise<Telemetry> {
	const rows = await db.models.TelemetryChunk.findAll({ where: { runId }, order: [['firstSample', 'ASC']] });
	return samplesIn(rows);
}

/** Runs whose chunks are fetched in one go: most of what a run costs is asking for it. */
const RUNS_AT_ONCE = 20;

/**
 * The samples of these runs one after the other, those that have none left out; unpacked is one
 * run's at a time.
 */
export async function* telemetryOfRuns(
	db: Store,
	runIds: readonly string[]
): AsyncGenerator<{ runId: string; samples: Telemetry }> {
	for (let at = 0; at < runIds.length; at += RUNS_AT_ONCE) {
		const ids = runIds.slice(at, at + RUNS_AT_ONCE);
		const rows = await db.models.TelemetryChunk.findAll({
			where: { runId: ids },
			order: [['firstSample', 'ASC']]
		});
		for (const runId of ids) {
			const own = rows.filter((row) => row.get('runId') === runId);
			if (own.length) yield { runId, samples: samplesIn(own) };
		}
	}
}

/** What the samples of a run say of how it ended; null where nothing was measured. */
export interface Summary {
	durationS: number;
	chargeAh: number;
	peakTemperatureDegC: number | null;
	/** Volts of each cell at the end, bottom cell first; null where no cell was seen. */
	endCellVoltagesV: number[] | null;
	endPackVoltageV: number | null;
}

const toMillivolt = (v: number): number => Math.round(v * 1000) / 1000;

/** Sums a run up, one chunk in memory at a time: a run may have any number of samples. */
export async function summaryOf(db: Store, runId: string): Promise<Summary> {
	const { TelemetryChunk } = db.models;
	const ids = await TelemetryChunk.findAll({
		where: { runId },
		order: [['firstSample', 'ASC']],
		attributes: ['id']
	});
	let last = emptyTelemetry(0);
	let peak = -Infinity;
	for (const row of ids) {
		const chunk = await TelemetryChunk.findByPk(row.get('id'));
		last = decode(chunk!);
		for (const degC of last.temperatureDegC) if (degC > peak) peak = degC;
	}
	const k = last.timeS.length - 1;
	return {
		durationS: last.timeS[k] ?? 0,
		chargeAh: last.chargeAh[k] ?? 0,
		peakTemperatureDegC: Number.isFinite(peak) ? peak : null,
		endCellVoltagesV: k >= 0 && last.cellV.length ? last.cellV.map((c) => toMillivolt(c[k])) : null,
		endPackVoltageV: k >= 0 ? toMillivolt(last.packV[k]) : null
	};
}
