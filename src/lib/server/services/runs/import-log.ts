/**
 * A charger's own log, put into the book as a run that was keyed in by hand and has ended: it is
 * judged like any other.
 */
import { randomUUID } from 'node:crypto';
import Papa from 'papaparse';
import { z } from 'zod';
import { endOfLog, guessLog, readLog, ROLES, wrongWith, type LogEnd } from '$core/formats/foreign-log';
import type { Run } from '$core/log/run';
import { END_REASONS } from '$core/pack/end-reason';
import { chemistryOf } from '$core/chemistry/catalogue';
import { SETTINGS } from '$core/request/settings';
import { schemaOf } from '$core/quantity/field-schema';
import { TASKS, taskOf, type TaskId } from '$core/request/task';
import type { Database } from '../../db/connect';
import { toPack, toRun } from '../../db/map';
import { checked, done, missing, refuse, type Result } from '../../result';
import { writeEvent } from '../house/events';
import { chunksOf, type StoredChunk } from './telemetry';

export const LogToImport = z.object({
	packId: z.string().min(1).max(64),
	channelId: z.string().min(1).max(64),
	task: z.enum(TASKS.map((t) => t.id) as [TaskId, ...TaskId[]]),
	endReason: z.enum(END_REASONS),
	startedAt: z.iso.datetime({ offset: true }),
	/** The file as it is. */
	text: z.string().min(1),
	meaning: z
		.array(
			z.object({
				role: z.enum(ROLES),
				unit: z.string().max(8),
				cell: z.number().int().min(1).max(24).optional()
			})
		)
		.min(1)
		.max(200)
});

/** Two logs of a pack that begin this close to each other are one, ms. */
const SAME_MS = 60_000;
const Settings = schemaOf(SETTINGS);

/** A log that was read: what a person says of it, how it ended, and its samples to be stored. */
export interface LogRead {
	request: Omit<z.infer<typeof LogToImport>, 'text' | 'meaning'>;
	end: LogEnd;
	cells: number;
	samples: number;
	leftOut: number;
	chunks: StoredChunk[];
}

/** Reads a log; takes a second for each 100 000 lines. */
export function readLogToImport(input: unknown): Result<LogRead> {
	const valid = checked(LogToImport, input);
	if (!valid.ok) return valid;
	const { text, meaning, ...request } = valid.value;
	const log = guessLog(Papa.parse<string[]>(text.trimEnd()).data);
	if (!log) return refuse(422, 'This file holds no lines of figures.');
	const [wrong] = wrongWith(meaning);
	if (wrong) return refuse(422, wrong);
	const { samples, leftOut } = readLog(log, meaning);
	const end = endOfLog(samples);
	if (!end) return refuse(422, 'Fewer than two of its lines can be read.');
	return done({
		...{ request, end, leftOut, cells: samples.cellV.length, samples: samples.timeS.length },
		chunks: [...chunksOf(samples)]
	});
}

/**
 * Puts a log that was read into the book; `id` is the run's, so that a repeated request makes
 * nothing twice.
 */
export async function putLog(
	db: Database,
	read: LogRead,
	now: string,
	id: string = randomUUID()
): Promise<Result<Run>> {
	const { end, cells, samples, leftOut, chunks } = read;
	const { packId, channelId, task, endReason, startedAt } = read.request;
	const began = Date.parse(startedAt);
	const endedAt = new Date(began + 1000 * end.durationS).toISOString();
	if (endedAt > now)
		return refuse(422, 'By this start it would end in the future.', {
			startedAt: 'It would end in the future.'
		});
	return db.write(async (tx) => {
		const known = await tx.models.Run.findByPk(id, { paranoid: false });
		if (known) return done(toRun(known));
		const row = await tx.models.Pack.findByPk(packId);
		const channel = await tx.models.Channel.findByPk(channelId);
		if (!row) return missing('pack');
		if (!channel) return missing('channel');
		const pack = toPack(row);
		if (cells > 0 && cells !== pack.cells)
			return refuse(422, `The log has ${cells} cells, ${pack.name} has ${pack.cells}.`);
		const perCell = end.mostV / pack.cells;
		const { cellMaxV } = chemistryOf(pack.chemistry).voltages;
		// Far beyond what such cells can show it is another pack's log, or volts in another unit.
		if (perCell > 1.15 * cellMaxV || perCell < 0.3 * cellMaxV)
			return refuse(
				422,
				`At ${end.mostV.toFixed(2)} V it would be ${perCell.toFixed(2)} V a cell of ${pack.name}: another pack's log, or volts in another unit.`
			);
		const twin = (await tx.models.RunPack.findAll({ where: { packId, deletedAt: null } })).find(
			(r) => Math.abs(Date.parse(r.get('startedAt')) - began) < SAME_MS
		);
		if (twin)
			return refuse(409, `A run of ${pack.name} that began at that minute stands in the book already.`);
		const out = taskOf(task).moves === 'out';
		const round = (v: number, step: number) => Math.max(step, Math.round(v / step) * step);
		const settings = Settings.parse({
			currentA: round(end.currentA, 0.01),
			endVoltageV: Number((out ? chemistryOf(pack.chemistry).voltages.chargeEndV : perCell).toFixed(2)),
			cells: pack.cells,
			balance: task === 'balance',
			...{ safetyTimerMin: null, capacityLimitAh: null, temperatureLimitDegC: null },
			...(out
				? {
						dischargeA: round(end.currentA, 0.01),
						dischargeEndV: Number((end.lastV / pack.cells).toFixed(2))
					}
				: {})
		});
		const run = await tx.models.Run.create({
			id,
			packId,
			joined: [],
			chargerId: channel.get('chargerId'),
			channelId,
			programId: null,
			mode: 'by hand',
			status: 'ended',
			task,
			purpose: 'standard',
			settings,
			overridden: [],
			startedAt: new Date(began).toISOString(),
			endedAt,
			endReason,
			durationS: end.durationS,
			chargeAh: end.chargeAh,
			peakTemperatureDegC: end.peakDegC,
			endCellVoltagesV: end.endCellV,
			notes: `From a log of ${samples} lines${leftOut ? `, ${leftOut} of them left out` : ''}.`
		});
		await tx.models.TelemetryChunk.bulkCreate(
			// From another process bytes come as a plain array.
			chunks.map(({ data, ...chunk }) => ({ runId: id, ...chunk, data: Buffer.from(data) }))
		);
		await tx.models.Reading.create({
			id: randomUUID(),
			packId,
			takenAt: endedAt,
			cellVoltagesV: end.endCellV,
			packVoltageV: end.endCellV ? null : end.lastV,
			state: 'just used',
			usedSince: 'not used',
			temperatureDegC: null,
			cellResistancesOhm: null
		});
		await writeEvent(tx, 'log brought in', id, { samples, leftOut });
		return done(toRun(run));
	});
}

/** Reads a log within this process and puts it into the book. */
export async function importLog(
	db: Database,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Run>> {
	const read = readLogToImport(input);
	return read.ok ? putLog(db, read.value, now, id) : read;
}
