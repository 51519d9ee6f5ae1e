/**
 * A label typed in one line, `LiPo 4S 3300 3C 14.8V`: what of it is understood, as what, and what
 * is left.
 */
import { CHEMISTRIES } from '../chemistry/catalogue';
import { fitsLabel } from './label-volts';
import type { PackInput } from './pack';

/** A piece of the line and what it was taken for, in words. */
export interface Understood {
	piece: string;
	as: string;
}

export interface LabelLine {
	values: Partial<
		Pick<
			PackInput,
			'name' | 'chemistry' | 'cells' | 'parallel' | 'capacityAh' | 'labelChargeRateC' | 'labelVoltageV'
		>
	>;
	understood: Understood[];
	/** Words that say nothing known; they become the name. */
	left: string[];
}

/** What people and labels call the chemistries; compared without case, hyphens and dots. */
const NAMES: Record<string, string[]> = {
	lipo: ['lipo', 'lipoly', 'lipolymer'],
	lihv: ['lihv', 'hv', 'lipohv', 'hvlipo'],
	liion: ['liion', 'lion', 'ion'],
	life: ['life', 'lifepo', 'lifepo4', 'lfp'],
	nimh: ['nimh', 'nickelmetalhydride'],
	nicd: ['nicd', 'nicad'],
	lead: ['lead', 'pb', 'sla', 'agm', 'vrla', 'leadacid'],
	leadgel: ['gel', 'leadgel', 'pbgel']
};

const plain = (word: string): string => word.toLowerCase().replace(/[^a-z0-9]/g, '');
const chemistryFor = (word: string): string | null =>
	Object.keys(NAMES).find((id) => NAMES[id].includes(plain(word))) ?? null;

/** A figure with point or comma. */
const figure = (text: string): number => Number(text.replace(',', '.'));
const N = String.raw`(\d+(?:[.,]\d+)?)`;
const PATTERNS = {
	cells: /^(\d{1,2})s(?:(\d{1,2})p)?$/i,
	cellWord: /^(\d{1,2})-?cells?$/i,
	// No label prints parts of a milliampere-hour: three figures after the comma are thousands.
	thousands: /^(\d{1,3})[.,](\d{3})mah$/i,
	mah: new RegExp(`^${N}mah$`, 'i'),
	// At the rate of 20 hours, as lead is sold: `7.2Ah/20HR`.
	ah: new RegExp(`^${N}ah(?:[/@(]?\\d+\\s*hr?\\)?)?$`, 'i'),
	rates: new RegExp(`^${N}-${N}c$`, 'i'),
	rate: new RegExp(`^${N}c$`, 'i'),
	volts: new RegExp(`^${N}v$`, 'i'),
	wh: new RegExp(`^${N}wh$`, 'i'),
	bare: /^\d{3,5}$/
};

/**
 * Labels print what a pack gives as so many C, and far less often what it takes; from here on it
 * is what it gives, 1/h.
 */
const GIVES_FROM_C = 15;

/** Figures and their unit are one piece, also where a space stands between: `3300 mAh`. */
const piecesOf = (line: string): string[] =>
	line
		.trim()
		.replace(/\bhigh[\s-]*voltage\b/gi, 'hv')
		.replace(/(\d)\s+(mah|ah|wh|v|c|s|cells?)\b/gi, '$1$2')
		.replace(/(\dv)(?=\d)/gi, '$1 ')
		.split(/[\s;|]+|,(?=\s)/)
		.filter(Boolean);

/** Lead batteries are named by their volts alone: 12 V is six cells. */
function cellsByVolts(chemistry: string, volts: number): number | null {
	const of = CHEMISTRIES.find((c) => c.id === chemistry)!;
	for (let cells = of.cells.min; cells <= of.cells.max; cells++)
		if (fitsLabel(of, cells, volts)) return cells;
	return null;
}

/**
 * Volts that lead batteries are named by: with a capacity in Ah and no other name it is one, as
 * other packs print mAh, or volts of their own.
 */
const LEAD_VOLTS: readonly number[] = [6, 12, 24];
/** From this capacity on, Ah (common practice, no source). */
const LEAD_FROM_AH = 1;

/** Reads a label's line. Never throws; what is not understood is left. */
export function readLabelLine(line: string): LabelLine {
	const values: LabelLine['values'] = {};
	const understood: Understood[] = [];
	const left: string[] = [];
	let wattHours: { piece: string; wh: number } | null = null;
	let inAh = false;
	const take = (piece: string, as: string) => understood.push({ piece, as });
	for (const piece of piecesOf(line)) {
		const match = (pattern: RegExp) => pattern.exec(piece);
		const chemistry = chemistryFor(piece);
		let found: RegExpExecArray | null;
		if (chemistry === 'lihv' && values.chemistry === 'lipo') {
			values.chemistry = 'lihv';
			take(piece, 'LiHV');
		} else if (chemistry && values.chemistry === undefined) {
			values.chemistry = chemistry as PackInput['chemistry'];
			take(piece, CHEMISTRIES.find((c) => c.id === chemistry)!.name);
		} else if ((found = match(PATTERNS.cells))) {
			values.cells = Number(found[1]);
			if (found[2]) values.parallel = Number(found[2]);
			take(piece, `${found[1]} cells in series${found[2] ? `, ${found[2]} in parallel` : ''}`);
		} else if ((found = match(PATTERNS.cellWord))) {
			values.cells = Number(found[1]);
			take(piece, `${found[1]} cells in series`);
		} else if ((found = match(PATTERNS.thousands))) {
			values.capacityAh = Number(found[1] + found[2]) / 1000;
			take(piece, 'capacity');
		} else if ((found = match(PATTERNS.mah))) {
			values.capacityAh = figure(found[1]) / 1000;
			take(piece, 'capacity');
		} else if ((found = match(PATTERNS.ah))) {
			values.capacityAh = figure(found[1]);
			inAh = true;
			take(piece, `capacity, ${Math.round(figure(found[1]) * 1000)} mAh`);
		} else if ((found = match(PATTERNS.rates))) {
			const [low, high] = [figure(found[1]), figure(found[2])];
			if (high >= GIVES_FROM_C) take(piece, 'what it gives, not what it takes');
			else {
				values.labelChargeRateC = Math.min(low, high);
				take(piece, `charge rate, the lower of ${found[1]}C and ${found[2]}C`);
			}
		} else if ((found = match(PATTERNS.rate))) {
			const rate = figure(found[1]);
			if (rate >= GIVES_FROM_C) take(piece, 'what it gives, not what it takes');
			else {
				values.labelChargeRateC = rate;
				take(piece, 'charge rate');
			}
		} else if ((found = match(PATTERNS.volts))) {
			values.labelVoltageV = figure(found[1]);
			take(piece, 'printed volts');
		} else if ((found = match(PATTERNS.wh))) wattHours = { piece, wh: figure(found[1]) };
		else if (match(PATTERNS.bare) && values.capacityAh === undefined) {
			values.capacityAh = Number(piece) / 1000;
			take(piece, 'capacity, mAh');
		} else left.push(piece);
	}
	if (wattHours) {
		if (values.capacityAh === undefined && values.labelVoltageV != null) {
			values.capacityAh = Number((wattHours.wh / values.labelVoltageV).toFixed(3));
			take(wattHours.piece, `capacity, ${Math.round(values.capacityAh * 1000)} mAh`);
		} else take(wattHours.piece, 'energy, which follows from the rest');
	}
	const asLead = LEAD_VOLTS.includes(values.labelVoltageV ?? 0) && inAh && values.capacityAh! >= LEAD_FROM_AH;
	if (values.chemistry === undefined && values.cells === undefined && asLead) {
		values.chemistry = 'lead';
		take(`${values.labelVoltageV} V`, 'lead, by its volts and Ah: choose another if it is not');
	}
	if (values.cells === undefined && values.chemistry !== undefined && values.labelVoltageV != null) {
		const cells = cellsByVolts(values.chemistry, values.labelVoltageV);
		if (cells !== null) {
			values.cells = cells;
			take(`${values.labelVoltageV} V`, `${cells} cells in series`);
		}
	}
	if (left.length) values.name = left.join(' ');
	return { values, understood, left };
}
