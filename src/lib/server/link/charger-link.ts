/**
 * What the application asks of a charger that has a data link. A charger without one is the
 * normal case and is served by the key-in card; nothing here may be needed for that.
 */
import type { Resolved } from '$core/request/context';
import type {
	ChannelAddress,
	CheckAnswer,
	KeyedProgram,
	LogAnswer,
	StatusAnswer
} from '../../../../link/protocol';

/** Why a request failed: the charger said no, or could not be reached. */
export class LinkError extends Error {
	constructor(
		readonly code: string,
		message: string,
		/** The request may have arrived although no answer came: what it asked for may have been done. */
		readonly maybeDone = false
	) {
		super(message);
	}
	get unreachable(): boolean {
		return this.code === 'unreachable';
	}
}

/**
 * Channels are addressed by their ids. Every call rejects with a {@link LinkError} when it fails.
 */
export interface ChargerLink {
	/** Only a simulated charger: puts a pack on its leads. A person does that at a real one. */
	plugIn?(at: ChannelAddress, resolved: Resolved): Promise<void>;
	/** What the charger reads on a channel before a start. */
	check(at: ChannelAddress): Promise<CheckAnswer>;
	/** Keys a program in and starts it; starting the same run id twice is starting it once. */
	start(at: ChannelAddress, program: KeyedProgram): Promise<void>;
	/** Makes sure that a run never starts; rejects with the code `started` where it has. */
	cancel(at: ChannelAddress, runId: string): Promise<void>;
	/** Stops a run; one that has ended stays as it ended. */
	stop(at: ChannelAddress, runId: string): Promise<void>;
	status(at: ChannelAddress): Promise<StatusAnswer>;
	/** Samples of a run from number `from` on. */
	log(at: ChannelAddress, runId: string, from: number): Promise<LogAnswer>;
	close(): void;
}
