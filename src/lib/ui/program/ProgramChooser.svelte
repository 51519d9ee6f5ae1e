<!-- Choosing the two ends of a program: which pack, on which channel. -->
<script lang="ts">
	import type { Readiness } from '$core/care/readiness';
	import type { Charger } from '$core/charger/charger';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { cellsLabel, type Pack } from '$core/pack/pack';
	import type { Reading } from '$core/pack/reading';
	import type { ChannelState } from '$lib/server/services/house/today';
	import { LongList } from '../frame/long-list.svelte';
	import ReadinessMark from '../pack/ReadinessMark.svelte';
	import StackGlyph from '../pack/StackGlyph.svelte';

	interface Props {
		packs: { pack: Pack; reading: Reading | null; readiness: Readiness }[];
		chargers: Charger[];
		channels: ChannelState[];
		chosen: { packId: string | null; channelId: string | null };
		href: (change: Record<string, string>) => string;
	}
	let { packs, chargers, channels, chosen, href }: Props = $props();
	const rows = new LongList();

	const pack = $derived(packs.find((p) => p.pack.id === chosen.packId)?.pack ?? null);
	const takes = (c: Charger['channels'][number]) =>
		!pack ||
		c.chemistries.some(
			(e) => e.chemistry === pack.chemistry && pack.cells >= e.minCells && pack.cells <= e.maxCells
		);
	const busy = (id: string) => channels.find((c) => c.channelId === id)?.run;
	const usable = $derived(packs.filter((p) => p.readiness.state !== 'out of service'));
</script>

<div class="page">
	<h1>Program</h1>
	<p class="quiet mt-1">
		{#if pack}Which channel for {pack.name}?{:else if chosen.channelId}Which pack?{:else}Which pack, on which
			channel?{/if}
	</p>
	<div class="mt-3 grid gap-x-10 gap-y-6 lg:grid-cols-2">
		{#if !pack}
			<section>
				<h2 class="border-b pb-1">Pack</h2>
				<ul>
					{#each rows.drawn(usable) as p (p.pack.id)}
						<li class="border-b">
							<a class="flex items-center gap-3 py-[6px] hover:bg-panel" href={href({ pack: p.pack.id })}>
								<StackGlyph
									pack={p.pack}
									cellV={p.reading?.cellVoltagesV ?? null}
									packV={p.reading?.packVoltageV ?? null}
									charge={p.readiness}
									size={24}
								/>
								<span class="min-w-0 flex-1"
									><b class="font-semibold">{p.pack.name}</b>
									<span class="quiet text-[12px]"
										>{chemistryOf(p.pack.chemistry).name}
										{cellsLabel(p.pack)} · {Math.round(p.pack.capacityAh * 1000)} mAh</span
									></span
								>
								<ReadinessMark state={p.readiness.state} />
							</a>
						</li>
					{:else}
						<li class="quiet py-3">No pack yet. <a class="link" href="/packs/new">Add one</a></li>
					{/each}
				</ul>
			</section>
		{/if}
		{#if !chosen.channelId}
			<section>
				<h2 class="border-b pb-1">Channel</h2>
				<ul>
					{#each chargers as charger (charger.id)}
						{#each charger.channels as channel (channel.id)}
							{@const run = busy(channel.id)}
							<li class="border-b">
								<a
									class="flex items-center gap-3 py-[6px] hover:bg-panel"
									href={href({ channel: channel.id })}
								>
									<span class="flex-1"
										><b class="font-semibold"
											>{charger.name}{charger.channels.length > 1 ? `, channel ${channel.label}` : ''}</b
										>
										<span class="quiet num text-[12px]">{channel.powerW} W · {channel.maxCurrentA} A</span
										></span
									>
									<span
										class="text-[12.5px]"
										class:text-check={!takes(channel) || run}
										class:quiet={takes(channel) && !run}
										>{!takes(channel) ? `does not take ${pack!.cells}S` : run ? 'in a run' : 'free'}</span
									>
								</a>
							</li>
						{/each}
					{:else}
						<li class="quiet py-3">No charger yet. <a class="link" href="/chargers/new">Describe one</a></li>
					{/each}
				</ul>
			</section>
		{/if}
	</div>
</div>
