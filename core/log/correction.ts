/** A figure of a run that was written down wrong: what stood there, and since when it does not. */
import { choice, moment, text, type ValuesOf } from '../quantity/field';

/** What may be corrected of a run that has ended. */
export const CORRECTED = ['endReason', 'durationS', 'chargeAh', 'endCellVoltagesV', 'message'] as const;
export type Corrected = (typeof CORRECTED)[number];

export const CORRECTION = {
	at: moment({ label: 'Corrected' }),
	field: choice({ label: 'Figure', options: CORRECTED }),
	/** As it stood, and as it stands since, written as JSON. */
	was: text({ label: 'It was', least: 0, most: 1000 }),
	became: text({ label: 'It became', least: 0, most: 1000 })
} as const;
export type Correction = ValuesOf<typeof CORRECTION>;
