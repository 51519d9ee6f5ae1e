/**
 * One charge followed with three figures typed from its screen, and held against what it turned
 * out to be.
 */
import { Following } from '../../core/follow/following';
import { judgeLook } from '../../core/follow/judge-look';
import type { Look } from '../../core/log/look';
import type { TrueRun } from './case';
import { referenceOf } from './reference';

/** What is typed, and at which share of the charge. */
export const LOOKS = [
	['packV', 0.25],
	['chargeAh', 0.5],
	['packV', 0.75]
] as const;

/**
 * How far off somebody's medians are, as shares of the truth, and whether the band of 5 to 95 %
 * holds the end.
 */
export interface Known {
	end: number;
	charge: number;
	inside: boolean;
}

export interface Measured {
	chemistry: string;
	/** Which of the chemistry's charges. */
	index: number;
	/**
	 * By the program's own forecast, before anything was drawn along its curve: how far off its end
	 * is.
	 */
	forecast: number;
	untold: Known;
	told: Known;
	/** Told to stop, though it is sound. */
	cried: boolean;
	/**
	 * By whoever knows the truth's own physics and priors, and by how much two halves of that
	 * differ; null where it was not asked.
	 */
	reference: (Known & { unsure: number }) | null;
}

/** What of it is kept. */
export interface KeptReference {
	chemistry: string;
	index: number;
	reference: NonNullable<Measured['reference']>;
}

interface Band {
	p5: number;
	median: number;
	p95: number;
}

/**
 * Follows one charge; `reference` is what is known of the reference already, or whether it is to
 * be asked too, which takes some seconds.
 */
export function measure(
	run: TrueRun,
	chemistry: string,
	index: number,
	reference: boolean | KeptReference['reference']
): Measured {
	const { resolved, settings, forecast } = run.solution;
	const known = (minute: Band, chargeAh: Band): Known => ({
		end: Math.abs(minute.median / run.endMin - 1),
		charge: Math.abs(chargeAh.median / run.endAh - 1),
		inside: run.endMin >= minute.p5 && run.endMin <= minute.p95
	});
	const f = new Following(resolved, settings);
	const before = f.end(0);
	const looks: Look[] = [];
	let cried = false;
	for (const [what, share] of LOOKS) {
		const minute = Math.floor(share * run.endMin);
		const look: Look = { minute, what, value: run.screen(what, minute) };
		const shows = f.shouldRead(minute);
		const any = f.soundReads(minute)?.[what] ?? null;
		cried ||= judgeLook(resolved, settings, look, looks, shows?.[what] ?? null, any).verdict === 'stop now';
		looks.push(look);
		f.tell(looks);
	}
	const after = f.end(0);
	const asked = () => {
		const best = referenceOf(run, looks);
		return { ...known(best.endMin, best.endAh), unsure: best.unsure };
	};
	return {
		chemistry,
		index,
		forecast: Math.abs(forecast!.timeMin.median / run.endMin - 1),
		untold: known(before.minute, before.chargeAh),
		told: known(after.minute, after.chargeAh),
		cried,
		reference: typeof reference === 'object' ? reference : reference ? asked() : null
	};
}
