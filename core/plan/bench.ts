/**
 * The bench as slots: hours, channels, watts, supplies, boards, leads and hands of a plan, and
 * each job's ways on them.
 */
import { channelNameOf, placeOf, placesOf, type Charger } from '../charger/charger';
import { boardsFor, leadFor, type Inventory } from '../charger/inventory';
import { supplyLeftW, type Supply } from '../charger/supply';
import type { Pack } from '../pack/pack';
import type { Job, Plan, PlannedRun } from './plan';
import {
	TASTES,
	WEIGHTS,
	type TasteName,
	type Limit,
	type Placement,
	type Problem,
	type SlotJob,
	type Step,
	type Way
} from './problem';
import { MISSED_MIN } from './reality';
import { PROFILE_MIN, type RunWay, type Ways } from './run-way';

export const SLOT_MIN = 5;
const HALF_OF_A_BATTERY = 0.5;

/** What goes on already on a channel: it and its watts are taken until it is over. */
export interface GoingOn {
	channelId: string;
	packIds: string[];
	/** ISO 8601. */
	until: string;
	outputW: number;
	balances: boolean;
}

export interface PlanBench {
	chargers: readonly Charger[];
	supplies: readonly Supply[];
	inventory: Inventory | null;
	packs: readonly Pack[];
	going: readonly GoingOn[];
	/**
	 * The walk from one place where chargers stand to another, min; 0 or absent where nobody walks.
	 */
	walkMin?: number;
	/** Packs that were just used, by id: until when they cool, ISO 8601. */
	coolBy?: Readonly<Record<string, string>>;
}

/** Everything that the rest of a plan is planned with at the moment `now`. */
export interface PlanningGround {
	bench: PlanBench;
	/** Ways of the jobs that are still to be planned, by job. */
	ways: Record<string, Ways>;
	now: string;
}

/** The slots, and what each limit and way stands for. */
export interface Day {
	problem: Problem;
	/** The moment slot 0 begins, ms. */
	originMs: number;
	/** The walk between two places, min. */
	walkMin: number;
	channelIds: string[];
	/** For each job of the problem, the plan's job and what each of its ways is. */
	jobs: { job: Job; ways: { way: RunWay; channelId: string }[] }[];
}

export const momentOf = (day: Pick<Day, 'originMs' | 'problem'>, slot: number): string =>
	new Date(day.originMs + slot * day.problem.slotMin * 60e3).toISOString();

/** Watts by slot from watts by {@link PROFILE_MIN}: the most of what falls into each. */
function inSlots(outputW: readonly number[], slots: number): number[] {
	const per = SLOT_MIN / PROFILE_MIN;
	return Array.from({ length: slots }, (_, s) => {
		const part = outputW.slice(Math.floor(s * per), Math.ceil((s + 1) * per));
		return Math.max(0, ...(part.length ? part : [outputW[outputW.length - 1] ?? 0]));
	});
}

/** Slots that a charger's supply may be used by, and what there is of everything. */
export function dayOf(
	plan: Pick<Plan, 'from' | 'until' | 'hours'> & { planned?: Plan['planned'] },
	jobs: readonly Job[],
	waysOf: ReadonlyMap<string, Ways>,
	bench: PlanBench,
	now: string,
	taste: TasteName = 'usual'
): Day {
	const slotMs = SLOT_MIN * 60e3;
	const originMs = Math.floor(Date.parse(plan.from) / slotMs) * slotMs;
	const slotAt = (at: string, up: boolean) =>
		(up ? Math.ceil : Math.floor)((Date.parse(at) - originMs) / slotMs);
	const slots = Math.max(1, slotAt(plan.until, true));
	const mark = (wanted: (h: Plan['hours'][number]) => boolean) => {
		const marks = new Array<boolean>(slots).fill(false);
		for (const h of plan.hours.filter(wanted))
			marks.fill(true, Math.max(0, slotAt(h.from, true)), Math.min(slots, slotAt(h.to, false)));
		return marks;
	};
	const watched = mark(() => true);
	const hands = mark((h) => h.hands);
	// What is past cannot be planned.
	const first = Math.max(0, slotAt(now, true));

	const limits: Limit[] = [];
	const add = (kind: Limit['kind'], id: string, name: string, cap: number): number =>
		limits.push({ id, kind, name, cap, taken: [] }) - 1;
	const takenOf = (limit: number) => limits[limit].taken as number[];
	const channelAt = new Map<string, number>();
	const powerAt = new Map<string, number>();
	const supplyAt = new Map<string, number>();
	const stores: Problem['stores'][number][] = [];
	const storeAt = new Map<string, number>();
	for (const supply of bench.supplies) {
		const fed = bench.chargers.filter((c) => c.supplyId === supply.id);
		const own = fed.reduce((sum, c) => sum + c.overheadW, 0);
		const leftW = supplyLeftW(supply, own);
		if (Number.isFinite(leftW))
			supplyAt.set(supply.id, add('supply', supply.id, `${Math.round(leftW)} W of ${supply.name}`, leftW));
		if (supply.kind === 'lead battery' && supply.capacityAh !== null) {
			const cap = HALF_OF_A_BATTERY * supply.voltageV * supply.capacityAh;
			storeAt.set(
				supply.id,
				stores.push({ id: supply.id, name: `half of ${supply.name}, ${Math.round(cap)} Wh`, cap }) - 1
			);
		}
	}
	for (const charger of bench.chargers) {
		for (const channel of charger.channels)
			channelAt.set(channel.id, add('channel', channel.id, channelNameOf(charger, channel), 1));
		const supply = bench.supplies.find((s) => s.id === charger.supplyId);
		const byInput =
			supply && charger.inputCurrentA !== null
				? (charger.inputCurrentA * supply.voltageV - charger.overheadW) * charger.efficiency
				: Infinity;
		const all = charger.channels.reduce((sum, c) => sum + c.powerW, 0);
		const cap = Math.min(charger.sharedPowerW ?? Infinity, byInput);
		if (cap < all)
			powerAt.set(
				charger.id,
				add('power', charger.id, `${Math.round(cap)} W shared by ${charger.name}`, cap)
			);
	}
	const places = placesOf(bench.chargers);
	const walkMin = places.length > 1 ? (bench.walkMin ?? 0) : 0;
	const handsLimit = add('hands', 'hands', 'hands', 1);
	const { inventory } = bench;
	const packOf = (id: string) => bench.packs.find((p) => p.id === id) ?? null;
	const packAt = new Map<string, number>();
	const ofPack = (id: string): number => {
		const known = packAt.get(id) ?? add('pack', id, packOf(id)?.name ?? 'a pack', 1);
		packAt.set(id, known);
		return known;
	};
	// A board for a large pack takes a small one too: of those for so many cells and more there are
	// so many.
	const counted = new Map<string, number>();
	const boards = (cells: number): number[] => {
		if (!inventory || inventory.boards.length === 0) return [];
		const sizes = [...new Set(bench.packs.map((p) => p.cells))].filter((c) => c <= cells && c > 1);
		return sizes.map((c) => {
			const key = `board ${c}`;
			const known =
				counted.get(key) ?? add('board', key, `balance boards for ${c}S and more`, boardsFor(inventory, c));
			counted.set(key, known);
			return known;
		});
	};
	const joinBoards = (packs: number, cells: number): number[] => {
		if (!inventory || packs < 2 || inventory.parallelBoards.length === 0) return [];
		const fit = inventory.parallelBoards.filter((b) => b.places >= packs && b.cells >= cells).length;
		const key = `join ${packs} ${cells}`;
		const known = counted.get(key) ?? add('board', key, `boards that join ${packs} packs`, fit);
		counted.set(key, known);
		return [known];
	};
	const leads = (pack: Pack): number[] => {
		const lead = inventory && inventory.leads.length ? leadFor(inventory, pack) : null;
		if (!lead || !inventory) return [];
		const key = `lead ${lead.lead.connectorId}`;
		const kind = inventory.connectors.find((c) => c.id === lead.lead.connectorId)?.name ?? lead.name;
		const count = inventory.leads.filter((l) => l.connectorId === lead.lead.connectorId).length;
		const known = counted.get(key) ?? add('lead', key, `charge leads for ${kind}`, count);
		counted.set(key, known);
		return [known];
	};

	for (const run of bench.going) {
		const to = Math.min(slots, Math.max(first + 1, slotAt(run.until, true)));
		const take = (limit: number | undefined, amount: number) => {
			if (limit === undefined) return;
			for (let s = 0; s < to; s++) takenOf(limit)[s] = (takenOf(limit)[s] ?? 0) + amount;
		};
		const charger = bench.chargers.find((c) => c.channels.some((ch) => ch.id === run.channelId));
		const channel = charger?.channels.find((ch) => ch.id === run.channelId);
		take(channelAt.get(run.channelId), 1);
		run.packIds.forEach((id) => take(ofPack(id), 1));
		if (charger) take(powerAt.get(charger.id), run.outputW);
		if (charger?.supplyId) take(supplyAt.get(charger.supplyId), run.outputW / charger.efficiency);
		const cells = packOf(run.packIds[0])?.cells ?? 0;
		if (run.balances && !channel?.portBuiltIn) boards(cells).forEach((limit) => take(limit, 1));
	}

	const slotJobs: SlotJob[] = [];
	const meanings: Day['jobs'] = [];
	for (const job of jobs) {
		const found = waysOf.get(job.id);
		const pack = packOf(job.packId);
		const ways: Way[] = [];
		const means: Day['jobs'][number]['ways'] = [];
		for (const run of found?.ways ?? []) {
			if (job.pace === 'gentle only' && run.purpose !== 'gentle') continue;
			if (job.pace === 'no faster than usual' && run.purpose === 'hurry') continue;
			const charger = bench.chargers.find((c) => c.id === run.chargerId);
			if (!charger || !pack) continue;
			for (const channelId of run.channelIds) {
				if (job.channelId !== null && job.channelId !== channelId) continue;
				const channel = charger.channels.find((c) => c.id === channelId);
				const at = channelAt.get(channelId);
				if (!channel || at === undefined) continue;
				const watts: [number | undefined, (w: number) => number][] = [
					[powerAt.get(charger.id), (w) => w],
					[charger.supplyId ? supplyAt.get(charger.supplyId) : undefined, (w) => w / charger.efficiency]
				];
				const store = charger.supplyId ? storeAt.get(charger.supplyId) : undefined;
				const steps = run.steps.map((step): Step => {
					const likely = Math.max(1, Math.ceil(step.likelyMin / SLOT_MIN));
					const kept = Math.max(likely, Math.ceil(step.lateMin / SLOT_MIN));
					const profile = inSlots(step.outputW, kept);
					const draws = profile.some((w) => w > 0)
						? watts.flatMap(([limit, of]) =>
								limit === undefined ? [] : [{ limit, amounts: profile.map(of) }]
							)
						: [];
					const wh = step.energyWh / charger.efficiency + (charger.overheadW * step.likelyMin) / 60;
					return {
						likely,
						kept,
						rest: Math.ceil(step.restMin / SLOT_MIN),
						divisible: step.divisible,
						draws,
						stores: store === undefined ? [] : [{ store, amount: wh }]
					};
				});
				const packs = [job.packId, ...job.joined];
				ways.push({
					channel: at,
					place: places.indexOf(placeOf(charger)),
					holds: [
						...packs.map(ofPack),
						...(run.balances && !channel.portBuiltIn ? boards(pack.cells) : []),
						...joinBoards(packs.length, pack.cells),
						...(packs.length === 1 ? leads(pack) : [])
					],
					steps,
					wear: run.wear
				});
				means.push({ way: run, channelId });
			}
		}
		// What was to begin some minutes ago begins as it was planned: a plan does not move because the
		// clock does.
		const was = plan.planned?.find((p) => p.jobId === job.id)?.spans[0].from;
		const due = was === undefined ? first : slotAt(was, false);
		const begins = due < first && due >= first - Math.ceil(MISSED_MIN / SLOT_MIN) ? due : first;
		const cool = [job.packId, ...job.joined]
			.map((id) => bench.coolBy?.[id])
			.filter((at) => at !== undefined)
			.map((at) => slotAt(at, true));
		const from = Math.max(begins, ...cool, job.notBefore ? slotAt(job.notBefore, true) : 0, 0);
		slotJobs.push({
			id: job.id,
			from: Math.min(from, slots),
			due: job.due === null ? null : Math.max(0, Math.min(slots, slotAt(job.due, false))),
			weight: WEIGHTS[job.matters],
			lateIsUseful: true,
			ways,
			pinnedAt: job.startsAt === null ? null : slotAt(job.startsAt, false)
		});
		meanings.push({ job, ways: means });
	}
	return {
		originMs,
		walkMin,
		channelIds: [...channelAt.keys()],
		jobs: meanings,
		problem: {
			slotMin: SLOT_MIN,
			slots,
			watched,
			hands,
			limits,
			stores,
			jobs: slotJobs,
			handsLimit,
			walk: Math.ceil(walkMin / SLOT_MIN),
			taste: TASTES[taste]
		}
	};
}

/** A placement in the plan's own words and moments. */
export function plannedOf(day: Day, placement: Placement): PlannedRun {
	const { job, ways } = day.jobs[placement.job];
	const { way, channelId } = ways[placement.way];
	return {
		jobId: job.id,
		chargerId: way.chargerId,
		channelId,
		purpose: way.purpose,
		currentA: way.currentA,
		limited: way.withinW !== null,
		wear: way.wear,
		inTime: placement.inTime,
		spans: placement.spans.map((s) => ({
			task: way.steps[s.step].task,
			from: momentOf(day, s.from),
			likely: momentOf(day, s.likely),
			to: momentOf(day, s.to)
		}))
	};
}

/**
 * The placement that a planned run stands for among those that there are; null where there is
 * none any more.
 */
export function placementFor(
	day: Day,
	placements: readonly (readonly Placement[])[],
	planned: PlannedRun
): Placement | null {
	const j = day.jobs.findIndex(({ job }) => job.id === planned.jobId);
	if (j < 0) return null;
	const start = Math.round((Date.parse(planned.spans[0].from) - day.originMs) / (day.problem.slotMin * 60e3));
	const { ways } = day.jobs[j];
	const same = placements[j].filter((p) => {
		const { way, channelId } = ways[p.way];
		return p.start === start && channelId === planned.channelId && way.purpose === planned.purpose;
	});
	const near = (p: Placement) => Math.abs(ways[p.way].way.currentA - planned.currentA);
	return same.sort((a, b) => near(a) - near(b))[0] ?? null;
}
