/**
 * A pack as it is plugged into the simulated charger: what the application knows of it, and a
 * seed by its id. What it really is the simulated charger draws for itself; the same pack behaves
 * the same way again.
 */
import type { Resolved } from '$core/request/context';
import { cellVoltages } from '$core/pack/reading';
import type { PluggedPack } from '../../../../link/protocol';

const YEAR_MS = 365.25 * 86400e3;

/** A 32-bit number from a text (FNV-1a, public domain algorithm, from memory). */
function seedOf(text: string): number {
	let hash = 2166136261;
	for (const character of text) hash = Math.imul(hash ^ character.charCodeAt(0), 16777619);
	return hash >>> 0;
}

export function pluggedPack(r: Resolved): PluggedPack {
	const { pack, reading, chemistry, chargeState } = r;
	const ageYears = pack.firstUsedOn ? (Date.parse(r.now) - Date.parse(pack.firstUsedOn)) / YEAR_MS : 0;
	const atRest = reading !== null && reading.state === 'rest';
	return {
		chemistry: chemistry.id,
		cells: pack.cells,
		labelAh: pack.capacityAh,
		measuredAh: pack.measuredCapacityAh,
		ageYears: Math.min(100, Math.max(0, ageYears)),
		balanceLead: chemistry.balanceFromCells !== null && pack.balanceLead && pack.cells > 1,
		restV: atRest ? cellVoltages(reading, pack.cells) : null,
		charge: [...chargeState.socs],
		chargeSigma: Math.min(1, chargeState.sigma),
		packDegC: r.packDegC,
		airDegC: r.ambientDegC,
		seed: seedOf(pack.id),
		tag: pack.id
	};
}
