/** How a run of the logbook ended, judged on its record; see `pack-state/end-judgement.ts`. */
import type { Pack } from '../pack/pack';
import { judgeRunEnd, type EndJudged } from '../pack-state/end-judgement';
import type { DisplayReading } from '../pack-state/event';
import { runRecordOf, type RunToJudge } from './run-record';

export type { EndJudged, EndOutcome } from '../pack-state/end-judgement';

/** What is asked of a run and one of its packs to judge its end. */
export type EndSeen = RunToJudge & {
	pack: Pick<Pack, 'chemistry' | 'cells' | 'capacityAh' | 'measuredCapacityAh'>;
	displayReadings?: readonly DisplayReading[];
};

/** Judges how a run ended. Where figures are missing, the end is judged by those that are there. */
export const judgeEnd = ({ pack, displayReadings, ...run }: EndSeen): EndJudged =>
	judgeRunEnd({ ...runRecordOf(run, displayReadings), pack });
