/**
 * What is known of each batch on the page: how its packs meet and in which order, and the program
 * that the server proposes for it.
 */
import { SvelteMap } from 'svelte/reactivity';
import { toast } from 'svelte-sonner';
import { chemistryOf } from '$core/chemistry/catalogue';
import type { BenchPlace } from '$core/parallel/places';
import { ordinaryTask } from '$core/request/task';
import type { GroupControl } from '$core/simulate/joining/group-charge';
import type { Member } from '$core/simulate/joining/member';
import type { PileClient } from '$lib/ui/parallel/pile-client.svelte';
import { send } from '$lib/ui/server/api';
import type { BatchDetail } from '$lib/workers/parallel.worker';
import type { Proposal } from './proposal';

export interface Batch {
	/** The same as long as packs, readings and channel are. */
	key: string;
	letter: string;
	ids: readonly string[];
	members: Member[];
	channelId: string;
	place: BenchPlace;
}

export class BatchAnswers {
	private readonly proposals = new SvelteMap<string, Proposal>();
	private readonly details = new SvelteMap<string, BatchDetail>();
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing is drawn from it
	private readonly asked = new Set<string>();

	constructor(private readonly client: PileClient) {}

	/** Null while the server has not answered. */
	proposalOf({ key }: Pick<Batch, 'key'>): Proposal | null {
		return this.proposals.get(key) ?? null;
	}
	/** Null while the worker has not answered. */
	detailOf({ key }: Pick<Batch, 'key'>): BatchDetail | null {
		return this.details.get(key) ?? null;
	}

	/**
	 * The batch as the program that is asked for it: its packs in the order in which they are
	 * joined, once that is known.
	 */
	requestOf(b: Batch) {
		const [first, ...joined] = this.detailOf(b)?.order.order ?? b.ids;
		const [{ pack }] = b.members;
		return {
			packId: first,
			joined,
			chargerId: b.place.chargerId,
			channelId: b.channelId,
			task: ordinaryTask(chemistryOf(pack.chemistry), pack.cells),
			purpose: 'standard' as const
		};
	}

	/** Asks for both, once a batch; what failed is asked again with the next change. */
	async learn(b: Batch): Promise<void> {
		if (this.asked.has(b.key)) return;
		this.asked.add(b.key);
		const first = await this.client.detail(b.members, null);
		if (first) this.details.set(b.key, first);
		const sent = await send<Proposal>('POST', '/solve', this.requestOf(b));
		if (!sent.ok) {
			this.asked.delete(b.key);
			return void toast.error(`Batch ${b.letter}: ${sent.message}`);
		}
		this.proposals.set(b.key, sent.value);
		const { settings } = sent.value;
		if (!settings) return;
		const { cells } = b.members[0].pack;
		const control: GroupControl = {
			currentA: settings.currentA,
			powerW: b.place.mostA * cells * settings.endVoltageV,
			endV: cells * settings.endVoltageV,
			taperA: settings.currentA / 10
		};
		const detail = await this.client.detail(b.members, control);
		if (detail) this.details.set(b.key, detail);
	}
}
