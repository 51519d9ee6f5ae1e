<script lang="ts">
	import { cellsLabel } from '$core/pack/pack';
	import { endedWell } from '$core/log/run';
	import { feed } from '$lib/ui/server/live.svelte';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import { ago, minutesOf } from '$lib/ui/words';

	let { data } = $props();
	const running = $derived(data.channels.filter((c) => c.run));
</script>

<svelte:head><title>Run · Stack Tender</title></svelte:head>
<div class="page">
	<h1>Run</h1>
	<section class="mt-3">
		<h2 class="border-b pb-1">Going on</h2>
		<ul>
			{#each running as c (c.channelId)}
				{@const values = feed.values.get(c.run!.id) ?? c.live}
				<li class="flex items-center gap-4 border-b py-3">
					{#if c.pack}<StackGlyph
							pack={c.pack}
							cellV={values?.cellV.length ? values.cellV : null}
							size={44}
						/>{/if}
					<span class="min-w-0 flex-1"
						><b>{c.pack?.name}</b><br /><span class="quiet"
							>{c.chargerName}{c.single ? '' : `, channel ${c.channelLabel}`}</span
						></span
					>
					{#if values}<span class="num right"
							>{values.packV.toFixed(2)} V<br />{Math.abs(values.currentA).toFixed(2)} A</span
						><span class="num right hidden sm:block"
							>{Math.round(values.chargeAh * 1000)} mAh<br />{minutesOf(values.timeS)}</span
						>{/if}
					<a class="btn" data-next href="/run/{c.run!.id}"
						>{c.run!.mode === 'by hand' ? 'Write down the end' : 'Watch'}</a
					>
				</li>
			{:else}
				<li class="py-3">
					<span class="quiet">Nothing is charging. A run begins in</span>
					<a class="link" href="/program">Program</a><span class="quiet">.</span>
				</li>
			{/each}
		</ul>
	</section>
	{#if !running.length && data.low.length}
		<section class="mt-6">
			<h2 class="border-b pb-1">Could go on a charger now</h2>
			<ul>
				{#each data.low as { pack, reading, readiness } (pack.id)}
					<li class="flex items-center gap-4 border-b py-2">
						<StackGlyph
							{pack}
							cellV={reading?.cellVoltagesV ?? null}
							packV={reading?.packVoltageV ?? null}
							charge={readiness}
							size={28}
						/>
						<span class="min-w-0 flex-1"
							><b class="font-semibold">{pack.name}</b>
							<span class="quiet num text-[12px]">{cellsLabel(pack)}</span><br /><span class="text-[13px]"
								>{readiness.sentence}</span
							></span
						>
						<a class="btn" data-next href="/program?pack={pack.id}">Program</a>
					</li>
				{/each}
			</ul>
		</section>
	{/if}
	<section class="mt-6">
		<h2 class="border-b pb-1">Just ended</h2>
		<ul>
			{#each data.ended as { run, packName, chargerName, channelLabel } (run.id)}
				<li class="flex items-baseline gap-4 border-b py-2">
					<a class="min-w-0 flex-1 hover:underline" href="/logbook/{run.id}"
						><b class="font-semibold">{packName}</b>
						<span class="quiet">{chargerName} {channelLabel}</span></a
					>
					<span class="num">{Math.round((run.chargeAh ?? 0) * 1000)} mAh</span>
					<span class="w-28" class:text-check={!endedWell(run)}>{run.endReason}</span>
					<span class="quiet hidden w-32 text-[12.5px] sm:block"
						>{ago(run.endedAt ?? run.startedAt, data.now)}</span
					>
				</li>
			{:else}
				<li class="quiet py-2">None yet.</li>
			{/each}
		</ul>
	</section>
</div>
