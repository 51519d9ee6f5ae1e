<!-- The care of the next months, month by month: what is due, for which packs, and why. -->
<script lang="ts">
	import { group } from 'd3-array';
	import { isWork } from '$core/plan/due-care';
	import { GOAL_WORDS } from '$core/plan/words';
	import { checkHref, day, month } from '$lib/ui/words';

	let { data } = $props();
	const months = $derived(
		data.months.map(({ month: first, items }, n) => ({
			name: month(first.slice(0, 8) + '15T12:00:00Z'),
			overdue: n === 0 ? items.filter((i) => i.dueAt <= data.now).length : 0,
			kinds: [...group(items, (i) => i.goal)]
		}))
	);
	const href = (item: (typeof data.months)[number]['items'][number]) =>
		!isWork(item)
			? `/packs/${item.packId}#reading`
			: item.goal === 'capacity check'
				? checkHref(item.packId, 'discharge')
				: `/plan/new?pack=${item.packId}`;
</script>

<svelte:head><title>The season · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center gap-x-6 gap-y-2 border-b pb-3">
		<div class="flex-1">
			<p class="text-[12.5px]"><a class="link" href="/plan">Plan</a></p>
			<h1>The season</h1>
		</div>
		<button class="btn no-print" onclick={() => print()}>Print</button>
		<a class="btn btn-act" data-next href="/plan/new">Plan a day of it</a>
	</header>
	<p class="quiet mt-2 max-w-[46rem] text-[13px]">
		As the packs stand now, by your practice. What is used and charged meanwhile moves it.
	</p>
	{#each months as m (m.name)}
		<section class="mt-5">
			<h2>
				{m.name}
				{#if m.overdue}<span class="ml-2 text-[13px] font-normal text-check">{m.overdue} due already</span
					>{/if}
			</h2>
			<div class="gap-x-8 md:columns-2 xl:columns-3">
				{#each m.kinds as [goal, items] (goal)}
					<div class="min-w-0" class:break-inside-avoid={items.length < 8}>
						<h3 class="mt-1 text-[13px] font-semibold">
							{GOAL_WORDS[goal]} <span class="quiet num font-normal">{items.length}</span>
						</h3>
						<ul>
							{#each items as item, n (`${item.packId} ${n}`)}
								<li class="flex items-baseline justify-between gap-3 border-b py-[2px]" title={item.why}>
									<a class="min-w-0 truncate hover:underline" href={href(item)}>{data.names[item.packId]}</a>
									<span class="num shrink-0 text-[12px]" class:text-check={item.dueAt <= data.now}
										>{item.dueAt <= data.now ? 'due' : day(item.dueAt)}</span
									>
								</li>
							{/each}
						</ul>
					</div>
				{:else}
					<p class="quiet">Nothing.</p>
				{/each}
			</div>
		</section>
	{/each}
</div>
