/**
 * What every look finds at a bench: read off its circuit, with the mended circuit where something
 * is swapped (common practice, no source).
 */
import { chemistryOf } from '../../core/chemistry/catalogue';
import type { ClueId } from '../../core/diagnose/clue';
import { cellPage } from '../../core/diagnose/facts';
import type { SymptomId } from '../../core/diagnose/symptom';
import { END_V, familyOf, ocv, soundBench, WINDOW_V, type Bench } from './bench';
import { afterwards, rested, storyOf, type Screen, type Story } from './story';
import { solveCircuit } from './solve-circuit';

const OPEN = 1e9;
const NOTHING_V = 0.3;
/**
 * Time constant of a pack of hobby size in still air: 20 K/W times 40 J/K a cell (common
 * practice, no source).
 */
const WARMS_S = 800;

/** What shows at a bench in the end, on the way or afterwards. */
export function showsAt(b: Bench): SymptomId | null {
	const s = storyOf(b);
	return s.shows ?? (s.ended ? afterwards(b, s) : null);
}

const goodLead = (b: Bench): Bench => ({
	...b,
	plugOhm: Math.min(b.plugOhm, 0.001),
	leadOhm: Math.min(b.leadOhm, 0.006)
});
const goodCharger = (b: Bench): Bench => {
	const sound = soundBench(b.kind, b.seed + 17);
	return {
		...b,
		// The lead goes with the pack; the supply stays where it is.
		charger: {
			...sound.charger,
			setA: b.charger.setA,
			setCells: b.charger.setCells,
			powerW: b.charger.powerW
		}
	};
};
const goodPack = (b: Bench): Bench => {
	const sound = soundBench(b.kind, b.seed + 31);
	return {
		...sound,
		// The same person is at the bench, and pays heed to the same things.
		seed: b.seed,
		balance: { ...sound.balance, plugged: b.balance.plugged },
		leadOhm: b.leadOhm,
		plugOhm: b.packWireOhm > 1 ? 0.001 : b.plugOhm,
		charger: { ...b.charger, setA: sound.charger.setA, setCells: sound.cells.length },
		supply: b.supply,
		fault: b.fault
	};
};

function meteredTaps(b: Bench, shorted: readonly number[]): string {
	const [low, high] = WINDOW_V[b.kind];
	if (b.balance.openWire !== null) return 'a tap reads nothing';
	const middle = shorted.toSorted((x, y) => x - y)[shorted.length >> 1];
	if (shorted.some((v) => v < 1)) return 'one near nothing';
	const limit = Math.max(high - 0.05, END_V[b.kind]) + 0.02;
	const over = shorted.filter((v) => v > limit).length;
	if (over === shorted.length) return 'all over';
	if (over > 0) return 'one over';
	if (shorted.every((v) => v < low + 0.35) && middle < low + 0.3) return 'all low';
	return Math.max(...shorted) - Math.min(...shorted) > 0.03 && middle - Math.min(...shorted) > 0.02
		? 'one low'
		: 'level';
}

export class Looks {
	private readonly known = new Map<string, SymptomId | null>();

	constructor(
		private readonly b: Bench,
		private readonly s: Story,
		private readonly shows: SymptomId
	) {}

	private screen(): Screen {
		return this.s.now ?? this.s.check;
	}
	private still(name: string, changed: () => Bench): boolean {
		if (!this.known.has(name)) this.known.set(name, showsAt(changed()));
		return this.known.get(name) === this.shows;
	}
	/** Cells with nothing flowing, minutes after. */
	private metered(): number[] {
		const { b, s } = this;
		if (!s.now) return s.course.cellV.map((v) => v[s.at]);
		return s.ended === 'full'
			? s.course.cellV.map((v) => v[s.at])
			: rested(
					b,
					s.course.soc.map((v) => v[s.at]),
					0.1
				);
	}
	/** What a moment of the course makes of heat, W. */
	private heatW(k: number): number {
		const { b, s } = this;
		const amps = Math.max(0, s.course.currentA[k]);
		return b.cells.reduce((sum, c, i) => {
			const v = s.course.cellV[i][k];
			const over = b.kind === 'nimh' && s.course.soc[i][k] > 1 ? amps * v * 0.3 : 0;
			return sum + amps ** 2 * (c.ohm + c.relax[0][0] + c.relax[1][0]) + v ** 2 / c.leakOhm + over;
		}, 0);
	}
	/**
	 * How far the pack is above the air around it by now, K: it warms and cools with a time
	 * constant, whatever flows last.
	 */
	private warmK(): number {
		const { b, s } = this;
		const { timeS } = s.course;
		const kelvinPerW = 30 / (b.cells.length * b.ratedAh ** 0.67);
		let rise = 0;
		for (let k = 1; k <= s.at; k++) {
			const share = 1 - Math.exp((timeS[k - 1] - timeS[k]) / WARMS_S);
			rise += share * (this.heatW(k) * kelvinPerW - rise);
		}
		return rise;
	}

	/** What is found; null where this bench has no such thing, and it is as usual. */
	find(clue: ClueId): string | null {
		const { b, s } = this;
		const { charger } = b;
		const now = this.screen();
		const n = b.cells.length;
		const lithium = familyOf(b.kind) === 'lithium';
		switch (clue) {
			case 'eye':
				return 'sound, nothing smells';
			case 'pack-warm': {
				const rise = this.warmK();
				return rise < 4 ? 'cool' : rise < 16 ? 'warm' : 'hot';
			}
			case 'plug-warm': {
				const w = now.currentA ** 2 * b.plugOhm;
				return w < 0.35 ? 'as the pack' : w < 1.2 ? 'warm' : 'hot';
			}
			case 'colours':
				return 'right';
			case 'count': {
				const read = s.countRead;
				if (read === null) return null;
				if (read === 0) return 'none';
				const off = charger.setCells - read;
				return off === 0 ? 'as the pack has' : off === 1 ? 'one less' : 'another number';
			}
			case 'cell-page':
				return lithium && now.cellV.length ? cellPage(chemistryOf(b.kind), now.cellV) : null;
			case 'main-sum': {
				if (!lithium) return null;
				if (now.mainV < NOTHING_V) return 'main reads nothing';
				const off = now.mainV - now.cellV.reduce((x, y) => x + y, 0);
				if (off > (0.5 * now.mainV) / n) return 'main more by a cell';
				return off > 0.05 ? 'main a little more' : 'agree';
			}
			case 'paused': {
				if (!lithium || !s.now || s.ended !== null) return null;
				const spread = (v: readonly number[]) => Math.max(...v) - Math.min(...v);
				const still = spread(
					rested(
						b,
						s.course.soc.map((v) => v[s.at]),
						0.02
					)
				);
				const before = spread(now.cellV);
				if (before < 0.03) return 'level';
				return still > 0.6 * before ? 'as far apart as before' : 'much closer at once';
			}
			case 'input':
				if (now.inputV > charger.inputMaxV) return 'too high';
				if (s.now === null || s.now.currentA < 0.1)
					return now.inputV < charger.inputMinV ? 'too low or none' : 'steady';
				return now.inputV < s.check.inputV - 0.6 ? 'sagging under load' : 'steady';
			case 'held':
				return charger.capA < charger.setA ? 'a limit or cap at just that figure' : 'as programmed';
			case 'reseat':
				return b.reseats ? 'cured' : 'as before';
			case 'wires':
				return 'right';
			case 'label':
				return b.labelled ? 'as set' : 'something else';
			case 'pressed':
				return 'no';
			case 'meter-plug': {
				const volts = b.packWireOhm > 1 ? 0 : this.metered().reduce((x, y) => x + y, 0);
				if (volts < NOTHING_V) return 'nothing';
				const expected = n * ocv(b.curve, b.readSoc);
				const short = expected - volts;
				if (b.labelled && short > 0.6 * (expected / n) && short < 1.4 * (expected / n)) return 'a cell short';
				return b.labelled || charger.setCells === n ? 'as expected' : 'another count';
			}
			case 'meter-lead':
				return b.plugOhm >= OPEN || b.leadOhm >= OPEN ? 'nothing' : 'as at the plug';
			case 'meter-taps':
				return lithium ? meteredTaps(b, this.metered()) : null;
			case 'charger-meter':
				return Math.abs(charger.errorV) < 0.012
					? 'agree'
					: charger.errorV < 0
						? 'charger reads lower'
						: 'charger reads higher';
			case 'across-plug':
				return now.currentA * b.plugOhm > 0.08 ? 'a tenth of a volt or more' : 'a few millivolts';
			case 'resistance': {
				const ohms = b.cells.map((c) => c.ohm + 0.5 * c.relax[0][0]);
				const usual = soundBench(b.kind, b.seed).cells.map((c) => c.ohm + 0.5 * c.relax[0][0]);
				const middle = (list: readonly number[]) => list.toSorted((x, y) => x - y)[list.length >> 1];
				if (Math.max(...ohms) > 2 * middle(ohms)) return 'one much higher';
				return middle(ohms) > 1.5 * middle(usual) ? 'all higher' : 'as ever';
			}
			case 'other-lead':
				return this.still('lead', () => goodLead(b)) ? 'same' : 'cured';
			case 'other-channel':
				return this.still('charger', () => goodCharger(b)) ? 'same' : 'cured';
			case 'other-pack':
				return this.still('pack', () => goodPack(b)) ? 'same trouble' : 'works well';
			case 'fewer-amps':
				return this.still('amps', () => ({ ...b, charger: { ...charger, setA: charger.setA / 2 } }))
					? 'same trouble'
					: 'it holds';
			case 'rest-after': {
				if (!s.now) return null;
				const rest = Math.max(
					...rested(
						b,
						s.course.soc.map((v) => v[s.at]),
						0.5
					)
				);
				if (b.kind === 'nimh')
					return rest > 1.38 ? 'stay near the end' : rest > 1.34 ? 'fall well below' : 'low as before';
				const [before, end] = [ocv(b.curve, b.readSoc), b.kind === 'lead' ? 2.3 : END_V[b.kind]];
				const fall = b.kind === 'life' ? 0.3 : b.kind === 'lead' ? 0.22 : 0.06;
				return end - rest < fall
					? 'stay near the end'
					: rest - before < 0.03
						? 'low as before'
						: 'fall well below';
			}
			case 'hour-later':
			case 'day-later': {
				if (!lithium) return null;
				const soc = s.course.soc.map((v) => v[s.at]);
				const [early, late] = [rested(b, soc, 0.1), rested(b, soc, clue === 'hour-later' ? 1 : 24)];
				const fell = early.map((v, i) => v - late[i]);
				const middle = fell.toSorted((x, y) => x - y)[n >> 1];
				if (Math.max(...fell) - middle > (clue === 'hour-later' ? 0.005 : 0.01)) return 'one lower';
				return middle > 0.03 ? 'all lower' : 'level';
			}
			case 'capacity-check': {
				const holds = Math.min(...b.cells.map((c) => (c.leakOhm < 1e6 ? 0.8 * c.ah : c.ah)));
				return holds < 0.75 * b.ratedAh ? 'much less' : 'holds what it should';
			}
			case 'when':
				return s.now === null || s.now.minutes < 4
					? 'from the start'
					: s.ended === 'cut off'
						? 'suddenly'
						: 'as volts rose';
			case 'charge-share': {
				if (!s.now) return null;
				const missing = (1 - b.readSoc) * b.ratedAh;
				if (s.now.chargeAh > 1.12 * missing) return 'more than it holds';
				return s.ended === 'full' && s.now.chargeAh < 0.6 * missing ? 'little' : 'about what was missing';
			}
			case 'emptied':
				return b.lay;
			default:
				return null;
		}
	}
}

/** Volts between the charger's terminals with nothing flowing, for checks of the circuit itself. */
export const idleV = (b: Bench): number => solveCircuit(b, 0, 20, 5).mainV.at(-1)!;
