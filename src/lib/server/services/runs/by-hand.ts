/** Runs that are keyed in by hand: what a person sees on the charger's screen while it goes on, and at its end. */
import { isOpen, type RunLook, type Run } from '$core/log/run';
import type { Database } from '../../db/connect';
import { toRun } from '../../db/map';
import { checked, done, missing, refuse, type Result } from '../../result';
import { live } from './live';
import { endWithin } from './open-runs';
import { appendTelemetry, lastSamples, storedSamples } from './telemetry';
import { RunLookSchema, RunResultSchema } from '$core/log/run-schema';

/** Keeps a look at the charger's screen during a run keyed in by hand, as one sample; looks come in order of time. */
export async function lookAtRun(db: Database, id: string, input: unknown): Promise<Result<RunLook>> {
	const valid = checked(RunLookSchema, input);
	if (!valid.ok) return valid;
	const { timeMin, packV, currentA, chargeAh } = valid.value;
	return db.write(async (tx) => {
		const row = await tx.models.Run.findByPk(id);
		if (!row) return missing('run');
		const last = await lastSamples(tx, id);
		const k = last.timeS.length - 1;
		const same = (kept: number | undefined, given: number) => kept === Math.fround(given);
		// The same look once more is a request that repeats itself.
		if (
			k >= 0 &&
			same(last.timeS[k], timeMin * 60) &&
			same(last.packV[k], packV) &&
			same(last.currentA[k], currentA) &&
			same(last.chargeAh[k], chargeAh)
		)
			return done(valid.value);
		if (row.get('mode') !== 'by hand' || row.get('status') !== 'running')
			return refuse(409, 'Looks are written down for a run by hand that is going on.');
		const lastS = last.timeS[k] ?? -1;
		// Times are kept as 32-bit floats: compared as they are kept.
		if (Math.fround(timeMin * 60) <= lastS)
			return refuse(422, `The last look was at ${Math.round(lastS / 60)} min; this one must be later.`, {
				timeMin: `Later than ${Math.round(lastS / 60)} min.`
			});
		await appendTelemetry(tx, id, await storedSamples(tx, id), {
			timeS: [timeMin * 60],
			packV: [packV],
			currentA: [currentA],
			chargeAh: [chargeAh],
			temperatureDegC: [NaN],
			cellV: []
		});
		return done(valid.value);
	});
}

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
