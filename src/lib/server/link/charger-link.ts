/**
 * What the application asks of a charger that has a data link. A charger without one is the normal case and is served by
 * the key-in card; nothing here may be needed for that.
 */
import type { CheckAnswer, KeyedProgram, LogAnswer, StatusAnswer } from '../../../../stand-in/protocol';

/** Why a request failed: the charger said no, or could not be reached. */
export class LinkError extends Error {
	constructor(
		readonly code: string,
		message: string
	) {
		super(message);
	}
	get unreachable(): boolean {
		return this.code === 'unreachable';
	}
}

/** Channels are named by their label. Every call rejects with a {@link LinkError} when it fails. */
export interface ChargerLink {
	/** What the charger reads on a channel before a start. */
	check(channel: string): Promise<CheckAnswer>;
	/** Keys a program in and starts it; starting the same run id twice is starting it once. */
	start(channel: string, program: KeyedProgram): Promise<void>;
	stop(channel: string): Promise<void>;
	status(channel: string): Promise<StatusAnswer>;
	/** Samples from number `from` on. */
	log(channel: string, from: number): Promise<LogAnswer>;
	close(): void;
}
