/**
 * Thin: judges a channel for every pack off the main thread, a few packs at a time. Core
 * computes.
 */
import './no-eval';
import { expose } from 'comlink';
import type { Charger } from '$core/charger/charger';
import type { Supply } from '$core/charger/supply';
import type { Pack } from '$core/pack/pack';
import { suitOf, type Suit } from '$core/program/suits';

export interface SuitsJob {
	packs: Pack[];
	charger: Charger;
	channelId: string;
	supply: Supply | null;
	now: string;
}

/** Packs between looks at whether the job is still wanted. */
const BATCH = 12;

let latest = 0;

const api = {
	/**
	 * Hands out what was found in batches until all packs are judged, or another job came in
	 * between.
	 */
	async run(job: SuitsJob, onfound: (suits: Suit[]) => void): Promise<void> {
		const mine = ++latest;
		for (let at = 0; at < job.packs.length && mine === latest; at += BATCH) {
			const part = job.packs.slice(at, at + BATCH);
			onfound(part.map((pack) => suitOf(pack, job.charger, job.channelId, job.supply, job.now)));
			await new Promise<void>((done) => setTimeout(done, 0));
		}
	}
};

export type SuitsWorker = typeof api;
expose(api);
