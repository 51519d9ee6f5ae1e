/**
 * Runs: starting one over a link or by hand, stopping it over the link, and closing one whose
 * charger stays away.
 */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { isOpen, type OverriddenFinding, type Run } from '$core/log/run';
import { mayStart } from '$core/program/check';
import type { Solution } from '$core/program/solve';
import type { CheckAnswer, ChannelAddress } from '../../../../../link/protocol';
import type { Database, Store } from '../../db/connect';
import { toRun } from '../../db/map';
import type { RunRow } from '../../db/models';
import { LinkError, type ChargerLink } from '../../link/charger-link';
import { keyedProgram } from '../../link/keyed-program';
import type { Links } from '../../link/links';
import { checked, done, missing, refuse, type Refusal, type Result } from '../../result';
import { eventsOf, writeEvent } from '../house/events';
import type { Follower } from './follow';
import { live } from './live';
import { endRun, openRunOf, openRunOn, recordStart, settleStart, withdrawStart } from './open-runs';
import { getProgram, solveSaved } from '../programs/programs';
import { summaryOf } from './telemetry';
import { contradictions } from '$core/log/check-evidence';
import { CheckEvidenceSchema, OverriddenFindingSchema } from '$core/log/run-schema';
import { keepCheck, NO_EVIDENCE } from './checks';

/** What the use cases need that talk to chargers. */
export interface Bench {
	db: Database;
	links: Links;
	follower: Follower;
}

export const StartRequest = z.object({
	programId: z.string().min(1),
	mode: z.enum(['link', 'by hand']),
	/** Cells the charger read, as seen on its screen or over its link. */
	cellsRead: z
		.number()
		.int('Cells must be a whole number.')
		.min(1, 'The charger reads at least 1 cell.')
		.max(24),
	/** What the charger showed at the check, and what hands saw. */
	evidence: CheckEvidenceSchema.optional(),
	overridden: z
		.array(z.object({ rule: z.string(), reason: OverriddenFindingSchema.shape.reason }))
		.default([])
});
export type StartRequest = z.infer<typeof StartRequest>;

interface Ready {
	programId: string;
	solution: Solution;
	overridden: OverriddenFinding[];
}

/**
 * Everything that must hold before any charger is told to start, as it is within the write that
 * starts it.
 */
async function readyToStart(tx: Store, request: StartRequest, now: string): Promise<Result<Ready>> {
	const program = await getProgram(tx, request.programId);
	if (!program.ok) return program;
	const solution = await solveSaved(tx, program.value, now);
	if (!solution.ok) return solution;
	const { findings, resolved } = solution.value;
	// A run that is open already is the answer, before any finding.
	if (await openRunOn(tx, program.value.channelId)) return refuse(409, 'This channel is already in a run.');
	for (const { pack } of resolved.load)
		if (await openRunOf(tx, pack.id))
			return refuse(
				409,
				resolved.load.length === 1 ? 'This pack is already in a run.' : `${pack.name} is already in a run.`
			);
	const named = new Map(request.overridden.map((o) => [o.rule, o.reason]));
	if (!mayStart(findings, new Set(named.keys()))) {
		const open = findings.find((f) => f.severity !== 'note' && !(f.overridable && named.has(f.rule)))!;
		return refuse(409, open.overridable ? `Decide about this first: ${open.sentence}` : open.sentence, {
			overridden: open.rule
		});
	}
	const against = contradictions(resolved, request.evidence ?? NO_EVIDENCE);
	const unanswered = against.find((c) => c.severity === 'stop' || !named.has(c.rule));
	if (unanswered)
		return refuse(
			409,
			unanswered.severity === 'stop'
				? unanswered.sentence
				: `Decide about this first: ${unanswered.sentence}`,
			{ evidence: unanswered.rule }
		);
	if (request.cellsRead !== resolved.pack.cells)
		return refuse(
			409,
			`The charger reads ${request.cellsRead}S and the pack is ${resolved.pack.cells}S: wrong setting, wrong pack, or a dead cell. Do not start.`,
			{ cellsRead: `The pack is ${resolved.pack.cells}S.` }
		);
	const overridden = [...findings, ...against]
		.filter((f) => named.has(f.rule))
		.map((f) => ({ rule: f.rule, sentence: f.sentence, reason: named.get(f.rule)! }));
	return done({ programId: program.value.id, solution: solution.value, overridden });
}

/**
 * Writes the run: by hand it has started, over a link it is starting until the charger has said
 * so.
 */
async function writeStart(
	tx: Store,
	id: string,
	ready: Ready,
	mode: Run['mode'],
	now: string
): Promise<RunRow> {
	const { solution, overridden, programId } = ready;
	const { resolved: r, forecast } = solution;
	const row = await tx.models.Run.create({
		id,
		packId: r.load[0].pack.id,
		joined: r.load.slice(1).map((m) => m.pack.id),
		chargerId: r.charger.id,
		channelId: r.channelId,
		programId,
		mode,
		status: mode === 'link' ? 'starting' : 'running',
		task: r.task,
		purpose: r.purpose,
		settings: solution.settings,
		overridden,
		expectedMin: forecast?.timeMin.median ?? null,
		expectedP95Min: forecast?.timeMin.p95 ?? null,
		expectedAh: forecast?.chargeAh.median ?? null,
		expectedLowAh: forecast?.chargeAh.p5 ?? null,
		expectedHighAh: forecast?.chargeAh.p95 ?? null,
		startedAt: now,
		notes: ''
	});
	if (mode === 'by hand') await recordStart(tx, row);
	return row;
}

/** A start that was refused although something had been looked at is kept with why. */
async function keepRefused(db: Database, request: StartRequest, why: string, now: string): Promise<void> {
	const { evidence, programId, mode } = request;
	if (!evidence) return;
	await db.write(async (tx) => {
		const program = await getProgram(tx, programId);
		if (program.ok)
			await keepCheck(tx, {
				id: randomUUID(),
				program: program.value,
				mode,
				evidence,
				refused: why.slice(0, 1000),
				now
			});
	});
}

/**
 * Starts a saved program. The run is written first and the charger told second, so that no charge
 * ever goes on that the logbook does not know of. It is taken back only where the charger
 * refuses, or cannot have heard of it; where no answer came it stays as starting, and whoever
 * follows it finds out. The same `id` again is the same run.
 */
export async function startRun(
	{ db, links, follower }: Bench,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Run>> {
	const request = checked(StartRequest, input);
	if (!request.ok) return request;
	const { mode } = request.value;
	const written = await db.write(async (tx) => {
		const before = await tx.models.Run.findByPk(id);
		if (before) return done({ run: toRun(before), send: null });
		const ready = await readyToStart(tx, request.value, now);
		if (!ready.ok) return ready;
		const { resolved: r, settings } = ready.value.solution;
		const link = links.of(r.charger.link);
		if (mode === 'link' && !link)
			return refuse(409, `${r.charger.name} has no data link: key the program in by hand.`);
		const run = toRun(await writeStart(tx, id, ready.value, mode, now));
		const { evidence } = request.value;
		const program = { ...run, id: ready.value.programId };
		if (evidence) await keepCheck(tx, { id, program, mode, evidence, refused: null, now });
		const send = mode === 'link' && link ? { link, program: keyedProgram(id, r, settings) } : null;
		// From here on until the answer the follower leaves the start to this request.
		if (send) follower.starting.add(id);
		return done({ run, send });
	});
	if (!written.ok) {
		follower.starting.delete(id);
		await keepRefused(db, request.value, written.message, now);
		return written;
	}
	const { run, send } = written.value;
	if (!send) {
		live.changed(id);
		return done(run);
	}
	try {
		await send.link.start(run, send.program);
		await settleStart(db, id);
		return done({ ...run, status: 'running' as const });
	} catch (error) {
		if (!(error instanceof LinkError)) throw error;
		if (error.maybeDone) return done(run);
		await withdrawStart(db, id, error.message);
		return refuse(error.unreachable ? 503 : 409, `Not started: ${error.message}`);
	} finally {
		follower.starting.delete(id);
	}
}

const ofLink = (error: unknown, instead = ''): Refusal => {
	if (error instanceof LinkError) return refuse(503, `${error.message}${instead}`);
	throw error;
};

/** Connects the pack of a saved program to the simulated charger and reads it there. */
export async function checkOnLink(
	{ db, links, follower }: Bench,
	programId: string,
	now: string
): Promise<Result<CheckAnswer>> {
	const program = await getProgram(db, programId);
	if (!program.ok) return program;
	const solution = await solveSaved(db, program.value, now);
	if (!solution.ok) return solution;
	const { resolved: r } = solution.value;
	const link = links.of(r.charger.link);
	if (!link) return refuse(409, `${r.charger.name} has no data link.`);
	const at: ChannelAddress = { chargerId: r.charger.id, channelId: r.channelId };
	try {
		// What the charger has kept of a run goes when a pack is plugged in: first all of it is fetched.
		await follower.pickUp(at, r.charger.link);
		const open = await openRunOn(db, at.channelId);
		if (open) await follower.look(open.get('id'));
		if (open && (await openRunOn(db, at.channelId)))
			return refuse(409, `A run on channel ${r.channel.label} is not over: end it first.`);
		if ((await link.status(at)).state === 'running')
			return refuse(409, `Channel ${r.channel.label} is charging already.`);
		await link.plugIn?.(at, r);
		return done(await link.check(at));
	} catch (error) {
		return ofLink(error);
	}
}

/** A run with the link it goes over; null for the link where its charger has none, or no longer. */
async function withLink(
	{ db, links }: Bench,
	id: string
): Promise<Result<{ row: RunRow; link: ChargerLink | null }>> {
	const row = await db.models.Run.findByPk(id);
	if (!row) return missing('run');
	const charger = await db.models.Charger.findByPk(row.get('chargerId'), { paranoid: false });
	return done({ row, link: links.of(charger?.get('link') ?? 'none') });
}

/** Asks the charger to stop. The end itself is noticed by whoever follows the run. */
export async function stopRun(bench: Bench, id: string): Promise<Result<Run>> {
	const found = await withLink(bench, id);
	if (!found.ok) return found;
	const { row, link } = found.value;
	const run = toRun(row);
	if (!isOpen(run)) return done(run);
	if (run.mode !== 'link')
		return refuse(409, 'This charger is stopped by its own button; then write down what it shows.');
	try {
		if (!link) throw new LinkError('unreachable', 'This charger has no data link any more.');
		await link.stop(run, id);
	} catch (error) {
		if (!(error instanceof LinkError) || error.code !== 'gone')
			return ofLink(error, ' Stop it at the charger.');
		// It does not know the run: what that means is found out by looking.
		await bench.follower.look(id);
		const now = await bench.db.models.Run.findByPk(id);
		return now ? done(toRun(now)) : refuse(409, 'The charger never started this run: it is taken back.');
	}
	await bench.db.write(async (tx) => {
		const said = (await eventsOf(tx, id)).some((e) => e.kind === 'run stopped');
		if (!said) await writeEvent(tx, 'run stopped', id, {});
	});
	return done(run);
}

/**
 * Closes a run over a link whose charger stays away, with what is known of it. One that the
 * charger still answers for is looked at instead, and stopped in the ordinary way.
 */
export async function closeRun(bench: Bench, id: string, now: string): Promise<Result<Run>> {
	const { db, follower } = bench;
	const found = await db.models.Run.findByPk(id);
	if (!found) return missing('run');
	if (!isOpen(toRun(found))) return done(toRun(found));
	if (found.get('mode') === 'by hand')
		return refuse(409, 'This run was keyed in by hand: write down what the screen shows.');
	const look = await follower.look(id);
	if (look === 'over') {
		const row = await db.models.Run.findByPk(id);
		return row ? done(toRun(row)) : refuse(409, 'The charger never started this run: it is taken back.');
	}
	if (look === 'followed') return refuse(409, 'The charger answers and has this run: stop it instead.');
	if (look !== 'unreachable')
		return refuse(409, 'The charger is being asked about this run: try again in a few seconds.');
	const known = await summaryOf(db, id);
	const closed = await endRun(
		db,
		id,
		{
			...known,
			endCellVoltagesV: null,
			endPackVoltageV: null,
			endReason: 'link lost',
			notes:
				'Closed while the charger did not answer, with what was known of it by then. Whether it still charges is not known: look at it.'
		},
		now
	);
	if (closed.ok) await db.write((tx) => writeEvent(tx, 'run closed', id, { reason: 'no answer' }));
	return closed;
}
