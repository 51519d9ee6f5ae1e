/** The link to the simulated charger: its line protocol over a loopback socket, reconnecting when it must. */
import { connect, type Socket } from 'node:net';
import type { z } from 'zod';
import {
	CheckAnswer,
	HelloAnswer,
	LogAnswer,
	StatusAnswer,
	type KeyedProgram,
	type PackTruth
} from '../../../../stand-in/protocol';
import { LinkError, type ChargerLink } from './charger-link';

const ANSWER_MS = 4000;

interface Waiting {
	resolve(line: string): void;
	reject(error: LinkError): void;
}

export class StandInLink implements ChargerLink {
	private socket: Socket | null = null;
	private pending = '';
	private waiting: Waiting[] = [];

	constructor(private readonly port: number) {}

	private open(): Socket {
		if (this.socket && !this.socket.destroyed) return this.socket;
		const socket = connect({ port: this.port, host: '127.0.0.1' });
		socket.setEncoding('utf8');
		socket.on('data', (part: string) => {
			this.pending += part;
			for (let end = this.pending.indexOf('\n'); end >= 0; end = this.pending.indexOf('\n')) {
				const line = this.pending.slice(0, end);
				this.pending = this.pending.slice(end + 1);
				this.waiting.shift()?.resolve(line);
			}
		});
		const lost = () => {
			if (this.socket !== socket) return;
			this.socket = null;
			this.pending = '';
			const waiting = this.waiting;
			this.waiting = [];
			for (const w of waiting)
				w.reject(new LinkError('unreachable', 'The simulated charger does not answer.'));
		};
		socket.on('error', lost);
		socket.on('close', lost);
		this.socket = socket;
		return socket;
	}

	private request(line: string): Promise<string> {
		return new Promise((resolve, reject) => {
			const socket = this.open();
			const timer = setTimeout(() => socket.destroy(), ANSWER_MS);
			this.waiting.push({
				resolve: (answer) => {
					clearTimeout(timer);
					resolve(answer);
				},
				reject: (error) => {
					clearTimeout(timer);
					reject(error);
				}
			});
			socket.write(line + '\n');
		});
	}

	private async ask<T>(schema: z.ZodType<T> | null, line: string): Promise<T> {
		const answer = await this.request(line);
		const refused = /^ERR (\S+) (.*)$/.exec(answer);
		if (refused) throw new LinkError(refused[1], refused[2]);
		if (schema === null) return undefined as T;
		return schema.parse(JSON.parse(answer.slice(3)));
	}

	hello = () => this.ask(HelloAnswer, 'HELLO');
	/** Simulated seconds per real second: 1, 60 or 600. */
	setSpeed = (speed: number) => this.ask<void>(null, `SPEED ${speed}`);
	/** Plays the bench: connects a pack. Only a simulated charger has this. */
	plug = (channel: string, truth: PackTruth) =>
		this.ask<void>(null, `PLUG ${channel} ${JSON.stringify(truth)}`);
	check = (channel: string) => this.ask(CheckAnswer, `CHECK ${channel}`);
	start = (channel: string, program: KeyedProgram) =>
		this.ask<void>(null, `START ${channel} ${JSON.stringify(program)}`);
	stop = (channel: string) => this.ask<void>(null, `STOP ${channel}`);
	status = (channel: string) => this.ask(StatusAnswer, `STATUS ${channel}`);
	log = (channel: string, from: number) => this.ask(LogAnswer, `LOG ${channel} ${JSON.stringify({ from })}`);

	close(): void {
		this.socket?.destroy();
	}
}
