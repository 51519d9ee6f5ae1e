<!-- The packs of a group by themselves: what fell to each, and what each reads once they are parted. -->
<script lang="ts">
	import type { Pack } from '$core/pack/pack';
	import type { PartedGroup } from '$lib/server/services/runs/parted';
	import TypeVolts from '$lib/ui/parallel/TypeVolts.svelte';
	import { reachable } from '$lib/ui/frame/reachable';

	let { group }: { group: PartedGroup } = $props();
	const packs = $derived(group.packs);
	const FROM = {
		measured: 'by its volts before and after',
		before: 'by its volts before',
		capacity: 'by capacity'
	} as const;
	/**
	 * Those that were still to be measured when typing began: a line stays where it is once it is
	 * typed.
	 */
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
			<thead><tr><th>Pack</th><th class="right">Put in</th><th>By itself</th></tr></thead>
			<tbody>
				{#each packs as p (p.pack.id)}
					<tr>
						<td
							>{#if p.onShelf}<a class="link" href="/packs/{p.pack.id}">{p.pack.name}</a>{:else}{p.pack
									.name}{/if}</td
						>
						<td class="right"
							>{#if p.taken}<span class="num"
									>{p.taken.from === 'measured' ? '' : '~'}{Math.round(1000 * p.taken.chargeAh)}</span
								><span class="unit">mAh</span><span class="quiet block text-[12.5px]"
									>{FROM[p.taken.from]}</span
								>{:else}–{/if}</td
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
	{#if group.contradiction}<p class="mt-1 text-check">{group.contradiction}</p>{/if}
	<p class="quiet mt-1 text-[12.5px]">
		Together the charger sees them as one: the weak cell of one is held up by the others. What each took is
		told by what it read before joining and after parting, and where that is not known by its capacity.
	</p>
</section>
