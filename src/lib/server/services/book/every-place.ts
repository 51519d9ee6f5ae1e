/** Reads from a data file what each place of the application shows. */
import type { Database } from '../../db/connect';
import { alarmsNow } from '../runs/alarms';
import { toMeasureAgain } from '../runs/afterwards';
import { judgeAll } from '../runs/judgements';
import { lastEnded, listRuns, monthsOf } from '../runs/logbook';
import { slotsOf } from '../chargers/slots';
import { listChargers, listSupplies } from '../chargers/chargers';
import { toPutBack } from '../chargers/keyed';
import { listCases, taughtOf } from '../diagnose/cases';
import { progress } from '../drill/drills';
import { getPreferences } from '../house/preferences';
import { channelStates } from '../house/today';
import { packAgeing } from '../packs/ageing';
import { kindsOf, pileOf } from '../packs/pile';
import { allPacks, listPacks } from '../packs/packs';
import { season } from '../plan/care';
import { currentPlan, listPlans } from '../plan/plans';
import { groundOf, nextInPlan, standingOf } from '../plan/standing';
import { programsOf } from '../programs/programs';

const MONTHS = 3;
const PAGE = 40;

/** Throws what reading throws; `now`: ISO 8601. */
export async function readEveryPlace(db: Database, now: string): Promise<void> {
	await judgeAll(db);
	await getPreferences(db);
	await listPacks(db, now);
	await channelStates(db);
	await alarmsNow(db, now);
	await lastEnded(db, 5);
	await toMeasureAgain(db, now);
	await toPutBack(db);
	await listRuns(db, { limit: PAGE, offset: 0 });
	await monthsOf(db, {});
	for (const { id } of await kindsOf(db)) await pileOf(db, id, now);
	for (const pack of await allPacks(db)) {
		await packAgeing(db, pack, now);
		await programsOf(db, pack.id);
	}
	for (const { id } of await listChargers(db)) {
		await slotsOf(db, id);
		await taughtOf(db, id);
	}
	await listSupplies(db);
	await listCases(db);
	await progress(db);
	await listPlans(db);
	await nextInPlan(db, now);
	const plan = await currentPlan(db, now);
	if (plan) {
		await standingOf(db, plan, now);
		await groundOf(db, plan, now);
	}
	await season(db, now, MONTHS);
}
