/**
 * How quantities are written: figure and unit apart, so that a screen can set the unit smaller.
 * SI goes in; the trade's units (mAh, mΩ, minutes) come out.
 */

export interface Written {
	figure: string;
	unit: string;
}

const fixed = (value: number, digits: number) => (Number.isFinite(value) ? value.toFixed(digits) : '–');

/** Amperes with one decimal, two below 1 A where the tenth would hide something. */
export function amps(value: number): Written {
	const digits = Math.abs(value) < 1 && Math.abs(value * 10 - Math.round(value * 10)) > 1e-6 ? 2 : 1;
	return { figure: fixed(value, digits), unit: 'A' };
}

/** Volts with two decimals: cells and end voltages. */
export const volts = (value: number, digits = 2): Written => ({ figure: fixed(value, digits), unit: 'V' });

/** Ampere-hours written as mAh, whole. */
export const milliampHours = (valueAh: number): Written => ({
	figure: fixed(valueAh * 1000, 0),
	unit: 'mAh'
});

/** Volts written as whole mV: spreads and differences. */
export const millivolts = (valueV: number): Written => ({ figure: fixed(valueV * 1000, 0), unit: 'mV' });

/** Ohms written as mΩ with one decimal. */
export const milliohms = (valueOhm: number): Written => ({ figure: fixed(valueOhm * 1000, 1), unit: 'mΩ' });

/** Minutes, whole. */
export const minutes = (value: number): Written => ({ figure: fixed(value, 0), unit: 'min' });

/** Watts, whole from 10 W, one decimal below. */
export const watts = (value: number): Written => ({
	figure: fixed(value, Math.abs(value) < 10 ? 1 : 0),
	unit: 'W'
});

/** Degrees Celsius, whole. */
export const degrees = (value: number): Written => ({
	figure: fixed(value, 0).replace('-', '−'),
	unit: '°C'
});

/** A share (0 to 1) as whole per cent. */
export const percent = (share: number): Written => ({ figure: fixed(share * 100, 0), unit: '%' });

/** `{figure, unit}` as one string with a space between. */
export const text = (written: Written): string => `${written.figure} ${written.unit}`;

/**
 * A rate as the trade writes it: `1C`, `0.5C`, `0.25C`, `1.8C`. Below 1C to the hundredth, so
 * that 0.25C is not 0.3C.
 */
export function cRate(rate: number): string {
	const digits = rate >= 10 ? 0 : rate < 0.995 ? 2 : 1;
	const figure = rate.toFixed(digits);
	return `${digits === 0 ? figure : figure.replace(/0+$/, '').replace(/\.$/, '')}C`;
}

/** With a capital at its front. */
export const sentenceCase = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
