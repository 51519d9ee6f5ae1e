/** The checks of a reading. */
import { schemaOf } from '../quantity/field-schema';
import { READING } from './reading';

export const ReadingInputSchema = schemaOf(READING).refine(
	(r) => r.cellVoltagesV !== null || r.packVoltageV !== null,
	{ error: 'Give the volts of each cell, or of the pack.', path: ['packVoltageV'] }
);
