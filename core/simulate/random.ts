/** Seeded random numbers: the same seed gives the same forecast on every machine. */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { mersenne } from 'pure-rand/generator/mersenne';

/**
 * Uniform numbers in [0, 1) from a 32-bit seed; seeds next to one another give numbers that have
 * nothing in common.
 */
export function uniform(seed: number): () => number {
	const generator = mersenne(seed);
	return () => uniformFloat64(generator);
}

/**
 * Standard normal numbers from a uniform source (Box and Muller 1958, Ann. Math. Stat. 29,
 * 610-611).
 */
export function normal(next: () => number): () => number {
	let spare: number | null = null;
	return () => {
		if (spare !== null) {
			const value = spare;
			spare = null;
			return value;
		}
		const radius = Math.sqrt(-2 * Math.log(1 - next()));
		const angle = 2 * Math.PI * next();
		spare = radius * Math.sin(angle);
		return radius * Math.cos(angle);
	};
}
