/**
 * The link to the simulated charger: its line protocol over a loopback socket, reconnecting when
 * it must.
 */
import { connect, type Socket } from 'node:net';
import type { z } from 'zod';
import type { Resolved } from '$core/request/context';
import {
	addressText,
	CheckAnswer,
	HelloAnswer,
	LogAnswer,
	PROTOCOL,
	StatusAnswer,
	type ChannelAddress,
	type Fault,
	type KeyedProgram,
	type PackTruth
} from '../../../../link/protocol';
import { LinkError, type ChargerLink } from './charger-link';
import { pluggedPack } from './plugged-pack';

const ANSWER_MS = 4000;
/** What was heard of it holds for as long: it is asked every few seconds. */
const HEARD_MS = 6000;

interface Waiting {
	resolve(line: string): void;
	reject(error: LinkError): void;
}

export class StandInLink implements ChargerLink {
	private socket: Socket | null = null;
	/** The socket has been connected: what was written to it may have arrived. */
	private connected = false;
	private pending = '';
	private waiting: Waiting[] = [];
	/** What it said of its speed last, and when, ms since 1970. */
	private said: { speed: number; atMs: number } | null = null;

	constructor(private readonly port: number) {}

	private open(): Socket {
		if (this.socket && !this.socket.destroyed) return this.socket;
		const socket = connect({ port: this.port, host: '127.0.0.1' });
		this.connected = false;
		socket.setEncoding('utf8');
		socket.on('connect', () => (this.connected = true));
		socket.on('data', (part: string) => {
			if (this.socket !== socket) return;
			this.pending += part;
			for (let end = this.pending.indexOf('\n'); end >= 0; end = this.pending.indexOf('\n')) {
				const line = this.pending.slice(0, end);
				this.pending = this.pending.slice(end + 1);
				this.waiting.shift()?.resolve(line);
			}
		});
		socket.on('error', () => this.lost(socket));
		socket.on('close', () => this.lost(socket));
		this.socket = socket;
		return socket;
	}

	/**
	 * Whoever waits on a socket that is gone is told; answers that still come in on it belong to
	 * nobody.
	 */
	private lost(socket: Socket): void {
		if (this.socket !== socket) return;
		const maybeDone = this.connected;
		socket.destroy();
		this.socket = null;
		this.pending = '';
		const waiting = this.waiting;
		this.waiting = [];
		for (const w of waiting)
			w.reject(new LinkError('unreachable', 'The simulated charger does not answer.', maybeDone));
	}

	private request(line: string): Promise<string> {
		return new Promise((resolve, reject) => {
			const socket = this.open();
			const timer = setTimeout(() => this.lost(socket), ANSWER_MS);
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
		let body: unknown;
		try {
			body = JSON.parse(answer.slice(3));
		} catch {
			body = undefined;
		}
		const parsed = schema.safeParse(body);
		if (parsed.success) return parsed.data;
		throw new LinkError('garbled', 'What the simulated charger answered cannot be read.', true);
	}

	private askAt<T>(schema: z.ZodType<T> | null, verb: string, at: ChannelAddress, body?: object): Promise<T> {
		const text = body === undefined ? '' : ` ${JSON.stringify(body)}`;
		return this.ask(schema, `${verb} ${addressText(at)}${text}`);
	}

	/** Who answers; rejects with the code `protocol` for a simulated charger of another release. */
	async hello(): Promise<HelloAnswer> {
		const hello = await this.ask(HelloAnswer, 'HELLO');
		if (hello.protocol !== PROTOCOL)
			throw new LinkError('protocol', 'The simulated charger is of another release: end it and start again.');
		this.said = { speed: hello.speed, atMs: Date.now() };
		return hello;
	}
	/** Simulated seconds per real second: 1, 60 or 600. */
	async setSpeed(speed: number): Promise<void> {
		await this.ask<void>(null, `SPEED ${speed}`);
		this.said = { speed, atMs: Date.now() };
	}
	/** Its speed as it was last heard, without asking; null when it has not been heard for a while. */
	get speed(): number | null {
		return this.said && Date.now() - this.said.atMs < HEARD_MS ? this.said.speed : null;
	}
	plugIn = (at: ChannelAddress, resolved: Resolved) =>
		this.askAt<void>(null, 'PLUG', at, pluggedPack(resolved));
	/** Plays the bench: poses a pack just as it is told. */
	pose = (at: ChannelAddress, truth: PackTruth) => this.askAt<void>(null, 'POSE', at, truth);
	/** Puts faults into what is on this channel, or takes them out again. */
	faults = (at: ChannelAddress, faults: readonly Fault[]) =>
		this.ask<void>(null, `FAULTS ${addressText(at)} ${JSON.stringify(faults)}`);
	check = (at: ChannelAddress) => this.askAt(CheckAnswer, 'CHECK', at);
	start = (at: ChannelAddress, program: KeyedProgram) => this.askAt<void>(null, 'START', at, program);
	cancel = (at: ChannelAddress, runId: string) => this.askAt<void>(null, 'CANCEL', at, { runId });
	stop = (at: ChannelAddress, runId: string) => this.askAt<void>(null, 'STOP', at, { runId });
	status = (at: ChannelAddress) => this.askAt(StatusAnswer, 'STATUS', at);
	log = (at: ChannelAddress, runId: string, from: number) =>
		this.askAt(LogAnswer, 'LOG', at, { runId, from });

	close(): void {
		if (this.socket) this.lost(this.socket);
	}
}
