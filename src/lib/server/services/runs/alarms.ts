/**
 * Who is called to which run now: computed from the open runs, those just ended, and what was
 * answered. Pages only show it.
 */
import { now as bookNow } from '../../clock';
import { randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import { z } from 'zod';
import { ALARM_KINDS, alarmsOf, type Alarm, type AlarmAnswer, type AlarmRun } from '$core/follow/alarms';
import { channelNameOf } from '$core/charger/charger';
import { OPEN_STATUSES } from '$core/log/run';
import { resolvePractice } from '$core/practice/practice';
import type { Database, Store } from '../../db/connect';
import { toRun } from '../../db/map';
import { checked, done, missing, type Result } from '../../result';
import { listChargers } from '../chargers/chargers';
import { getPreferences } from '../house/preferences';
import { live } from './live';
import { seenOn } from './watching';

/** Runs that ended longer ago call nobody, h. */
const LOOKED_BACK_H = 12;

const iso = (at: string): string => new Date(at).toISOString();

/** What alarms are made of, kept until the next write: they are asked for by every page. */
const alarmInputs = (db: Store, now: string) =>
	db.kept(
		'alarm inputs',
		async () => {
			const since = new Date(Date.parse(now) - LOOKED_BACK_H * 3600e3).toISOString();
			const rows = await db.models.Run.findAll({
				where: { [Op.or]: [{ status: OPEN_STATUSES }, { endedAt: { [Op.gt]: since } }] }
			});
			const runs = rows.map(toRun);
			const ids = runs.map((r) => r.id);
			const [answerRows, seenThere, packs, chargers, preferences] = await Promise.all([
				db.models.AlarmAnswer.findAll({ where: { runId: ids } }),
				seenOn(db, ids),
				db.models.Pack.findAll({ where: { id: runs.map((r) => r.packId) }, paranoid: false }),
				listChargers(db),
				getPreferences(db)
			]);
			const answers = new Map(ids.map((id): [string, AlarmAnswer[]] => [id, []]));
			for (const row of answerRows) {
				const { runId, kind, at, until, said } = row.get();
				answers.get(runId)!.push({ kind, at: iso(at), until: until ? iso(until) : null, said });
			}
			return { runs, answers, seenThere, packs, chargers, preferences };
		},
		now.slice(0, 16)
	);

/**
 * Every alarm at the moment `now` (ISO 8601), those that wait longest last within a kind, the
 * most urgent kind first.
 */
export async function alarmsNow(db: Store, now: string): Promise<Alarm[]> {
	const { runs, answers, seenThere, packs, chargers, preferences } = await alarmInputs(db, now);
	const { practice, presenceMin } = preferences;
	const nameOf = new Map(packs.map((row) => [row.get('id'), row.get('name')]));
	const habits = {
		everyMin: presenceMin,
		unplugOrder: resolvePractice(practice).values.unplugOrder
	};
	const alarms = runs.flatMap((run) => {
		const charger = chargers.find((c) => c.id === run.chargerId);
		const channel = charger?.channels.find((c) => c.id === run.channelId);
		const seen: AlarmRun = {
			...run,
			packName: nameOf.get(run.packId) ?? 'A pack',
			where: charger && channel ? channelNameOf(charger, channel) : 'a charger',
			timerMin: run.settings.safetyTimerMin,
			hasProbe: channel?.hasProbe ?? false,
			seen: seenThere.filter((s) => s.runId === run.id)
		};
		return alarmsOf(seen, answers.get(run.id) ?? [], habits, now);
	});
	return alarms.sort(
		(a, b) => ALARM_KINDS.indexOf(a.kind) - ALARM_KINDS.indexOf(b.kind) || (a.since < b.since ? 1 : -1)
	);
}

const AnswerSchema = z.object({
	kind: z.enum(ALARM_KINDS),
	/** Put off by so long; 0 or left out: answered. */
	snoozeMin: z.number().min(0).max(240).default(0),
	said: z.string().max(200).default('')
});

/** Keeps what a person answered; every window hears of it. */
export async function answerAlarm(
	db: Database,
	runId: string,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Alarm[]>> {
	const valid = checked(AnswerSchema, input);
	if (!valid.ok) return valid;
	const { kind, snoozeMin, said } = valid.value;
	const kept = await db.write<Result<null>>(async (tx) => {
		if (!(await tx.models.Run.findByPk(runId))) return missing('run');
		if (await tx.models.AlarmAnswer.findByPk(id)) return done(null);
		const until = snoozeMin > 0 ? new Date(Date.parse(now) + snoozeMin * 60e3).toISOString() : null;
		await tx.models.AlarmAnswer.create({ id, runId, kind, at: now, until, said });
		return done(null);
	});
	if (!kept.ok) return kept;
	live.changed(runId);
	return done(await alarmsNow(db, now));
}

/**
 * Looks again every so often and tells every window when another alarm is due: pages that are
 * hidden have slow clocks.
 */
export class AlarmClock {
	private timer: ReturnType<typeof setInterval> | null = null;
	private known = '';

	constructor(
		private readonly db: Store,
		private readonly everyMs = 500
	) {}

	start(): void {
		this.timer = setInterval(() => void this.look().catch(() => {}), this.everyMs);
		this.timer.unref();
	}

	stop(): void {
		if (this.timer) clearInterval(this.timer);
	}

	/** Tells of a change since the last look. */
	async look(now = bookNow()): Promise<void> {
		const alarms = await alarmsNow(this.db, now);
		const known = alarms.map((a) => `${a.runId} ${a.kind} ${a.since}`).join('\n');
		if (known === this.known) return;
		this.known = known;
		live.changed(alarms[0]?.runId ?? '');
	}
}
