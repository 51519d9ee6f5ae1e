/**
 * What the most demanding pack of a channel needs of timer and limit: for a person who sets them
 * once for all packs.
 */
import { evenReading } from '$core/pack/even-reading';
import type { Pack } from '$core/pack/pack';
import { solve } from '$core/program/solve';
import type { ProgramContext } from '$core/request/context';
import type { Surroundings } from '$core/request/surroundings';
import { entryFor } from '$core/charger/charger';
import { taskOf } from '$core/request/task';
import { chemistryOf } from '$core/chemistry/catalogue';

/** Share of its charge that a pack comes back with at least (common practice, no source). */
const NEARLY_EMPTY = 0.05;

type Largest = NonNullable<Surroundings['largest']>;

/**
 * Solves the task of `context` for every pack that the channel takes, each with guards of its
 * own, and keeps the greatest. What the packs hold today does not count: the guards have to do
 * for a nearly empty one.
 */
export function largestGuards(context: ProgramContext, shelf: readonly Pack[]): Largest {
	const largest: Largest = { safetyTimerMin: null, capacityLimitAh: null };
	const channel = context.charger.channels.find((c) => c.id === context.channelId)!;
	const person = context.around?.practice?.person ?? {};
	for (const pack of shelf) {
		const { family } = chemistryOf(pack.chemistry);
		const entry = entryFor(channel, pack.chemistry);
		if (pack.condition !== 'in service' || !taskOf(context.task).families.includes(family)) continue;
		if (!entry || pack.cells < entry.minCells || pack.cells > entry.maxCells) continue;
		const { settings } = solve({
			...context,
			pack,
			reading: evenReading(pack, NEARLY_EMPTY, context.ambientDegC, context.now),
			around: { ...context.around, events: [], practice: { person, program: { guards: 'per pack' } } }
		});
		for (const guard of ['safetyTimerMin', 'capacityLimitAh'] as const) {
			const value = settings[guard];
			if (value !== null && value > (largest[guard]?.value ?? 0)) largest[guard] = { value, pack: pack.name };
		}
	}
	return largest;
}
