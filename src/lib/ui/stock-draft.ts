/** The bench's stock as it is being typed: strings, turned into the shape that core checks. */
import { Inventory } from '$core/charger/inventory';
import { parseFigure } from '$core/quantity/parse';

type Line = { id: string };
export interface StockDraft {
	connectors: (Line & { name: string; currentA: string })[];
	leads: (Line & { name: string; connectorId: string; awg: string; lengthM: string; currentA: string })[];
	adapters: (Line & { fromId: string; toId: string; currentA: string })[];
	boards: (Line & { name: string; cells: string; count: string })[];
}

export function stockDraftOf(stock: Inventory): StockDraft {
	const texts = <T extends object>(lines: readonly T[]) =>
		lines.map((line) =>
			Object.fromEntries(Object.entries(line).map(([key, value]) => [key, String(value)]))
		) as never;
	return {
		connectors: texts(stock.connectors),
		leads: texts(stock.leads),
		adapters: texts(stock.adapters),
		boards: texts(stock.boards)
	};
}

export type StockRead = { ok: true; stock: Inventory } | { ok: false; errors: Record<string, string> };

/** Figures of a line, with what they are called, their unit and range. */
const FIGURES: Record<string, [label: string, unit: string, min: number, max: number, whole: boolean]> = {
	currentA: ['Current', 'A', 0.1, 500, false],
	awg: ['Gauge', 'AWG', 6, 30, true],
	lengthM: ['Length', 'm', 0.02, 10, false],
	cells: ['Cells', 'S', 2, 14, true],
	count: ['Number', '', 1, 50, true]
};

/** Reads a draft; errors are by path, e.g. `leads.0.awg`. */
export function readStockDraft(draft: StockDraft): StockRead {
	const errors: Record<string, string> = {};
	const stock = Object.fromEntries(
		Object.entries(draft).map(([list, lines]) => [
			list,
			(lines as Record<string, string>[]).map((line, i) =>
				Object.fromEntries(
					Object.entries(line).map(([key, typed]) => {
						const figure = FIGURES[key];
						if (!figure) return [key, typed];
						const [label, unit, min, max, whole] = figure;
						const parsed = parseFigure(typed, { label, unit, min, max, whole });
						if (parsed.ok) return [key, parsed.value];
						errors[`${list}.${i}.${key}`] = parsed.message;
						return [key, NaN];
					})
				)
			)
		])
	);
	if (Object.keys(errors).length) return { ok: false, errors };
	const parsed = Inventory.safeParse(stock);
	if (parsed.success) return { ok: true, stock: parsed.data };
	for (const issue of parsed.error.issues) errors[issue.path.join('.')] ??= issue.message;
	return { ok: false, errors };
}
