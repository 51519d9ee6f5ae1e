/**
 * What is on record for a case: the program, the pack, the charger, the check, the figures of its
 * run, what was seen on it.
 */
import type { Course } from '$core/ageing/ageing';
import type { Screen } from '$core/diagnose/case';
import { factsOf, type Facts, type Known } from '$core/diagnose/facts';
import type { Shown } from '$core/diagnose/screen';
import type { OverTime, Past } from '$core/diagnose/from-the-past';
import { symptomsOfRun } from '$core/diagnose/symptom-of-run';
import type { SymptomId } from '$core/diagnose/symptom';
import { withScreen } from '$core/diagnose/typed-screen';
import type { WatchRule } from '$core/follow/watched';
import { contradictions } from '$core/log/check-evidence';
import { isOpen, type Run } from '$core/log/run';
import type { EndJudged } from '$core/pack-state/end-judgement';
import type { Pack } from '$core/pack/pack';
import { solve } from '$core/program/solve';
import { resolve, type Resolved } from '$core/request/context';
import type { Store } from '../../db/connect';
import { toReading, toRun } from '../../db/map';
import { packAgeing } from '../packs/ageing';
import { judgedRun } from '../packs/care';
import { programContext } from '../programs/programs';
import { checkOf } from '../runs/checks';
import { live } from '../runs/live';
import { looksOf } from '../runs/looks';
import { openRuns } from '../runs/open-runs';
import { readTelemetry } from '../runs/telemetry';
import { seenOn } from '../runs/watching';

/** Looks typed within this are of one screen, min (common practice, no source). */
const ONE_LOOK_MIN = 1;

export interface OnRecord {
	run: Run;
	r: Resolved;
	facts: Facts;
	/** What shows by that, the likeliest first. */
	suggested: SymptomId[];
	/** How its end is judged, as on every page; null while it is open. */
	judged: EndJudged | null;
}

/** A screen, and the pack's warmth by the probe at that moment where there is one, °C. */
interface Seen {
	shown: Shown;
	packDegC: number | null;
}

/**
 * What the charger shows now, or showed last: by its link, by its samples, by the looks that were
 * typed.
 */
async function shownBy(db: Store, run: Run, seenAtS: number | null): Promise<Seen | null> {
	const now = isOpen(run) && seenAtS === null ? live.get(run.id) : undefined;
	if (now)
		return {
			shown: {
				currentA: now.currentA,
				packV: now.packV,
				cellV: now.cellV,
				chargeAh: now.chargeAh,
				minutes: now.timeS / 60
			},
			packDegC: now.temperatureDegC
		};
	const t = await readTelemetry(db, run.id);
	// The very last sample may be of the moment after the current was cut.
	const k = t.currentA.findLastIndex(
		(a, i) => Math.abs(a) > 0.01 && (seenAtS === null || t.timeS[i] <= seenAtS)
	);
	if (k >= 0) {
		const degC = t.temperatureDegC[k];
		return {
			shown: {
				currentA: t.currentA[k],
				packV: t.packV[k],
				cellV: t.cellV.map((c) => c[k]),
				chargeAh: t.chargeAh[k],
				minutes: t.timeS[k] / 60
			},
			packDegC: Number.isFinite(degC) ? degC : null
		};
	}
	const looks = await looksOf(db, run.id);
	const last = (what: string) => looks.findLast((l) => l.what === what);
	const [packV, currentA, chargeAh] = [last('packV'), last('currentA'), last('chargeAh')];
	if (!packV || !currentA) return null;
	const minutes = [packV, currentA, chargeAh].map((l) => l?.minute ?? NaN);
	const apart = Math.max(...minutes) - Math.min(...minutes);
	const together = apart <= ONE_LOOK_MIN && run.endCellVoltagesV === null;
	return {
		shown: {
			...(together ? {} : { mixed: true as const }),
			currentA: currentA.value,
			packV: packV.value,
			cellV: run.endCellVoltagesV ?? [],
			chargeAh: chargeAh?.value ?? run.chargeAh ?? 0,
			minutes: Math.max(packV.minute, currentA.minute)
		},
		packDegC: null
	};
}

/** Over time as a share of where it began, with its band. */
const overTime = (course: Course | null, against: number | undefined): OverTime | null =>
	course && against
		? {
				at: course.points
					.map((p) => p.at)
					.toSorted()
					.at(-1)!,
				value: course.now.value / against,
				low: course.now.low / against,
				high: course.now.high / against
			}
		: null;

/**
 * Fewer figures than this of other runs say nothing that the run in question may not have made
 * itself.
 */
const LEAST_OTHERS = 2;

/** What the book says of a pack at that moment besides the run in question. */
async function pastOf(db: Store, pack: Pack, now: string, run: Run | null): Promise<Past> {
	const [ageing, rows] = await Promise.all([
		packAgeing(db, pack, now),
		db.models.Reading.findAll({ where: { packId: pack.id }, order: [['takenAt', 'ASC']] })
	]);
	const readings = rows.map(toReading);
	const measured = readings.findLast(
		(x) => x.cellResistancesOhm?.length && x.takenAt <= (run?.endedAt ?? now)
	);
	const { capacity, resistance } = ageing;
	const others = capacity?.points.filter((p) => p.ref !== run?.id) ?? [];
	const course = resistance && resistance.points.length > 1 ? resistance : null;
	return {
		holds: others.length >= LEAST_OTHERS ? overTime(capacity, pack.capacityAh) : null,
		resistance: overTime(course, course?.points[0].value),
		cellsOhm: measured ? { at: measured.takenAt, ohms: measured.cellResistancesOhm! } : null,
		after: run?.endedAt
			? {
					endedAt: run.endedAt,
					full: run.endReason === 'full',
					endV: run.endCellVoltagesV,
					readings: readings.filter((x) => x.takenAt > run.endedAt!)
				}
			: null,
		packDegC: null
	};
}

/** Everything that is known of a run; null where its pack or charger is no longer there. */
export async function onRecord(db: Store, runId: string): Promise<OnRecord | null> {
	const row = await db.models.Run.findByPk(runId);
	if (!row) return null;
	const run = toRun(row);
	const context = await programContext(db, run, run.startedAt);
	if (!context.ok) return null;
	const r = resolve(context.value);
	const seen = await seenOn(db, runId);
	// What was seen is judged by the figures of that moment: at the end they may have levelled again.
	const seenAtS = seen.filter((s) => s.rule !== 'overdue').at(-1)?.timeS ?? null;
	const alone = run.joined.length === 0;
	const [check, screen, others, past] = await Promise.all([
		checkOf(db, runId),
		shownBy(db, run, seenAtS),
		openRuns(db),
		alone ? pastOf(db, r.pack, run.startedAt, run) : undefined
	]);
	const othersRun = others.some((o) => o.chargerId === run.chargerId && o.channelId !== run.channelId);
	const facts = factsOf({
		r,
		settings: run.settings,
		run,
		check,
		shown: screen?.shown ?? null,
		othersRun,
		past: past && { ...past, packDegC: r.channel.hasProbe ? (screen?.packDegC ?? null) : null }
	});
	const judged = isOpen(run) ? null : await judgedRun(db, run, r.pack);
	const suggested = symptomsOfRun({
		endReason: run.endReason,
		outcome: judged?.outcome ?? null,
		family: r.chemistry.family,
		cellTooHigh: run.endCellVoltagesV?.some((v) => v > r.chemistry.voltages.cellMaxV) ?? false,
		watched: seen.map((s) => s.rule as WatchRule),
		against: check ? contradictions(r, check).map((c) => c.rule) : [],
		cellsZero: check?.cellsV?.every((v) => Math.abs(v) < 0.3) ?? false
	});
	return { run, r, facts, suggested, judged };
}

/**
 * What is known of a pack on a channel where nothing runs: the last check of it, and what is on
 * record.
 */
export async function knownOfPack(
	db: Store,
	at: { packId: string; chargerId: string; channelId: string },
	now: string,
	typed: { screen: Screen; symptom: SymptomId | null } | null = null
): Promise<{ r: Resolved; facts: Facts } | null> {
	const context = await programContext(db, { ...at, task: 'charge', purpose: 'standard' }, now);
	if (!context.ok) return null;
	const r = resolve(context.value);
	const last = await db.models.StartCheck.findOne({ where: { packId: at.packId }, order: [['at', 'DESC']] });
	const fresh = last && Date.parse(now) - Date.parse(last.get('at')) < 3600e3 ? last.get() : null;
	const others = await openRuns(db);
	const othersRun = others.some((o) => o.chargerId === at.chargerId && o.channelId !== at.channelId);
	// What would be set for it stands in for what is: the amps that are set come with a typed screen
	// or no sum is made of them.
	const solved = solve(context.value);
	const settings = { ...solved.settings, currentA: 0, balance: true };
	const past = await pastOf(db, r.pack, now, null);
	const known: Known = { r, settings, run: null, check: fresh, shown: null, othersRun, past };
	const expectedAh = solved.forecast?.chargeAh.median ?? null;
	const whole = typed ? withScreen(known, typed.screen, typed.symptom, expectedAh) : known;
	const facts = factsOf(whole);
	// Whether it balanced there nobody has said.
	return { r, facts: { ...facts, answers: facts.answers.filter((a) => a.clue !== 'balance-on') } };
}
