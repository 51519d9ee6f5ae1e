/** Programs: the context they are solved in, solving them on the server, and keeping them. */
import { randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import { z } from 'zod';
import type { Charger } from '$core/charger/charger';
import { type PracticeLayer, resolvePractice } from '$core/practice/practice';
import type { ProgramContext } from '$core/request/context';
import { solve, type Solution } from '$core/program/solve';
import { PURPOSES, TASK_IDS } from '$core/request/task';
import { RUN } from '$core/log/run';
import { noLoad, type Member } from '$core/pack/load';
import type { Pack } from '$core/pack/pack';
import { fieldSchema } from '$core/quantity/field-schema';
import type { Database, Store } from '../../db/connect';
import { shapeOf } from '../../db/map';
import type { RowOf } from '../../db/models';
import { checked, done, missing, refuse, type Result } from '../../result';
import { getCharger, getSupply, listChargers } from '../chargers/chargers';
import { joiningReading } from '../packs/joining';
import { largestGuards } from './largest-guards';
import { othersNeed } from './others-need';
import { allPacks, getPack, lastReading } from '../packs/packs';
import { getPreferences } from '../house/preferences';
import { channelOutputs } from '../runs/run-outputs';
import { surroundings } from './surroundings';
import { OverridesSchema, ProgramSettingsSchema } from '$core/request/settings-schema';
import { PracticeLayerSchema } from '$core/practice/practice-schema';

export const ProgramRequest = z.object({
	packId: z.string().min(1, 'Choose a pack.'),
	/** The other packs of the load, joined with it on the same channel. */
	joined: fieldSchema(RUN.joined),
	chargerId: z.string().min(1, 'Choose a charger.'),
	channelId: z.string().min(1, 'Choose a channel.'),
	task: z.enum(TASK_IDS).default('balance'),
	purpose: z.enum(PURPOSES).default('standard'),
	overrides: OverridesSchema.default({}),
	/** Schools that this one program follows. */
	practice: PracticeLayerSchema.default({}),
	/**
	 * A name keeps it among the programs of the pack; saved again under it, it is the next version.
	 */
	name: z.string().trim().min(1, 'A program needs a name.').max(80).nullable().default(null)
});
export type ProgramRequest = z.infer<typeof ProgramRequest>;

export type SavedProgram = ReturnType<typeof shapeOf<'Program'>> & { savedAt: string };

/** Output power in use on the other channels of a charger, W. */
export async function othersOutputW(db: Store, charger: Charger, channelId: string): Promise<number> {
	const outputs = await channelOutputs(db, charger.id);
	return [...outputs].filter(([id]) => id !== channelId).reduce((sum, [, powerW]) => sum + powerW, 0);
}

/** The other packs of a load with what they read; refused where they are no load together. */
async function membersOf(
	db: Store,
	first: Pack,
	packIds: readonly string[],
	now: string
): Promise<Result<Member[]>> {
	const members: Member[] = [];
	for (const packId of packIds) {
		const pack = await getPack(db, packId);
		if (!pack.ok) return pack;
		members.push({ pack: pack.value, reading: await joiningReading(db, pack.value, now) });
	}
	const why = noLoad([first, ...members.map((m) => m.pack)]);
	return why === null ? done(members) : refuse(422, why, { joined: why });
}

/** Everything the solver needs, read from the database at the moment `now`. */
export async function programContext(
	db: Store,
	request: Pick<ProgramRequest, 'packId' | 'chargerId' | 'channelId' | 'task' | 'purpose'> & {
		practice?: PracticeLayer;
		joined?: readonly string[];
		/** Whether what runs on other channels of the charger need of it counts; true unless it is said otherwise. */
		beside?: boolean;
	},
	now: string
): Promise<Result<ProgramContext>> {
	const [pack, charger] = await Promise.all([getPack(db, request.packId), getCharger(db, request.chargerId)]);
	if (!pack.ok) return pack;
	if (!charger.ok) return charger;
	if (!charger.value.channels.some((c) => c.id === request.channelId))
		return missing('channel on this charger');
	const joined = await membersOf(db, pack.value, request.joined ?? [], now);
	if (!joined.ok) return joined;
	const [reading, supply, others, preferences, bench] = await Promise.all([
		joined.value.length ? joiningReading(db, pack.value, now) : lastReading(db, request.packId, now),
		getSupply(db, charger.value.supplyId),
		othersOutputW(db, charger.value, request.channelId),
		getPreferences(db),
		listChargers(db)
	]);
	const at = {
		...{ pack: pack.value, joined: joined.value, charger: charger.value, channelId: request.channelId },
		...{ supply, bench }
	};
	const around = await surroundings(db, at, request.practice ?? {}, now);
	// A run as it began is asked for without the runs beside it.
	const beside = request.beside ?? true;
	const context: ProgramContext = {
		around: beside
			? {
					...around,
					othersNeed: await othersNeed(db, charger.value, request.channelId, (run) =>
						programContext(db, { ...run, beside: false }, run.startedAt)
					)
				}
			: around,
		pack: pack.value,
		reading,
		joined: joined.value,
		charger: charger.value,
		channelId: request.channelId,
		supply,
		othersOutputW: others,
		ambientDegC: preferences.ambientDegC,
		now,
		task: request.task,
		purpose: request.purpose
	};
	const { guards } = resolvePractice(
		preferences.practice,
		pack.value.practice,
		request.practice ?? {}
	).values;
	if (guards !== 'largest pack') return done(context);
	const shelf = await allPacks(db);
	return done({ ...context, around: { ...context.around, largest: largestGuards(context, shelf) } });
}

/** Solves what a request asks for. */
export async function solveProgram(
	db: Store,
	input: unknown,
	now: string,
	traceEveryS = 0
): Promise<Result<Solution>> {
	const request = checked(ProgramRequest, input);
	if (!request.ok) return request;
	const context = await programContext(db, request.value, now);
	if (!context.ok) return context;
	return done(solve(context.value, request.value.overrides, traceEveryS));
}

/** The number that the next version of a pack's program of this name gets. */
async function nextVersion(tx: Store, packId: string, name: string): Promise<number> {
	const last: number | null = await tx.models.Program.max('version', { where: { packId, name } });
	return (last ?? 0) + 1;
}

/**
 * Keeps a solved program, so that it can be carded, started and found again. A program with a
 * Stop is not kept. The same `id` again is the same program: a request may repeat itself.
 */
export async function saveProgram(
	db: Database,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<SavedProgram>> {
	const request = checked(ProgramRequest, input);
	if (!request.ok) return request;
	return db.write(async (tx) => {
		const before = await getProgram(tx, id);
		if (before.ok) return before;
		const solved = await solveProgram(tx, request.value, now);
		if (!solved.ok) return solved;
		const fatal = solved.value.findings.find((f) => f.severity === 'stop' && !f.overridable);
		if (fatal) return refuse(409, fatal.sentence);
		const { name, ...fields } = request.value;
		const row = await tx.models.Program.create({
			id,
			...fields,
			name,
			version: name === null ? null : await nextVersion(tx, fields.packId, name),
			settings: solved.value.settings,
			verdict: solved.value.verdict
		});
		return done(toProgram(row));
	});
}

function toProgram(row: RowOf<'Program'>): SavedProgram {
	const program = shapeOf('Program', row);
	// A setting that came later than the program stands as it would for one that leaves it out.
	const settings = ProgramSettingsSchema.parse(program.settings);
	return { ...program, settings, savedAt: row.get('createdAt').toISOString() };
}

export async function getProgram(db: Store, id: string): Promise<Result<SavedProgram>> {
	const row = await db.models.Program.findByPk(id);
	return row ? done(toProgram(row)) : missing('program');
}

/** The programs kept for a pack under a name, by name, the newest version of each first. */
export async function programsOf(db: Store, packId: string): Promise<SavedProgram[]> {
	const rows = await db.models.Program.findAll({
		where: { packId, name: { [Op.ne]: null } },
		order: [
			['name', 'ASC'],
			['version', 'DESC']
		]
	});
	return rows.map(toProgram);
}

/**
 * Takes a program off the pack's list (`name` null); what was run with it stays in the logbook,
 * and its name puts it back. Under a name that has its version already, it becomes the next one.
 */
export async function renameProgram(
	db: Database,
	id: string,
	name: string | null
): Promise<Result<SavedProgram>> {
	return db.write(async (tx) => {
		const row = await tx.models.Program.findByPk(id);
		if (!row) return missing('program');
		const packId = row.get('packId');
		const taken =
			name !== null &&
			(await tx.models.Program.count({
				where: { packId, name, version: row.get('version'), id: { [Op.ne]: id } }
			})) > 0;
		const unnumbered = name !== null && row.get('version') === null;
		await row.update(taken || unnumbered ? { name, version: await nextVersion(tx, packId, name) } : { name });
		return done(toProgram(row));
	});
}

/**
 * The saved program solved again for the present moment: what was proved yesterday is proved anew
 * before a start.
 */
export async function solveSaved(db: Store, program: SavedProgram, now: string): Promise<Result<Solution>> {
	const context = await programContext(db, program, now);
	if (!context.ok) return context;
	return done(solve(context.value, program.settings));
}
