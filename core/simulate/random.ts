/** Seeded random numbers: the same seed gives the same forecast on every machine. */

/** Uniform numbers in [0, 1) from a 32-bit seed (mulberry32, public domain algorithm, from memory). */
export function uniform(seed: number): () => number {
	let state = seed >>> 0;
	return () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let t = state;
		t = Math.imul(t ^ (t >>> 15), t | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

/** Standard normal numbers from a uniform source (Box and Muller 1958, Ann. Math. Stat. 29, 610-611). */
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
