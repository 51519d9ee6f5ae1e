/** Sources that meet at one node. */

/**
 * First current into each of several sources with volts `emf` and resistance `ohm` that meet at
 * one node, A.
 */
export function meetAtNode(emf: readonly number[], ohm: readonly number[]): number[] {
	const conductance = ohm.reduce((sum, r) => sum + 1 / r, 0);
	const node = emf.reduce((sum, e, k) => sum + e / ohm[k], 0) / conductance;
	return emf.map((e, k) => (node - e) / ohm[k]);
}
