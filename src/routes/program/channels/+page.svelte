<!-- Which channel? What each would do for this pack now, best first. -->
<script lang="ts">
	import { cellsLabel } from '$core/pack/pack';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { amps, text } from '$core/quantity/format';
	import { taskOf } from '$core/request/task';
	import { reachable } from '$lib/ui/frame/reachable';
	import VerdictWord from '$lib/ui/program/VerdictWord.svelte';
	import { clock } from '$lib/ui/words';

	let { data } = $props();
	const { pack, offers, now } = $derived(data);
	const href = (channel: string) =>
		`/program?pack=${pack.id}&channel=${channel}&task=${data.task}&purpose=${data.purpose}`;
	const late = (at: string) => Date.parse(at) < Date.parse(now);
</script>

<svelte:head><title>Which channel for {pack.name}? · Stack Tender</title></svelte:head>
<div class="page">
	<h1>Which channel for {pack.name}?</h1>
	<p class="quiet mt-1">
		{chemistryOf(pack.chemistry).name}
		{cellsLabel(pack)} · {taskOf(data.task).name}, {data.purpose}. Soonest done first; each Check counts as
		ten minutes, each value to key as two.
	</p>
	<div class="relative mt-3 overflow-x-auto" use:reachable>
		<table class="ledger">
			<thead>
				<tr>
					<th>Channel</th><th>Verdict</th><th class="right">Current</th><th class="hidden md:table-cell"
						>Decided by</th
					><th class="right">Time</th><th class="right">Ends</th><th class="hidden md:table-cell"
						>To key first</th
					><th class="hidden md:table-cell">Why here</th>
				</tr>
			</thead>
			<tbody>
				{#each offers as offer, i (offer.channelId)}
					<tr class:here={offer.channelId === data.chosen} data-offer={offer.name}>
						<td class="md:whitespace-nowrap">
							<a
								class="link"
								href={href(offer.channelId)}
								data-next={i === 0 && !offer.cannot ? '' : undefined}>{offer.name}</a
							>
							{#if offer.busyUntil}<span class="block text-[12px] text-check"
									>{late(offer.busyUntil)
										? 'busy, over its time'
										: `busy until ${clock(offer.busyUntil)}`}</span
								>{/if}
							<span class="quiet block text-[12px] md:hidden"
								>{offer.why}{offer.keyFirst.length ? `; key first: ${offer.keyFirst.join(', ')}` : ''}</span
							>
						</td>
						<td><VerdictWord verdict={offer.verdict} checks={offer.checks} /></td>
						<td class="num right">{offer.currentA === null ? '–' : text(amps(offer.currentA))}</td>
						<td class="quiet hidden text-[12.5px] md:table-cell"
							>{offer.cannot === null ? offer.decidedBy : ''}</td
						>
						<td class="num right whitespace-nowrap"
							>{offer.minutes === null ? '–' : `${Math.round(offer.minutes)} min`}</td
						>
						<td class="num right">{offer.endsAt === null ? '–' : clock(offer.endsAt)}</td>
						<td class="hidden text-[12.5px] md:table-cell"
							>{offer.keyFirst.join(', ') || (offer.cannot === null ? 'nothing' : '')}</td
						>
						<td class="quiet hidden text-[12.5px] md:table-cell">{offer.why}</td>
					</tr>
				{:else}
					<tr
						><td colspan="8" class="quiet"
							>No charger yet. <a class="link" href="/chargers/new">Describe one</a></td
						></tr
					>
				{/each}
			</tbody>
		</table>
	</div>
</div>

<style>
	.here td:first-child {
		box-shadow: inset 3px 0 var(--act);
		padding-left: 8px;
	}
</style>
