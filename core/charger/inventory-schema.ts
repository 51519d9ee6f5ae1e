/** The checks of the bench's stock. */
import { schemaOf } from '../quantity/field-schema';
import { INVENTORY } from './inventory';

export const InventorySchema = schemaOf(INVENTORY);
