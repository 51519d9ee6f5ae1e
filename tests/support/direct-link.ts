/**
 * The link to a simulated charger in this very process, so that a test decides how much time
 * passes and what is answered.
 */
import {
	addressText,
	CheckAnswer,
	LogAnswer,
	StatusAnswer,
	type ChannelAddress,
	type KeyedProgram
} from '../../link/protocol';
import type { Resolved } from '../../core/request/context';
import { LinkError, type ChargerLink } from '../../src/lib/server/link/charger-link';
import type { Links } from '../../src/lib/server/link/links';
import { pluggedPack } from '../../src/lib/server/link/plugged-pack';
import { StandInBench } from '../../stand-in/bench';

/**
 * `no`: nobody is there. `lost`: what is asked is done, and the answer never comes. `late`: it
 * arrives once {@link DirectLink.arrive} is called.
 */
export type Weather = 'fine' | 'no' | 'lost' | 'late';

export class DirectLink implements ChargerLink {
	bench = new StandInBench(600);
	weather: Weather = 'fine';
	private readonly underway: string[] = [];

	private ask<T>(line: string, parse: (value: unknown) => T): Promise<T> {
		if (this.weather !== 'fine') {
			if (this.weather === 'lost') this.bench.answer(line);
			if (this.weather === 'late') this.underway.push(line);
			return Promise.reject(
				new LinkError('unreachable', 'The simulated charger does not answer.', this.weather !== 'no')
			);
		}
		const answer = this.bench.answer(line);
		const no = /^ERR (\S+) (.*)$/.exec(answer);
		if (no) return Promise.reject(new LinkError(no[1], no[2]));
		return Promise.resolve(parse(answer.length > 3 ? JSON.parse(answer.slice(3)) : undefined));
	}

	/** What was late comes in now. */
	arrive(): string[] {
		return this.underway.splice(0).map((line) => this.bench.answer(line));
	}

	private at<T>(
		verb: string,
		at: ChannelAddress,
		body: object | null,
		parse: (value: unknown) => T
	): Promise<T> {
		return this.ask(`${verb} ${addressText(at)}${body ? ` ${JSON.stringify(body)}` : ''}`, parse);
	}
	private readonly nothing = () => undefined;
	plugIn = (at: ChannelAddress, r: Resolved) => this.at('PLUG', at, pluggedPack(r), this.nothing);
	check = (at: ChannelAddress) => this.at('CHECK', at, null, (v) => CheckAnswer.parse(v));
	start = (at: ChannelAddress, program: KeyedProgram) => this.at('START', at, program, this.nothing);
	cancel = (at: ChannelAddress, runId: string) => this.at('CANCEL', at, { runId }, this.nothing);
	stop = (at: ChannelAddress, runId: string) => this.at('STOP', at, { runId }, this.nothing);
	status = (at: ChannelAddress) => this.at('STATUS', at, null, (v) => StatusAnswer.parse(v));
	log = (at: ChannelAddress, runId: string, from: number) =>
		this.at('LOG', at, { runId, from }, (v) => LogAnswer.parse(v));
	close(): void {}

	/** The links of a bench whose linked chargers all go over this one. */
	asLinks = (): Links => ({ of: (kind) => (kind === 'stand-in' ? this : null), close: () => undefined });
}
