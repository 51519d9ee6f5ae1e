import type { Readiness } from '$core/care/readiness';
import { placesOf } from '$core/charger/charger';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { toPutBack } from '$lib/server/services/chargers/keyed';
import { toMeasureAgain } from '$lib/server/services/runs/afterwards';
import { lastEnded } from '$lib/server/services/runs/logbook';
import { nextInPlan } from '$lib/server/services/plan/standing';
import type { PageServerLoad } from './$types';

/** What waits for a person, the most urgent first. */
const WAITING: Readiness['state'][] = ['look', 'low', 'not read'];

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	depends('app:plan');
	const { db } = await app();
	const now = bookNow();
	const [packs, runs, preferences, putBack, chargers, measure, plan] = await Promise.all([
		listPacks(db, now),
		lastEnded(db, 5),
		getPreferences(db),
		toPutBack(db),
		listChargers(db),
		toMeasureAgain(db, now),
		nextInPlan(db, now)
	]);
	const count = (state: Readiness['state']) => packs.filter((p) => p.readiness.state === state).length;
	return {
		packs: packs.length,
		/** Packs that were measured at least once, and the first that was not. */
		measured: packs.filter((p) => p.reading !== null).length,
		unmeasured: packs.find((p) => p.reading === null)?.pack.id ?? null,
		inService: packs.length - count('out of service'),
		ready: count('ready'),
		/** Those that may be taken and used, by name. */
		readyPacks: packs
			.filter((p) => p.readiness.state === 'ready')
			.map(({ pack }) => ({ id: pack.id, name: pack.name })),
		stored: count('storage'),
		/** Packs that wait for a person, the most urgent first. */
		needing: WAITING.flatMap((state) => packs.filter((p) => p.readiness.state === state)).map(
			({ pack, reading, readiness }) => ({ pack, reading, readiness })
		),
		/**
		 * Packs whose capacity is to be checked and that nothing more urgent keeps back, the longest
		 * wait first.
		 */
		toCheck: packs
			.filter(
				(p) =>
					p.maintenance?.due && p.readiness.state !== 'on a charger' && !WAITING.includes(p.readiness.state)
			)
			.sort((a, b) => (b.maintenance!.days ?? Infinity) - (a.maintenance!.days ?? Infinity))
			.map(({ pack, maintenance }) => ({ pack, maintenance: maintenance! })),
		/** What was keyed for a run that is over, and was something else before. */
		putBack: putBack.map((k) => ({ ...k, charger: chargers.find((c) => c.id === k.chargerId)?.name ?? '' })),
		runs,
		/** The next acts of the plan that goes on or comes next; null without one. */
		plan,
		ambientDegC: preferences.ambientDegC,
		presenceMin: preferences.presenceMin,
		walkMin: preferences.walkMin,
		places: placesOf(chargers).length,
		watchStops: preferences.watchStops,
		toMeasure: measure.map((m) => ({
			...m,
			name: packs.find(({ pack }) => pack.id === m.packId)?.pack.name ?? ''
		})),
		now
	};
};
