<script lang="ts">
	import OverTime from '$lib/ui/pack/OverTime.svelte';
	import UseLine from '$lib/ui/pack/UseLine.svelte';
	import Observe from '$lib/ui/pack/Observe.svelte';
	import OutOfService from '$lib/ui/pack/OutOfService.svelte';
	import Story from '$lib/ui/pack/Story.svelte';
	import { justUsed } from '$lib/ui/pack/just-used';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { endedWell, isOpen } from '$core/log/run';
	import { mainCurrentA } from '$core/request/in-words';
	import { reachable } from '$lib/ui/frame/reachable';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { connectorOf } from '$core/pack/connector';
	import { cellsLabel, PACK } from '$core/pack/pack';
	import { packVoltage, spreadV, type Reading } from '$core/pack/reading';
	import { cRate } from '$core/quantity/format';
	import { send } from '$lib/ui/server/api';
	import ReadinessMark from '$lib/ui/pack/ReadinessMark.svelte';
	import ReadingForm from '$lib/ui/pack/ReadingForm.svelte';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import { taskOf } from '$core/request/task';
	import { ago, checkHref, day, minutesOf } from '$lib/ui/words';

	let { data } = $props();
	const pack = $derived(data.pack);
	const last = $derived<Reading | null>(data.readings[0] ?? null);
	const chemistry = $derived(chemistryOf(pack.chemistry));
	const usable = $derived(data.condition.condition === 'in service');

	/**
	 * What carriers ask of a lithium pack in the air, a share of its charge; the program to travel
	 * aims there.
	 */
	const TRAVEL_SOC = 0.3;
	const KEPT_IN: Record<string, string> = PACK.keptIn.words;
	/** The last time anything moved its charge. */
	const lastMoved = $derived(
		[data.runs[0]?.run.endedAt ?? data.runs[0]?.run.startedAt, data.use?.at]
			.filter((at) => at != null)
			.sort()
			.at(-1) ?? null
	);

	async function remove() {
		const { id, name } = pack;
		const sent = await send('DELETE', `/packs/${id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await goto('/packs');
		await refresh();
		offerUndo(`${name} is off the shelf.`, async () => {
			await send('POST', `/packs/${id}/restore`);
			await goto(`/packs/${id}`);
			await refresh();
		});
	}
	async function removeReading(reading: Reading) {
		const sent = await send<Reading>('DELETE', `/readings/${reading.id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
		const { id: _id, packId: _packId, ...input } = sent.value;
		offerUndo('Reading removed.', async () => {
			await send('POST', `/packs/${pack.id}/readings`, input);
			await refresh();
		});
	}

	/** What a charger's own page showed beside the meter: "Pier Two A shows 3.82 3.81, 12 mV less". */
	function shownBesides({ cellVoltagesV: meter, chargerCellsV: shown, chargerChannelId }: Reading): string {
		if (!shown || !meter || shown.length !== meter.length) return '';
		const mean = shown.reduce((sum, v, i) => sum + v - meter[i], 0) / shown.length;
		const name = data.cellPages.find(([id]) => id === chargerChannelId)?.[1] ?? 'a charger';
		const mv = Math.round(mean * 1000);
		return `${name} shows ${shown.map((v) => v.toFixed(2)).join(' ')}${mv === 0 ? '' : `, ${Math.abs(mv)} mV ${mv < 0 ? 'less' : 'more'}`}`;
	}
</script>

<svelte:head><title>{pack.name} · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center gap-x-5 gap-y-3 border-b pb-3">
		<StackGlyph
			{pack}
			cellV={last?.cellVoltagesV ?? null}
			packV={last?.packVoltageV ?? null}
			charge={data.readiness}
			size={56}
		/>
		<div class="min-w-[12.5rem] flex-1">
			<h1>{pack.name}</h1>
			<p class="quiet">
				{chemistry.name} <span class="num">{cellsLabel(pack)}</span> ·
				<span class="num">{Math.round(pack.capacityAh * 1000)}</span>
				mAh ·
				{pack.labelChargeRateC === null
					? 'no rate on the label'
					: `label ${cRate(pack.labelChargeRateC)}`}{pack.usedIn ? ` · ${pack.usedIn}` : ''}
			</p>
		</div>
		<p class="flex flex-wrap gap-2">
			<button
				class="btn"
				disabled={data.readiness.state === 'on a charger' || !usable}
				onclick={() => void justUsed(pack)}>I just used it</button
			>
			<a class="btn" href="/packs/new?like={pack.id}">Another like it</a>
			<a class="btn" href="/packs/{pack.id}/edit">Edit</a>
			<button class="btn" onclick={remove}>Delete</button>
			{#if usable && chemistry.traits.mayJoin}<a
					class="btn"
					href="/parallel?kind={encodeURIComponent(`${pack.chemistry} ${pack.cells}`)}">Together</a
				>{/if}
			<a class="btn" href="/diagnose?pack={pack.id}">Diagnose</a>
			{#if usable}
				<a class="btn" href="/plan/new?pack={pack.id}">Plan</a>
				<a class="btn btn-act" data-next href="/program?pack={pack.id}">Program</a>
			{/if}
		</p>
	</header>
	<OutOfService condition={data.condition} />
	<div class="grid gap-x-10 lg:grid-cols-[1.25fr_1fr]">
		<div class="min-w-0">
			<section class="mt-4" id="reading">
				<div class="flex flex-wrap items-baseline gap-x-4">
					<h2>Reading</h2>
					<ReadinessMark state={data.readiness.state} />
					<span>{data.readiness.sentence}</span>
				</div>
				{#if last}
					<p class="mt-1">
						{#if last.cellVoltagesV}
							<span class="num font-semibold">{last.cellVoltagesV.map((v) => v.toFixed(2)).join('  ')}</span
							><span class="unit">V</span>, spread
							<span class="num">{Math.round((spreadV(last) ?? 0) * 1000)}</span> mV,
						{:else}
							<span class="num font-semibold">{packVoltage(last).toFixed(2)}</span><span class="unit">V</span> for
							the pack,
						{/if}
						{#if data.readiness.soc !== null && data.readiness.band}
							about <span class="num">{Math.round(Math.min(1, Math.max(0, data.readiness.soc)) * 100)} %</span
							>
							<span class="quiet"
								>({Math.round(data.readiness.band.low * 100)} to {Math.round(data.readiness.band.high * 100)} %{data
									.readiness.how
									? `, ${data.readiness.how}`
									: ''})</span
							>,
						{/if}
						<span class="quiet"
							>{ago(last.takenAt, data.now)}, {last.state === 'rest'
								? 'at rest'
								: last.state === 'loaded'
									? 'under load'
									: 'just after use'}</span
						>
					</p>
				{:else}
					<p class="quiet mt-1">
						Never measured here. Read every cell with a meter or on a charger's cell page.
					</p>
				{/if}
				<Observe {pack} />
				{#if data.use}<UseLine use={data.use} draw={data.draw} now={data.now} />{/if}
				<div class="mt-3 border-t pt-3">
					<ReadingForm {pack} channels={data.cellPages} onsaved={() => void refresh()} />
				</div>
			</section>
			<section class="mt-6">
				<h2>Why it is believed</h2>
				<Story lines={data.story} without={data.without} now={data.now} />
			</section>
			<OverTime {pack} ageing={data.ageing} now={data.now} />
			<section class="mt-6">
				<h2>Runs <span class="quiet font-normal">{data.totalRuns}</span></h2>
				<div class="relative overflow-x-auto" use:reachable>
					<table class="ledger">
						<thead>
							<tr
								><th>When</th><th class="hidden sm:table-cell">Charger</th><th class="right">Current</th><th
									class="right">Moved</th
								><th class="right">Time</th><th>Ended</th></tr
							>
						</thead>
						<tbody>
							{#each data.runs as { run, chargerName, channelLabel } (run.id)}
								<tr>
									<td
										><a class="hover:underline" href="/{isOpen(run) ? 'run' : 'logbook'}/{run.id}"
											>{day(run.startedAt)}</a
										></td
									>
									<td class="hidden sm:table-cell">{chargerName} {channelLabel}</td>
									<td class="right num"
										>{mainCurrentA(run.task, run.settings).toFixed(1)}<span class="unit">A</span></td
									>
									<td class="right num"
										>{run.chargeAh === null ? '–' : Math.round(run.chargeAh * 1000)}<span class="unit"
											>mAh</span
										></td
									>
									<td class="right num">{run.durationS === null ? '–' : minutesOf(run.durationS)}</td>
									<td class:text-check={run.status === 'ended' && !endedWell(run)}
										>{isOpen(run) ? run.status : run.endReason}</td
									>
								</tr>
							{:else}
								<tr><td colspan="6" class="quiet">No run yet.</td></tr>
							{/each}
						</tbody>
					</table>
				</div>
				{#if data.totalRuns > data.runs.length}<p class="mt-2">
						<a class="link" href="/logbook?pack={pack.id}"
							>All {data.totalRuns} {data.totalRuns === 1 ? 'run' : 'runs'}</a
						>
					</p>{/if}
			</section>
		</div>
		<div class="min-w-0">
			<section class="mt-4">
				<h2>Programs</h2>
				<ul>
					{#each data.kept as p (p.id)}
						<li class="flex items-baseline gap-3 border-b py-1">
							<a
								class="min-w-0 flex-1 truncate hover:underline"
								href="/program?pack={pack.id}&channel={p.channelId}&task={p.task}&purpose={p.purpose}&program={p.id}"
								>{p.name}</a
							>
							<span class="quiet text-[12.5px]">version {p.version} · {day(p.savedAt)}</span>
						</li>
					{:else}
						<li class="quiet">None kept. Build one under Program and keep it there.</li>
					{/each}
				</ul>
				{#if data.maintenance}
					{@const { due, sentence, steps, next } = data.maintenance}
					<p class="mt-2 text-[13px]" data-maintenance>
						{sentence}
						{#if due}
							<span class="quiet">In turn: {steps.map((s) => taskOf(s).name.toLowerCase()).join(', ')}.</span>
							<a class="link" href={checkHref(pack.id, next)}>{taskOf(next).name} now</a>
						{/if}
					</p>
				{/if}
				{#if pack.pairId && data.partner}
					<p class="mt-1">
						Works with <a class="hover:underline" href="/packs/{pack.pairId}">{data.partner}</a>:
						<a class="link" href="/program/pair?pack={pack.id}">program both</a>
					</p>
				{/if}
			</section>
			<section class="mt-6">
				<h2>Label and lead</h2>
				<dl class="mt-1 grid grid-cols-[10rem_1fr] gap-y-1">
					<dt class="quiet">Printed volts</dt>
					<dd class="num">
						{pack.labelVoltageV === null ? 'not read' : `${pack.labelVoltageV.toFixed(1)} V`}
					</dd>
					<dt class="quiet">Energy</dt>
					<dd class="num">{(pack.capacityAh * pack.cells * chemistry.voltages.nominalV).toFixed(1)} Wh</dd>
					<dt class="quiet">Connector</dt>
					<dd>{connectorOf(pack.connectorId)?.name ?? 'not known'}</dd>
					<dt class="quiet">Balance lead</dt>
					<dd>
						{chemistry.balanceFromCells === null
							? 'this chemistry has none'
							: pack.balanceLead
								? `yes, ${pack.cells + 1} wires`
								: 'none'}
					</dd>
					{#if pack.electronics !== 'none'}
						<dt class="quiet">Electronics</dt>
						<dd>{pack.electronics}</dd>
					{/if}
					<dt class="quiet">Measured capacity</dt>
					<dd class:num={pack.measuredCapacityAh !== null}>
						{pack.measuredCapacityAh === null
							? 'not yet'
							: `${Math.round(pack.measuredCapacityAh * 1000)} mAh`}
					</dd>
					<dt class="quiet">First used</dt>
					<dd>{pack.firstUsedOn ? day(pack.firstUsedOn) : 'not known'}</dd>
					{#if pack.keptAt || pack.keptIn !== 'not said'}
						<dt class="quiet">Kept</dt>
						<dd>
							{[
								pack.keptAt,
								pack.keptIn === 'not said' ? '' : `in ${KEPT_IN[pack.keptIn] ?? pack.keptIn}`,
								pack.keptDegC === null ? '' : `up to ${Math.round(pack.keptDegC)} °C`
							]
								.filter(Boolean)
								.join(', ')}
						</dd>
					{/if}
					<dt class="quiet">Last run or use</dt>
					<dd>{lastMoved ? ago(lastMoved, data.now) : 'none in the book'}</dd>
					{#if chemistry.traits.burns && data.readiness.soc !== null && data.readiness.soc > TRAVEL_SOC + 0.02}
						<dt class="quiet">To travel</dt>
						<dd data-travel>
							at or below {Math.round(100 * TRAVEL_SOC)} %, it is at about {Math.round(
								100 * data.readiness.soc
							)} %:
							<a class="link" href="/program?pack={pack.id}&task=storage">bring it down</a><span
								class="quiet block text-[12.5px]"
								>what may travel, and how, is set by the carrier and by local rules</span
							>
						</dd>
					{/if}
					<dt class="quiet">Condition</dt>
					<dd
						class:text-stop={pack.condition !== 'in service'}
						class:font-semibold={pack.condition !== 'in service'}
					>
						{pack.condition}
					</dd>
				</dl>
				{#if pack.notes}<p class="mt-2 border-l-2 pl-3 whitespace-pre-line">{pack.notes}</p>{/if}
			</section>
			<section class="mt-6">
				<h2>Readings</h2>
				<ul>
					{#each data.readings as reading (reading.id)}
						<li class="flex items-center gap-3 border-b py-1">
							<StackGlyph {pack} cellV={reading.cellVoltagesV} packV={reading.packVoltageV} size={18} />
							<span class="num flex-1 text-[12.5px]"
								>{reading.cellVoltagesV
									? reading.cellVoltagesV.map((v) => v.toFixed(2)).join(' ')
									: `${packVoltage(reading).toFixed(2)} pack`}{#if shownBesides(reading)}<span
										class="quiet block">{shownBesides(reading)}</span
									>{/if}</span
							>
							<span class="quiet text-[12px]">{ago(reading.takenAt, data.now)}</span>
							<button
								class="quiet min-h-[24px] px-1 text-[12px] hover:underline"
								aria-label="Remove the reading of {ago(reading.takenAt, data.now)}"
								onclick={() => removeReading(reading)}>remove</button
							>
						</li>
					{:else}
						<li class="quiet py-1">None.</li>
					{/each}
				</ul>
			</section>
			<p class="quiet mt-5 text-[12.5px]">
				Swollen, dented, punctured or left far too empty: do not charge it. The pack maker's sheet comes
				before what is computed here.
			</p>
		</div>
	</div>
</div>
