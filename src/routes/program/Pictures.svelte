<!-- What would happen: the forecast with its band, and the envelope with the program's path through it. -->
<script lang="ts">
	import Progress from '$lib/ui/control/Progress.svelte';
	import { taskOf } from '$core/request/task';
	import { legMarks, timedLegFromMin } from '$core/forecast/leg-marks';
	import { packVoltage } from '$core/pack/reading';
	import { asks, type ProgramContext } from '$core/request/context';
	import { movedWord } from '$core/request/in-words';
	import type { Solution } from '$core/program/solve';
	import EnvelopeChart from '$lib/ui/charts/EnvelopeChart.svelte';
	import ForecastChart from '$lib/ui/charts/ForecastChart.svelte';
	import { clock, endOf } from '$lib/ui/words';
	import type { ForecastClient } from '$lib/ui/program/forecast-client.svelte';

	interface Props {
		context: ProgramContext;
		solution: Solution;
		client: ForecastClient;
		/** The pack must not be charged at all: nothing is drawn. */
		forbidden: boolean;
	}
	let { context, solution, client, forbidden }: Props = $props();

	/** What the forecast shows: the pack's volts and amps, or each cell and the charge. */
	let view = $state<'pack' | 'cells'>('pack');
	const cellsChart = () => import('$lib/ui/charts/CellsChart.svelte');
	const r = $derived(solution.resolved);
	const { pack, charger } = $derived(context);
	const { channel, chemistry } = $derived(r);
	const reading = $derived(context.reading);
	const forecast = $derived(solution.forecast);
	const trace = $derived(forecast?.best.trace ?? null);
	const limitMin = $derived.by(() => {
		const limit = solution.settings.capacityLimitAh;
		if (limit === null || !trace) return null;
		const k = trace.chargeAh.findIndex((ah) => ah >= limit);
		return k < 0 ? null : trace.timeS[k] / 60;
	});
	const moved = $derived(movedWord(context.task));
	/** The program takes charge out and does nothing else. */
	const onlyOut = $derived(
		forecast !== null &&
			forecast.best.legs.length > 0 &&
			forecast.best.legs.every((l) => l.kind === 'discharge')
	);
	/**
	 * The part of the run that lies in this envelope: the charge, or the discharge where there is
	 * nothing else.
	 */
	const path = $derived.by(() => {
		if (!trace || forbidden) return null;
		const inside = trace.currentA.map((a) => (onlyOut ? a < 0 : a > 0));
		const keep = (column: number[]) => column.filter((_, k) => inside[k]);
		return { packV: keep(trace.packV), currentA: keep(trace.currentA) };
	});
	const startV = $derived(path?.packV[0] ?? (reading ? packVoltage(reading) : pack.cells * 3.7));
	/** Volts of the pack at which the run ends, V; null where it ends on something else. */
	const endV = $derived.by(() => {
		const { dischargeEndV, endVoltageV } = solution.settings;
		if (onlyOut && !taskOf(context.task).stores)
			return pack.cells * (dischargeEndV ?? chemistry.voltages.dischargeEndV);
		return asks(r, 'endVoltageV') ? pack.cells * endVoltageV : null;
	});
	const endsAt = $derived(endOf(context.now, forecast?.timeMin.median ?? 0));
	const peakDrawW = $derived(
		forecast ? forecast.best.peakPowerW / charger.efficiency + charger.overheadW : null
	);
</script>

<section class="min-w-0" aria-label="What would happen">
	<div class="flex flex-wrap items-baseline justify-between gap-x-3">
		<h2>Forecast</h2>
		{#if forecast && !forbidden}
			<p class="text-[13px]">
				<b class="num">{Math.round(forecast.timeMin.median)}</b> min
				<span class="quiet num"
					>({Math.round(forecast.timeMin.p5)} to {Math.round(forecast.timeMin.p95)})</span
				>
				· ends <b class="num">{clock(endsAt)}</b> · {moved.toLowerCase()}
				<b class="num">{Math.round(forecast.chargeAh.median * 1000)}</b> mAh
			</p>
		{/if}
	</div>
	{#if forecast && !forbidden}
		{#if view === 'cells' && trace}
			{#await cellsChart() then { default: CellsChart }}<CellsChart
					course={trace}
					{limitMin}
					height={232}
				/>{/await}
		{:else}
			<ForecastChart
				best={trace}
				band={client.band}
				voltageFromMin={forecast.best.voltagePhaseFromS === null
					? null
					: forecast.best.voltagePhaseFromS / 60}
				timerMin={solution.settings.safetyTimerMin}
				timerFromMin={timedLegFromMin(forecast.best.legs)}
				legs={legMarks(forecast.best.legs)}
				{limitMin}
				height={232}
				label="Forecast: done in about {Math.round(forecast.timeMin.median)} minutes, moving {Math.round(
					forecast.chargeAh.median * 1000
				)} mAh; peak {forecast.peakTemperatureDegC.median.toFixed(0)} °C."
			/>
		{/if}
		<p class="quiet flex flex-wrap justify-between gap-x-3 text-[12px]">
			<span>
				{#if view === 'cells'}
					<span class="font-semibold text-act">— cells</span>, lowest bold,
					<span class="font-semibold text-check">- - mAh</span>;
				{:else}
					<span class="font-semibold text-act">— volts</span>
					<span class="font-semibold text-check">- - amps</span>, against minutes;
				{/if}
				<button type="button" class="link" onclick={() => (view = view === 'cells' ? 'pack' : 'cells')}
					>{view === 'cells' ? 'volts and amps' : pack.cells > 1 ? 'cells and mAh' : 'mAh'}</button
				>
			</span>
			{#if client.progress !== null}
				<span role="status"
					>band{client.band ? ` of ${client.band.runs} packs` : ''}
					<Progress done={client.progress} label="Simulating packs" class="mx-1 w-14 align-middle" />
					<button class="link" onclick={() => client.cancel()}>cancel</button></span
				>
			{:else if client.band}
				<span>band: 90 of 100 of {client.band.runs} simulated packs</span>
			{/if}
		</p>
	{:else}
		<p class="quiet py-6">No forecast: {solution.findings[0]?.sentence}</p>
	{/if}
	<div class="mt-3 flex items-baseline justify-between">
		<h2>Envelope of {charger.channels.length > 1 ? `channel ${channel.label}` : charger.name}</h2>
		<p class="quiet text-[12px]">
			{#if peakDrawW !== null && !onlyOut && !forbidden}draws up to <b class="num">{Math.round(peakDrawW)}</b> W
				·{/if}
			amps against pack volts
		</p>
	</div>
	<EnvelopeChart
		input={r.envelope}
		down={onlyOut}
		fromCellV={chemistry.voltages.hardFloorV}
		toCellV={chemistry.voltages.cellMaxV + 0.05}
		{endV}
		{path}
		at={!path || path.packV.length === 0
			? null
			: {
					packV: startV,
					currentA: Math.abs(path.currentA[0]),
					label: 'starts here'
				}}
		height={196}
	/>
</section>
