/** A bench of a circuit as a case: solved once, then asked about as often as one likes. */
import type { ClueId } from '../../core/diagnose/clue';
import { CLUE_IDS, clueOf } from '../../core/diagnose/clue';
import { factsOf, type Facts } from '../../core/diagnose/facts';
import type { Shown } from '../../core/diagnose/screen';
import type { SymptomId } from '../../core/diagnose/symptom';
import { solve } from '../../core/program/solve';
import type { Playable } from '../diagnose/dialogue';
import { aCharger, aContext, aPack, aReading, aSupply, NOW } from '../support/bench-chargers';
import { END_V, familyOf, ocv, type Bench } from './bench';
import { benchOf, FAULTS, type BuiltFault } from './faults';
import { Looks, showsAt } from './looks';
import { afterwards, storyOf, type Screen, type Story } from './story';

/**
 * What is kept of a bench once its circuit was solved: what shows, the screens, and what every
 * look finds.
 */
export interface SolvedBench {
	/** Its fault by name, and the seed that it is drawn from. */
	fault: string;
	seed: number;
	shows: SymptomId;
	story: Pick<Story, 'check' | 'now' | 'ended' | 'countRead'>;
	looks: Partial<Record<ClueId, string>>;
}

const hoursAgo = (hours: number): string => new Date(Date.parse(NOW) - 3600e3 * hours).toISOString();
const yearsAgo = (years: number): string => hoursAgo(24 * 365 * years).slice(0, 10);

/** What the program has on record of this pack, charger and supply. */
function contextOf(b: Bench) {
	const { charger, supply } = b;
	const lithium = familyOf(b.kind) === 'lithium';
	const n = b.cells.length;
	const read = ocv(b.curve, b.readSoc);
	// Each cell as a meter found it; what failed since then stood like its fellows.
	const cellsRead = Array.from({ length: charger.setCells }, (_, i) => {
		const soc = b.cells[i]?.soc ?? b.readSoc;
		return Math.round(1000 * (b.usedSince || soc < 0 ? read : ocv(b.curve, soc))) / 1000;
	});
	const rest = { takenAt: hoursAgo(b.usedSince ? 60 : 1), temperatureDegC: b.ambientDegC };
	const used = b.usedSince
		? ({ usedSince: 'until it faded' } as const)
		: ({ usedSince: 'not used' } as const);
	return aContext({
		pack: aPack({
			chemistry: b.kind,
			cells: charger.setCells,
			capacityAh: b.ratedAh,
			measuredCapacityAh: null,
			labelChargeRateC: lithium ? 5 : null,
			balanceLead: lithium,
			firstUsedOn: yearsAgo(b.years)
		}),
		reading: lithium
			? aReading(cellsRead, { ...rest, ...used })
			: aReading([], {
					cellVoltagesV: null,
					packVoltageV: Math.round(100 * n * read) / 100,
					...rest,
					...used
				}),
		charger: aCharger(
			{ inputMinV: charger.inputMinV, inputMaxV: charger.inputMaxV },
			{
				powerW: Math.round(10 * charger.powerW) / 10,
				balanceCurrentA: charger.balanceA,
				chemistries: [{ chemistry: b.kind, minCells: 1, maxCells: 14 }]
			}
		),
		supply: aSupply({ voltageV: 12.5 > supply.voltageV && supply.voltageV > 11 ? supply.voltageV : 13 }),
		ambientDegC: b.ambientDegC,
		task: lithium ? 'balance' : 'charge',
		around: { chargesSinceBalance: lithium ? b.sinceBalance : null }
	});
}

const shownOf = (s: Screen): Shown => ({
	currentA: s.currentA,
	packV: s.mainV,
	cellV: s.cellV,
	chargeAh: s.chargeAh,
	minutes: s.minutes
});

function factsOfBench(b: Bench, story: SolvedBench['story']): Facts {
	const { resolved, settings: own, forecast } = solve(contextOf(b));
	const { now, check, ended } = story;
	const settings = {
		...own,
		currentA: b.charger.setA,
		endVoltageV: END_V[b.kind],
		balance: b.charger.balances,
		deltaV: b.kind === 'nimh' ? b.charger.deltaV : null
	};
	return factsOf({
		r: resolved,
		settings,
		run: now && {
			endReason: ended === 'full' ? 'full' : null,
			durationS: 60 * now.minutes,
			// What went in so far says something once it has ended, or is too much.
			chargeAh: ended === 'full' || now.chargeAh > b.ratedAh ? now.chargeAh : null,
			expectedAh: forecast?.chargeAh.median ?? null,
			status: ended === null ? 'running' : 'ended'
		},
		check: {
			countRead: story.countRead,
			cellsV: check.cellV.length ? check.cellV : null,
			mainV: check.mainV,
			inputV: check.inputV
		},
		shown: now && shownOf(now),
		othersRun: false
	});
}

const usual = (clue: ClueId): string =>
	Object.entries(clueOf(clue).usual).reduce((best, x) => (x[1] > best[1] ? x : best))[0];

/** Sound benches about which somebody asks all the same. */
const NORMAL = new Set([
	'taper',
	'channel-watts',
	'own-use',
	'was-not-empty',
	'balancing',
	'ended-a-little-low',
	'rate-cap'
]);

/**
 * Solves the bench of a fault; null where what is wrong does not show, or shows no otherwise than
 * without it.
 */
export function solvedBench(fault: BuiltFault, seed: number): SolvedBench | null {
	const bench = benchOf(fault, seed);
	const story = storyOf(bench);
	const shows = story.shows ?? (story.ended ? afterwards(bench, story) : null);
	if (shows === null) return null;
	if (!NORMAL.has(fault.is) && showsAt(benchOf({ ...fault, build: () => undefined }, seed)) === shows)
		return null;
	const looks = new Looks(bench, story, shows);
	const { check, now, ended, countRead } = story;
	const found = CLUE_IDS.map((id) => [id, looks.find(id)] as const).filter(([, answer]) => answer !== null);
	return {
		fault: fault.name,
		seed,
		shows,
		story: { check, now, ended, countRead },
		looks: Object.fromEntries(found) as SolvedBench['looks']
	};
}

/**
 * The `n`-th bench of a series, the faults in turn; those that do not show are drawn anew, and
 * given up after some tries.
 */
export function drawBench(n: number, series: number): SolvedBench | null {
	const fault = FAULTS[n % FAULTS.length];
	for (let tries = 0; tries < 8; tries++) {
		const found = solvedBench(fault, series + 1000 * n + tries);
		if (found) return found;
	}
	return null;
}

/** A solved bench to be asked about. */
export function playable({ fault, seed, shows, story, looks }: SolvedBench): Playable {
	const built = FAULTS.find((f) => f.name === fault)!;
	const bench = benchOf(built, seed);
	const { answers, impossible, fits } = factsOfBench(bench, story);
	return {
		shows,
		family: familyOf(bench.kind),
		is: built.is,
		known: answers,
		impossible,
		fits,
		look: (clue) => looks[clue] ?? usual(clue)
	};
}
