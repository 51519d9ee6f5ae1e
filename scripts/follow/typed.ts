/**
 * Charges on the simulated charger, sound or with a danger in them, followed by what a person
 * types off its screen.
 */
import { cellPageDue } from '../../core/follow/cell-page';
import { Following, type Expected } from '../../core/follow/following';
import { judgeLook, type LookVerdict } from '../../core/follow/judge-look';
import { LOOK_KINDS, type Look, type LookKind } from '../../core/log/look';
import type { Solution } from '../../core/program/solve';
import type { ProgramSettings } from '../../core/request/settings';
import type { Telemetry } from '../../core/simulate/telemetry';
import type { Fault } from '../../link/protocol';
import { watchedRun } from '../watch/case';

/** What is wrong: with the pack, the charger or its plugs, or with what was keyed. */
export interface Danger {
	name: string;
	faults: Fault[];
	/** What was keyed in the program's stead. */
	keyed?: (settings: ProgramSettings) => Partial<ProgramSettings>;
}

export const DANGERS: Danger[] = [
	{ name: 'weak cell, 8 times its resistance', faults: [{ kind: 'weak cell', cell: 1, times: 8 }] },
	{ name: 'dead cell', faults: [{ kind: 'dead cell', cell: 1 }] },
	{ name: 'plug of 100 mΩ', faults: [{ kind: 'bad plug', ohm: 0.1 }] },
	{ name: 'its own end 60 mV high', faults: [{ kind: 'wrong end', byV: 0.06 }] },
	{ name: 'keyed 150 mV a cell too high', faults: [], keyed: (s) => ({ endVoltageV: s.endVoltageV + 0.15 }) },
	{ name: 'keyed 1.6 times the current', faults: [], keyed: (s) => ({ currentA: 1.6 * s.currentA }) }
];

export interface TypedRun {
	/**
	 * Figures beyond what a sound pack shows by two steps, to the dangerous side, and those of them
	 * that said stop.
	 */
	moved: number;
	stopped: number;
	/**
	 * What a person with one number a moment, and the cell page when asked for it, was told: the
	 * gravest.
	 */
	told: LookVerdict;
	/** The cell page was asked for before the run was over. */
	askedForCells: boolean;
	/** The words of those that moved and did not stop. */
	missed: string[];
}

const MOMENTS = [0.1, 0.25, 0.4, 0.55, 0.7, 0.85, 1];
const HABIT: LookKind[] = ['packV', 'chargeAh', 'currentA'];
const GRAVITY: LookVerdict[] = ['on track', 'ahead', 'behind', 'look closer', 'stop now'];
const STEPS = 2;

function shown(log: Telemetry, what: LookKind, minute: number): number | null {
	const k = log.timeS.findLastIndex((t) => t <= minute * 60);
	if (k < 0 || minute * 60 > log.timeS[log.timeS.length - 1] + 60) return null;
	const cells = log.cellV.map((c) => c[k]).filter(Number.isFinite);
	const value =
		what === 'lowestCellV' || what === 'highestCellV'
			? cells.length
				? (what === 'lowestCellV' ? Math.min : Math.max)(...cells)
				: null
			: log[what][k];
	const { step } = LOOK_KINDS[what];
	return value === null ? null : Math.round(value / step) * step;
}

/** Beyond the band to the side that is dangerous: volts either way, current and charge above. */
function beyond(look: Look, e: Expected): boolean {
	const room = STEPS * LOOK_KINDS[look.what].step + 1e-9;
	if (look.value > e.most + room) return true;
	return look.what !== 'currentA' && look.what !== 'chargeAh' && look.value < e.least - room;
}

/**
 * Follows the charge of a program with this danger in it; null where the charger refuses the
 * start.
 */
export function typedRun(solution: Solution, danger: Danger | null, seed: number): TypedRun | null {
	const { resolved: r, settings, forecast } = solution;
	const keyed = danger?.keyed ? { ...settings, ...danger.keyed(settings) } : settings;
	const run = watchedRun({ ...solution, settings: keyed }, danger?.faults ?? [], seed);
	if (!run) return null;
	const follower = new Following(r, settings);
	const out: TypedRun = { moved: 0, stopped: 0, told: 'on track', askedForCells: false, missed: [] };
	const looks: Look[] = [];
	let verdict: LookVerdict | null = null;
	const judged = (look: Look): LookVerdict => {
		const expected = follower.shouldRead(look.minute)?.[look.what] ?? null;
		const any = follower.soundReads(look.minute)?.[look.what] ?? null;
		return judgeLook(r, settings, look, looks, expected, any).verdict;
	};
	const typed = (look: Look): void => {
		verdict = judged(look);
		if (GRAVITY.indexOf(verdict) > GRAVITY.indexOf(out.told)) out.told = verdict;
		looks.push(look);
		if (verdict !== 'stop now') follower.tell(looks);
	};
	MOMENTS.forEach((share, n) => {
		const minute = Math.round(share * forecast!.timeMin.median);
		const at = (what: LookKind): Look | null => {
			const value = shown(run.log, what, minute);
			return value === null ? null : { minute, what, value };
		};
		const bands = follower.soundReads(minute);
		for (const what of Object.keys(LOOK_KINDS) as LookKind[]) {
			const look = at(what);
			if (!look || !bands || !beyond(look, bands[what])) continue;
			out.moved++;
			if (judged(look) === 'stop now') out.stopped++;
			else out.missed.push(`${what} ${look.value} at ${minute} min: ${judged(look)}`);
		}
		const usual = at(HABIT[n % HABIT.length]);
		if (usual) typed(usual);
		const end = follower.end(minute).minute;
		if (cellPageDue(r, looks, verdict, minute, end, follower.voltageFrom())) {
			const cells = at('lowestCellV');
			if (cells) {
				out.askedForCells = true;
				typed(cells);
				const high = at('highestCellV');
				if (high) typed(high);
			}
		}
	});
	return out;
}
