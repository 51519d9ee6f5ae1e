<script lang="ts">
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import { endedWell, isOpen } from '$core/log/run';
	import { mainCurrentA } from '$core/request/in-words';
	import { reachable } from '$lib/ui/frame/reachable';
	import { goto } from '$app/navigation';
	import { minutesOf, moment, dayAndClock, month } from '$lib/ui/words';
	import { SvelteSet } from 'svelte/reactivity';
	import FilterBar from './FilterBar.svelte';
	import Months from './Months.svelte';

	let { data } = $props();
	/**
	 * The address of the book with something else asked; from its first page, unless a page is
	 * named.
	 */
	const hrefOf = (change: Partial<Record<keyof typeof data.asked, string>>, page = 1): string => {
		const asked = Object.entries({ ...data.asked, ...change }).filter(([, v]) => v !== undefined) as [
			string,
			string
		][];
		const query = new URLSearchParams([...asked, ...(page > 1 ? [['page', String(page)]] : [])]).toString();
		return query ? `/logbook?${query}` : '/logbook';
	};
	/**
	 * Months as headings, so that a long book can be skimmed: the one that begins with each row, if
	 * any.
	 */
	const begins = $derived(
		data.runs.map(({ run }, i) => {
			const of = month(run.startedAt);
			return i > 0 && of === month(data.runs[i - 1].run.startedAt) ? null : of;
		})
	);
	const any = $derived(Object.values(data.asked).some((v) => v !== undefined));

	/** Runs that are to be laid over each other; more than six are not told apart. */
	const MOST = 6;
	const chosen = new SvelteSet<string>();
	const choose = (id: string, on: boolean) => (on && chosen.size < MOST ? chosen.add(id) : chosen.delete(id));
</script>

<svelte:head><title>Logbook · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center justify-between gap-3">
		<h1>Logbook</h1>
		<div class="flex flex-wrap items-center gap-3">
			{#if chosen.size > 0}
				<span class="quiet" aria-live="polite"
					>{chosen.size === 1 ? 'one run chosen, choose another' : `${chosen.size} runs chosen`}</span
				>
				<button class="btn" onclick={() => chosen.clear()}>Choose none</button>
				<a
					class="btn btn-act"
					class:pointer-events-none={chosen.size < 2}
					aria-disabled={chosen.size < 2}
					href={chosen.size < 2 ? undefined : `/logbook/compare?runs=${[...chosen].join(',')}`}
					>Lay them over each other</a
				>
			{:else}
				<a class="btn" href="/logbook/packs">Packs over time</a>
				<a class="btn" href="/house/out-and-in">Take out and bring in</a>
			{/if}
		</div>
	</header>
	<FilterBar
		asked={data.asked}
		packs={data.packs}
		chargers={data.chargers}
		onchange={(change) => void goto(hrefOf(change), { keepFocus: true, noScroll: true })}
	/>
	<Months
		months={data.months}
		from={data.asked.from}
		to={data.asked.to}
		href={(from, to) => hrefOf({ from, to })}
	/>
	<div class="mt-3 relative overflow-x-auto" use:reachable>
		<table class="ledger max-sm:[&_td]:pr-1.5 max-sm:[&_th]:pr-1.5">
			<thead>
				<tr
					><th class="w-[26px]"><span class="sr-only">Choose</span></th><th>When</th><th>Pack</th><th
						class="hidden md:table-cell">Charger</th
					><th class="right hidden sm:table-cell">Current</th><th class="right">Moved</th><th
						class="right hidden sm:table-cell">Expected</th
					><th class="right hidden sm:table-cell">Time</th><th>Ended</th></tr
				>
			</thead>
			<tbody>
				{#each data.runs as { run, packName, chargerName, channelLabel }, i (run.id)}
					{#if begins[i]}
						<tr class="!bg-transparent"
							><td colspan="9" class="quiet pt-4 text-[12.5px] font-semibold">{begins[i]}</td></tr
						>
					{/if}
					<tr>
						<td
							>{#if !isOpen(run)}<Checkbox checked={chosen.has(run.id)} onchange={(on) => choose(run.id, on)}
									><span class="sr-only">{packName}, {moment(run.startedAt)}</span></Checkbox
								>{/if}</td
						>
						<td class="whitespace-nowrap"
							><a class="hover:underline" href="/{isOpen(run) ? 'run' : 'logbook'}/{run.id}"
								><span class="max-sm:hidden">{moment(run.startedAt)}</span><span class="sm:hidden"
									>{dayAndClock(run.startedAt)}</span
								></a
							></td
						>
						<td
							><a class="font-semibold hover:underline" href="/{isOpen(run) ? 'run' : 'logbook'}/{run.id}"
								>{packName}</a
							></td
						>
						<td class="hidden md:table-cell">{chargerName} <span class="quiet">{channelLabel}</span></td>
						<td class="right num hidden sm:table-cell"
							>{mainCurrentA(run.task, run.settings).toFixed(1)}<span class="unit">A</span></td
						>
						<td class="right num"
							>{run.chargeAh === null ? '–' : Math.round(run.chargeAh * 1000)}<span class="unit">mAh</span
							></td
						>
						<td class="right num quiet hidden sm:table-cell"
							>{run.expectedAh === null ? '–' : Math.round(run.expectedAh * 1000)}</td
						>
						<td class="right num hidden sm:table-cell"
							>{run.durationS === null ? '–' : minutesOf(run.durationS)}</td
						>
						<td class:text-check={run.status === 'ended' && !endedWell(run)}
							>{isOpen(run) ? run.status : run.endReason}{#if run.overridden.length}<span
									class="quiet"
									title="findings were overridden"
								>
									· overridden</span
								>{/if}</td
						>
					</tr>
				{:else}
					<tr
						><td colspan="9" class="quiet py-6"
							>{any
								? 'No run is like that.'
								: 'The book is empty. A run writes itself down when it ends.'}</td
						></tr
					>
				{/each}
			</tbody>
		</table>
	</div>
	<p class="mt-3 flex items-center gap-4">
		<span class="quiet"
			>{data.total} {data.total === 1 ? 'run' : 'runs'}, page {data.page} of {data.pages}</span
		>
		{#if data.page > 1}<a class="link" href={hrefOf({}, data.page - 1)}>newer</a>{/if}
		{#if data.page < data.pages}<a class="link" href={hrefOf({}, data.page + 1)}>older</a>{/if}
	</p>
</div>
