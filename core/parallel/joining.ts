/**
 * How the packs of a load are joined: their names in the gentlest order, and the wait; null for a
 * pack alone.
 */
import type { Joining } from '../card/connect';
import type { Resolved } from '../request/context';
import type { Member } from '../simulate/joining/member';
import { joiningOrder } from './order';

export function joiningOf(r: Pick<Resolved, 'load' | 'board'>): Joining | null {
	const known = r.load.filter((m): m is Member => m.reading !== null);
	if (r.load.length < 2) return null;
	const board = r.board?.name ?? null;
	const unknown = { levelMin: 0, whyLevel: '', board };
	// One that was never read has no place in an order: its Stop stands anyway.
	if (known.length < r.load.length) return { names: r.load.map((m) => m.pack.name), ...unknown };
	const { order, levelMin, whyLevel } = joiningOrder(known);
	const names = order.map((id) => known.find((m) => m.pack.id === id)!.pack.name);
	return { names, levelMin, whyLevel, board };
}
