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

/** Ageing is computed for this many packs; their rows were checked before. */
const AGED = 12;

/** Throws what a read throws. `now`: ISO 8601; `tell` receives the progress, 0 to 1. */
export async function readEveryPlace(
	db: Database,
	now: string,
	tell: (share: number) => void = () => undefined
): Promise<void> {
	const ofPacks = async () => {
		for (const { id } of await kindsOf(db)) await pileOf(db, id, now);
		for (const [k, pack] of (await allPacks(db)).entries()) {
			if (k < AGED) await packAgeing(db, pack, now);
			await programsOf(db, pack.id);
		}
	};
	const ofChargers = async () => {
		for (const { id } of await listChargers(db)) {
			await slotsOf(db, id);
			await taughtOf(db, id);
		}
	};
	const ofPlans = async () => {
		await listPlans(db);
		await nextInPlan(db, now);
		const plan = await currentPlan(db, now);
		if (!plan) return;
		await standingOf(db, plan, now);
		await groundOf(db, plan, now);
	};
	const reads: readonly (() => Promise<unknown>)[] = [
		() => judgeAll(db),
		() => getPreferences(db),
		() => listPacks(db, now),
		() => channelStates(db),
		() => alarmsNow(db, now),
		() => lastEnded(db, 5),
		() => toMeasureAgain(db, now),
		() => toPutBack(db),
		() => listRuns(db, { limit: PAGE, offset: 0 }),
		() => monthsOf(db, {}),
		ofPacks,
		ofChargers,
		() => listSupplies(db),
		() => listCases(db),
		() => progress(db),
		ofPlans,
		() => season(db, now, MONTHS)
	];
	for (const [k, read] of reads.entries()) {
		await read();
		tell((k + 1) / reads.length);
	}
}
