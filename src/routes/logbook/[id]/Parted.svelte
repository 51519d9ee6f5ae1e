<!-- The packs of a group by themselves: what fell to each, and what each reads once they are parted. -->
<script lang="ts">
	import type { Pack } from '$core/pack/pack';
	import type { PartedPack } from '$lib/server/services/runs/parted';
	import TypeVolts from '$lib/ui/parallel/TypeVolts.svelte';
	import { reachable } from '$lib/ui/frame/reachable';

	let { packs }: { packs: readonly PartedPack[] } = $props();
	/** Those that were still to be measured when typing began: a line stays where it is once it is typed. */
	let typing = $state.raw<Pack[] | null>(null);
	const waiting = $derived(packs.filter((p) => p.onShelf && p.cellV === null));
</script>

<section class="mt-4" aria-label="Each pack after parting" data-parted>
	<div class="flex flex-wrap items-baseline justify-between gap-x-4">
		<h2>Each pack after parting</h2>
		{#if waiting.length && !typing}
			<button type="button" class="btn" onclick={() => (typing = waiting.map((p) => p.pack))}
				>Type what each reads <span class="num">{waiting.length}</span></button
			>
		{/if}
	</div>
	{#if typing}<TypeVolts packs={typing} onclose={() => (typing = null)} />{/if}
	<div class="relative overflow-x-auto" use:reachable>
		<table class="ledger">
			<thead><tr><th>Pack</th><th class="right">Put in, estimated</th><th>By itself</th></tr></thead>
			<tbody>
				{#each packs as p (p.pack.id)}
					<tr>
						<td
							>{#if p.onShelf}<a class="link" href="/packs/{p.pack.id}">{p.pack.name}</a>{:else}{p.pack
									.name}{/if}</td
						>
						<td class="right num"
							>{p.shareAh === null ? '–' : `~${Math.round(1000 * p.shareAh)}`}<span class="unit">mAh</span
							></td
						>
						<td>
							{#if p.cellV}<span class="num">{p.cellV.map((v) => v.toFixed(3)).join(' ')}</span>{:else}<span
									class="quiet">not measured yet</span
								>{/if}
							{#if p.verdict}<span class="block text-[12.5px]" class:text-stop={p.verdict.verdict === 'apart'}
									>{p.verdict.sentence}</span
								>{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
	<p class="quiet mt-1 text-[12.5px]">
		Together the charger sees them as one: the weak cell of one is held up by the others. What each took is
		its share by capacity until it is measured.
	</p>
</section>
