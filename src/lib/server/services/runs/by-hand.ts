/** Runs that are keyed in by hand: what a person sees on the charger's screen at the end. */
import { isOpen, type Run } from '$core/log/run';
import type { Database } from '../../db/connect';
import { toRun } from '../../db/map';
import { setBack } from './set-back';
import { checked, done, missing, refuse, type Result } from '../../result';
import type { Look } from './follow';
import { live } from './live';
import { endWithin } from './open-runs';
import { RunResultSchema } from '$core/log/run-schema';

/**
 * Whether a run ended with just these figures: then the request that says so once more is
 * answered as the first was.
 */
const endedSo = (run: Run, end: { endReason: string; durationS: number; chargeAh: number }): boolean =>
	run.endReason === end.endReason && run.durationS === end.durationS && run.chargeAh === end.chargeAh;

/**
 * Whether the charger of a run over a link stays away, so that its end is what a person reads off
 * its screen.
 */
const staysAway = async (look: () => Promise<Look>): Promise<boolean> => (await look()) === 'unreachable';

/**
 * Ends a run with what the charger's screen showed: one that was keyed in by hand, or one over a
 * link whose charger does not answer, which `look` finds out.
 */
export async function endByHand(
	db: Database,
	id: string,
	input: unknown,
	now: string,
	look: () => Promise<Look> = async () => 'followed'
): Promise<Result<Run>> {
	const valid = checked(RunResultSchema, input);
	if (!valid.ok) return valid;
	const { durationMin, begunEarlier, ...rest } = valid.value;
	const end = { ...rest, durationS: durationMin * 60, peakTemperatureDegC: null };
	const found = await db.models.Run.findByPk(id);
	const away = found?.get('mode') === 'link' && isOpen(toRun(found)) && (await staysAway(look));
	const result = await db.write<Result<Run>>(async (tx) => {
		const row = await tx.models.Run.findByPk(id);
		if (!row) return missing('run');
		const run = toRun(row);
		if (run.mode !== 'by hand' && !away && (isOpen(run) || !endedSo(run, end)))
			return refuse(409, 'This run is followed over the link and ends by itself.');
		if (!isOpen(run))
			return endedSo(run, end)
				? done(run)
				: refuse(409, 'This run was closed already, with other figures: they stand in the logbook.');
		const { cells } = run.settings;
		if (rest.endCellVoltagesV && rest.endCellVoltagesV.length !== cells)
			return refuse(422, `Give ${cells} voltages, one for each cell.`, {
				endCellVoltagesV: `Give ${cells} voltages, one for each cell.`
			});
		if (rest.endCellResistancesOhm?.length && rest.endCellResistancesOhm.length !== cells)
			return refuse(422, `Give ${cells} resistances, one for each cell.`, {
				endCellResistancesOhm: `Give ${cells} resistances, one for each cell.`
			});
		if (rest.endCellResistancesOhm?.length && !rest.endCellVoltagesV)
			return refuse(422, 'Resistances go with the volts of the cells: give both, or neither.', {
				endCellResistancesOhm: 'Give the cells at the end too.'
			});
		if (begunEarlier) await setBack(tx, row, run, durationMin, now);
		await endWithin(tx, row, { ...end, endCellResistancesOhm: rest.endCellResistancesOhm ?? null }, now);
		return done(toRun(row));
	});
	if (result.ok) live.end(id);
	return result;
}
