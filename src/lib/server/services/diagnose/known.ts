/** What is on record for a case: the program, the pack, the charger, the check, the figures of its run, what was seen on it. */
import { factsOf, type Facts, type Shown } from '$core/diagnose/facts';
import { symptomsOfRun } from '$core/diagnose/symptom-of-run';
import type { SymptomId } from '$core/diagnose/symptom';
import type { WatchRule } from '$core/follow/watched';
import { contradictions } from '$core/log/check-evidence';
import { judgeEnd } from '$core/log/end-judgement';
import { isOpen, type Run } from '$core/log/run';
import { resolve, type Resolved } from '$core/request/context';
import type { Store } from '../../db/connect';
import { toRun } from '../../db/map';
import { endOf } from '../packs/care';
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
}

/** What the charger shows now, or showed last: by its link, by its samples, by the looks that were typed. */
async function shownBy(db: Store, run: Run, seenAtS: number | null): Promise<Shown | null> {
	const now = isOpen(run) && seenAtS === null ? live.get(run.id) : undefined;
	if (now)
		return {
			currentA: now.currentA,
			packV: now.packV,
			cellV: now.cellV,
			chargeAh: now.chargeAh,
			minutes: now.timeS / 60
		};
	const t = await readTelemetry(db, run.id);
	// The very last sample may be of the moment after the current was cut.
	const k = t.currentA.findLastIndex(
		(a, i) => Math.abs(a) > 0.01 && (seenAtS === null || t.timeS[i] <= seenAtS)
	);
	if (k >= 0)
		return {
			currentA: t.currentA[k],
			packV: t.packV[k],
			cellV: t.cellV.map((c) => c[k]),
			chargeAh: t.chargeAh[k],
			minutes: t.timeS[k] / 60
		};
	const looks = await looksOf(db, run.id);
	const last = (what: string) => looks.findLast((l) => l.what === what);
	const [packV, currentA, chargeAh] = [last('packV'), last('currentA'), last('chargeAh')];
	if (!packV || !currentA) return null;
	const minutes = [packV, currentA, chargeAh].map((l) => l?.minute ?? NaN);
	const apart = Math.max(...minutes) - Math.min(...minutes);
	const together = apart <= ONE_LOOK_MIN && run.endCellVoltagesV === null;
	return {
		...(together ? {} : { mixed: true as const }),
		currentA: currentA.value,
		packV: packV.value,
		cellV: run.endCellVoltagesV ?? [],
		chargeAh: chargeAh?.value ?? run.chargeAh ?? 0,
		minutes: Math.max(packV.minute, currentA.minute)
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
	const [check, shown, others] = await Promise.all([
		checkOf(db, runId),
		shownBy(db, run, seenAtS),
		openRuns(db)
	]);
	const othersRun = others.some((o) => o.chargerId === run.chargerId && o.channelId !== run.channelId);
	const facts = factsOf({ r, settings: run.settings, run, check, shown, othersRun });
	const suggested = symptomsOfRun({
		endReason: run.endReason,
		outcome: isOpen(run) ? null : judgeEnd(endOf(run, r.pack)).outcome,
		family: r.chemistry.family,
		watched: seen.map((s) => s.rule as WatchRule),
		against: check ? contradictions(r, check).map((c) => c.rule) : [],
		cellsZero: check?.cellsV?.every((v) => Math.abs(v) < 0.3) ?? false
	});
	return { run, r, facts, suggested };
}

/** What is known of a pack on a channel where nothing runs: the last check of it, and what is on record. */
export async function knownOfPack(
	db: Store,
	at: { packId: string; chargerId: string; channelId: string },
	now: string
): Promise<{ r: Resolved; facts: Facts } | null> {
	const context = await programContext(db, { ...at, task: 'charge', purpose: 'standard' }, now);
	if (!context.ok) return null;
	const r = resolve(context.value);
	const last = await db.models.StartCheck.findOne({ where: { packId: at.packId }, order: [['at', 'DESC']] });
	const fresh = last && Date.parse(now) - Date.parse(last.get('at')) < 3600e3 ? last.get() : null;
	const others = await openRuns(db);
	const othersRun = others.some((o) => o.chargerId === at.chargerId && o.channelId !== at.channelId);
	const settings = {
		currentA: 0,
		balance: true,
		endVoltageV: r.chemistry.voltages.setMaxV
	} as Run['settings'];
	return { r, facts: factsOf({ r, settings, run: null, check: fresh, shown: null, othersRun }) };
}
