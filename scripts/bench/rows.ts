/**
 * What a bench measured, and how it is printed: the usual figure, the worst of twenty, what it
 * must be, what it once was.
 */
export interface Row {
	what: string;
	unit: string;
	typical: number;
	/** 95th percentile; where there is one it is what the target is for. */
	worst?: number;
	target: number;
	/** Measured on the first release. */
	first?: number;
}

export function quantile(values: readonly number[], q: number): number {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
}

export function printed(rows: readonly Row[]): string {
	const cell = (value: number | undefined, unit: string) =>
		(value === undefined ? '' : `${value.toFixed(0)} ${unit}`).padStart(9);
	const line = (r: Row) =>
		[
			cell(r.typical, r.unit),
			cell(r.worst, r.unit),
			cell(r.target, r.unit),
			`${((r.worst ?? r.typical) / r.target).toFixed(2)}×`.padStart(7),
			cell(r.first, r.unit),
			`  ${r.what}`
		].join(' ');
	return ['   median    95 % of   target   share     first   what', ...rows.map(line)].join('\n');
}
