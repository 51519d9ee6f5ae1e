/** What runs that go on need of the values that their charger holds for all its channels. */
import { channelNameOf, type Charger } from '$core/charger/charger';
import { solve } from '$core/program/solve';
import type { ProgramContext } from '$core/request/context';
import type { Overrides } from '$core/request/settings';
import { ALONE, type OthersNeed, type Surroundings } from '$core/request/surroundings';
import type { Run } from '$core/log/run';
import type { Store } from '../../db/connect';
import type { Result } from '../../result';
import { openRuns } from '../runs/open-runs';

type Need = Surroundings['othersNeed'];
const KINDS = ['safetyTimerMin', 'capacityLimitAh'] as const;

/** The context of a run as it was when it began. */
export type ContextOf = (run: Run) => Promise<Result<ProgramContext>>;

/**
 * What runs by hand on the other channels of `charger` need at least, the greatest of each; nothing
 * where values are set over a link or nothing runs.
 */
export async function othersNeed(
	db: Store,
	charger: Charger,
	channelId: string,
	contextOf: ContextOf
): Promise<Need> {
	const need: Need = { ...ALONE.othersNeed };
	const shared = charger.held.some((h) => h.scope === 'charger' && KINDS.some((kind) => kind === h.kind));
	if (charger.link !== 'none' || !shared || charger.channels.length < 2) return need;
	const others = (await openRuns(db)).filter(
		(run) => run.chargerId === charger.id && run.channelId !== channelId
	);
	for (const run of others) {
		const context = await contextOf(run);
		if (!context.ok) continue;
		const { safetyTimerMin, capacityLimitAh, ...keyed } = run.settings;
		const set = { safetyTimerMin, capacityLimitAh };
		const { decisions } = solve(context.value, keyed as Overrides);
		const channel = charger.channels.find((c) => c.id === run.channelId);
		for (const kind of KINDS) {
			// Off is off: no value of it is needed.
			if (set[kind] === null) continue;
			const value = Math.min(set[kind], decisions[kind].wouldDo?.least ?? set[kind]);
			const one: OthersNeed = {
				value,
				pack: context.value.pack.name,
				channel: channel ? channelNameOf(charger, channel) : charger.name
			};
			if (value > (need[kind]?.value ?? 0)) need[kind] = one;
		}
	}
	return need;
}
