<script lang="ts">
	import KeepAwake from '$lib/ui/run/KeepAwake.svelte';
	import { taskOf } from '$core/request/task';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import type { Run } from '$core/log/run';
	import { send } from '$lib/ui/server/api';
	import CellsChart from '$lib/ui/charts/CellsChart.svelte';
	import EnvelopeChart from '$lib/ui/charts/EnvelopeChart.svelte';
	import ForecastChart from '$lib/ui/charts/ForecastChart.svelte';
	import { feed } from '$lib/ui/server/live.svelte';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import { doing, inOneLine, movedWord } from '$core/request/in-words';
	import EndByHand from './EndByHand.svelte';
	import SeenList from '$lib/ui/run/SeenList.svelte';
	import { HeardCourse } from '$lib/ui/run/heard.svelte';
	import FollowAlong from './FollowAlong.svelte';
	import NoAnswer from './NoAnswer.svelte';

	let { data } = $props();
	const run = $derived(data.run);
	const pack = $derived(data.planned?.pack ?? null);
	const values = $derived(feed.values.get(run.id) ?? data.live);
	const limitAh = $derived(run.settings.capacityLimitAh);
	const chemistry = $derived(pack ? chemistryOf(pack.chemistry) : null);

	/** Heard since the page was loaded, laid behind what the database has. */
	const heard = new HeardCourse();
	$effect(() => {
		const v = feed.values.get(run.id);
		if (v) heard.add(v);
	});
	const measured = $derived(heard.after(data.telemetry));
	/** What the course shows: the pack's volts and amps, or each cell and the charge. */
	let view = $state<'pack' | 'cells'>('pack');
	const limitMin = $derived.by(() => {
		const { planned } = data;
		const k = planned && limitAh !== null ? planned.chargeAh.findIndex((ah) => ah >= limitAh) : -1;
		return planned && k >= 0 ? planned.timeS[k] / 60 : null;
	});
	$effect(() => {
		if (run.status === 'ended') void goto(`/logbook/${run.id}`, { replaceState: true });
	});

	/** What was measured of the charge alone: the envelope is that of charging. */
	const charging = $derived({
		packV: measured.packV.filter((_, k) => measured.currentA[k] > 0),
		currentA: measured.currentA.filter((a) => a > 0)
	});
	const spreadMv = $derived(
		values && values.cellV.length > 1
			? Math.round((Math.max(...values.cellV) - Math.min(...values.cellV)) * 1000)
			: null
	);
	const leftMin = $derived(
		values && run.expectedMin !== null ? Math.max(0, run.expectedMin - values.timeS / 60) : null
	);
	/** The charger does not answer now, or has not yet said that it started. */
	const silent = $derived(
		run.mode === 'link' && (run.status === 'starting' || (values ? !values.reachable : data.speed === null))
	);
	/** Height of the large glyph, px. */
	const glyphPx = $derived(pack ? Math.min(170, 26 * Math.max(3, pack.cells)) : 0);
	let busy = $state(false);

	async function stop() {
		busy = true;
		const sent = await send<Run>('POST', `/runs/${run.id}/stop`);
		busy = false;
		if (!sent.ok) toast.error(sent.message);
		else toast('Stop was sent. The run ends as soon as the charger says so.');
	}
	async function setSpeed(speed: number) {
		const sent = await send('PUT', '/stand-in/speed', { speed });
		if (!sent.ok) toast.error(sent.message);
		await refresh();
	}
</script>

{#snippet stopButton()}
	<button class="btn btn-stop !min-h-[44px] !px-6 font-bold max-sm:w-full" onclick={stop} disabled={busy}
		>Stop</button
	>
{/snippet}

<svelte:head><title>{data.packName} {doing(run.task)} · Stack Tender</title></svelte:head>
<div class="page !max-w-none">
	<header class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b pb-3">
		<div class="min-w-0 flex-1 basis-full sm:basis-0">
			<h1>{data.packName}</h1>
			<p class="quiet">
				on {data.chargerName}, channel {data.channelLabel} ·
				{pack ? inOneLine(run.task, pack.chemistry, run.settings) : ''}
			</p>
		</div>
		{#if run.mode === 'link'}
			{#if data.speed !== null}
				<p
					class="flex flex-1 items-center gap-1 text-[12.5px] sm:flex-none"
					role="group"
					aria-label="Speed of the simulated charger"
				>
					<span class="quiet">simulated at</span>
					{#each [1, 60, 600] as speed (speed)}
						<button
							class="btn num !min-h-[28px] !px-2"
							class:btn-act={data.speed === speed}
							aria-pressed={data.speed === speed}
							onclick={() => setSpeed(speed)}>{speed}×</button
						>
					{/each}
				</p>
			{/if}
			<span class="max-sm:hidden">{@render stopButton()}</span>
		{/if}
		<div class="basis-full sm:hidden"><KeepAwake /></div>
	</header>

	{#if run.mode === 'by hand' && pack && data.context}
		<FollowAlong {run} context={data.context} looks={data.looks} />
	{/if}
	{#if run.mode === 'by hand' && pack}
		<EndByHand {run} {pack} />
		<p class="mt-2 text-[13px]">
			<a class="link" href="/diagnose?run={run.id}">Something is odd: find out why</a>
		</p>
	{/if}

	{#if run.mode === 'link' || !data.context}
		<div class="grid gap-x-8 lg:grid-cols-[270px_minmax(0,1fr)]">
			<section class="mt-4" aria-label="Now">
				{#if silent}<NoAnswer {run} {pack} hasValues={values !== null && values !== undefined} />{/if}
				{#if data.seen.length}<SeenList seen={data.seen} runId={run.id} />{/if}
				{#if values}
					<p class="quiet" data-phase>
						{#if values.legs > 1}<span class="mr-1 text-ink"
								>Leg <span class="num">{values.leg}</span> of <span class="num">{values.legs}</span>:</span
							>{/if}{values.phase ?? ''}
					</p>
					<dl class="now">
						<div>
							<dt>Pack</dt>
							<dd class="num">{values.packV.toFixed(2)}<span class="unit">V</span></dd>
						</div>
						<div>
							<dt>Current</dt>
							<dd class="num">{Math.abs(values.currentA).toFixed(2)}<span class="unit">A</span></dd>
						</div>
						<div>
							<dt>{movedWord(run.task)}</dt>
							<dd class="num">{Math.round(values.chargeAh * 1000)}<span class="unit">mAh</span></dd>
						</div>
						<div>
							<dt>Time</dt>
							<dd class="num">{Math.floor(values.timeS / 60)}<span class="unit">min</span></dd>
						</div>
						{#if leftMin !== null}<div>
								<dt>Left, about</dt>
								<dd class="num">{Math.round(leftMin)}<span class="unit">min</span></dd>
							</div>{/if}
						{#if values.temperatureDegC !== null}<div>
								<dt>Pack at</dt>
								<dd class="num">{values.temperatureDegC.toFixed(1)}<span class="unit">°C</span></dd>
							</div>{/if}
					</dl>
					{#if pack && values.cellV.length}
						<div class="mt-4 flex items-center gap-5">
							<StackGlyph {pack} cellV={values.cellV} size={glyphPx} />
							<!-- Each figure stands at its plate; of fewer than three cells the plates stand in the middle. -->
							<ol
								class="num flex flex-col-reverse text-[13px] leading-none"
								style:height="{(glyphPx * pack.cells) / Math.max(3, pack.cells)}px"
							>
								{#each values.cellV as v, i (i)}<li class="flex flex-1 items-center gap-2">
										<span class="quiet">{i + 1}</span>
										{v.toFixed(3)}
									</li>{/each}
							</ol>
						</div>
						{#if spreadMv !== null}<p class="mt-2">
								<span class="quiet">Spread</span> <span class="num">{spreadMv} mV</span>
							</p>{/if}
					{/if}
				{:else if !silent}
					<p class="quiet" role="status">Waiting for the first values from the charger.</p>
				{/if}
				<p class="quiet mt-4 text-[12.5px]">
					Never pull the main lead while current flows: stop first. Do not leave.
					<a class="link" href="/diagnose?run={run.id}">Something is odd</a>
				</p>
			</section>
			<section class="mt-4 min-w-0" aria-label="Course">
				<div class="flex flex-wrap items-baseline justify-between">
					<h2>Course against the forecast</h2>
					<p class="quiet text-[12px]">
						{#if view === 'cells'}
							<span class="font-semibold text-act">cells</span>, lowest bold, and
							<span class="font-semibold text-check">mAh</span>; thin and dashed the forecast;
						{:else}
							<span class="font-semibold text-act">volts</span> and
							<span class="font-semibold text-check">amps</span>; bold is measured, dashed the forecast;
						{/if}
						<button type="button" class="link" onclick={() => (view = view === 'cells' ? 'pack' : 'cells')}
							>{view === 'cells'
								? 'volts and amps'
								: (pack?.cells ?? 1) > 1
									? 'cells and mAh'
									: 'mAh'}</button
						>
					</p>
				</div>
				{#if view === 'cells'}
					<CellsChart course={measured} planned={data.planned} {limitAh} {limitMin} height={268} />
				{:else}
					<ForecastChart
						best={data.planned}
						{measured}
						voltageFromMin={data.planned?.voltageFromMin ?? null}
						timerMin={run.settings.safetyTimerMin}
						timerFromMin={data.planned?.timerFromMin ?? 0}
						legs={data.planned?.legs ?? []}
						{limitMin}
						height={268}
						live
						label={values
							? `After ${Math.round(values.timeS / 60)} minutes ${values.packV.toFixed(2)} volts and ${values.currentA.toFixed(2)} amps`
							: 'No values yet'}
					/>
				{/if}
				{#if data.planned && pack && chemistry && taskOf(run.task).moves !== 'out' && chemistry.endOfCharge.kind !== 'dip'}
					<h2 class="mt-2">Envelope</h2>
					<EnvelopeChart
						input={data.planned.envelope}
						fromCellV={chemistry.voltages.hardFloorV}
						toCellV={chemistry.voltages.cellMaxV + 0.05}
						endV={pack.cells * run.settings.endVoltageV}
						path={charging}
						at={values ? { packV: values.packV, currentA: values.currentA, label: 'now' } : null}
						height={190}
						live
					/>
				{/if}
			</section>
		</div>
	{/if}
	{#if run.mode === 'link'}
		<!-- Within reach of the thumb, whatever is being looked at. -->
		<p class="sticky bottom-0 z-10 -mx-3.5 bg-paper px-3.5 py-2 sm:hidden">{@render stopButton()}</p>
	{/if}
</div>

<style>
	.now {
		display: grid;
		gap: 2px;
	}
	.now div {
		display: flex;
		align-items: baseline;
		justify-content: space-between;
		border-bottom: var(--stroke) solid var(--rule);
		padding: 2px 0;
	}
	.now dt {
		color: var(--quiet);
	}
	.now dd {
		font-size: 1.35rem;
		font-weight: 600;
	}
</style>
