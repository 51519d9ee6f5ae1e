<!-- Two to six runs over each other, from their first minute: volts of a cell, current, charge, warmth. -->
<script lang="ts">
	import { endedWell, isOpen } from '$core/log/run';
	import { mainCurrentA } from '$core/request/in-words';
	import { taskOf } from '$core/request/task';
	import Plot from '$lib/ui/charts/Plot.svelte';
	import type { Curve, Tone } from '$lib/ui/charts/plot';
	import { roundTicks } from '$lib/ui/charts/ticks';
	import ToggleGroup from '$lib/ui/control/ToggleGroup.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { day, minutesOf } from '$lib/ui/words';

	let { data } = $props();

	type Shown = 'volts' | 'current' | 'charge' | 'warmth';
	let shown = $state<Shown>('volts');
	const SHOWN: readonly (readonly [Shown, string])[] = [
		['volts', 'volts a cell'],
		['current', 'current'],
		['charge', 'charge'],
		['warmth', 'warmth']
	];
	const UNIT: Record<Shown, string> = { volts: 'V', current: 'A', charge: 'mAh', warmth: '°C' };

	/** Told apart by tone and by dashes: colour alone is not enough for every eye. */
	const LOOKS: readonly { tone: Tone; dashed?: boolean }[] = [
		{ tone: 'quiet' },
		{ tone: 'store' },
		{ tone: 'ink' },
		{ tone: 'store', dashed: true },
		{ tone: 'ink', dashed: true },
		{ tone: 'act' }
	];
	/** The last is the newest and stands out. */
	const lookOf = (k: number) => LOOKS[k === data.runs.length - 1 ? LOOKS.length - 1 : k];
	const valueOf = (k: number, i: number): number => {
		const { telemetry: t, cells } = data.runs[k];
		switch (shown) {
			case 'volts':
				return t.packV[i] / (cells || 1);
			case 'current':
				return Math.abs(t.currentA[i]);
			case 'charge':
				return 1000 * Math.abs(t.chargeAh[i]);
			case 'warmth':
				return t.temperatureDegC[i];
		}
	};
	const curves = $derived(
		data.runs.map((r, k): Curve => ({
			...lookOf(k),
			weight: k === data.runs.length - 1 ? 'heavy' : 'data',
			points: r.telemetry.timeS.map((s, i) => ({ x: s / 60, y: valueOf(k, i) }))
		}))
	);
	const ys = $derived(curves.flatMap((c) => c.points.map((p) => p.y).filter(Number.isFinite)));
	const y = $derived(
		ys.length
			? roundTicks(shown === 'volts' || shown === 'warmth' ? Math.min(...ys) : 0, Math.max(...ys))
			: roundTicks(0, 1)
	);
	const x = $derived(
		roundTicks(0, Math.max(1, ...data.runs.map((r) => (r.telemetry.timeS.at(-1) ?? 0) / 60)), 6)
	);
	const decimals = $derived(shown === 'volts' ? 2 : shown === 'charge' ? 0 : 1);
	const readout = (minute: number): string[] => [
		`${minute.toFixed(0)} min`,
		...data.runs.map((r, k) => {
			const { timeS } = r.telemetry;
			const at = timeS.findIndex((s) => s >= 60 * minute);
			return `${day(r.run.startedAt)}: ${at < 0 ? 'over' : `${valueOf(k, at).toFixed(decimals)} ${UNIT[shown]}`}`;
		})
	];
	const one = $derived(new Set(data.runs.map((r) => r.packName)).size === 1 ? data.runs[0].packName : null);
	const without = $derived(data.runs.filter((r) => r.telemetry.timeS.length === 0).length);
</script>

<svelte:head><title>Runs over each other · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center justify-between gap-3">
		<h1>{one ?? 'Runs'}: {data.runs.length} runs over each other</h1>
		<a class="btn" href="/logbook">Logbook</a>
	</header>
	<div class="mt-3">
		<ToggleGroup
			label="Shown"
			class="flex gap-4"
			value={shown}
			options={SHOWN}
			onchange={(next) => (shown = next)}
		/>
	</div>
	<div
		class="mt-2"
		role="img"
		aria-label="{SHOWN.find(([id]) => id === shown)?.[1]} of {data.runs.length} runs over {x.max.toFixed(
			0
		)} minutes"
	>
		<Plot {x} {y} {curves} height={340} {readout} />
	</div>
	<p class="quiet text-[12.5px]">
		Minutes from the start of each. {#if without}{without}
			{without === 1 ? 'run has' : 'runs have'} no samples: only its figures stand below.{/if}{#if data.missing}
			{data.missing} of those asked for {data.missing === 1 ? 'is' : 'are'} no longer in the book.{/if}
	</p>
	<div class="relative mt-3 overflow-x-auto" use:reachable>
		<table class="ledger">
			<thead>
				<tr
					><th></th><th>When</th>{#if !one}<th>Pack</th>{/if}<th>Charger</th><th>Task</th><th class="right"
						>Current</th
					><th class="right">Moved</th><th class="right">Time</th><th class="right">Warmest</th><th
						class="right">Cells apart at the end</th
					><th>Ended</th></tr
				>
			</thead>
			<tbody>
				{#each data.runs as { run, packName, chargerName, channelLabel }, k (run.id)}
					{@const look = lookOf(k)}
					{@const cells = run.endCellVoltagesV}
					<tr>
						<td
							><svg width="34" height="10" aria-hidden="true"
								><path
									class="swatch {look.tone}"
									d="M0 5H34"
									stroke-dasharray={look.dashed ? '5 5' : undefined}
								/></svg
							></td
						>
						<td class="whitespace-nowrap"
							><a class="hover:underline" href="/{isOpen(run) ? 'run' : 'logbook'}/{run.id}"
								>{day(run.startedAt)}</a
							></td
						>
						{#if !one}<td>{packName}</td>{/if}
						<td>{chargerName} <span class="quiet">{channelLabel}</span></td>
						<td>{taskOf(run.task).name}</td>
						<td class="right num"
							>{mainCurrentA(run.task, run.settings).toFixed(1)}<span class="unit">A</span></td
						>
						<td class="right num"
							>{run.chargeAh === null ? '–' : Math.round(1000 * run.chargeAh)}<span class="unit">mAh</span
							></td
						>
						<td class="right num">{run.durationS === null ? '–' : minutesOf(run.durationS)}</td>
						<td class="right num"
							>{run.peakTemperatureDegC === null ? '–' : run.peakTemperatureDegC.toFixed(0)}<span class="unit"
								>°C</span
							></td
						>
						<td class="right num"
							>{cells && cells.length > 1
								? Math.round(1000 * (Math.max(...cells) - Math.min(...cells)))
								: '–'}<span class="unit">mV</span></td
						>
						<td class:text-check={run.status === 'ended' && !endedWell(run)}
							>{isOpen(run) ? run.status : run.endReason}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
</div>

<style>
	.swatch {
		fill: none;
		stroke: var(--tone);
		stroke-width: 2.5;
	}
	.act {
		--tone: var(--act);
	}
	.store {
		--tone: var(--store);
	}
	.ink {
		--tone: var(--ink);
	}
	.quiet {
		--tone: var(--quiet);
	}
</style>
