/** The check of an observation. */
import { schemaOf } from '../quantity/field-schema';
import { OBSERVATION } from './observation';

export const ObservationSchema = schemaOf(OBSERVATION);
