/** The bench's stock as it is being typed: strings, turned into the shape that core checks. */
import { INVENTORY, type Inventory } from '$core/charger/inventory';
import { InventorySchema } from '$core/charger/inventory-schema';
import {
	checkedDraft,
	draftOf,
	readDraft,
	type Draft,
	type FieldErrors,
	type Read
} from '$core/quantity/field-draft';

export type StockDraft = Draft<typeof INVENTORY>;
export type StockList = keyof StockDraft;

export const stockDraftOf = (stock: Inventory): StockDraft => draftOf(INVENTORY, stock);

/** A new line of a list. */
export const newLine = (list: StockList, id: string): Record<string, string> => ({
	...draftOf(INVENTORY[list].of, null),
	id
});

/** Reads a draft; errors are by path, e.g. `leads.0.awg`. */
export function readStockDraft(draft: StockDraft): Read<Inventory> {
	const errors: FieldErrors = {};
	return checkedDraft(InventorySchema, readDraft(INVENTORY, draft, errors), errors);
}
