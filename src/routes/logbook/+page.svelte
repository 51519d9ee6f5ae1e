<script lang="ts">
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import { endedWell, isOpen } from '$core/log/run';
	import { mainCurrentA } from '$core/request/in-words';
	import { reachable } from '$lib/ui/frame/reachable';
	import { goto } from '$app/navigation';
	import { minutesOf, moment, dayAndClock, month } from '$lib/ui/words';

	let { data } = $props();
	const to = (page: number) =>
		`/logbook?${new URLSearchParams({ ...(data.packId ? { pack: data.packId } : {}), page: String(page) })}`;
	/** Months as headings, so that a long book can be skimmed: the one that begins with each row, if any. */
	const begins = $derived(
		data.runs.map(({ run }, i) => {
			const of = month(run.startedAt);
			return i > 0 && of === month(data.runs[i - 1].run.startedAt) ? null : of;
		})
	);

	/** In place of a pack. */
	const EVERY = 'every';
</script>

<svelte:head><title>Logbook · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center justify-between gap-3">
		<h1>Logbook</h1>
		<div class="flex flex-wrap items-center gap-3">
			<div class="w-[14rem]">
				<Combobox
					label="Pack"
					value={data.packId || EVERY}
					items={[
						{ value: EVERY, label: 'every pack' },
						...data.packs.map((p) => ({ value: p.id, label: p.name }))
					]}
					onchange={(id) => void goto(id === EVERY ? '/logbook' : `/logbook?pack=${id}`)}
				/>
			</div>
			<a class="btn" href="/api/v1/backup" download>Backup</a>
		</div>
	</header>
	<div class="mt-3 relative overflow-x-auto" use:reachable>
		<table class="ledger">
			<thead>
				<tr
					><th>When</th><th>Pack</th><th class="hidden md:table-cell">Charger</th><th
						class="right hidden sm:table-cell">Current</th
					><th class="right">Moved</th><th class="right hidden sm:table-cell">Expected</th><th
						class="right hidden sm:table-cell">Time</th
					><th>Ended</th></tr
				>
			</thead>
			<tbody>
				{#each data.runs as { run, packName, chargerName, channelLabel }, i (run.id)}
					{#if begins[i]}
						<tr class="!bg-transparent"
							><td colspan="8" class="quiet pt-4 text-[12.5px] font-semibold">{begins[i]}</td></tr
						>
					{/if}
					<tr>
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
						><td colspan="8" class="quiet py-6">The book is empty. A run writes itself down when it ends.</td
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
		{#if data.page > 1}<a class="link" href={to(data.page - 1)}>newer</a>{/if}
		{#if data.page < data.pages}<a class="link" href={to(data.page + 1)}>older</a>{/if}
	</p>
</div>
