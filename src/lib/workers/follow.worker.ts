/**
 * Thin: keeps the possible packs of one run off the main thread and weighs them by the looks.
 * Core computes.
 */
import './no-eval';
import { expose } from 'comlink';
import { Following, type EndExpected, type Expected, type Learned } from '$core/follow/following';
import { cellPageDue } from '$core/follow/cell-page';
import { judgeLook, type LookJudged, type LookVerdict } from '$core/follow/judge-look';
import type { KeptLook, LookKind } from '$core/log/look';
import { resolve, type ProgramContext, type Resolved } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';

export interface Followed {
	judged: Record<string, LookJudged>;
	/**
	 * What the screen should show at the minute that was asked about; null where the run should be
	 * over.
	 */
	shows: Record<LookKind, Expected> | null;
	/** The same, or what it showed last where it should be over: by this a typed number is known. */
	typedBy: Record<LookKind, Expected>;
	end: EndExpected;
	voltageFrom: Expected | null;
	/** Why the charger's cell page is to be looked at now; null where it is not. */
	cellPage: string | null;
	learned: { startSoc: Learned; capacityAh: Learned; cellOhm: Learned };
	course: { timeS: number[]; packV: number[]; currentA: number[] };
	bands: Record<'packV' | 'currentA', { timeMin: number[]; low: number[]; high: number[] }>;
}

let following: Following | null = null;
let resolved: Resolved | null = null;
let settings: ProgramSettings | null = null;
/** The looks that were told last, and what was said of the newest. */
let told: { looks: readonly KeptLook[]; verdict: LookVerdict | null } = { looks: [], verdict: null };

function cellPageAt(minute: number): string | null {
	if (!following || !resolved) return null;
	const end = following.end(minute).minute;
	return cellPageDue(resolved, told.looks, told.verdict, minute, end, following.voltageFrom());
}

const api = {
	/** Begins with a run as it was known at its start. */
	begin(context: ProgramContext, chosen: ProgramSettings): void {
		resolved = resolve(context);
		settings = chosen;
		following = new Following(resolved, chosen);
	},
	/** Takes these looks, in order of time, for all that was read; says what they mean at `minute`. */
	tell(looks: readonly KeptLook[], minute: number): Followed {
		if (!following || !resolved || !settings) throw new Error('nothing is followed');
		const judged: Followed['judged'] = {};
		for (const [k, look] of looks.entries()) {
			const earlier = looks.slice(0, k);
			// Each is judged by what was known before it; a figure that says stop proves nothing about a
			// sound pack.
			following.tell(earlier.filter((l) => judged[l.id].verdict !== 'stop now'));
			const expected = following.shouldRead(look.minute)?.[look.what] ?? null;
			judged[look.id] = judgeLook(
				resolved,
				settings,
				look,
				earlier,
				expected,
				following.soundReads(look.minute)?.[look.what] ?? null
			);
		}
		following.tell(looks.filter((l) => judged[l.id].verdict !== 'stop now'));
		told = { looks, verdict: looks.length ? judged[looks[looks.length - 1].id].verdict : null };
		return {
			judged,
			shows: following.shouldRead(minute),
			typedBy: following.lastShown(minute),
			end: following.end(minute),
			voltageFrom: following.voltageFrom(),
			cellPage: cellPageAt(minute),
			learned: following.learnedOf(),
			course: following.course(),
			bands: { packV: following.band('packV'), currentA: following.band('currentA') }
		};
	},
	/** What the screen should show at another minute, with the same looks. */
	at(minute: number): Pick<Followed, 'shows' | 'typedBy' | 'end' | 'cellPage'> {
		if (!following) throw new Error('nothing is followed');
		return {
			shows: following.shouldRead(minute),
			typedBy: following.lastShown(minute),
			end: following.end(minute),
			cellPage: cellPageAt(minute)
		};
	}
};

export type FollowWorker = typeof api;
expose(api);
