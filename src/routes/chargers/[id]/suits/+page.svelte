<!-- Does this charger suit my packs: what each channel reaches for each of them, and what it cannot do. -->
<script lang="ts">
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { cellsLabel } from '$core/pack/pack';
	import { onMount } from 'svelte';
	import { judgeCharger, type Suit } from '$core/program/suits';
	import { SuitsClient } from '$lib/ui/charger/suits-client.svelte';
	import { reachable } from '$lib/ui/frame/reachable';

	let { data } = $props();
	const { charger } = $derived(data);
	/** Channels that are alike are judged once. */
	const kinds = $derived.by(() => {
		const groups: Record<string, string[]> = {};
		for (const c of charger.channels) {
			const { id: _id, label: _label, hasProbe: _probe, ...rest } = c;
			(groups[JSON.stringify(rest)] ??= []).push(c.id);
		}
		return Object.values(groups);
	});
	let kind = $state(0);
	const channelId = $derived(kinds[Math.min(kind, kinds.length - 1)][0]);
	const client = new SuitsClient();
	let open = $state(false);
	onMount(() => {
		const close = client.open();
		open = true;
		return close;
	});
	$effect(() => {
		if (open) client.ask({ packs: data.packs, charger, channelId, supply: data.supply, now: data.now });
	});
	const suits = $derived([...client.found].sort((a, b) => (a.shareOf1C ?? -1) - (b.shareOf1C ?? -1)));
	const judging = $derived(suits.length < data.packs.length);
	const judgement = $derived(judgeCharger(charger, data.packs));
	const able = $derived(suits.filter((s) => s.currentA !== null));
	const hungriest = $derived([...suits].sort((a, b) => b.wattsFor1C - a.wattsFor1C)[0] ?? null);
	const labels = (ids: string[]) =>
		charger.channels
			.filter((c) => ids.includes(c.id))
			.map((c) => c.label)
			.join(', ');
	const share = (s: Suit) => `${Math.round(100 * (s.shareOf1C ?? 0))} %`;
</script>

<svelte:head><title>Does {charger.name} suit my packs · Stack Tender</title></svelte:head>
<div class="page">
	<header class="border-b pb-2">
		<h1>Does <a class="hover:underline" href="/chargers/{charger.id}">{charger.name}</a> suit my packs?</h1>
		<p class="quiet mt-1">
			Every pack a fifth full, at 20 °C, charged the standard way{data.supply
				? ` from ${data.supply.name}`
				: ''}.
		</p>
	</header>
	{#if !data.packs.length}
		<p class="mt-4">No pack on the shelf yet. <a class="link" href="/packs/new">Add one</a></p>
	{:else}
		<div class="mt-3 grid gap-x-10 gap-y-4 lg:grid-cols-3">
			<p>
				<b class="num text-[1.5rem]" class:quiet={judging}>{able.length} of {suits.length}</b><br />packs can
				be charged on it as they are entered{#if judging}<span class="quiet" role="status"
						>; judging {data.packs.length} …</span
					>{/if}
			</p>
			<p>
				{#if hungriest}
					<b class="num text-[1.5rem]">{Math.ceil(hungriest.wattsFor1C)} W</b><br />would charge every pack at
					1C or its own limit; {hungriest.pack.name} asks most, this has {judgement.powerW} W
				{/if}
			</p>
			<p>
				{#if judgement.pricePerW !== null}
					<b class="num text-[1.5rem]">{judgement.pricePerW.toFixed(2)}</b><br />for each watt of output
				{:else}
					<span class="quiet"
						>No price entered: <a class="link" href="/chargers/{charger.id}/edit">add it</a> to compare watts.</span
					>
				{/if}
			</p>
		</div>
		<section class="mt-4">
			<h2>What it lacks for these packs</h2>
			{#if judgement.lacks.length}
				<ul class="list-disc pl-5">
					{#each judgement.lacks as words (words)}<li>{words}</li>{/each}
				</ul>
			{:else}
				<p>Nothing that these packs need.</p>
			{/if}
		</section>
		{#if kinds.length > 1}
			<p class="mt-4 flex gap-2" role="group" aria-label="Channels">
				{#each kinds as ids, i (i)}
					<button class="btn" class:btn-act={i === kind} aria-pressed={i === kind} onclick={() => (kind = i)}
						>Channel {labels(ids)}</button
					>
				{/each}
			</p>
		{/if}
		<div class="mt-3 relative overflow-x-auto" use:reachable>
			<table class="ledger">
				<thead
					><tr
						><th>Pack</th><th>Reaches, of 1C</th><th class="right">Current</th><th class="right">Minutes</th
						><th class="right">1C would need</th><th>What decides, or what it cannot</th></tr
					></thead
				>
				<tbody>
					{#each suits as s (s.pack.id)}
						<tr>
							<td
								><a class="link" href="/program?pack={s.pack.id}&channel={s.channelId}">{s.pack.name}</a>
								<span class="quiet text-[12px]"
									>{chemistryOf(s.pack.chemistry).name}
									{cellsLabel(s.pack)} · {Math.round(s.pack.capacityAh * 1000)} mAh</span
								></td
							>
							<td class="min-w-[8rem]">
								{#if s.shareOf1C !== null}
									<span class="num">{share(s)}</span>
									<span class="block h-[4px] bg-rule/60" aria-hidden="true"
										><span class="block h-full bg-act" style:width="{Math.min(100, 100 * s.shareOf1C)}%"
										></span></span
									>
								{:else}<b class="text-stop">cannot</b>{/if}
							</td>
							<td class="num right">{s.currentA === null ? '' : `${s.currentA.toFixed(1)} A`}</td>
							<td class="num right">{s.minutes === null ? '' : Math.round(s.minutes)}</td>
							<td class="num right">{Math.ceil(s.wattsFor1C)} W</td>
							<td class="text-[12.5px]">{s.currentA === null ? s.cannot[0] : s.decidedBy}</td>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
	{/if}
</div>
