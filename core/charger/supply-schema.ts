/** The checks of a supply as it is described. */
import { schemaOf } from '../quantity/field-schema';
import { SUPPLY } from './supply';

export const SupplyInputSchema = schemaOf(SUPPLY);
