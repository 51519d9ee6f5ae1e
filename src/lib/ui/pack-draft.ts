/** A pack as it is being typed: strings in the units people read, turned into the shape that core checks. */
import { chemistryOf } from '$core/chemistry/catalogue';
import { PackInput, type Pack } from '$core/pack/pack';
import type { PracticeLayer } from '$core/practice/practice';
import { parseFigure } from '$core/quantity/parse';
import { askAboutSlip, USUAL_CAPACITY_MAH } from '$core/quantity/plausible';

export interface PackDraft {
	name: string;
	usedIn: string;
	chemistry: string;
	cells: string;
	parallel: string;
	capacityMah: string;
	labelChargeRateC: string;
	labelVoltageV: string;
	connectorId: string;
	balanceLead: boolean;
	measuredMah: string;
	makerEndV: string;
	electronics: Pack['electronics'];
	pairId: string;
	practice: PracticeLayer;
	condition: Pack['condition'];
	firstUsedOn: string;
	notes: string;
}

const text = (value: number | null, factor = 1) =>
	value === null ? '' : String(Number((value * factor).toPrecision(8)));

export function draftOf(pack: Pack | null): PackDraft {
	return {
		name: pack?.name ?? '',
		usedIn: pack?.usedIn ?? '',
		chemistry: pack?.chemistry ?? 'lipo',
		cells: text(pack?.cells ?? null),
		parallel: text(pack?.parallel ?? 1),
		capacityMah: text(pack?.capacityAh ?? null, 1000),
		labelChargeRateC: text(pack?.labelChargeRateC ?? null),
		labelVoltageV: text(pack?.labelVoltageV ?? null),
		connectorId: pack?.connectorId ?? '',
		balanceLead: pack?.balanceLead ?? true,
		measuredMah: text(pack?.measuredCapacityAh ?? null, 1000),
		makerEndV: text(pack?.makerEndVoltageV ?? null),
		electronics: pack?.electronics ?? 'none',
		pairId: pack?.pairId ?? '',
		practice: { ...pack?.practice },
		condition: pack?.condition ?? 'in service',
		firstUsedOn: pack?.firstUsedOn ?? '',
		notes: pack?.notes ?? ''
	};
}

export type DraftRead = { ok: true; input: PackInput } | { ok: false; errors: Record<string, string> };

/** Reads a draft; errors are by field of the draft. */
export function readPackDraft(draft: PackDraft): DraftRead {
	const errors: Record<string, string> = {};
	const figure = (
		key: keyof PackDraft,
		label: string,
		unit: string,
		min: number,
		max: number,
		whole = false
	) => {
		const parsed = parseFigure(String(draft[key]), { label, unit, min, max, whole });
		if (parsed.ok) return parsed.value;
		errors[key] = parsed.message;
		return NaN;
	};
	const optional = (...args: Parameters<typeof figure>) =>
		String(draft[args[0]]).trim() === '' ? null : figure(...args);
	const measured = optional('measuredMah', 'Measured capacity', 'mAh', 1, 500000);
	const input = {
		name: draft.name,
		usedIn: draft.usedIn,
		chemistry: draft.chemistry,
		cells: figure('cells', 'Cells', '', 1, 24, true),
		parallel: figure('parallel', 'Parallel cells', '', 1, 20, true),
		capacityAh: figure('capacityMah', 'Capacity', 'mAh', 10, 500000) / 1000,
		labelChargeRateC: optional('labelChargeRateC', 'Charge rate', 'C', 0.05, 20),
		labelVoltageV: optional('labelVoltageV', 'Printed volts', 'V', 0.5, 80),
		connectorId: draft.connectorId || null,
		// Chemistries without a balance lead have none, whatever was ticked before.
		balanceLead: draft.balanceLead && chemistryOf(draft.chemistry).balanceFromCells !== null,
		makerEndVoltageV: optional('makerEndV', 'End of charge', 'V', 1, 4.4),
		electronics: draft.electronics,
		pairId: draft.pairId || null,
		practice: draft.practice,
		measuredCapacityAh: measured === null ? null : measured / 1000,
		condition: draft.condition,
		firstUsedOn: draft.firstUsedOn || null,
		notes: draft.notes
	};
	if (Object.keys(errors).length) return { ok: false, errors };
	const parsed = PackInput.safeParse(input);
	if (parsed.success) return { ok: true, input: parsed.data };
	for (const issue of parsed.error.issues) errors[String(issue.path[0])] ??= issue.message;
	return { ok: false, errors };
}

/** Asks about a capacity that is plausible only off by ten or a thousand; null when there is nothing to ask. */
export function askAboutDraft(draft: PackDraft) {
	return askAboutSlip(Number(draft.capacityMah), USUAL_CAPACITY_MAH);
}
