<!-- Every channel's state, in every place. -->
<script lang="ts">
	import type { ChannelState } from '$lib/server/services/house/today';
	import { feed } from '../server/live.svelte';
	import StackGlyph from '../pack/StackGlyph.svelte';

	let { channels }: { channels: ChannelState[] } = $props();

	/** Share of the expected time that has passed, 0 to 1. */
	const progress = (c: ChannelState, timeS: number) =>
		c.run?.expectedMin ? Math.min(1, timeS / 60 / c.run.expectedMin) : 0;
</script>

<section class="dock no-print" aria-label="Channels">
	{#each channels as c (c.channelId)}
		{@const values = c.run ? (feed.values.get(c.run.id) ?? c.live) : null}
		{@const href = c.run ? `/run/${c.run.id}` : `/program?charger=${c.chargerId}&channel=${c.channelId}`}
		<a {href} class="slot" class:running={c.run}>
			{#if c.pack}
				<StackGlyph pack={c.pack} cellV={values?.cellV.length ? values.cellV : null} size={30} label="" />
			{:else}
				<span class="vacant" aria-hidden="true"></span>
			{/if}
			<span class="min-w-0">
				<span class="block truncate text-[11px] quiet"
					>{c.chargerName}{c.single ? '' : ` ${c.channelLabel}`}</span
				>
				<span class="block truncate text-[12.5px] font-semibold">{c.pack?.name ?? 'idle'}</span>
				<span class="block truncate text-[11px] tabular-nums quiet">
					{#if values && !values.reachable}no answer
					{:else if values}{values.currentA < 0 ? '−' : ''}{Math.abs(values.currentA).toFixed(1)} A · {Math.round(
							values.timeS / 60
						)} min
					{:else if c.run?.mode === 'by hand'}by hand
					{:else if c.run?.status === 'starting'}<span class="text-check">no answer yet</span>
					{:else if c.run}starting
					{:else}{c.powerW} W{/if}
				</span>
			</span>
			{#if c.run && values}
				<span class="bar" style:width="{100 * progress(c, values.timeS)}%" aria-hidden="true"></span>
			{/if}
		</a>
	{:else}
		<a href="/chargers/new" class="slot"><span class="link">Describe your first charger</span></a>
	{/each}
</section>

<style>
	.dock {
		display: flex;
		overflow-x: auto;
		border-top: var(--stroke) solid var(--rule);
		background: var(--paper);
	}
	.slot {
		position: relative;
		flex: 1 0 148px;
		min-width: 0;
		display: flex;
		align-items: center;
		gap: 10px;
		padding: 6px 10px 7px 12px;
		border-right: var(--stroke) solid var(--rule);
	}
	.slot:hover,
	.running {
		background: var(--panel);
	}
	.vacant {
		width: 26px;
		height: 30px;
		flex: none;
		border: 1px dashed var(--quiet);
		opacity: 0.6;
	}
	@media (max-width: 720px) {
		/* On a phone only two fit: what runs comes first. */
		.running {
			order: -1;
		}
	}
	.bar {
		position: absolute;
		left: 0;
		bottom: 0;
		height: 3px;
		background: var(--act);
	}
</style>
