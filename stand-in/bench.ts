/**
 * Every simulated charger of one process, their clock, and the answers to the protocol's verbs.
 * Knows no sockets.
 */
import { z } from 'zod';
import {
	Faults,
	KeyedProgram,
	LogRequest,
	OfRun,
	PackTruth,
	PluggedPack,
	PROTOCOL,
	REQUEST,
	type HelloAnswer
} from '../link/protocol';
import { StandInChannel, type Refusal } from './channel';
import { SPEEDS } from './spec';
import { drawTruth } from './truth';
import { StandInUnit } from './unit';

const isRefusal = (answer: unknown): answer is Refusal =>
	typeof answer === 'object' && answer !== null && 'code' in answer && 'words' in answer;

/** Chargers simulated at once at most. */
const MOST_UNITS = 16;

/**
 * An answer to a line that is not of this protocol; whoever sent it is not spoken to any further.
 */
export const NOT_PROTOCOL = 'ERR syntax a request is VERB [CHARGER/CHANNEL] [JSON]';

/** Starts that were taken back and are remembered as such. */
const MOST_CANCELLED = 1000;

export class StandInBench {
	readonly units = new Map<string, StandInUnit>();
	private readonly cancelled = new Set<string>();
	speed: number;
	private upS = 0;

	constructor(speed = 60) {
		this.speed = speed;
	}

	get running(): number {
		return [...this.units.values()].reduce((sum, unit) => sum + unit.running, 0);
	}

	/** Lets real time pass: every charger advances by its simulated share. */
	tick(realSeconds: number): void {
		this.upS += realSeconds;
		// In short slices, so that power freed by one channel reaches the other soon in simulated time.
		let left = realSeconds * this.speed;
		while (left > 0) {
			const slice = Math.min(left, 10);
			for (const unit of this.units.values()) unit.advance(slice);
			left -= slice;
		}
	}

	/** Answers one request line; anything unreadable is answered, never thrown. */
	answer(line: string): string {
		const match = REQUEST.exec(line.trim());
		if (!match) return NOT_PROTOCOL;
		const [, verb, charger, channel, text] = match;
		try {
			const body: unknown = text === undefined ? undefined : JSON.parse(text);
			return this.forVerb(verb, charger, channel, body);
		} catch (error) {
			if (error instanceof SyntaxError) return 'ERR json the body is not JSON';
			return `ERR internal ${String(error).replace(/\s+/g, ' ').slice(0, 200)}`;
		}
	}

	private forVerb(
		verb: string,
		charger: string | undefined,
		channel: string | undefined,
		body: unknown
	): string {
		if (verb === 'HELLO') {
			const hello: HelloAnswer = {
				name: 'Stand-in',
				protocol: PROTOCOL,
				speed: this.speed,
				running: this.running
			};
			return `OK ${JSON.stringify(hello)}`;
		}
		if (verb === 'SPEED') {
			const speed = z.literal([...SPEEDS]).safeParse(body);
			if (!speed.success) return `ERR range speed is one of ${SPEEDS.join(', ')}`;
			this.speed = speed.data;
			return 'OK';
		}
		if (charger === undefined || channel === undefined) return 'ERR channel name a charger and a channel';
		return this.forChannel(charger, channel, verb, body);
	}

	/** The channel a pack is plugged into: made where there is room. */
	private claim(charger: string, channel: string): StandInChannel | Refusal {
		let unit = this.units.get(charger);
		if (!unit) {
			if (this.units.size >= MOST_UNITS) {
				const idle = [...this.units].find(([, u]) => u.running === 0);
				if (!idle) return { code: 'busy', words: `${MOST_UNITS} chargers are busy already` };
				this.units.delete(idle[0]);
			}
			unit = new StandInUnit();
			this.units.set(charger, unit);
		}
		return unit.claim(channel) ?? { code: 'busy', words: 'both channels of this charger are busy' };
	}

	private plug(charger: string, channel: string, truth: PackTruth): Refusal | null {
		const claimed = this.claim(charger, channel);
		return isRefusal(claimed) ? claimed : claimed.plug(truth);
	}

	/**
	 * The channel at an address; one that nothing was plugged into is empty, and nothing of it is
	 * kept.
	 */
	private at(charger: string, channel: string): StandInChannel {
		return this.units.get(charger)?.channels.get(channel) ?? new StandInChannel();
	}

	/** Starts a run, unless the start was taken back before it came in. */
	private start(channel: StandInChannel, program: KeyedProgram): Refusal | null {
		if (this.cancelled.has(program.runId))
			return { code: 'cancelled', words: 'this start was taken back before it came' };
		return channel.start(program);
	}

	/** Makes sure that a run that has not started never will, however late its start comes in. */
	private cancel(channel: StandInChannel, runId: string): Refusal | null {
		if (channel.runId === runId) return { code: 'started', words: 'this run has started' };
		this.cancelled.add(runId);
		if (this.cancelled.size > MOST_CANCELLED) this.cancelled.delete([...this.cancelled][0]);
		return null;
	}

	private forChannel(charger: string, id: string, verb: string, body: unknown): string {
		const reply = (result: unknown) =>
			isRefusal(result)
				? `ERR ${result.code} ${result.words}`
				: result === null
					? 'OK'
					: `OK ${JSON.stringify(result)}`;
		const parsed = <T>(schema: z.ZodType<T>, use: (value: T) => unknown) => {
			const value = schema.safeParse(body);
			return value.success
				? reply(use(value.data))
				: `ERR body ${z.prettifyError(value.error).replace(/\s+/g, ' ')}`;
		};
		const channel = this.at(charger, id);
		switch (verb) {
			case 'PLUG':
				return parsed(PluggedPack, (plugged) => this.plug(charger, id, drawTruth(plugged)));
			case 'POSE':
				return parsed(PackTruth, (truth) => this.plug(charger, id, truth));
			case 'FAULTS':
				return parsed(Faults, (faults) => {
					const claimed = this.claim(charger, id);
					if (isRefusal(claimed)) return claimed;
					claimed.faults = faults;
					return null;
				});
			case 'UNPLUG':
				return reply(channel.unplug());
			case 'CHECK':
				return reply(channel.check());
			case 'START':
				return parsed(KeyedProgram, (program) => this.start(channel, program));
			case 'CANCEL':
				return parsed(OfRun, ({ runId }) => this.cancel(channel, runId));
			case 'STOP':
				return parsed(OfRun, ({ runId }) => channel.stop(runId));
			case 'STATUS':
				return reply({ ...channel.status(), upS: this.upS });
			case 'LOG':
				return parsed(LogRequest, ({ runId, from }) => channel.samples(runId, from));
			default:
				return `ERR verb ${verb} is not known`;
		}
	}
}
