<!-- Two ways to do the same thing to the same pack, side by side: what each takes, and what it costs the pack. -->
<script lang="ts">
	import { channelItems } from '$lib/ui/charger/channel-items';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { relativeWear } from '$core/care/wear';
	import { cellsLabel } from '$core/pack/pack';
	import { countOf } from '$core/program/check';
	import type { ProgramContext } from '$core/request/context';
	import { settingName, showSetting, type SettingId } from '$core/request/settings';
	import { solve, type Solution } from '$core/program/solve';
	import { PURPOSES, taskOf } from '$core/request/task';
	import EnvelopeChart from '$lib/ui/charts/EnvelopeChart.svelte';
	import ForecastChart from '$lib/ui/charts/ForecastChart.svelte';

	let { data } = $props();

	const sides = $derived(
		(['a', 'b'] as const).map((key) => {
			const context: ProgramContext = data[key];
			return { key, context, solution: solve(context, {}, 30) };
		})
	);
	const pack = $derived(data.a.pack);
	const chemistry = $derived(sides[0].solution.resolved.chemistry);

	/** The address with one side changed. */
	function href(key: 'a' | 'b', channelId: string, purpose: string): string {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- made and read at once
		const query = new URLSearchParams(page.url.searchParams);
		for (const s of sides) query.set(s.key, `${s.context.channelId}.${s.context.purpose}`);
		query.set(key, `${channelId}.${purpose}`);
		return `/program/compare?${query}`;
	}

	const counted = (s: Solution) =>
		(['stop', 'check', 'note'] as const)
			.map((severity) => [countOf(s.findings, severity), severity] as const)
			.filter(([n]) => n > 0)
			.map(([n, severity]) => `${n} ${severity}${n === 1 ? '' : 's'}`)
			.join(', ');
	const wear = (s: Solution) =>
		s.forecast === null
			? null
			: relativeWear(s.resolved.chemistry, pack.capacityAh, {
					endVoltageV: s.settings.endVoltageV,
					currentA: s.settings.currentA,
					peakTemperatureDegC: s.forecast.peakTemperatureDegC.median
				});
	interface Line {
		what: string;
		/** A figure to compare, less being better unless said otherwise; null where there is none. */
		value: (s: Solution) => number | null;
		show: (v: number) => string;
		/** A difference in the unit that matters, without its sign. */
		difference: (d: number) => string;
		note?: string;
	}
	const LINES: Line[] = [
		{
			what: 'Time',
			value: (s) => s.forecast?.timeMin.median ?? null,
			show: (v) => `${v.toFixed(0)} min`,
			difference: (d) => `${d.toFixed(0)} min`
		},
		{
			what: '99 of 100 end by',
			value: (s) => s.forecast?.timeMin.p99 ?? null,
			show: (v) => `${v.toFixed(0)} min`,
			difference: (d) => `${d.toFixed(0)} min`
		},
		{
			what: 'Peak temperature',
			value: (s) => s.forecast?.peakTemperatureDegC.median ?? null,
			show: (v) => `${v.toFixed(1)} °C`,
			difference: (d) => `${d.toFixed(1)} K`
		},
		{
			what: 'Wear',
			value: wear,
			show: (v) => `${v.toFixed(2)} ×`,
			difference: (d) => `${d.toFixed(2)} ×`,
			note: 'of an ordinary charge: end, rate and heat, by rule of thumb'
		},
		{
			what: 'Charge moved',
			value: (s) => (s.forecast ? s.forecast.chargeAh.median * 1000 : null),
			show: (v) => `${v.toFixed(0)} mAh`,
			difference: (d) => `${d.toFixed(0)} mAh`
		},
		{
			what: 'Draws up to',
			value: (s) =>
				s.forecast
					? s.forecast.best.peakPowerW / s.resolved.charger.efficiency + s.resolved.charger.overheadW
					: null,
			show: (v) => `${v.toFixed(0)} W`,
			difference: (d) => `${d.toFixed(0)} W`
		},
		{
			what: 'Highest cell',
			value: (s) => (s.forecast && s.forecast.highestCellV.p99 > 0 ? s.forecast.highestCellV.p99 : null),
			show: (v) => `${v.toFixed(3)} V`,
			difference: (d) => `${(d * 1000).toFixed(0)} mV`,
			note: 'at the 99th percentile, with the charger’s error'
		}
	];
	const settings = $derived([
		...new Set(sides.flatMap((s) => s.solution.resolved.settingIds))
	] as SettingId[]);
</script>

<svelte:head><title>Compare programs for {pack.name} · Stack Tender</title></svelte:head>
<div class="page !max-w-none">
	<header class="flex flex-wrap items-baseline gap-x-4 border-b pb-2">
		<h1>Compare for <a class="hover:underline" href="/packs/{pack.id}">{pack.name}</a></h1>
		<p class="quiet">
			{chemistry.name}
			{cellsLabel(pack)} · {Math.round(pack.capacityAh * 1000)} mAh · {taskOf(data.task).name}
		</p>
	</header>
	<div class="sides">
		{#each sides as { key, context, solution }, i (key)}
			{@const other = sides[1 - i].solution}
			<section aria-label={key === 'a' ? 'First way' : 'Second way'}>
				<div class="mt-3 flex flex-wrap gap-2">
					<div class="min-w-0 flex-1">
						<Combobox
							label="Channel"
							value={context.channelId}
							items={channelItems(data.chargers)}
							onchange={(id) => void goto(href(key, id, context.purpose), { noScroll: true })}
						/>
					</div>
					<div class="w-28">
						<Select
							label="Purpose"
							value={context.purpose}
							options={PURPOSES.map((p) => [p, p] as const)}
							onchange={(p) => void goto(href(key, context.channelId, p), { noScroll: true })}
						/>
					</div>
					<a
						class="btn btn-act"
						href="/program?pack={pack.id}&channel={context.channelId}&task={data.task}&purpose={context.purpose}"
						>Take this</a
					>
				</div>
				<p class="mt-2 text-[13px]">
					<b style:color={solution.verdict === 'clear' ? 'var(--act)' : `var(--${solution.verdict})`}
						>{solution.verdict === 'stop' ? 'Stop' : solution.verdict === 'check' ? 'Check' : 'Clear'}</b
					>
					<span class="quiet">{counted(solution)}</span>
					{#if solution.findings[0] && solution.verdict !== 'clear'}{solution.findings[0].sentence}{/if}
				</p>
				{#if solution.forecast}
					<ForecastChart
						best={solution.forecast.best.trace}
						voltageFromMin={solution.forecast.best.voltagePhaseFromS === null
							? null
							: solution.forecast.best.voltagePhaseFromS / 60}
						beside={other.forecast ? [other.forecast.best.trace] : []}
						height={190}
						label="Forecast: {Math.round(solution.forecast.timeMin.median)} minutes"
					/>
				{:else}
					<p class="quiet py-6">No forecast.</p>
				{/if}
				{#if chemistry.endOfCharge.kind !== 'dip'}
					<EnvelopeChart
						input={solution.resolved.envelope}
						fromCellV={chemistry.voltages.hardFloorV}
						toCellV={chemistry.voltages.cellMaxV + 0.05}
						endV={pack.cells * solution.settings.endVoltageV}
						path={solution.forecast?.best.trace ?? null}
						besideA={Math.max(0, ...(other.forecast?.best.trace.currentA ?? []))}
						height={150}
					/>
				{/if}
			</section>
		{/each}
	</div>
	<div class="relative overflow-x-auto" use:reachable>
		<table class="ledger mt-4">
			<thead
				><tr
					><th>What</th><th class="right">First</th><th class="right">Second</th><th class="right"
						>Difference</th
					></tr
				></thead
			>
			<tbody>
				{#each LINES as line (line.what)}
					{@const [a, b] = sides.map((s) => line.value(s.solution))}
					<tr>
						<td
							>{line.what}{#if line.note}<span class="quiet ml-2 text-[12px]">{line.note}</span>{/if}</td
						>
						<td class="num right">{a === null ? '–' : line.show(a)}</td>
						<td class="num right">{b === null ? '–' : line.show(b)}</td>
						<td class="num right"
							>{a === null || b === null
								? ''
								: line.show(a) === line.show(b)
									? 'the same'
									: `${b >= a ? '+' : '−'}${line.difference(Math.abs(b - a))}`}</td
						>
					</tr>
				{/each}
				{#each settings as id (id)}
					<tr>
						<td class="quiet">{settingName(id, data.task)}</td>
						{#each sides as s (s.key)}<td class="num right quiet"
								>{showSetting(id, s.solution.settings[id])}</td
							>{/each}
						<td></td>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
</div>

<style>
	.sides {
		display: grid;
		grid-template-columns: repeat(2, minmax(0, 1fr));
		gap: 4px 30px;
	}
	@media (max-width: 820px) {
		.sides {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
