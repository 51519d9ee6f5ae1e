/** What a part of the soak found: figures, each with what it must be. */

export interface Figure {
	part: string;
	what: string;
	value: string | number;
	/** What it must be, in words; null for a figure that is only told. */
	must: string | null;
	ok: boolean;
}

/** Collects the figures of one part. */
export class Report {
	readonly figures: Figure[] = [];
	constructor(private readonly part: string) {}

	/** A figure for information. */
	tell(what: string, value: string | number): void {
		this.figures.push({ part: this.part, what, value, must: null, ok: true });
	}

	/** A figure that must be at most `most`. */
	most(what: string, value: number, most: number, unit = ''): void {
		const must = most === 0 ? 'none' : `at most ${most}${unit}`;
		this.figures.push({ part: this.part, what, value: `${value}${unit}`, must, ok: value <= most });
	}

	/** A figure that must be at least `least`: without it the others would prove nothing. */
	least(what: string, value: number, least: number): void {
		this.figures.push({ part: this.part, what, value, must: `at least ${least}`, ok: value >= least });
	}
}

/** The figures as a table, those that are not as they must be marked. */
export function table(figures: readonly Figure[]): string {
	const rows = figures.map((f) => [f.ok ? '' : 'FAILED', f.part, f.what, String(f.value), f.must ?? '']);
	const head = ['', 'part', 'what', 'figure', 'must be'];
	const width = head.map((h, c) => Math.max(h.length, ...rows.map((r) => r[c].length)));
	return [head, ...rows]
		.map((r) =>
			r
				.map((cell, c) => cell.padEnd(width[c]))
				.join('  ')
				.trimEnd()
		)
		.join('\n');
}
