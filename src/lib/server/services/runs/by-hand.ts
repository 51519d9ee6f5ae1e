/** Runs that are keyed in by hand: what a person sees on the charger's screen at the end. */
import { isOpen, type Run } from '$core/log/run';
import type { Database } from '../../db/connect';
import { toRun } from '../../db/map';
import { checked, done, missing, refuse, type Result } from '../../result';
import { live } from './live';
import { endWithin } from './open-runs';
import { RunResultSchema } from '$core/log/run-schema';

/** Whether a run ended with just these figures: then the request that says so once more is answered as the first was. */
const endedSo = (run: Run, end: { endReason: string; durationS: number; chargeAh: number }): boolean =>
	run.endReason === end.endReason && run.durationS === end.durationS && run.chargeAh === end.chargeAh;

/** Ends a run that was keyed in by hand with what the charger's screen showed. */
export async function endByHand(db: Database, id: string, input: unknown, now: string): Promise<Result<Run>> {
	const valid = checked(RunResultSchema, input);
	if (!valid.ok) return valid;
	const { durationMin, ...rest } = valid.value;
	const end = { ...rest, durationS: durationMin * 60, peakTemperatureDegC: null };
	const result = await db.write<Result<Run>>(async (tx) => {
		const row = await tx.models.Run.findByPk(id);
		if (!row) return missing('run');
		if (row.get('mode') !== 'by hand')
			return refuse(409, 'This run is followed over the link and ends by itself.');
		const run = toRun(row);
		if (!isOpen(run))
			return endedSo(run, end)
				? done(run)
				: refuse(409, 'This run was closed already, with other figures: they stand in the logbook.');
		const { cells } = run.settings;
		if (rest.endCellVoltagesV && rest.endCellVoltagesV.length !== cells)
			return refuse(422, `Give ${cells} voltages, one for each cell.`, {
				endCellVoltagesV: `Give ${cells} voltages, one for each cell.`
			});
		await endWithin(tx, row, end, now);
		return done(toRun(row));
	});
	if (result.ok) live.end(id);
	return result;
}
