<!-- Every channel's state, in every place: what runs in full, what is idle by its name and no more; on a phone only what runs. -->
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
		{@const name = `${c.chargerName}${c.single ? '' : ` ${c.channelLabel}`}`}
		{#if !c.run}
			<a {href} class="slot idle" aria-label="{name}, idle" title="{name} is idle"
				><span class="truncate text-[11.5px] quiet">{name}</span></a
			>
		{:else}
			<a {href} class="slot running">
				{#if c.pack}
					<StackGlyph pack={c.pack} cellV={values?.cellV.length ? values.cellV : null} size={30} label="" />
				{/if}
				<span class="min-w-0">
					<span class="block truncate text-[11px] quiet">{name}</span>
					<span class="block truncate text-[12.5px] font-semibold"
						>{c.pack?.name ?? 'a pack that is gone'}{c.joined ? ` and ${c.joined} more` : ''}</span
					>
					<span class="block truncate text-[11px] tabular-nums quiet">
						{#if values && !values.reachable}no answer
						{:else if values}{values.currentA < 0 ? '−' : ''}{Math.abs(values.currentA).toFixed(1)} A · {Math.round(
								values.timeS / 60
							)} min
						{:else if c.run.mode === 'by hand'}by hand
						{:else if c.run.status === 'starting'}<span class="text-check">no answer yet</span>
						{:else}starting{/if}
					</span>
				</span>
				{#if values}
					<span class="bar" style:width="{100 * progress(c, values.timeS)}%" aria-hidden="true"></span>
				{/if}
			</a>
		{/if}
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
	.idle {
		flex: 0 1 auto;
		min-width: 64px;
		min-height: 32px;
	}
	/* A narrow or low window has room for what runs, no more. */
	@media (max-width: 720px), (max-height: 520px) {
		.idle {
			display: none;
		}
		.dock:not(:has(.slot:not(.idle))) {
			display: none;
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
