<!-- The shelf over time: what each pack still holds, how it goes, and which are to be retired. -->
<script lang="ts">
	import dayjs from 'dayjs';
	import { invalidate } from '$app/navigation';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { cellsLabel } from '$core/pack/pack';
	import Progress from '$lib/ui/control/Progress.svelte';
	import { LongList } from '$lib/ui/frame/long-list.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { lineThrough } from '$lib/ui/charts/plot';

	let { data } = $props();
	const rows = new LongList();
	/** As long as some are computed, what has come meanwhile is fetched, ms. */
	const FETCH_MS = 500;
	$effect(() => {
		if (data.share === null) return;
		const again = setTimeout(() => void invalidate('app:ageing'), FETCH_MS);
		return () => clearTimeout(again);
	});
	const WORD = { go: 'retire', soon: 'soon', look: 'look', keep: 'known' } as const;
	/** A small line of capacity over time, as a share of the label from none to all. */
	const WIDE = 90;
	const TALL = 26;
	const FLOOR = 0.4;
	const small = (row: (typeof data.rows)[number], ahead: boolean): string => {
		if (!row.capacity) return '';
		const { line } = row.capacity;
		const from = Date.parse(line[0].at);
		const span = Date.parse(line[line.length - 1].at) - from;
		const part = line.filter((l, k) =>
			ahead ? l.at >= data.now || line[k + 1]?.at >= data.now : l.at <= data.now
		);
		return lineThrough(
			part.map((l) => ({ x: Date.parse(l.at), y: l.value / row.pack.capacityAh })),
			(p) => ({
				x: (WIDE * (p.x - from)) / span,
				y: TALL * (1 - Math.min(1, Math.max(0, (p.y - FLOOR) / (1.05 - FLOOR))))
			})
		);
	};
	const limitY = (row: (typeof data.rows)[number]) =>
		TALL * (1 - (row.capacity!.limit / row.pack.capacityAh - FLOOR) / (1.05 - FLOOR));
	const when = (at: string | null): string =>
		at === null ? '–' : at <= data.now ? 'now' : dayjs(at).format('MMM YYYY');
</script>

<svelte:head><title>Packs over time · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center justify-between gap-3">
		<h1>Packs over time</h1>
		<a class="btn" href="/logbook">Logbook</a>
	</header>
	{#if data.share !== null}
		<div class="mt-3 flex flex-wrap items-center gap-3" role="status" data-computing>
			<Progress class="w-[14rem]" label="Packs computed" done={data.share} />
			<span class="quiet"
				>{data.missing === 1 ? 'One pack is' : `${data.missing} packs are`} still being computed from the logbook.
				It goes on if you leave.</span
			>
		</div>
	{/if}
	<div class="relative mt-3 overflow-x-auto" use:reachable>
		<table class="ledger">
			<thead>
				<tr
					><th>Pack</th><th class="right">Holds</th><th class="right hidden sm:table-cell">of its label</th
					><th class="hidden md:table-cell">Over time</th><th class="right hidden sm:table-cell">a year</th
					><th class="right">Worn out</th><th class="right hidden md:table-cell">Resistance a year</th><th
						>What it says</th
					></tr
				>
			</thead>
			<tbody>
				{#each rows.drawn(data.rows) as row (row.pack.id)}
					{@const { pack, capacity, resistance, says } = row}
					<tr data-shelf={pack.name}>
						<td
							><a class="font-semibold hover:underline" href="/packs/{pack.id}">{pack.name}</a><span
								class="quiet block text-[12.5px]"
								>{chemistryOf(pack.chemistry).name}
								<span class="num">{cellsLabel(pack)}</span></span
							></td
						>
						<td class="right num whitespace-nowrap"
							>{#if capacity}{Math.round(1000 * capacity.now.value)}<span class="unit">mAh</span><span
									class="quiet block text-[12px]"
									>{Math.round(1000 * capacity.now.low)} to {Math.round(1000 * capacity.now.high)}</span
								>{:else}–{/if}</td
						>
						<td class="right num hidden sm:table-cell"
							>{capacity ? `${Math.round((100 * capacity.now.value) / pack.capacityAh)} %` : '–'}</td
						>
						<td class="hidden md:table-cell">
							{#if capacity}
								<svg width={WIDE} height={TALL} aria-hidden="true">
									<path class="limit" d="M0 {limitY(row)}H{WIDE}" />
									<path class="line" d={small(row, false)} />
									<path class="line" stroke-dasharray="3 3" d={small(row, true)} />
								</svg>
							{/if}
						</td>
						<td class="right num hidden sm:table-cell"
							>{capacity
								? `${capacity.perYear >= 0 ? '+' : '−'}${Math.abs(100 * capacity.perYear).toFixed(0)} %`
								: '–'}</td
						>
						<td class="right num whitespace-nowrap">{capacity ? when(capacity.passes.likely) : '–'}</td>
						<td class="right num hidden md:table-cell"
							>{resistance
								? `${resistance.perYear >= 0 ? '+' : '−'}${Math.abs(100 * resistance.perYear).toFixed(0)} %`
								: '–'}</td
						>
						<td class="min-w-[14rem] text-[13px]">
							{#each says as s (s.id)}
								<span class="block"
									><b
										class:text-stop={s.kind === 'go'}
										class:text-check={s.kind === 'soon' || s.kind === 'look'}>{WORD[s.kind]}:</b
									>
									{s.sentence}</span
								>
							{:else}
								<span class="quiet"
									>{capacity
										? `as it should be, by ${capacity.points} ${capacity.points === 1 ? 'run' : 'runs'}`
										: 'nothing yet says what it holds'}</span
								>
							{/each}
						</td>
					</tr>
				{:else}
					{#if data.share === null}<tr><td colspan="8" class="quiet py-6">No pack is on the shelf.</td></tr
						>{/if}
				{/each}
			</tbody>
		</table>
	</div>
	<p class="quiet mt-3 text-[12.5px]">
		What a pack holds comes from charges that ended full, begun from cells read at rest, and from discharges
		from full; nickel and lead are told by discharges alone. Bands hold nine of ten. Worn out is the month in
		which one half of such packs have passed their limit.
	</p>
</div>

<style>
	svg {
		overflow: visible;
	}
	path {
		fill: none;
	}
	.line {
		stroke: var(--act);
		stroke-width: 1.8;
	}
	.limit {
		stroke: var(--check);
	}
</style>
