/**
 * How far the cells of a pack are apart that were read one by one, and which of them belong
 * together: where to look for possible starts first. A guess only: whoever draws by it weighs
 * what was drawn, so that a poor one costs draws and no truth.
 */
import { slopeAt, socAt } from '../chemistry/curve';
import type { Chemistry } from '../chemistry/chemistry';
import { MORE_OR_LESS_LOG } from '../forecast/cells-differ';
import { Along } from './along';
import { logBell } from './bell-steps';

/**
 * What was read of each cell, V, and how exactly; how far cells differ on average, one standard
 * deviation of charge.
 */
export interface CellsRead {
	chemistry: Chemistry;
	voltsV: readonly number[];
	/** One cell beside the others, V. */
	eachV: number;
	/** All of them together, what the curve remembers included, V. */
	allV: number;
	supposed: number;
	/** How likely a cell has nothing to do with the others, per unit of charge. */
	strays: number;
}

/**
 * So many times as far apart as cells are on average is looked at, in natural logarithm, by
 * steps.
 */
const FURTHEST = 2;
const STEP = 0.2;
const SCALES = Math.round((2 * FURTHEST) / STEP) + 1;
/** What all cells may be off by together is tried at these, standard deviations. */
const OFFS = [-1.5, -0.75, 0, 0.75, 1.5];
/**
 * The middle of those that belong together is looked for at so many places, from the emptiest
 * cell to the fullest.
 */
const MIDDLES = 11;
/**
 * The guess is taken for less sharp than it is: a draw from where it says there is nothing must
 * not count for a hundred.
 */
const BLUNT = 0.7;
/**
 * Volts of a level curve say nothing of a charge; this is as level as counts, V for all of the
 * charge.
 */
const LEAST_SLOPE_V = 1e-3;

/** Which cells belong together if they are so far apart. */
export interface Fellows {
	/** Their mean, V. */
	middleV: number;
	/** How many they are, those in doubt by how likely it is. */
	count: number;
}

const sumOf = (values: ArrayLike<number>): number => Array.from(values).reduce((a, b) => a + b, 0);

export class CellsApart {
	private readonly along: Along;
	private readonly logWeights: Float64Array;
	private readonly fellows: readonly Fellows[];

	constructor(private readonly read: CellsRead) {
		const { voltsV } = read;
		const cases = OFFS.flatMap((off) => this.casesOf(off));
		const most = cases.reduce((top, { logs }) => Math.max(top, ...logs), -Infinity);
		const weights = cases.map(({ logs }) => logs.map((l) => Math.exp(l - most)));
		const at = (k: number) => sumOf(weights.map((w) => w[k]));
		const logs = Float64Array.from({ length: SCALES }, (_, k) => Math.log(at(k) + 1e-300));
		this.logWeights = logs.map((l) => BLUNT * l);
		this.along = new Along(-FURTHEST, STEP, this.logWeights);
		this.fellows = Array.from({ length: SCALES }, (_, k) => {
			const belongs = voltsV.map((_v, i) =>
				sumOf(cases.map((c, n) => (weights[n][k] / (at(k) + 1e-300)) * c.belongs[k][i]))
			);
			const count = Math.max(1, sumOf(belongs));
			const middleV = sumOf(voltsV.map((v, i) => v * belongs[i])) / (sumOf(belongs) || 1);
			return { middleV, count };
		});
	}

	/**
	 * Every place of the middle, were all cells off by so many standard deviations: how likely each
	 * scale is there, and who belongs to it.
	 */
	private casesOf(off: number): { logs: number[]; belongs: number[][] }[] {
		const { chemistry, voltsV, eachV, allV, supposed, strays } = this.read;
		const socs = voltsV.map((v) => socAt(chemistry.curve, v - off * allV));
		const slopes = socs.map((soc) => Math.max(LEAST_SLOPE_V, slopeAt(chemistry.curve, soc)));
		const [from, to] = [Math.min(...socs), Math.max(...socs)];
		return Array.from({ length: MIDDLES }, (_, m) => {
			const middle = from + (m / (MIDDLES - 1)) * (to - from);
			const belongs: number[][] = [];
			const logs = Array.from({ length: SCALES }, (_s, k) => {
				const scale = -FURTHEST + k * STEP;
				const near = socs.map((soc, i) => {
					const sigma = Math.sqrt((supposed * Math.exp(scale)) ** 2 + (eachV / slopes[i]) ** 2);
					return Math.exp(logBell(soc - middle, sigma)) / Math.sqrt(2 * Math.PI);
				});
				belongs.push(near.map((n) => n / (n + strays)));
				const agrees = sumOf(near.map((n, i) => Math.log((n + strays) / slopes[i])));
				return agrees + logBell(scale, MORE_OR_LESS_LOG) - off ** 2 / 2;
			});
			return { logs, belongs };
		});
	}

	/**
	 * How many times as far apart as on average, natural logarithm, at this share (0 to 1) of what
	 * is guessed; and by how much likelier it is than it is guessed, natural logarithm.
	 */
	at(share: number): { scale: number; logPrior: number } {
		const scale = this.along.at(share);
		const logGuess = this.logWeights[this.placeOf(scale)] - this.along.logSum - Math.log(STEP);
		const logPrior = logBell(scale, MORE_OR_LESS_LOG) - Math.log(2 * Math.PI) / 2 - logGuess;
		return { scale, logPrior };
	}

	private placeOf(scale: number): number {
		return Math.min(SCALES - 1, Math.max(0, Math.round((scale + FURTHEST) / STEP)));
	}

	/** Who belongs together at a scale of {@link at}. */
	fellowsAt(scale: number): Fellows {
		return this.fellows[this.placeOf(scale)];
	}
}
