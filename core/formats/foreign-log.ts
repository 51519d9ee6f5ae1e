/**
 * A charger's own log, whatever program wrote it: lines of cells, of which a person says (and
 * this guesses) what each column is. Units and decimal commas are guessed from the header and the
 * figures; what cannot be read is named by its line.
 */
import { emptyTelemetry, type Telemetry } from '../simulate/telemetry';

export const ROLES = ['time', 'volts', 'current', 'charge', 'warmth', 'cell', 'nothing'] as const;
export type Role = (typeof ROLES)[number];

/**
 * Units that a column may be in, each with what its figures are multiplied by. Times with colons
 * need none.
 */
export const UNITS = {
	time: { s: 1, ms: 0.001, min: 60, h: 3600 },
	volts: { V: 1, mV: 0.001 },
	current: { A: 1, mA: 0.001 },
	charge: { Ah: 1, mAh: 0.001 },
	warmth: { '°C': 1, '°F': 5 / 9 },
	cell: { V: 1, mV: 0.001 },
	nothing: { '': 1 }
} as const satisfies Record<Role, Record<string, number>>;

export interface ColumnMeaning {
	role: Role;
	unit: string;
	/** Which cell, from 1; for cells alone. */
	cell?: number;
}

export interface ForeignLog {
	/** What stands in the first line; empty where that is figures already. */
	header: string[];
	/** Line of the file, from 1, and its cells. */
	lines: { line: number; cells: string[] }[];
	decimalComma: boolean;
	meaning: ColumnMeaning[];
}

/** More problems are not read by anybody. */
const MOST_PROBLEMS = 20;

const COMMA = /^\s*[-+−]?\d+,\d+\s*$/;
const FIGURE = /^\s*[-+−]?(\d+([.,]\d*)?|[.,]\d+)([eE][-+]?\d+)?\s*$/;
const CLOCK = /^\s*(?:(\d+)[:.])?(\d{1,3}):(\d{2})(?:[.,](\d+))?\s*$/;
const MOMENT = /^\s*\d{4}-\d{2}-\d{2}[ T]\d{2}:\d{2}/;

const isFigure = (text: string): boolean => FIGURE.test(text) || CLOCK.test(text) || MOMENT.test(text);

/** A figure as it is written, or null. */
function figureOf(text: string, decimalComma: boolean): number | null {
	if (!FIGURE.test(text)) return null;
	const plain = text.trim().replace('−', '-');
	const v = Number(decimalComma ? plain.replace(',', '.') : plain);
	return Number.isFinite(v) ? v : null;
}

/**
 * Seconds of a moment or of a clock that counts up (`1:02:03`, `62:03`), or of a bare figure in
 * its unit; null where it is none.
 */
function secondsOf(text: string, factor: number, decimalComma: boolean): number | null {
	if (MOMENT.test(text)) {
		const at = Date.parse(text.trim().replace(' ', 'T'));
		return Number.isNaN(at) ? null : at / 1000;
	}
	const clock = CLOCK.exec(text);
	if (clock) {
		const [, hours, minutes, seconds, part] = clock;
		return 3600 * Number(hours ?? 0) + 60 * Number(minutes) + Number(seconds) + Number(`0.${part ?? 0}`);
	}
	const v = figureOf(text, decimalComma);
	return v === null ? null : v * factor;
}

/** Words by which a header tells what its column is, the more particular ones first. */
const WORDS: readonly (readonly [RegExp, Role])[] = [
	[/cell|zelle|balanc|^\s*(c|u|v|z)\s?\d{1,2}\b/i, 'cell'],
	[/capac|charge|ladung|kapaz|\bm?ah\b|^q\b/i, 'charge'],
	[/temp|°c|°f|\bdeg/i, 'warmth'],
	[/curr|strom|amp|\bm?a\b|^i\b/i, 'current'],
	[/volt|spann|\bm?v\b|^u\b/i, 'volts'],
	[/time|zeit|dauer|second|minut|\b(ms|s|sec|min|h)\b|^t\b/i, 'time']
];
/** How a unit stands in a header, by role. */
const WRITTEN: Record<Exclude<Role, 'nothing'>, readonly (readonly [RegExp, string])[]> = {
	time: [
		[/\bms\b|milli/i, 'ms'],
		[/\bmin/i, 'min'],
		[/\bh\b|hour/i, 'h'],
		[/./, 's']
	],
	volts: [
		[/\bmv\b/i, 'mV'],
		[/./, 'V']
	],
	cell: [
		[/\bmv\b/i, 'mV'],
		[/./, 'V']
	],
	current: [
		[/\bma\b/i, 'mA'],
		[/./, 'A']
	],
	charge: [
		[/\bmah\b/i, 'mAh'],
		[/\bah\b/i, 'Ah'],
		[/./, '']
	],
	warmth: [
		[/°f|fahrenheit|\bf\b/i, '°F'],
		[/./, '°C']
	]
};
const spaced = (header: string): string => ` ${header.replace(/[_()[\]/|,;:]+/g, ' ')} `;

/** Where the header names no unit, the size of the figures does. */
function unitBySize(role: Role, most: number): string {
	switch (role) {
		case 'volts':
		case 'cell':
			return most > 200 ? 'mV' : 'V';
		case 'current':
			return most > 150 ? 'mA' : 'A';
		case 'charge':
			return most > 60 ? 'mAh' : 'Ah';
		case 'warmth':
			return '°C';
		case 'time':
			return 's';
		case 'nothing':
			return '';
	}
}

/** What the columns seem to be. `rows`: the cells of every line, as a reader of CSV gives them. */
export function guessLog(rows: readonly (readonly string[])[]): ForeignLog | null {
	const numbered = rows.map((cells, k) => ({ line: k + 1, cells: [...cells] }));
	const wide = (cells: readonly string[]) => cells.filter((c) => c.trim() !== '').length;
	// Titles and remarks stand before the header, and are narrower than what follows.
	const firstFigures = numbered.findIndex(
		({ cells }) => wide(cells) >= 2 && cells.filter((c) => isFigure(c)).length >= Math.max(2, wide(cells) / 2)
	);
	if (firstFigures < 0) return null;
	const above = numbered[firstFigures - 1];
	const header =
		above && wide(above.cells) >= 2 && above.cells.every((c) => !isFigure(c))
			? above.cells.map((c) => c.trim())
			: [];
	const lines = numbered.slice(firstFigures).filter(({ cells }) => wide(cells) > 0);
	const width = Math.max(...lines.slice(0, 200).map(({ cells }) => cells.length));
	const sample = lines.slice(0, 500);
	const commas = sample.flatMap(({ cells }) => cells).filter((c) => COMMA.test(c)).length;
	const points = sample.flatMap(({ cells }) => cells).filter((c) => /^\s*[-+]?\d+\.\d+\s*$/.test(c)).length;
	const decimalComma = commas > points;
	let cell = 0;
	const taken = new Set<Role>();
	const meaning = Array.from({ length: width }, (_, i): ColumnMeaning => {
		const name = spaced(header[i] ?? '');
		const texts = sample.map(({ cells }) => cells[i] ?? '');
		const role = WORDS.find(([what]) => what.test(name.trim()))?.[1];
		const values = texts.map((t) => figureOf(t, decimalComma)).filter((v) => v !== null);
		const clocks = texts.filter((t) => CLOCK.test(t) || MOMENT.test(t)).length;
		const found: Role =
			role ?? (clocks > texts.length / 2 || (header.length === 0 && i === 0) ? 'time' : 'nothing');
		// One of each but the cells: a second one of a kind is left to the person.
		if (
			found === 'nothing' ||
			(found !== 'cell' && taken.has(found)) ||
			(values.length === 0 && clocks === 0)
		)
			return { role: 'nothing', unit: '' };
		taken.add(found);
		const written = header[i] ? WRITTEN[found].find(([what]) => what.test(name))![1] : '';
		const bySize = unitBySize(found, Math.max(0, ...values.map(Math.abs)));
		// A bare "V" over 16 800 is millivolts, whatever it says.
		const unit = written === '' || (written !== bySize && /^(V|A|Ah)$/.test(written)) ? bySize : written;
		return found === 'cell' ? { role: found, unit, cell: ++cell } : { role: found, unit };
	});
	return { header, lines, decimalComma, meaning };
}

export interface ReadLog {
	samples: Telemetry;
	/** Lines that cannot be read, each named; the rest is used. */
	problems: string[];
	/** Lines that were left out. */
	leftOut: number;
	/** When the first sample was taken, where the log has moments; ISO 8601. */
	startedAt: string | null;
}

/** What is wrong with how the columns are taken; empty when nothing is. */
export function wrongWith(meaning: readonly ColumnMeaning[]): string[] {
	const count = (role: Role) => meaning.filter((m) => m.role === role).length;
	const out: string[] = [];
	for (const [role, word] of [
		['time', 'time'],
		['volts', 'pack volts'],
		['current', 'current'],
		['charge', 'charge'],
		['warmth', 'temperature']
	] as const)
		if (count(role) > 1) out.push(`Two columns are ${word}: choose one.`);
	if (count('time') === 0) out.push('No column is the time.');
	if (count('current') === 0) out.push('No column is the current.');
	if (count('volts') === 0 && count('cell') === 0)
		out.push('No column is the volts of the pack or of its cells.');
	const cells = meaning.filter((m) => m.role === 'cell').map((m) => m.cell);
	if (new Set(cells).size !== cells.length) out.push('Two columns are the same cell.');
	return out;
}

/**
 * Reads all lines as samples of a pack; charge is summed from the current where no column has it.
 */
export function readLog(log: ForeignLog, meaning: readonly ColumnMeaning[] = log.meaning): ReadLog {
	const cells = Math.max(0, ...meaning.map((m) => (m.role === 'cell' ? (m.cell ?? 0) : 0)));
	const samples = emptyTelemetry(cells);
	const problems: string[] = [];
	let leftOut = 0;
	const at = (role: Role) => meaning.findIndex((m) => m.role === role);
	const [time, volts, current, charge, warmth] = (
		['time', 'volts', 'current', 'charge', 'warmth'] as const
	).map(at);
	const factor = (i: number): number =>
		(UNITS[meaning[i].role] as Record<string, number>)[meaning[i].unit] ?? 1;
	const value = (row: readonly string[], i: number): number => {
		if (i < 0) return NaN;
		const v = figureOf(row[i] ?? '', log.decimalComma);
		if (v === null) return NaN;
		return meaning[i].unit === '°F' ? (v - 32) * factor(i) : v * factor(i);
	};
	let first: number | null = null;
	let startedAt: string | null = null;
	let [lastS, ah, before] = [-1, 0, 0];
	for (const { line, cells: row } of log.lines) {
		const wrong = (what: string) => {
			leftOut++;
			if (problems.length < MOST_PROBLEMS) problems.push(`line ${line}: ${what}`);
		};
		const s = secondsOf(row[time] ?? '', factor(time), log.decimalComma);
		const amps = value(row, current);
		if (s === null) {
			wrong(`“${(row[time] ?? '').slice(0, 30)}” is no time.`);
			continue;
		}
		if (!Number.isFinite(amps)) {
			wrong(`“${(row[current] ?? '').slice(0, 30)}” is no current.`);
			continue;
		}
		if (first === null) {
			first = s;
			if (MOMENT.test(row[time])) startedAt = new Date(1000 * s).toISOString();
		}
		const elapsed = s - first;
		if (elapsed <= lastS) {
			wrong('its time is not after that of the line before.');
			continue;
		}
		const cellV = Array.from({ length: cells }, (_, c) =>
			value(
				row,
				meaning.findIndex((m) => m.role === 'cell' && m.cell === c + 1)
			)
		);
		const packV = volts >= 0 ? value(row, volts) : cellV.reduce((a, b) => a + b, 0);
		if (!Number.isFinite(packV)) {
			wrong('it has no volts.');
			continue;
		}
		if (lastS >= 0) ah += (((amps + before) / 2) * (elapsed - lastS)) / 3600;
		samples.timeS.push(elapsed);
		samples.currentA.push(amps);
		samples.packV.push(packV);
		samples.chargeAh.push(charge >= 0 ? value(row, charge) : ah);
		samples.temperatureDegC.push(value(row, warmth));
		cellV.forEach((v, c) => samples.cellV[c].push(v));
		[lastS, before] = [elapsed, amps];
	}
	return { samples, problems, leftOut, startedAt };
}

export interface LogEnd {
	/** Which way most of the charge went. */
	way: 'in' | 'out';
	durationS: number;
	/** What was moved, Ah, whichever way. */
	chargeAh: number;
	/** The current for most of the time that it flowed, A. */
	currentA: number;
	/** Highest and last volts of the pack. */
	mostV: number;
	lastV: number;
	endCellV: number[] | null;
	peakDegC: number | null;
	/**
	 * The current had faded at the end, at the volts that it reached: that is what full looks like.
	 */
	tapered: boolean;
}

/**
 * A charge that fades below this of its current at its highest volts has tapered (common
 * practice, no source).
 */
const FADED = 0.35;

/** What a log comes to; null for fewer than two samples. */
export function endOfLog({
	timeS,
	currentA,
	packV,
	chargeAh,
	temperatureDegC,
	cellV
}: Telemetry): LogEnd | null {
	const n = timeS.length;
	if (n < 2) return null;
	const net = currentA.reduce((sum, a) => sum + a, 0);
	const size = currentA.map(Math.abs).sort((a, b) => a - b);
	const usual = size[Math.floor(0.9 * (n - 1))];
	const flowing = currentA
		.map((a, k) => ({ a: Math.abs(a), k }))
		.filter(({ a }) => a > 0.01 * Math.max(usual, 0.01));
	const last = flowing.length ? flowing[flowing.length - 1].k : n - 1;
	const known = chargeAh.filter(Number.isFinite);
	const ends = cellV.map((c) => c[last]);
	const warm = temperatureDegC.filter(Number.isFinite);
	const mostV = packV.reduce((a, b) => Math.max(a, b), -Infinity);
	return {
		way: net < 0 ? 'out' : 'in',
		durationS: timeS[last] - timeS[0],
		chargeAh: known.reduce((most, v) => Math.max(most, Math.abs(v)), 0),
		currentA: usual,
		mostV,
		lastV: packV[last],
		endCellV: ends.length && ends.every(Number.isFinite) ? ends : null,
		peakDegC: warm.length ? warm.reduce((a, b) => Math.max(a, b), -Infinity) : null,
		tapered: Math.abs(currentA[last]) < FADED * usual && packV[last] > 0.995 * mostV
	};
}
