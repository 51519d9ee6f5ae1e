<script lang="ts">
	import { changePack } from '$lib/ui/pack/change-pack';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { nextThing } from '$core/care/next-thing';
	import { capacityIn } from '$core/log/legs';
	import { empties } from '$core/log/judged-end';
	import { lookText } from '$core/log/look';
	import { endedWell } from '$core/log/run';
	import { reachable } from '$lib/ui/frame/reachable';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { movedWord } from '$core/request/in-words';
	import { settingName, showSetting, type SettingId } from '$core/request/settings';
	import { taskOf } from '$core/request/task';
	import { send } from '$lib/ui/server/api';
	import CellsChart from '$lib/ui/charts/CellsChart.svelte';
	import ForecastChart from '$lib/ui/charts/ForecastChart.svelte';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import SeenList from '$lib/ui/run/SeenList.svelte';
	import { dayAndClock, minutesOf, moment } from '$lib/ui/words';
	import Afterwards from './Afterwards.svelte';
	import Correct from './Correct.svelte';
	import Parted from './Parted.svelte';
	import CourseInWords from './CourseInWords.svelte';

	const GUARDS: readonly SettingId[] = ['safetyTimerMin', 'capacityLimitAh', 'temperatureLimitDegC'];
	/** Colour of a judged end; its word says the same. */
	const TONE = { sound: 'var(--act)', doubtful: 'var(--check)', 'not what it says': 'var(--stop)' } as const;
	let { data } = $props();
	const run = $derived(data.run);
	const spreadMv = $derived(
		run.endCellVoltagesV && run.endCellVoltagesV.length > 1
			? Math.round((Math.max(...run.endCellVoltagesV) - Math.min(...run.endCellVoltagesV)) * 1000)
			: null
	);

	/**
	 * The settings that its task has; what a guard is not set to is said, what never applied is left
	 * out.
	 */
	const shown = $derived(
		taskOf(run.task)
			.settings.map((id) => [id, run.settings[id] ?? null] as const)
			.filter(([id, value]) => value !== null || GUARDS.includes(id))
	);

	/**
	 * What comes next for the pack, where nothing has happened to it since and its end says nothing
	 * of it.
	 */
	const proposed = $derived(
		data.last &&
			data.packOnShelf &&
			data.pack &&
			data.judged &&
			run.endedAt &&
			!data.judged.next &&
			// A cell that fell since is another matter than what comes after a good end.
			data.after?.state !== 'flagged' &&
			data.after?.state !== 'again'
			? nextThing(data.pack, run.task, data.judged.outcome, run.endedAt, data.now, dayAndClock, data.practice)
			: null
	);

	/** What the end means, in a sentence. */
	const meaning = $derived.by(() => {
		const fullV = run.settings.endVoltageV;
		switch (run.endReason) {
			case 'end voltage':
				return taskOf(run.task).moves === 'out'
					? `Down at ${(run.settings.dischargeEndV ?? 0).toFixed(2)} V per cell: it held ${Math.round((run.chargeAh ?? 0) * 1000)} mAh.`
					: `Arrived at ${fullV.toFixed(2)} V per cell.`;
			case 'temperature rise':
				return 'The temperature climbed as it does when a nickel pack is full.';
			case 'full':
				if (data.pack && chemistryOf(data.pack.chemistry).endOfCharge.kind === 'dip')
					return 'The volts fell back from their peak: full.';
				return spreadMv === null || spreadMv <= 20
					? `Full at ${fullV.toFixed(2)} V per cell.${spreadMv === null ? '' : ' The cells ended level.'}`
					: `Full, but the cells ended ${spreadMv} mV apart: watch the low one.`;
			case 'timer':
				if (endedWell(run)) return 'Its minutes were up. Let it rest an hour, then measure every cell.';
				return `The safety timer of ${run.settings.safetyTimerMin} min cut it short.`;
			case 'capacity limit':
				if (endedWell(run)) return 'What it was to move has been moved.';
				return `The capacity limit of ${Math.round((run.settings.capacityLimitAh ?? 0) * 1000)} mAh cut it short${run.expectedAh ? `; about ${Math.round(run.expectedAh * 1000)} mAh were expected` : ''}. Was the limit left over from a smaller pack?`;
			case 'temperature':
				return 'The pack got too hot. Let it cool, look at it closely, and charge more slowly.';
			case 'stopped':
				return 'Stopped by hand.';
			case 'charger error':
				return run.message ? `Its screen said “${run.message}”.` : 'The charger reported an error.';
			case 'link lost':
				return 'The charger forgot this run: it was restarted or lost power. Measure the pack before going on.';
			default:
				return '';
		}
	});

	// svelte-ignore state_referenced_locally
	let notes = $state(run.notes);
	async function saveNotes() {
		if (notes === run.notes) return;
		const sent = await send('PATCH', `/runs/${run.id}`, { notes });
		if (sent.ok) {
			await refresh();
			toast('Note saved.');
		} else toast.error(sent.message);
	}
	/**
	 * A discharge down to its end measured the capacity, if the pack began full; of packs joined it
	 * measured the sum.
	 */
	const measuredAh = $derived.by(() => {
		if (!data.packOnShelf || !data.pack || !endedWell(run) || run.joined.length > 0) return null;
		// One that had to end higher has not shown all that the pack holds.
		if (!empties(data.pack.chemistry, run.settings.dischargeEndV)) return null;
		return taskOf(run.task).moves === 'out'
			? run.chargeAh
			: taskOf(run.task).repeats
				? capacityIn(data.legs)
				: null;
	});
	const beganFull = $derived(
		taskOf(run.task).repeats ? 'From full it gave' : 'If it began full, that is its capacity'
	);
	/** Whether it differs, to the mAh, from what the pack is known to hold. */
	const isNews = (capacityAh: number) =>
		Math.round(1000 * (data.pack?.measuredCapacityAh ?? 0)) !== Math.round(1000 * capacityAh);
	const keepCapacity = (capacityAh: number) =>
		data.pack &&
		changePack(
			data.pack,
			{ measuredCapacityAh: capacityAh },
			`${data.packName} now has that as its measured capacity.`
		);
	async function remove() {
		const { id } = run;
		const sent = await send('DELETE', `/runs/${id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await goto('/logbook');
		offerUndo('Run removed from the book.', async () => {
			await send('POST', `/runs/${id}/restore`);
			await goto(`/logbook/${id}`);
		});
	}
</script>

<svelte:head><title>{data.packName}, {moment(run.startedAt)} · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center gap-4 border-b pb-3">
		{#if data.pack}<StackGlyph pack={data.pack} cellV={run.endCellVoltagesV} size={48} />{/if}
		<div class="min-w-[12.5rem] flex-1">
			<h1>
				{#if data.packOnShelf}<a class="hover:underline" href="/packs/{run.packId}">{data.packName}</a
					>{:else}{data.packName}{/if}
			</h1>
			<p class="quiet">
				{moment(run.startedAt)} on {data.chargerName}, channel {data.channelLabel}, {run.mode === 'link'
					? 'over the link'
					: 'keyed in by hand'}
			</p>
		</div>
		<p class="flex flex-wrap gap-2">
			{#if data.samples}<a class="btn" href="/api/v1/runs/{run.id}/telemetry?format=csv" download>CSV</a>{/if}
			<button class="btn" onclick={remove}>Delete</button>
			{#if data.packOnShelf}<a class="btn btn-act" data-next href="/program?pack={run.packId}"
					>Program again</a
				>{/if}
		</p>
	</header>
	<p class="mt-3 text-[1.05rem]">
		<b class:text-check={!endedWell(run)} class:text-act={endedWell(run)}>{run.endReason}</b>
		{#if !data.judged || data.judged.outcome === 'sound'}· {meaning}{/if}
	</p>
	{#if data.judged}
		<p
			class="mt-1 border-l-4 pl-3"
			style:border-color={TONE[data.judged.outcome]}
			data-judged={data.judged.outcome}
		>
			<b style:color={TONE[data.judged.outcome]} class="first-letter:uppercase">{data.judged.outcome}</b>:
			{data.judged.reason}
			{#if data.judged.next}<br /><b>Next:</b> {data.judged.next}{/if}
			{#if data.contradicted && data.judged.outcome === 'sound'}<br /><span class="text-check"
					>What was read of the pack since does not fit it: <a class="link" href="/packs/{run.packId}">why</a
					>.</span
				>{/if}
			{#if data.judged.outcome !== 'sound'}<a class="link ml-2" href="/diagnose?run={run.id}">Find out why</a
				>{/if}
		</p>
	{/if}
	{#if proposed}
		<p class="mt-1" data-next-thing>
			<b>Next:</b>
			{proposed.sentence}
			{#if proposed.task}<a class="link ml-2" href="/program?pack={run.packId}&task={proposed.task}"
					>{taskOf(proposed.task).name} program</a
				>{/if}
		</p>
	{/if}
	{#if measuredAh !== null && data.pack && isNews(measuredAh)}
		<p class="mt-1 text-[13px]">
			{beganFull}:
			<button class="link" onclick={() => void keepCapacity(measuredAh)}
				>keep {Math.round(measuredAh * 1000)} mAh with the pack</button
			>
			<span class="quiet"
				>{data.pack.measuredCapacityAh === null
					? 'nothing was measured before'
					: `before: ${Math.round(data.pack.measuredCapacityAh * 1000)} mAh`}</span
			>
		</p>
	{/if}
	<div class="grid gap-x-10 lg:grid-cols-[300px_minmax(0,1fr)]">
		<section class="mt-3">
			<dl class="grid grid-cols-[8.5rem_1fr] gap-y-1">
				<dt class="quiet">{movedWord(run.task)}</dt>
				<dd class="num">
					{run.chargeAh === null ? '–' : Math.round(run.chargeAh * 1000)} mAh{#if Math.round((run.expectedAh ?? 0) * 1000) > 0}<span
							class="quiet ml-2">of {Math.round((run.expectedAh ?? 0) * 1000)}</span
						>{/if}
				</dd>
				<dt class="quiet">Time</dt>
				<dd class="num">
					{run.durationS === null
						? '–'
						: minutesOf(run.durationS)}{#if Math.round(run.expectedMin ?? 0) > 0}<span class="quiet ml-2"
							>of {Math.round(run.expectedMin ?? 0)}</span
						>{/if}
				</dd>
				{#if run.peakTemperatureDegC !== null}<dt class="quiet">Warmest</dt>
					<dd class="num">{run.peakTemperatureDegC.toFixed(1)} °C</dd>{/if}
				{#if run.endCellVoltagesV}<dt class="quiet">Cells at the end</dt>
					<dd class="num">{run.endCellVoltagesV.map((v) => v.toFixed(3)).join(' ')}</dd>{/if}
				{#if spreadMv !== null}<dt class="quiet">Spread</dt>
					<dd class="num">{spreadMv} mV</dd>{/if}
				{#if run.message}<dt class="quiet">Its screen said</dt>
					<dd>{run.message}</dd>{/if}
			</dl>
			{#if run.status === 'ended'}
				<Correct
					{run}
					byCell={data.pack !== null && chemistryOf(data.pack.chemistry).balanceFromCells !== null}
					corrections={data.corrections}
				/>
			{/if}
			{#if data.after && data.pack}<Afterwards after={data.after} pack={data.pack} />{/if}
			{#if data.seen.length}
				<h2 class="mt-4">Seen while it ran</h2>
				<SeenList seen={data.seen} runId={run.id} />
			{/if}
			{#if data.check}
				<h2 class="mt-4">At the check</h2>
				<dl class="mt-1 grid grid-cols-[8.5rem_1fr] gap-y-1" data-check>
					{#if data.check.countRead !== null}<dt class="quiet">Count</dt>
						<dd class="num">{data.check.countRead}S</dd>{/if}
					{#if data.check.mainV !== null}<dt class="quiet">Main lead</dt>
						<dd class="num">{data.check.mainV.toFixed(2)} V</dd>{/if}
					{#if data.check.cellsV}<dt class="quiet">Cell page</dt>
						<dd class="num">{data.check.cellsV.map((v) => v.toFixed(3)).join(' ')}</dd>{/if}
					{#if data.check.inputV !== null}<dt class="quiet">Input</dt>
						<dd class="num">{data.check.inputV.toFixed(1)} V</dd>{/if}
					{#if data.check.message}<dt class="quiet">It said</dt>
						<dd>{data.check.message}</dd>{/if}
				</dl>
			{/if}
			<h2 class="mt-4">Settings</h2>
			<dl class="mt-1 grid grid-cols-[8.5rem_1fr] gap-y-1">
				{#each shown as [id, value] (id)}
					<dt class="quiet">{settingName(id, run.task)}</dt>
					<dd class="num">{value === null ? 'not on this charger' : showSetting(id, value)}</dd>
				{/each}
			</dl>
			{#if run.overridden.length}
				<h2 class="mt-4">Overridden</h2>
				{#each run.overridden as o (o.rule)}<p class="mt-1 border-l-2 border-check pl-3 text-[13px]">
						{o.sentence}<br /><span class="quiet">because:</span>
						{o.reason}
					</p>{/each}
			{/if}
			<label class="mt-4 block">
				<span class="block font-semibold">Note</span>
				<textarea class="field mt-1" rows="3" bind:value={notes} onblur={saveNotes}></textarea>
			</label>
		</section>
		<section class="mt-3 min-w-0">
			{#if data.parted.packs.length}<Parted group={data.parted} />{/if}
			<h2>Course</h2>
			{#if data.samples > 1}
				<ForecastChart
					best={data.planned}
					measured={data.telemetry}
					timerMin={run.settings.safetyTimerMin}
					timerFromMin={data.planned?.timerFromMin ?? 0}
					legs={data.planned?.legs ?? []}
					height={330}
					label="Course of the run: {run.durationS === null ? '' : minutesOf(run.durationS)}, {Math.round(
						(run.chargeAh ?? 0) * 1000
					)} mAh"
				/>
				<p class="quiet text-[12px]">
					<span class="font-semibold text-act">volts</span> and
					<span class="font-semibold text-check">amps</span>
					against minutes, {data.samples} samples; dashed is what was expected
				</p>
			{:else}
				<p class="quiet mt-1">
					Keyed in by hand: no samples, only what was written down{data.looks.length
						? ' of its screen:'
						: '.'}
				</p>
				<ul class="mt-1 flex flex-wrap gap-x-6">
					{#each data.looks as look (look.id)}
						<li class="num">
							<span class="quiet">{Math.round(look.minute)} min</span>
							{lookText(look.what, look.value)}
						</li>
					{/each}
				</ul>
			{/if}
			{#if data.read.phases.length}<CourseInWords
					read={data.read}
					runId={run.id}
					odd={data.seen.length > 0}
				/>{/if}
			{#if data.telemetry.cellV.length > 1 && data.telemetry.timeS.length > 2}
				<h2 class="mt-4">Cells and charge</h2>
				<CellsChart
					course={data.telemetry}
					planned={data.planned}
					limitAh={run.settings.capacityLimitAh}
					height={200}
				/>
			{/if}
			{#if data.legs.length > 1}
				<h2 class="mt-4">Legs</h2>
				<div class="relative overflow-x-auto" use:reachable>
					<table class="ledger" data-legs>
						<thead>
							<tr
								><th>Leg</th><th class="right">Moved</th><th class="right">Time</th><th class="right"
									>Pack at its end</th
								></tr
							>
						</thead>
						<tbody>
							{#each data.legs as leg, i (i)}
								<tr
									><td>{i + 1} · {leg.kind}</td>
									<td class="right num"
										>{#if leg.kind === 'rest'}–{:else}{Math.round(leg.chargeAh * 1000)}<span class="unit"
												>mAh</span
											>{/if}</td
									>
									<td class="right num">{minutesOf(leg.timeS)}</td>
									<td class="right num">{leg.endPackV.toFixed(2)}<span class="unit">V</span></td></tr
								>
							{/each}
						</tbody>
					</table>
				</div>
			{/if}
			{#if data.events.length}
				<h2 class="mt-4">Record</h2>
				<ol class="mt-1 text-[13px]">
					{#each data.events as event, i (i)}
						<li class="flex gap-4 border-b py-1">
							<span class="quiet w-40">{moment(event.at)}</span><span
								>{event.kind}{event.detail.reason ? `: ${event.detail.reason}` : ''}</span
							>
						</li>
					{/each}
				</ol>
			{/if}
		</section>
	</div>
</div>
