/** A run as SQL gives it, as far as its end is judged. */
import type { EndSeen } from '$core/log/end-judgement';

export interface EndRow extends Pick<
	EndSeen,
	'task' | 'endReason' | 'durationS' | 'chargeAh' | 'expectedAh'
> {
	/** How many packs were joined with the first. */
	joined: number;
	/** JSON, as they are kept. */
	settings: string;
	endCellVoltagesV: string | null;
}

/**
 * What is asked of a row to judge its end; of several packs joined nobody knows which took how
 * much.
 */
export const endOfRow = (row: EndRow, pack: EndSeen['pack']): EndSeen => ({
	task: row.task,
	endReason: row.endReason,
	durationS: row.durationS,
	chargeAh: row.joined ? null : row.chargeAh,
	expectedAh: row.joined ? null : row.expectedAh,
	endCellVoltagesV: row.endCellVoltagesV ? (JSON.parse(row.endCellVoltagesV) as number[] | null) : null,
	settings: JSON.parse(row.settings) as EndSeen['settings'],
	pack
});
