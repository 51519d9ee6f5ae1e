/** Runs: starting one over a link or by hand, ending it, and the logbook of all of them. */
import { randomUUID } from 'node:crypto';
import { Op, UniqueConstraintError } from 'sequelize';
import { z } from 'zod';
import { OverriddenFinding, RunLook, RunResult, type Run } from '$core/log/run';
import { mayStart } from '$core/program/check';
import type { Solution } from '$core/program/solve';
import type { Database } from '../db/connect';
import { toRun } from '../db/map';
import { LinkError } from '../link/charger-link';
import { keyedProgram } from '../link/keyed-program';
import { packTruth } from '../link/pack-truth';
import type { StandInLink } from '../link/stand-in-link';
import { checked, done, missing, refuse, type Result } from '../result';
import { writeEvent } from './events';
import { live } from './live';
import { getProgram, solveSaved } from './programs';
import { appendTelemetry, readTelemetry } from './telemetry';

export const StartRequest = z.object({
	programId: z.string().min(1),
	mode: z.enum(['link', 'by hand']),
	/** Cells the charger read, as seen on its screen or over its link. */
	cellsRead: z
		.number()
		.int('Cells must be a whole number.')
		.min(1, 'The charger reads at least 1 cell.')
		.max(24),
	overridden: z.array(z.object({ rule: z.string(), reason: OverriddenFinding.shape.reason })).default([])
});
export type StartRequest = z.infer<typeof StartRequest>;

/** Everything that must hold before any charger is told to start. */
async function readyToStart(db: Database, request: StartRequest, now: string) {
	const program = await getProgram(db, request.programId);
	if (!program.ok) return program;
	const solution = await solveSaved(db, program.value, now);
	if (!solution.ok) return solution;
	const { findings, resolved } = solution.value;
	const named = new Map(request.overridden.map((o) => [o.rule, o.reason]));
	if (!mayStart(findings, new Set(named.keys()))) {
		const open = findings.find((f) => f.severity !== 'note' && !(f.overridable && named.has(f.rule)))!;
		return refuse(409, open.overridable ? `Decide about this first: ${open.sentence}` : open.sentence, {
			overridden: open.rule
		});
	}
	if (request.cellsRead !== resolved.pack.cells)
		return refuse(
			409,
			`The charger reads ${request.cellsRead}S and the pack is ${resolved.pack.cells}S: wrong setting, wrong pack, or a dead cell. Do not start.`,
			{ cellsRead: `The pack is ${resolved.pack.cells}S.` }
		);
	const busy = await db.models.Run.findOne({
		where: {
			status: 'running',
			[Op.or]: [{ channelId: program.value.channelId }, { packId: program.value.packId }]
		}
	});
	if (busy) {
		const what = busy.get('channelId') === program.value.channelId ? 'This channel' : 'This pack';
		return refuse(409, `${what} is already in a run.`);
	}
	const overridden = findings
		.filter((f) => named.has(f.rule))
		.map((f) => ({ rule: f.rule, sentence: f.sentence, reason: named.get(f.rule)! }));
	return done({ program: program.value, solution: solution.value, overridden });
}

type Ready = { program: { id: string }; solution: Solution; overridden: OverriddenFinding[] };

/** Writes the run with what was overridden; refused where another window was quicker. */
async function writeRun(
	db: Database,
	id: string,
	ready: Ready,
	mode: Run['mode'],
	now: string
): Promise<Result<Run>> {
	try {
		return done(await writeWhole(db, id, ready, mode, now));
	} catch (error) {
		if (error instanceof UniqueConstraintError)
			return refuse(409, 'This channel or this pack has just been started elsewhere.');
		throw error;
	}
}

async function writeWhole(
	db: Database,
	id: string,
	ready: Ready,
	mode: Run['mode'],
	now: string
): Promise<Run> {
	const { solution, overridden, program } = ready;
	const { resolved: r, forecast } = solution;
	return db.sequelize.transaction(async (transaction) => {
		const row = await db.models.Run.create(
			{
				id,
				packId: r.pack.id,
				chargerId: r.charger.id,
				channelId: r.channelId,
				programId: program.id,
				mode,
				status: 'running',
				task: r.task,
				purpose: r.purpose,
				settings: solution.settings,
				overridden,
				expectedMin: forecast?.timeMin.median ?? null,
				expectedP95Min: forecast?.timeMin.p95 ?? null,
				expectedAh: forecast?.chargeAh.median ?? null,
				startedAt: now,
				notes: ''
			},
			{ transaction }
		);
		for (const finding of overridden) await writeEvent(db, 'finding overridden', id, finding, transaction);
		await writeEvent(
			db,
			'run started',
			id,
			{ pack: r.pack.name, charger: r.charger.name, mode },
			transaction
		);
		return toRun(row);
	});
}

/**
 * Starts a saved program. The run is written first and the charger told second, so that no charge ever goes on that the
 * logbook does not know of; if the charger refuses, the run is taken back.
 */
export async function startRun(
	db: Database,
	link: StandInLink,
	input: unknown,
	now: string
): Promise<Result<Run>> {
	const request = checked(StartRequest, input);
	if (!request.ok) return request;
	const ready = await readyToStart(db, request.value, now);
	if (!ready.ok) return ready;
	const { solution } = ready.value;
	const { resolved: r, settings } = solution;
	const id = randomUUID();
	if (request.value.mode === 'by hand') return writeRun(db, id, ready.value, 'by hand', now);
	if (r.charger.link !== 'stand-in')
		return refuse(409, `${r.charger.name} has no data link: key the program in by hand.`);
	const run = await writeRun(db, id, ready.value, 'link', now);
	if (!run.ok) return run;
	try {
		await link.start(r.channel.label, keyedProgram(id, r, settings));
	} catch (error) {
		await db.models.Run.destroy({ where: { id }, force: true });
		if (error instanceof LinkError)
			return refuse(error.unreachable ? 503 : 409, `Not started: ${error.message}`);
		throw error;
	}
	return run;
}

/** Connects the pack of a saved program to the simulated charger and reads it there. */
export async function checkOnLink(db: Database, link: StandInLink, programId: string, now: string) {
	const program = await getProgram(db, programId);
	if (!program.ok) return program;
	const solution = await solveSaved(db, program.value, now);
	if (!solution.ok) return solution;
	const { resolved: r } = solution.value;
	if (r.charger.link !== 'stand-in') return refuse(409, `${r.charger.name} has no data link.`);
	const { label } = r.channel;
	try {
		const status = await link.status(label);
		if (status.state === 'running') return refuse(409, `Channel ${label} is charging already.`);
		await link.plug(label, packTruth(r));
		return done(await link.check(label));
	} catch (error) {
		if (error instanceof LinkError) return refuse(503, error.message);
		throw error;
	}
}

/** Asks the charger to stop. The end itself is noticed by whoever follows the run. */
export async function stopRun(db: Database, link: StandInLink, id: string): Promise<Result<Run>> {
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	if (row.get('status') !== 'running') return done(toRun(row));
	if (row.get('mode') !== 'link')
		return refuse(409, 'This charger is stopped by its own button; then write down what it shows.');
	const channel = await db.models.Channel.findByPk(row.get('channelId') as string);
	try {
		await link.stop(channel!.get('label') as string);
	} catch (error) {
		if (error instanceof LinkError) return refuse(503, `${error.message} Stop it at the charger.`);
		throw error;
	}
	await writeEvent(db, 'run stopped', id, {});
	return done(toRun(row));
}

/** What a run's end leaves behind; `endCellVoltagesV` becomes a reading of the pack. */
export interface RunEnd {
	endReason: Run['endReason'];
	durationS: number;
	chargeAh: number;
	peakTemperatureDegC: number | null;
	endCellVoltagesV: number[] | null;
	/** Volts of the pack at the end, where no cell is seen. */
	endPackVoltageV?: number | null;
	notes?: string;
}

/** Ends a run in one transaction: the run itself, a reading of the pack as it was left, and the record of it. */
export async function endRun(db: Database, id: string, end: RunEnd, now: string): Promise<Result<Run>> {
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	if (row.get('status') === 'ended') return done(toRun(row));
	await db.sequelize.transaction(async (transaction) => {
		const { endPackVoltageV = null, ...fields } = end;
		await row.update({ ...fields, notes: end.notes ?? '', status: 'ended', endedAt: now }, { transaction });
		if (end.endCellVoltagesV?.length || endPackVoltageV !== null)
			await db.models.Reading.create(
				{
					id: randomUUID(),
					packId: row.get('packId'),
					takenAt: now,
					cellVoltagesV: end.endCellVoltagesV?.length ? end.endCellVoltagesV : null,
					packVoltageV: end.endCellVoltagesV?.length ? null : endPackVoltageV,
					state: 'just used',
					usedSince: 'not used',
					temperatureDegC: null,
					cellResistancesOhm: null
				},
				{ transaction }
			);
		await writeEvent(db, 'run ended', id, { reason: end.endReason }, transaction);
	});
	live.end(id);
	return done(toRun(row));
}

/** Keeps a look at the charger's screen during a run keyed in by hand, as one sample; looks come in order of time. */
export async function lookAtRun(db: Database, id: string, input: unknown): Promise<Result<RunLook>> {
	const valid = checked(RunLook, input);
	if (!valid.ok) return valid;
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	if (row.get('mode') !== 'by hand' || row.get('status') !== 'running')
		return refuse(409, 'Looks are written down for a run by hand that is going on.');
	const { timeMin, packV, currentA, chargeAh } = valid.value;
	const last = (await readTelemetry(db, id)).timeS.at(-1) ?? -1;
	if (timeMin * 60 <= last)
		return refuse(422, `The last look was at ${Math.round(last / 60)} min; this one must be later.`, {
			timeMin: `Later than ${Math.round(last / 60)} min.`
		});
	const sample = {
		timeS: [timeMin * 60],
		packV: [packV],
		currentA: [currentA],
		chargeAh: [chargeAh],
		temperatureDegC: [NaN],
		cellV: []
	};
	await db.sequelize.transaction((t) => appendTelemetry(db, id, sample, t));
	return done(valid.value);
}

/** Ends a run that was keyed in by hand with what the charger's screen showed. */
export async function endByHand(db: Database, id: string, input: unknown, now: string): Promise<Result<Run>> {
	const valid = checked(RunResult, input);
	if (!valid.ok) return valid;
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	if (row.get('mode') !== 'by hand')
		return refuse(409, 'This run is followed over the link and ends by itself.');
	const { durationMin, ...rest } = valid.value;
	const cells = (row.get('settings') as { cells: number }).cells;
	if (rest.endCellVoltagesV && rest.endCellVoltagesV.length !== cells)
		return refuse(422, `Give ${cells} voltages, one for each cell.`, {
			endCellVoltagesV: `Give ${cells} voltages, one for each cell.`
		});
	return endRun(db, id, { ...rest, durationS: durationMin * 60, peakTemperatureDegC: null }, now);
}

export interface RunInBook {
	run: Run;
	packName: string;
	chargerName: string;
	channelLabel: string;
}

const named = async (db: Database, runs: Run[]): Promise<RunInBook[]> => {
	const [packs, chargers, channels] = await Promise.all(
		(['Pack', 'Charger', 'Channel'] as const).map((m) =>
			db.models[m].findAll({ paranoid: false, attributes: ['id', m === 'Channel' ? 'label' : 'name'] })
		)
	);
	const names = (rows: typeof packs, field: string) =>
		new Map(rows.map((r) => [r.get('id') as string, r.get(field) as string]));
	const [packName, chargerName, label] = [
		names(packs, 'name'),
		names(chargers, 'name'),
		names(channels, 'label')
	];
	return runs.map((run) => ({
		run,
		packName: packName.get(run.packId) ?? '',
		chargerName: chargerName.get(run.chargerId) ?? '',
		channelLabel: label.get(run.channelId) ?? ''
	}));
};

export interface RunFilter {
	packId?: string;
	chargerId?: string;
	status?: Run['status'];
	limit?: number;
	offset?: number;
}

/** A page of the logbook, newest first, and how many there are in all. */
export async function listRuns(
	db: Database,
	filter: RunFilter = {}
): Promise<{ runs: RunInBook[]; total: number }> {
	const { limit = 50, offset = 0, ...where } = filter;
	const { rows, count } = await db.models.Run.findAndCountAll({
		where,
		order: [['startedAt', 'DESC']],
		limit,
		offset
	});
	return { runs: await named(db, rows.map(toRun)), total: count };
}

export async function getRun(db: Database, id: string): Promise<Result<RunInBook>> {
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	const [book] = await named(db, [toRun(row)]);
	return done(book);
}

export async function noteRun(db: Database, id: string, notes: string): Promise<Result<Run>> {
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	if (notes.length > 4000)
		return refuse(422, 'A note has at most 4000 characters.', { notes: 'At most 4000 characters.' });
	await row.update({ notes });
	return done(toRun(row));
}

export async function deleteRun(db: Database, id: string): Promise<Result<Run>> {
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	if (row.get('status') === 'running') return refuse(409, 'This run is going on: end it first.');
	await db.sequelize.transaction(async (transaction) => {
		await row.destroy({ transaction });
		await writeEvent(db, 'run deleted', id, {}, transaction);
	});
	return done(toRun(row));
}

export async function restoreRun(db: Database, id: string): Promise<Result<Run>> {
	const row = await db.models.Run.findByPk(id, { paranoid: false });
	if (!row) return missing('run');
	await row.restore();
	return done(toRun(row));
}
