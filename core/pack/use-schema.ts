/** The check of a use that a person notes. */
import { schemaOf } from '../quantity/field-schema';
import { USE } from './use';

export const UseSchema = schemaOf(USE);
