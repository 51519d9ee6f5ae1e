/**
 * Which channel? What each would do for this pack, best first, and why it stands where it stands.
 */
import { channelNameOf } from '../charger/charger';
import type { Solution } from '../program/solve';
import { keyInCard } from '../card/key-in';
import { countOf, type Verdict } from '../program/check';

export interface ChannelOffer {
	chargerId: string;
	channelId: string;
	/** "Basin Four, channel 2". */
	name: string;
	verdict: Verdict;
	checks: number;
	/**
	 * Current it charges at, or discharges at where it only takes out, A; null where nothing is
	 * proposed.
	 */
	currentA: number | null;
	/** What decides that current, in words. */
	decidedBy: string;
	/** Minutes it takes, and when it would end, ISO 8601; null where nothing is proposed. */
	minutes: number | null;
	endsAt: string | null;
	/** What must be changed in the charger first: "Safety timer 190 min". */
	keyFirst: string[];
	/**
	 * When the run that is on it is expected to end, ISO 8601; null when it is free. Past: nobody
	 * knows.
	 */
	busyUntil: string | null;
	/** Why it cannot, in words; null when it can. */
	cannot: string | null;
	/** Why it stands where it stands. */
	why: string;
}

/**
 * What a look, and a value to be keyed first, weigh against minutes (common practice, no source).
 */
const CHECK_MIN = 10;
const KEY_MIN = 2;

/** What this channel would do; its place is not known yet. */
export function offerOf(solution: Solution, now: string, busyUntil: string | null): ChannelOffer {
	const { resolved: r, settings, decisions, forecast, proposed, findings } = solution;
	const setting = r.taskData.moves === 'out' ? ('dischargeA' as const) : ('currentA' as const);
	const minutes = proposed && forecast ? forecast.timeMin.median : null;
	const from =
		busyUntil === null ? now : new Date(Math.max(Date.parse(busyUntil), Date.parse(now))).toISOString();
	return {
		chargerId: r.charger.id,
		channelId: r.channelId,
		name: channelNameOf(r.charger, r.channel),
		verdict: solution.verdict,
		checks: countOf(findings, 'check'),
		currentA: proposed ? settings[setting] : null,
		decidedBy: decisions[setting].why,
		minutes,
		endsAt: minutes === null ? null : new Date(Date.parse(from) + minutes * 60e3).toISOString(),
		keyFirst: proposed ? keyInCard(solution).first.map((line) => `${line.what} ${line.value}`) : [],
		busyUntil,
		cannot: proposed ? null : (findings[0]?.sentence ?? null),
		why: ''
	};
}

/** Minutes until it has ended, with what looks and keying weigh; Infinity where it cannot. */
function cost(offer: ChannelOffer, now: string): number {
	if (offer.cannot !== null || offer.endsAt === null) return Infinity;
	const ends = (Date.parse(offer.endsAt) - Date.parse(now)) / 60e3;
	return ends + CHECK_MIN * offer.checks + KEY_MIN * offer.keyFirst.length;
}

const counted = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

function reason(offer: ChannelOffer, best: ChannelOffer): string {
	if (offer.cannot !== null) return offer.cannot;
	const parts: string[] = [];
	if (offer.busyUntil !== null) parts.push('in a run');
	if (offer === best) parts.push('soonest with the least to look at');
	else {
		const later = Math.round((Date.parse(offer.endsAt!) - Date.parse(best.endsAt!)) / 60e3);
		if (later !== 0) parts.push(`ends ${Math.abs(later)} min ${later > 0 ? 'later' : 'sooner'}`);
		const looks = offer.checks - best.checks;
		if (looks !== 0)
			parts.push(counted(Math.abs(looks), 'Check', 'Checks') + (looks > 0 ? ' more' : ' fewer'));
		const keys = offer.keyFirst.length - best.keyFirst.length;
		if (keys !== 0)
			parts.push(`${counted(Math.abs(keys), 'value', 'values')} ${keys > 0 ? 'more' : 'fewer'} to key first`);
		if (parts.length === 0) parts.push('the same as the first');
	}
	return parts.join(', ');
}

/**
 * Offers in order: those that can before those that cannot, free or soon free before others, each
 * with its reason.
 */
export function rankOffers(offers: readonly ChannelOffer[], now: string): ChannelOffer[] {
	const sorted = offers
		.map((offer, i) => ({ offer, i, cost: cost(offer, now) }))
		.sort((a, b) => (a.cost === b.cost ? a.i - b.i : a.cost - b.cost))
		.map(({ offer }) => offer);
	return sorted.map((offer) => ({ ...offer, why: reason(offer, sorted[0]) }));
}
