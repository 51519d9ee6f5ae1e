/**
 * The same program on two channels at once, for packs that work as a pair and want equal
 * treatment.
 */
import type { ProgramContext } from '../request/context';
import type { Overrides, ProgramSettings } from '../request/settings';
import { solve, type Solution } from './solve';

export interface PairSolution {
	both: [Solution, Solution];
	/** Settings that are made equal: the gentler of the two. */
	shared: Overrides;
	/** Why the two cannot be treated alike, in words; empty when they can. */
	differences: string[];
}

/** Output of one pack of the pair at its end of charge, W: what the other must leave it. */
const outputW = (s: ProgramSettings) => s.currentA * s.cells * s.endVoltageV;

function differencesOf(a: ProgramContext, b: ProgramContext): string[] {
	const out: string[] = [];
	if (a.pack.id === b.pack.id) out.push('A pair is two packs.');
	if (a.channelId === b.channelId) out.push('Each pack needs a channel of its own.');
	if (a.pack.chemistry !== b.pack.chemistry) out.push('The packs are of different chemistries.');
	if (a.pack.cells !== b.pack.cells) out.push(`One pack is ${a.pack.cells}S, the other ${b.pack.cells}S.`);
	return out;
}

/**
 * Solves both packs so that they get the same current and the same end, within what their
 * channels can do together: each is solved with the other's output taken from the power they
 * share, and the smaller answer is given to both.
 */
export function solvePair(a: ProgramContext, b: ProgramContext): PairSolution {
	const together = a.charger.id === b.charger.id;
	const half = (context: ProgramContext): ProgramContext => {
		const { sharedPowerW } = context.charger;
		if (!together || sharedPowerW === null) return context;
		const others = Math.max(context.othersOutputW, 0);
		// Each may have half of what the two share.
		return { ...context, othersOutputW: others + (sharedPowerW - others) / 2 };
	};
	const [first, second] = [solve(half(a)), solve(half(b))];
	const shared: Overrides = {
		currentA: Math.min(first.settings.currentA, second.settings.currentA),
		endVoltageV: Math.min(first.settings.endVoltageV, second.settings.endVoltageV)
	};
	const beside = (context: ProgramContext, other: ProgramSettings): ProgramContext =>
		together ? { ...context, othersOutputW: context.othersOutputW + outputW(other) } : context;
	const [settingsA, settingsB] = [first, second].map((s) => ({ ...s.settings, ...shared }));
	return {
		both: [solve(beside(a, settingsB), shared), solve(beside(b, settingsA), shared)],
		shared,
		differences: differencesOf(a, b)
	};
}
