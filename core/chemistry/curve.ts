/**
 * Open-circuit voltage against state of charge, kept as a uniform table so that a look-up in a
 * simulation loop is one multiplication and one linear interpolation. Between the published or
 * agreed anchor points the table is filled with a monotone cubic (Fritsch and Carlson 1980, SIAM
 * J. Numer. Anal. 17, 238-246), which neither overshoots nor dips.
 */

export interface OpenCircuitCurve {
	/** State of charge of the first table entry (may be below 0: an over-discharged cell). */
	readonly firstSoc: number;
	/** Distance in state of charge between entries. */
	readonly stepSoc: number;
	/** Rest volts per cell at each entry, strictly rising. */
	readonly voltsV: Float64Array;
}

function monotoneSlopes(x: number[], y: number[]): number[] {
	const n = x.length;
	const secant = Array.from({ length: n - 1 }, (_, i) => (y[i + 1] - y[i]) / (x[i + 1] - x[i]));
	const slope = [
		secant[0],
		...secant.slice(1).map((s, i) => (s * secant[i] <= 0 ? 0 : (s + secant[i]) / 2)),
		secant[n - 2]
	];
	for (let i = 0; i < n - 1; i++) {
		// Where it is level, so are both its ends.
		if (secant[i] === 0) continue;
		const a = slope[i] / secant[i];
		const b = slope[i + 1] / secant[i];
		const length = a * a + b * b;
		if (length > 9) {
			const scale = 3 / Math.sqrt(length);
			slope[i] = scale * a * secant[i];
			slope[i + 1] = scale * b * secant[i];
		}
	}
	return slope;
}

/**
 * Builds a curve from `[state of charge, rest volts]` anchors in rising order, with table entries
 * every `stepSoc`. The first and last anchor bound the table; beyond them {@link ocvAt} continues
 * in a straight line.
 */
export function curveFromAnchors(
	anchors: readonly (readonly [number, number])[],
	stepSoc = 0.005
): OpenCircuitCurve {
	const x = anchors.map((a) => a[0]);
	const y = anchors.map((a) => a[1]);
	const slope = monotoneSlopes(x, y);
	const firstSoc = x[0];
	const count = Math.round((x[x.length - 1] - firstSoc) / stepSoc) + 1;
	const voltsV = new Float64Array(count);
	let i = 0;
	for (let k = 0; k < count; k++) {
		const s = firstSoc + k * stepSoc;
		while (i < x.length - 2 && s > x[i + 1]) i++;
		const h = x[i + 1] - x[i];
		const t = Math.min(1, Math.max(0, (s - x[i]) / h));
		const t2 = t * t;
		const t3 = t2 * t;
		voltsV[k] =
			(2 * t3 - 3 * t2 + 1) * y[i] +
			(t3 - 2 * t2 + t) * h * slope[i] +
			(3 * t2 - 2 * t3) * y[i + 1] +
			(t3 - t2) * h * slope[i + 1];
	}
	return { firstSoc, stepSoc, voltsV };
}

/**
 * Rest volts of one cell at state of charge `soc` (1 = full); linear between entries and beyond
 * the ends.
 */
export function ocvAt(curve: OpenCircuitCurve, soc: number): number {
	const place = (soc - curve.firstSoc) / curve.stepSoc;
	let i = Math.floor(place);
	if (i < 0) i = 0;
	else if (i > curve.voltsV.length - 2) i = curve.voltsV.length - 2;
	return curve.voltsV[i] + (place - i) * (curve.voltsV[i + 1] - curve.voltsV[i]);
}

/**
 * State of charge at which one cell rests at `voltsV`; the inverse of {@link ocvAt}, linear
 * beyond the ends.
 */
export function socAt(curve: OpenCircuitCurve, voltsV: number): number {
	const v = curve.voltsV;
	let low = 0;
	let high = v.length - 1;
	while (high - low > 1) {
		const middle = (low + high) >> 1;
		if (v[middle] > voltsV) high = middle;
		else low = middle;
	}
	return curve.firstSoc + (low + (voltsV - v[low]) / (v[high] - v[low])) * curve.stepSoc;
}

/** Slope of the curve in volts per unit state of charge at `soc`, over about one per cent. */
export function slopeAt(curve: OpenCircuitCurve, soc: number): number {
	return (ocvAt(curve, soc + 0.005) - ocvAt(curve, soc - 0.005)) / 0.01;
}

/** How much of a bend lies at this charge: all of it in the middle, nothing when empty or full. */
export const bendAt = (soc: number): number => (soc > 0 && soc < 1 ? 4 * soc * (1 - soc) : 0);

/**
 * The curve of another cell of the kind: the same volts empty and full, in between reached with
 * less charge by `by` at most (a share).
 */
export function bent(curve: OpenCircuitCurve, by: number): OpenCircuitCurve {
	if (by === 0) return curve;
	const voltsV = curve.voltsV.map((_, k) => {
		const soc = curve.firstSoc + k * curve.stepSoc;
		return ocvAt(curve, soc + by * bendAt(soc));
	});
	return { ...curve, voltsV };
}
