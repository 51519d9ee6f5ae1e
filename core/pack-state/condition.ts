/**
 * Whether a pack may be used at all: what its page says, and every observation that still binds.
 */
import { effectOf, graver, type ObservationEffect, type ObservationKind } from '../pack/observation';
import type { Pack, PackCondition } from '../pack/pack';
import type { PackEvent } from './event';

export interface ConditionState {
	condition: PackCondition;
	/** Nothing clears it but the correction of a mistaken entry. */
	forGood: boolean;
	/**
	 * What was seen that makes it so, newest first, and what to do at once; empty where the pack's
	 * page alone says it.
	 */
	observed: readonly { id: string; what: ObservationKind; at: string; effect: ObservationEffect }[];
	/** What to do with the pack, whole sentences; empty where it is in service. */
	act: string;
}

const BY_CONDITION: Record<PackCondition, string> = {
	'in service': '',
	quarantine: 'Set apart: it is measured and looked at before anything is connected to it.',
	swollen: effectOf('swollen').act,
	damaged:
		'Outdoors, away from what burns. It is not connected to anything before somebody says why it is sound.',
	retired: 'Retired: brought below 30 % where that is safe, and disposed of by local rules.'
};

/** The condition of `pack` by its own page and the observations among `events` (in their order). */
export function conditionOf(pack: Pick<Pack, 'condition'>, events: readonly PackEvent[]): ConditionState {
	const observed = events
		.filter((e) => e.kind === 'observation' && e.clearedAt === null)
		.flatMap((e) =>
			e.kind === 'observation' && effectOf(e.what).condition !== null
				? [{ id: e.id, what: e.what, at: e.at, effect: effectOf(e.what) }]
				: []
		)
		.toReversed();
	const condition = observed.reduce<PackCondition>((c, o) => graver(c, o.effect.condition!), pack.condition);
	const forGood = observed.find((o) => o.effect.forGood);
	return {
		condition,
		forGood: forGood !== undefined || condition === 'swollen',
		observed,
		act: forGood?.effect.act ?? observed[0]?.effect.act ?? BY_CONDITION[condition]
	};
}
