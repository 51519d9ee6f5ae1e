/**
 * A curve of another cell of the same chemistry: bent in the middle, the same when empty and when
 * full.
 */
import { ocvAt, type OpenCircuitCurve } from '../core/chemistry/curve';

/**
 * `curve` as seen by a cell that at half charge shows what it shows at a half plus a quarter of
 * `bend`. Strictly rising for −1 < `bend` < 1; 0 is the curve itself.
 */
export function bent(curve: OpenCircuitCurve, bend: number): OpenCircuitCurve {
	if (bend === 0) return curve;
	const seenAt = (soc: number) => (soc <= 0 || soc >= 1 ? soc : soc + bend * soc * (1 - soc));
	const { firstSoc, stepSoc } = curve;
	const voltsV = Float64Array.from(curve.voltsV, (_, k) => ocvAt(curve, seenAt(firstSoc + k * stepSoc)));
	return { firstSoc, stepSoc, voltsV };
}
