/** In words: a current above what a very low pack is given, and whether the channel can go so low. */
import type { Resolved } from '../../../request/context';

/** Down to the milliampere: 100 mA are more than 98.5. */
const mA = (amps: number): string => `${Math.floor(1000 * amps + 1e-6)} mA`;

/** "100 mA instead of at most 98 mA; channel A of … goes no lower than 100 mA, so use another". */
export function tooStrong({ channel, charger }: Resolved, currentA: number, mostA: number): string {
	const says = `${mA(currentA)} instead of at most ${mA(mostA)}`;
	return channel.minCurrentA > mostA + 1e-9
		? `${says}; channel ${channel.label} of ${charger.name} goes no lower than ${mA(channel.minCurrentA)}, so use another`
		: says;
}
