<!-- The heart: settings and why, what would happen, what is wrong with it, and the way on. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { toast } from 'svelte-sonner';
	import { goto, invalidateAll } from '$app/navigation';
	import type { Readiness } from '$core/care/readiness';
	import { entryFor, type Charger } from '$core/charger/charger';
	import { socAt } from '$core/chemistry/curve';
	import { cellsLabel, type Pack } from '$core/pack/pack';
	import { packVoltage, spreadV, type Reading } from '$core/pack/reading';
	import type { ProgramContext } from '$core/program/context';
	import { heldSetting } from '$core/program/context';
	import type { Fix } from '$core/program/rule';
	import { SETTINGS, type Overrides, type ProgramSettings, type SettingId } from '$core/program/settings';
	import { TASKS } from '$core/program/task';
	import { cRate } from '$core/quantity/format';
	import type { ChannelState } from '$lib/server/services/today';
	import { send } from '$lib/ui/api';
	import EnvelopeChart from '$lib/ui/charts/EnvelopeChart.svelte';
	import ForecastChart from '$lib/ui/charts/ForecastChart.svelte';
	import { ForecastClient } from '$lib/ui/forecast-client.svelte';
	import { ProgramDraft } from '$lib/ui/program-draft.svelte';
	import { reachable } from '$lib/ui/reachable';
	import SettingRow from '$lib/ui/SettingRow.svelte';
	import StackGlyph from '$lib/ui/StackGlyph.svelte';
	import VerdictBar from '$lib/ui/VerdictBar.svelte';
	import type { SavedProgram } from '$lib/server/services/programs';
	import type { SlotContent } from '$lib/server/services/slots';
	import { storageDirection } from '$core/forecast/program-legs';
	import { movedWord } from '$core/program/in-words';
	import { compositionOf } from '$core/program/composition';
	import { SCHOOLS, whose } from '$core/pack/practice';
	import KeepPanel from './KeepPanel.svelte';
	import { ago } from '$lib/ui/words';

	interface Props {
		context: ProgramContext;
		kept: SavedProgram[];
		slots: SlotContent[];
		/** A kept program to begin with. */
		start: SavedProgram | null;
		packs: { pack: Pack; reading: Reading | null; readiness: Readiness }[];
		chargers: Charger[];
		channels: ChannelState[];
		href: (change: Record<string, string>) => string;
	}
	let { context, kept, slots, start, packs, chargers, channels, href }: Props = $props();

	let keeping = $state(false);

	const draft = new ProgramDraft(
		() => context,
		() => start
	);
	const client = new ForecastClient();
	const solution = $derived(draft.solution);
	const r = $derived(solution.resolved);
	const { pack, charger } = $derived(context);
	const channel = $derived(r.channel);
	const chemistry = $derived(r.chemistry);
	const reading = $derived(context.reading);
	/** A pack that must not be charged at all gets reasons, not settings. */
	const forbidden = $derived(
		solution.findings.some((f) => f.severity === 'stop' && !f.overridable) &&
			draft.solution.overridden.length === 0
	);
	const tasks = $derived(
		TASKS.filter((t) => t.families.includes(chemistry.family) && (t.id !== 'balance' || pack.cells > 1))
	);
	const PURPOSES = ['gentle', 'standard', 'hurry'] as const;
	/** The run that stands in the way of a start: on this channel, or of this pack elsewhere. */
	const inTheWay = $derived(
		channels.find((c) => c.run && (c.channelId === context.channelId || c.pack?.id === context.pack.id)) ??
			null
	);
	let busy = $state(false);

	onMount(() => {
		const close = client.open();
		const undo = (event: KeyboardEvent) => {
			const inField = (event.target as HTMLElement).closest('input, textarea, select');
			if (event.key === 'u' && !inField && !event.ctrlKey && !event.metaKey) draft.undo();
		};
		window.addEventListener('keydown', undo);
		return () => {
			window.removeEventListener('keydown', undo);
			close();
		};
	});

	// The quick forecast is already in the solution; the band follows a moment after the last change.
	$effect(() => {
		const { settings, forecast } = solution;
		const now = draft.context;
		if (!forecast) return;
		const timer = setTimeout(() => void client.ask(now, settings), 120);
		return () => clearTimeout(timer);
	});

	type Guard = 'safetyTimerMin' | 'capacityLimitAh' | 'temperatureLimitDegC';
	const isGuard = (id: SettingId): id is Guard =>
		id === 'safetyTimerMin' || id === 'capacityLimitAh' || id === 'temperatureLimitDegC';
	const held = (kind: Guard) => heldSetting(r, kind);
	const OTHER_RANGES: Partial<Record<SettingId, () => { min: number; max: number; step: number }>> = {
		cells: () => ({ min: 1, max: 24, step: 1 }),
		dischargeA: () => ({
			min: channel.minCurrentA,
			// A little above the limit may be typed, so that the answer is a reason and not a wall.
			max: Math.max(channel.dischargeCurrentA * 2, channel.minCurrentA),
			step: channel.currentStepA
		}),
		dischargeEndV: () => ({
			min: chemistry.voltages.hardFloorV * 0.85,
			max: chemistry.voltages.chargeEndV,
			step: 0.01
		}),
		deltaV: () => ({
			min: channel.deltaVMinV ?? 0.001,
			max: channel.deltaVMaxV ?? 0.05,
			step: channel.deltaVStepV ?? 0.001
		}),
		trickleA: () => ({ min: 0.01, max: 0.5, step: 0.01 }),
		restMin: () => ({ min: 0, max: 120, step: 5 }),
		cycles: () => ({ min: 1, max: 10, step: 1 })
	};
	function rangeOf(id: SettingId): { min: number; max: number; step: number } {
		if (id === 'currentA')
			return { min: channel.minCurrentA, max: channel.maxCurrentA, step: channel.currentStepA };
		if (id === 'endVoltageV')
			return {
				min: entryFor(channel, chemistry.id)?.endVoltageMinV ?? chemistry.voltages.nominalV,
				// A little above the limit may be typed, so that the answer is a reason and not a wall.
				max: chemistry.voltages.cellMaxV + 0.1,
				step: channel.endVoltageStepV ?? 0.01
			};
		if (isGuard(id)) {
			const h = held(id);
			return h ? { min: h.min, max: h.max, step: h.step } : { min: 0, max: 1, step: 1 };
		}
		return OTHER_RANGES[id]?.() ?? { min: 0, max: 1, step: 1 };
	}
	/** Decimal noise of a stepper is cut to what the setting shows. */
	const tidy = (id: SettingId, value: ProgramSettings[SettingId]) =>
		typeof value === 'number' ? Number(value.toFixed(SETTINGS[id].shownPerStored === 1000 ? 4 : 3)) : value;
	const set = (id: SettingId, value: ProgramSettings[SettingId]) =>
		draft.set({ [id]: tidy(id, value) } as Overrides);

	async function hold(fix: Extract<Fix, { kind: 'hold' }>) {
		const sent = await send('PATCH', `/chargers/${charger.id}/held`, {
			kind: fix.setting,
			channelId: fix.channelId,
			value: fix.value
		});
		if (!sent.ok) return void toast.error(sent.message);
		const before = held(fix.setting as 'safetyTimerMin')?.heldValue ?? null;
		await invalidateAll();
		toast(`Noted: ${charger.name} now holds that value. Key it in there too.`, {
			action: {
				label: 'Undo',
				onClick: async () => {
					await send('PATCH', `/chargers/${charger.id}/held`, {
						kind: fix.setting,
						channelId: fix.channelId,
						value: before
					});
					await invalidateAll();
				}
			}
		});
	}
	function fix(fix: Fix) {
		if (fix.kind === 'set') draft.set(fix.set);
		else if (fix.kind === 'task') void goto(href({ task: fix.task }));
		else if (fix.kind === 'practice') draft.follow(fix.set);
		else if (fix.kind === 'hold') void hold(fix);
		else if (fix.to === 'read pack') void goto(`/packs/${pack.id}#reading`);
		else if (fix.to === 'edit pack') void goto(`/packs/${pack.id}/edit`);
		else if (fix.to === 'bench') void goto('/chargers/stock');
		else void goto(`/chargers/${charger.id}/edit`);
	}
	const request = $derived({
		packId: pack.id,
		chargerId: charger.id,
		channelId: context.channelId,
		task: context.task,
		purpose: context.purpose,
		overrides: draft.overrides,
		practice: draft.practice
	});
	/** Takes up a kept program: its own settings on what is solved today. */
	function load(program: SavedProgram) {
		draft.load(program.overrides, program.practice);
		keeping = false;
		if (
			program.task !== context.task ||
			program.purpose !== context.purpose ||
			program.channelId !== context.channelId
		)
			void goto(
				href({
					task: program.task,
					purpose: program.purpose,
					channel: program.channelId,
					program: program.id
				})
			);
		else toast(`${program.name}, version ${program.version}, on today's reading.`);
	}
	async function save(next: 'start' | 'card') {
		busy = true;
		const sent = await send<{ id: string }>('POST', '/programs', request);
		busy = false;
		if (!sent.ok) return void toast.error(sent.message);
		await goto(next === 'card' ? `/program/${sent.value.id}/card` : `/run/start/${sent.value.id}`);
	}

	const forecast = $derived(solution.forecast);
	const steps = $derived(channel.tasks.includes(context.task) ? [] : compositionOf(r, solution.settings));
	/** Schools that this program follows and that are not the usual practice, and whose they are. */
	const own = $derived(
		SCHOOLS.filter((s) => r.practice.from[s.id] !== 'default').map(
			(s) =>
				[s.id, `${s.question}: ${r.practice.values[s.id] ?? 'off'}, ${whose(r.practice, s.id)}.`] as const
		)
	);
	const trace = $derived(client.answer?.trace ?? null);
	const limitMin = $derived.by(() => {
		const limit = solution.settings.capacityLimitAh;
		if (limit === null || !trace) return null;
		const k = trace.chargeAh.findIndex((ah) => ah >= limit);
		return k < 0 ? null : trace.timeS[k] / 60;
	});
	/** Charge given up by ending at the gentlest volts, per cent: read off the curve of the chemistry. */
	const heldBack = $derived(
		Math.round(
			100 *
				(socAt(chemistry.curve, solution.settings.endVoltageV) -
					socAt(chemistry.curve, chemistry.voltages.gentleEndV.low))
		)
	);
	/** Whether a value the charger still holds would end this charge early. */
	function wouldCut(id: SettingId, heldValue: number | null): boolean {
		if (heldValue === null || !forecast) return false;
		if (id === 'safetyTimerMin') return heldValue < forecast.timeMin.p99;
		return id === 'capacityLimitAh' && heldValue < forecast.chargeAh.p99;
	}
	/** Storage goes one way; the current of the other way is not asked about. */
	const shownIds = $derived.by(() => {
		if (context.task !== 'storage') return r.settingIds;
		const idle: SettingId =
			storageDirection(r, solution.settings.endVoltageV) === 'down' ? 'currentA' : 'dischargeA';
		return r.settingIds.filter((id) => id !== idle && !(id === 'balance' && idle === 'currentA'));
	});
	const moved = $derived(movedWord(context.task));
	/** The program takes charge out and does nothing else. */
	const onlyOut = $derived(
		forecast !== null &&
			forecast.best.legs.length > 0 &&
			forecast.best.legs.every((l) => l.kind === 'discharge')
	);
	const startV = $derived(trace?.packV[0] ?? (reading ? packVoltage(reading) : pack.cells * 3.7));
	const soc = $derived(Math.round(Math.min(1, Math.max(0, r.chargeState.soc)) * 100));
	const peakDrawW = $derived(
		forecast ? forecast.best.peakPowerW / charger.efficiency + charger.overheadW : null
	);
	const uses = $derived(
		[
			context.supply?.name ?? 'supply not stated',
			charger.sharedPowerW !== null && context.othersOutputW > 0
				? `others use ${Math.round(context.othersOutputW)} of ${charger.sharedPowerW} W`
				: ''
		]
			.filter(Boolean)
			.join(' · ')
	);
</script>

<div class="workbench">
	<header class="head">
		<StackGlyph
			{pack}
			cellV={reading?.cellVoltagesV ?? null}
			packV={reading?.packVoltageV ?? null}
			size={52}
		/>
		<div class="min-w-0 flex-1">
			<h1 class="truncate">
				<a class="hover:underline" href="/packs/{pack.id}">{pack.name}</a>
			</h1>
			<p class="quiet truncate text-[13px]">
				{chemistry.name}
				{cellsLabel(pack)} · {Math.round(pack.capacityAh * 1000)} mAh · {pack.labelChargeRateC === null
					? 'no label rate'
					: `label ${cRate(pack.labelChargeRateC)}`} ·
				{#if reading}
					read {ago(reading.takenAt, context.now)}:
					{#if reading.cellVoltagesV}<span class="num text-ink"
							>{reading.cellVoltagesV.map((v) => v.toFixed(2)).join('  ')}</span
						>
						V{#if pack.cells > 1}, spread {Math.round((spreadV(reading) ?? 0) * 1000)} mV{/if}{:else}<span
							class="num text-ink">{packVoltage(reading).toFixed(2)}</span
						> V{/if}, about {soc} %
				{:else}not measured{/if}
			</p>
		</div>
		<div class="pickers">
			<label
				><span class="sr-only">Pack</span>
				<select
					class="field"
					value={pack.id}
					onchange={(e) => void goto(href({ pack: e.currentTarget.value }))}
				>
					{#each packs as p (p.pack.id)}<option value={p.pack.id}>{p.pack.name}</option>{/each}
				</select></label
			>
			<label
				><span class="sr-only">Channel</span>
				<select
					class="field font-semibold"
					value={context.channelId}
					onchange={(e) => void goto(href({ channel: e.currentTarget.value }))}
				>
					{#each chargers as c (c.id)}
						{#each c.channels as ch (ch.id)}
							<option value={ch.id}>{c.name}{c.channels.length > 1 ? `, channel ${ch.label}` : ''}</option>
						{/each}
					{/each}
				</select></label
			>
			{#if inTheWay}
				<p class="truncate text-[12px] sm:text-right">
					<a class="link" href="/run/{inTheWay.run!.id}"
						>{inTheWay.pack?.id === pack.id ? 'this pack is charging' : `charging ${inTheWay.pack?.name}`}</a
					>
				</p>
			{:else}
				<p class="quiet truncate text-[12px] sm:text-right">{uses}</p>
			{/if}
		</div>
	</header>

	<nav class="tabs" aria-label="Task and purpose">
		<div>
			{#each tasks as task (task.id)}
				<a
					href={href({ task: task.id })}
					class:here={task.id === context.task}
					aria-current={task.id === context.task ? 'true' : undefined}
					title={task.purpose}>{task.name}</a
				>
			{/each}
		</div>
		<div>
			{#each PURPOSES as purpose (purpose)}
				<a
					href={href({ purpose })}
					class:here={purpose === context.purpose}
					aria-current={purpose === context.purpose ? 'true' : undefined}
					>{purpose[0].toUpperCase() + purpose.slice(1)}</a
				>
			{/each}
		</div>
		<p class="tools">
			<a
				class="btn"
				href="/program/compare?pack={pack.id}&channel={context.channelId}&task={context.task}&purpose={context.purpose}"
				>Compare</a
			>
			{#if pack.pairId}
				<a
					class="btn"
					href="/program/pair?pack={pack.id}&channel={context.channelId}&task={context.task}&purpose={context.purpose}"
					>Pair</a
				>
			{/if}
			<button type="button" class="btn" aria-expanded={keeping} onclick={() => (keeping = !keeping)}
				>Keep</button
			>
			<button
				type="button"
				class="btn"
				disabled={!draft.canUndo}
				onclick={() => draft.undo()}
				title="Undo the last change (u)">Undo</button
			>
		</p>
	</nav>
	{#if keeping}
		<KeepPanel
			{request}
			suggestion="{r.taskData.name}, {context.purpose}"
			chargerId={charger.id}
			chargerName={charger.name}
			slotCount={charger.slots}
			{slots}
			{kept}
			{forbidden}
			onload={load}
		/>
	{/if}

	<div class="columns">
		<section class="settings" aria-label="Settings" use:reachable>
			{#if forbidden}
				<div class="mt-4 border-l-4 border-stop pl-4">
					<h2 class="text-stop">No program for this pack</h2>
					{#each solution.findings.filter((f) => f.severity === 'stop') as f (f.rule)}<p class="mt-2">
							{f.sentence}
						</p>{/each}
					<p class="quiet mt-3 text-[13px]">
						Cells over their limit, far too empty, swollen or miscounted packs start fires. This cannot be
						overridden. If a pack swells, hisses or smokes: leave it, power off at the wall if safe, get out,
						call the fire service.
					</p>
				</div>
			{:else}
				{#each shownIds as id (id)}
					<SettingRow
						{id}
						task={context.task}
						decision={solution.decisions[id]}
						value={solution.settings[id]}
						own={solution.overridden.includes(id)}
						range={rangeOf(id)}
						ladder={id === 'currentA' || id === 'dischargeA'}
						fixed={(id === 'endVoltageV' && channel.endVoltageStepV === null) ||
							(id === 'deltaV' && channel.deltaVStepV === null) ||
							(id === 'currentA' && channel.fixedCurrentA !== null)}
						onset={(v) => set(id, v)}
						onrelease={() => draft.release(id)}
					>
						{#snippet extra()}
							{#if isGuard(id)}
								{@const h = held(id)}
								{#if h && h.heldValue !== solution.settings[id]}
									<p class="quiet">
										{charger.name} is at
										<b class="num" class:text-stop={wouldCut(id, h.heldValue)}
											>{h.heldValue === null
												? 'off'
												: Math.round(h.heldValue * SETTINGS[id].shownPerStored)}</b
										>{h.scope === 'channel'
											? ', on this channel'
											: h.scope === 'slot'
												? ', in this slot'
												: ''}.
									</p>
								{/if}
							{:else if id === 'endVoltageV' && heldBack >= 2 && context.purpose !== 'gentle' && !solution.overridden.includes(id) && channel.endVoltageStepV !== null}
								<p class="quiet">
									<button
										type="button"
										class="link"
										onclick={() => set('endVoltageV', chemistry.voltages.gentleEndV.low)}
										>{chemistry.voltages.gentleEndV.low.toFixed(2)}</button
									>
									keeps about {heldBack} % back, for many more cycles.
								</p>
							{/if}
						{/snippet}
					</SettingRow>
				{/each}
				{#if steps.length > 1 || (steps.length === 1 && !channel.tasks.includes(context.task))}
					<div class="py-2 text-[13px]">
						<h3 class="font-semibold">On {charger.name} this is done in steps</h3>
						<ol class="list-decimal pl-5">
							{#each steps as step, i (i)}<li>
									<b class="font-semibold">{step.name}</b>: {step.how}.
								</li>{/each}
						</ol>
					</div>
				{/if}
				{#if own.length}
					<p class="quiet py-2 text-[12.5px]">
						{#each own as [id, words] (id)}<span class="mr-3">{words}</span>{/each}
						<a class="link" href="/house">Your practice</a>
					</p>
				{/if}
			{/if}
		</section>

		<section class="pictures" aria-label="What would happen">
			<div class="flex flex-wrap items-baseline justify-between gap-x-3">
				<h2>Forecast</h2>
				{#if forecast && !forbidden}
					<p class="text-[13px]">
						<b class="num">{Math.round(forecast.timeMin.median)}</b> min
						<span class="quiet num"
							>({Math.round(forecast.timeMin.p5)} to {Math.round(forecast.timeMin.p95)})</span
						>
						· {moved.toLowerCase()}
						<b class="num">{Math.round(forecast.chargeAh.median * 1000)}</b>
						mAh{#if peakDrawW !== null && !onlyOut}&nbsp;· draws up to <b class="num"
								>{Math.round(peakDrawW)}</b
							> W{/if}
					</p>
				{/if}
			</div>
			{#if forecast && !forbidden}
				<ForecastChart
					best={trace}
					band={client.answer?.band ?? null}
					voltageFromMin={client.answer?.voltageFromMin ?? null}
					timerMin={solution.settings.safetyTimerMin}
					{limitMin}
					height={232}
					label="Forecast: done in about {Math.round(forecast.timeMin.median)} minutes, moving {Math.round(
						forecast.chargeAh.median * 1000
					)} mAh; peak {forecast.peakTemperatureDegC.median.toFixed(0)} °C."
				/>
				<p class="quiet flex flex-wrap justify-between gap-x-3 text-[12px]">
					<span
						><span class="font-semibold text-act">— volts</span>
						<span class="font-semibold text-check">- - amps</span>, against minutes</span
					>
					{#if client.progress !== null}
						<span role="status"
							>band {Math.round(client.progress * 100)} %
							<button class="link" onclick={() => client.cancel()}>cancel</button></span
						>
					{:else if client.answer}
						<span>band: 90 of 100 of {client.answer.band.runs} simulated packs</span>
					{/if}
				</p>
			{:else}
				<p class="quiet py-6">No forecast: {solution.findings[0]?.sentence}</p>
			{/if}
			<div class="mt-3 flex items-baseline justify-between">
				<h2>Envelope of {charger.channels.length > 1 ? `channel ${channel.label}` : charger.name}</h2>
				<p class="quiet text-[12px]">amps against pack volts</p>
			</div>
			<EnvelopeChart
				input={r.envelope}
				down={onlyOut}
				fromCellV={chemistry.voltages.hardFloorV}
				toCellV={chemistry.voltages.cellMaxV + 0.05}
				endV={pack.cells *
					(context.task === 'discharge'
						? (solution.settings.dischargeEndV ?? chemistry.voltages.dischargeEndV)
						: solution.settings.endVoltageV)}
				path={forbidden ? null : trace}
				at={forbidden || !trace
					? null
					: {
							packV: startV,
							currentA: Math.abs(trace.currentA[0] ?? solution.settings.currentA),
							label: 'starts here'
						}}
				height={196}
			/>
		</section>
	</div>

	<div class="bar">
		<VerdictBar findings={solution.findings} onfix={fix}>
			{#snippet actions()}
				{#if !forbidden}
					<button
						type="button"
						class="link"
						disabled={busy || solution.verdict === 'stop'}
						class:opacity-50={solution.verdict === 'stop'}
						onclick={() => void save('card')}>Key-in card</button
					>
				{/if}
				<button
					type="button"
					class="btn btn-act !min-h-[38px]"
					data-next
					disabled={busy ||
						forbidden ||
						solution.findings.some((f) => f.severity === 'stop' && !f.overridable)}
					onclick={() => void save('start')}>Check and connect</button
				>
			{/snippet}
		</VerdictBar>
	</div>
</div>

<style>
	.workbench {
		display: flex;
		flex-direction: column;
		min-height: 100%;
	}
	.head {
		display: flex;
		align-items: center;
		gap: 16px;
		padding: 10px 20px 9px;
		border-bottom: var(--stroke) solid var(--rule);
	}
	.pickers {
		width: 232px;
		display: grid;
		gap: 2px;
	}
	.pickers .field {
		min-height: 26px;
		padding-block: 0;
	}
	.tabs {
		display: flex;
		gap: 26px;
		padding: 6px 20px 0;
		align-items: end;
	}
	.tabs div {
		display: flex;
		border-bottom: var(--stroke) solid var(--rule);
	}
	.tabs div a {
		padding: 4px 9px 6px;
		border-bottom: 2px solid transparent;
		margin-bottom: -1px;
		color: var(--quiet);
	}
	.tabs div a.here {
		border-bottom-color: var(--act);
		font-weight: 650;
		color: var(--ink);
	}
	.tools {
		display: flex;
		gap: 6px;
		margin-left: auto;
		margin-bottom: 3px;
	}
	.tools .btn {
		min-height: 26px;
		padding-inline: 9px;
		font-size: 12.5px;
	}
	.columns {
		flex: 1;
		display: grid;
		grid-template-columns: minmax(0, 1.08fr) minmax(0, 1fr);
		gap: 26px;
		padding: 6px 20px 10px;
	}
	.pictures {
		min-width: 0;
	}
	/* Long lists of settings scroll by themselves on a desk, so that forecast and verdict stay in sight. */
	@media (min-width: 1001px) and (min-height: 700px) {
		.settings {
			max-height: calc(100dvh - 316px);
			overflow-y: auto;
			padding-right: 6px;
		}
	}
	.bar {
		position: sticky;
		bottom: 0;
		z-index: 5;
	}
	@media (max-width: 1000px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
		}
	}
	@media (max-width: 720px) {
		.head,
		.columns {
			padding-inline: 14px;
		}
		.head {
			flex-wrap: wrap;
		}
		.pickers {
			width: 100%;
		}
		.pickers .field {
			min-height: 40px;
		}
		.tabs {
			padding-inline: 14px;
			flex-wrap: wrap;
			gap: 4px 18px;
		}
		.tabs div {
			flex-wrap: wrap;
		}
		.tabs div a {
			padding-block: 9px;
		}
	}
</style>
