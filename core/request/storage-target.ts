/**
 * What a storage run aims at, where the person says more than "by chemistry": a share of charge,
 * to lie or to travel.
 */
import { ocvAt } from '../chemistry/curve';
import type { Layer } from '../practice/practice';
import type { Resolved } from './context';

/**
 * Most charge in which lithium cells travel by themselves, as a share of what they are rated at
 * (ICAO Technical Instructions, packing instruction 965, from memory). Carriers and local rules
 * may ask for less.
 */
export const TRANSPORT_SOC = 0.3;

const NEARNESS: Record<Layer, number> = { default: 0, person: 1, pack: 2, program: 3 };

/** Whether the pack is put away to travel. */
export const travels = (r: Pick<Resolved, 'taskData' | 'practice'>): boolean =>
	r.taskData.stores && r.practice.values.storageFor === 'to travel';

/**
 * The share of charge that is asked for; null where the target goes by volts or by what the
 * chemistry usually is put away at.
 */
export function askedShare(r: Pick<Resolved, 'taskData' | 'practice'>): number | null {
	if (travels(r)) return TRANSPORT_SOC;
	const { values, from } = r.practice;
	// Of a share and of volts, the nearer one is meant.
	if (values.storageV !== null && NEARNESS[from.storageV] >= NEARNESS[from.storageShare]) return null;
	return values.storageShare;
}

/** Rest volts of a cell at this share of charge, V. */
export const voltsAtShare = (r: Pick<Resolved, 'chemistry'>, share: number): number =>
	ocvAt(r.chemistry.curve, share);
