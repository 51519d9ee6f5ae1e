/** The whole simulated charger: its channels, its clock, and the answers to the protocol's verbs. Knows no sockets. */
import { z } from 'zod';
import { StandInChannel, type Refusal } from './channel';
import { KeyedProgram, PackTruth, type HelloAnswer } from './protocol';
import { SPEEDS, STAND_IN_SPEC } from './spec';

const isRefusal = (answer: unknown): answer is Refusal =>
	typeof answer === 'object' && answer !== null && 'code' in answer && 'words' in answer;

export class StandInBench {
	readonly channels = new Map(
		STAND_IN_SPEC.channels.map((label) => [label as string, new StandInChannel(label)])
	);
	speed: number;

	constructor(speed = 60) {
		this.speed = speed;
	}

	get running(): boolean {
		return [...this.channels.values()].some((c) => c.running);
	}

	/** Lets real time pass: every channel advances by its simulated share, within the power they share. */
	tick(realSeconds: number): void {
		// In short slices, so that power freed by one channel reaches the other soon in simulated time.
		let left = realSeconds * this.speed;
		while (left > 0) {
			const slice = Math.min(left, 10);
			for (const channel of this.channels.values()) {
				const others = [...this.channels.values()]
					.filter((c) => c !== channel)
					.reduce((sum, c) => sum + c.outputW, 0);
				channel.advance(slice, STAND_IN_SPEC.sharedPowerW - others);
			}
			left -= slice;
		}
	}

	/** Answers one request line; anything unreadable is answered, never thrown. */
	answer(line: string): string {
		const match = /^([A-Z]+)(?:\s+([A-Z]))?(?:\s+([[{"\d].*))?$/.exec(line.trim());
		if (!match) return 'ERR syntax a request is VERB [CHANNEL] [JSON]';
		const [, verb, label, text] = match;
		let body: unknown;
		try {
			body = text === undefined ? undefined : JSON.parse(text);
		} catch {
			return 'ERR json the body is not JSON';
		}
		if (verb === 'HELLO') {
			const hello: HelloAnswer = {
				name: 'Stand-in',
				protocol: 1,
				channels: [...this.channels.keys()],
				speed: this.speed
			};
			return `OK ${JSON.stringify(hello)}`;
		}
		if (verb === 'SPEED') {
			const speed = z.literal([...SPEEDS]).safeParse(body);
			if (!speed.success) return `ERR range speed is one of ${SPEEDS.join(', ')}`;
			this.speed = speed.data;
			return 'OK';
		}
		const channel = label === undefined ? undefined : this.channels.get(label);
		if (!channel) return `ERR channel channels are ${[...this.channels.keys()].join(', ')}`;
		return this.forChannel(channel, verb, body);
	}

	private forChannel(channel: StandInChannel, verb: string, body: unknown): string {
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
		switch (verb) {
			case 'PLUG':
				return parsed(PackTruth, (truth) => channel.plug(truth));
			case 'UNPLUG':
				return reply(channel.unplug());
			case 'CHECK':
				return reply(channel.check());
			case 'START':
				return parsed(KeyedProgram, (program) => channel.start(program));
			case 'STOP':
				return reply(channel.stop());
			case 'STATUS':
				return reply(channel.status());
			case 'LOG':
				return parsed(z.object({ from: z.number().int().min(0) }), ({ from }) => channel.samples(from));
			default:
				return `ERR verb ${verb.slice(0, 12)} is not known`;
		}
	}
}
