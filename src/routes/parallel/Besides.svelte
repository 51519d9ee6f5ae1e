<!-- What goes by itself and what would bring it in, what is to be read again, and what holds the whole up. -->
<script lang="ts">
	import type { Sorted } from '$core/parallel/batches';
	import type { NotInPile } from '$core/parallel/pile';
	import type { Pack } from '$core/pack/pack';
	import Progress from '$lib/ui/control/Progress.svelte';
	import type { PileClient } from '$lib/ui/parallel/pile-client.svelte';
	import { clock, endOf } from '$lib/ui/words';

	interface Props {
		alone: readonly { ids: string[]; channelId: string; member: { pack: Pack }; why: string }[];
		toRead: readonly NotInPile[];
		notNow: readonly NotInPile[];
		/** Left out by the person. */
		left: readonly Pack[];
		sorted: Sorted | null;
		/** When all is done, min from now. */
		ends: number;
		now: string;
		boards: number;
		batches: number;
		client: PileClient;
		ontakeback: (id: string) => void;
	}
	let { alone, toRead, notNow, left, sorted, ends, now, boards, batches, client, ontakeback }: Props =
		$props();
</script>

<aside class="min-w-0 lg:border-l lg:pl-5">
	{#if alone.length}
		<h2>Alone</h2>
		<ul>
			{#each alone as b (b.ids[0])}
				<li class="border-b py-1 text-[13px]" data-alone={b.member.pack.id}>
					{b.why}
					<a class="link" href="/program?pack={b.member.pack.id}&channel={b.channelId}">Program</a>
				</li>
			{/each}
		</ul>
	{/if}
	{#if toRead.length}
		<h2 class="mt-3 first:mt-0">Read again</h2>
		<ul>
			{#each toRead as o (o.pack.id)}<li class="border-b py-1 text-[13px] text-check">
					{o.why}
				</li>{/each}
		</ul>
	{/if}
	{#if notNow.length || left.length}
		<h2 class="mt-3">Not in this pile</h2>
		<ul>
			{#each notNow as o (o.pack.id)}<li class="border-b py-1 text-[13px]">{o.why}</li>{/each}
			{#each left as pack (pack.id)}
				<li class="flex items-center justify-between gap-2 border-b py-1 text-[13px]">
					{pack.name} is left out by you.
					<button class="link" onclick={() => ontakeback(pack.id)}>Take it back</button>
				</li>
			{/each}
		</ul>
	{/if}
	{#if sorted}
		<h2 class="mt-3">What holds this up</h2>
		<p class="quiet text-[13px]">
			{#if sorted.batches.length <= sorted.bound.batches}No sorting has fewer than <span class="num"
					>{sorted.batches.length}</span
				> turns.{:else}At least <span class="num">{sorted.bound.batches}</span> turns are needed; these are
				<span class="num">{sorted.batches.length}</span>.{/if}
			{#if ends > 0}All done about <b class="num text-ink">{clock(endOf(now, ends))}</b>{sorted.proved
					? '; no other sorting is done sooner'
					: ''}.{/if}
			{boards < batches
				? `${boards === 1 ? 'One board' : `${boards} boards`} for ${batches} batches: they take turns.`
				: ''}
		</p>
		{#if client.progress !== null}
			<p class="quiet text-[12.5px]" role="status">
				looking for something sooner
				<Progress
					done={client.progress}
					label="Looking for a better sorting"
					class="mx-1 w-14 align-middle"
				/>
				<button class="link" onclick={() => client.cancel()}>enough</button>
			</p>
		{/if}
	{/if}
	<p class="quiet mt-3 text-[12.5px]">
		Joined packs stay joined until the charge has ended. Never join one that is connected to anything else,
		and never leave them.
	</p>
</aside>
