/** What every channel would do for a pack now, best first. */
import { rankOffers, offerOf, type ChannelOffer } from '$core/choose/rank';
import { solve } from '$core/program/solve';
import type { Purpose, TaskId } from '$core/request/task';
import type { Store } from '../../db/connect';
import { done, type Result } from '../../result';
import { listChargers } from '../chargers/chargers';
import { openRuns } from '../runs/open-runs';
import { programContext } from './programs';

export async function channelOffers(
	db: Store,
	request: { packId: string; task: TaskId; purpose: Purpose },
	now: string
): Promise<Result<ChannelOffer[]>> {
	const [chargers, open] = await Promise.all([listChargers(db), openRuns(db)]);
	const offers: ChannelOffer[] = [];
	for (const charger of chargers)
		for (const { id: channelId } of charger.channels) {
			const context = await programContext(db, { ...request, chargerId: charger.id, channelId }, now);
			if (!context.ok) return context;
			const run = open.find((r) => r.channelId === channelId);
			const until = run && Date.parse(run.startedAt) + (run.expectedMin ?? 0) * 60e3;
			offers.push(
				offerOf(solve(context.value), now, until === undefined ? null : new Date(until).toISOString())
			);
		}
	return done(rankOffers(offers, now));
}
