<!-- The heart: settings and why, what would happen, what is wrong with it, and the way on. -->
<script lang="ts">
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import { onMount } from 'svelte';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { holds } from '$core/charger/setting';
	import type { Readiness } from '$core/care/readiness';
	import type { Charger } from '$core/charger/charger';
	import type { Supply } from '$core/charger/supply';
	import type { Pack } from '$core/pack/pack';
	import type { Reading } from '$core/pack/reading';
	import type { ProgramContext } from '$core/request/context';
	import { heldSetting } from '$core/request/context';
	import {
		forbids,
		heldBack,
		isFellow,
		isFixed,
		maySwitch,
		shownSettings,
		tasksFor,
		tidied,
		unusualSchools,
		wouldCut
	} from '$core/program/offer';
	import type { Fix } from '$core/program/rule';
	import {
		shownPerStored,
		type Overrides,
		type ProgramSettings,
		type SettingId
	} from '$core/request/settings';
	import { isGuard, rangeOf } from '$core/request/setting-range';
	import { PURPOSES } from '$core/request/task';
	import type { ChannelState } from '$lib/server/services/house/today';
	import { send } from '$lib/ui/server/api';
	import { KeptDraft } from '$lib/ui/form/kept-draft.svelte';
	import { ForecastClient } from '$lib/ui/program/forecast-client.svelte';
	import { ProgramDraft } from '$lib/ui/program/program-draft.svelte';
	import SettingRow from '$lib/ui/program/SettingRow.svelte';
	import VerdictBar from '$lib/ui/program/VerdictBar.svelte';
	import type { SavedProgram } from '$lib/server/services/programs/programs';
	import type { SlotContent } from '$lib/server/services/chargers/slots';
	import { compositionOf } from '$core/program/composition';
	import type { PracticeLayer } from '$core/practice/practice';
	import { ago, clock, endOf } from '$lib/ui/words';
	import Pictures from './Pictures.svelte';
	import ProgramHead from './ProgramHead.svelte';

	interface Props {
		context: ProgramContext;
		kept: SavedProgram[];
		slots: SlotContent[];
		/** A kept program to begin with. */
		start: SavedProgram | null;
		/** Schools to begin with where no kept program is. */
		follow: PracticeLayer;
		packs: { pack: Pack; reading: Reading | null; readiness: Readiness }[];
		chargers: Charger[];
		supplies: Supply[];
		channels: ChannelState[];
		href: (change: Record<string, string>) => string;
	}
	let { context, kept, slots, start, follow, packs, chargers, supplies, channels, href }: Props = $props();

	let keeping = $state(false);

	const draft = new ProgramDraft(
		() => context,
		() => start ?? { overrides: {}, practice: follow }
	);
	/**
	 * What was changed by hand comes back after a reload, Back, the card, or another task and
	 * return.
	 */
	// svelte-ignore state_referenced_locally
	const unsaved = new KeptDraft(
		`program ${context.pack.id} ${context.channelId} ${context.task} ${context.purpose}`,
		{ overrides: draft.overrides, practice: draft.practice }
	);
	const client = new ForecastClient();
	const solution = $derived(draft.solution);
	const r = $derived(solution.resolved);
	const { pack, charger } = $derived(context);
	const channel = $derived(r.channel);
	const chemistry = $derived(r.chemistry);
	/** A pack that must not be charged at all gets reasons, not settings. */
	const forbidden = $derived(forbids(solution.findings) && solution.overridden.length === 0);
	const tasks = $derived(tasksFor(pack));
	/** The run that stands in the way of a start: on this channel, or of this pack elsewhere. */
	const inTheWay = $derived(
		channels.find((c) => c.run && (c.channelId === context.channelId || c.pack?.id === context.pack.id)) ??
			null
	);
	/** Another pack of the same chemistry and cells: the two may be treated as a pair, or joined. */
	const hasFellow = $derived(packs.some((p) => isFellow(pack, p.pack)));
	let busy = $state(false);

	onMount(() => {
		const before = start ? null : unsaved.restore<{ overrides: Overrides; practice: PracticeLayer }>();
		if (before) draft.load(before.overrides, before.practice);
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

	$effect(() => unsaved.keep({ overrides: draft.overrides, practice: draft.practice }));

	// The curve of the quick forecast is already in the solution; its band follows a moment after
	// the last change.
	$effect(() => {
		const { settings, forecast } = solution;
		const now = draft.context;
		if (!forecast) return;
		const timer = setTimeout(() => client.ask(now, settings, forecast.timeMin.p99), 120);
		return () => clearTimeout(timer);
	});

	const held = (kind: Parameters<typeof heldSetting>[1]) => heldSetting(r, kind);
	const set = (id: SettingId, value: ProgramSettings[SettingId]) =>
		draft.set({ [id]: tidied(id, value) } as Overrides);

	async function hold(fix: Extract<Fix, { kind: 'hold' }>) {
		const sent = await send('PATCH', `/chargers/${charger.id}/held`, {
			kind: fix.setting,
			channelId: fix.channelId,
			task: fix.task ?? null,
			chemistry: fix.chemistry ?? null,
			value: fix.value
		});
		if (!sent.ok) return void toast.error(sent.message);
		const was = held(fix.setting);
		await refresh();
		offerUndo(`Noted: ${charger.name} now holds that value. Key it in there too.`, async () => {
			await send('PATCH', `/chargers/${charger.id}/held`, {
				kind: fix.setting,
				channelId: fix.channelId,
				task: fix.task ?? null,
				chemistry: fix.chemistry ?? null,
				value: was?.heldValue ?? null,
				known: was?.known ?? true
			});
			await refresh();
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

	// What is seen only once it is asked for is loaded then.
	const practiceList = () => import('$lib/ui/program/PracticeList.svelte');
	const keepPanel = () => import('./KeepPanel.svelte');

	const forecast = $derived(solution.forecast);
	const endsAt = $derived(endOf(context.now, forecast?.timeMin.median ?? 0));
	const steps = $derived(channel.tasks.includes(context.task) ? [] : compositionOf(r, solution.settings));
	const own = $derived(unusualSchools(r.practice));
	/**
	 * How a setting that may be off is switched; null where it is always on, or the charger has
	 * none.
	 */
	function switchOf(id: SettingId): { on: () => void; off: () => void } | null {
		if (!maySwitch(r, solution.settings, id)) return null;
		const off = () => draft.set({ [id]: null } as Overrides);
		if (!isGuard(id)) return { on: () => set(id, rangeOf(r, id).min), off };
		// Off by the person's own hand is taken back; off by a school, this program follows the usual
		// one.
		const on = () =>
			solution.overridden.includes(id) ? draft.release(id) : draft.follow({ guards: 'per pack' });
		return { on, off };
	}
	const heldBackPercent = $derived(Math.round(100 * heldBack(chemistry, solution.settings.endVoltageV)));
	const shownIds = $derived(shownSettings(r, solution.settings));
</script>

<div class="workbench">
	<ProgramHead {context} resolved={r} {packs} {chargers} {supplies} {inTheWay} {href} />

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
			{#if hasFellow}
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
		{#await keepPanel() then { default: KeepPanel }}
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
		{/await}
	{/if}

	<div class="columns">
		<section class="settings" aria-label="Settings">
			<h2 class="sr-only">Settings</h2>
			{#if unsaved.restoredFrom && solution.overridden.length}
				<p class="border-b py-1 text-[12.5px]" role="status">
					<span class="text-check">As you left it {ago(unsaved.restoredFrom, context.now)}, not kept.</span>
					<button type="button" class="link" onclick={() => (draft.reset(), (unsaved.restoredFrom = null))}
						>Start anew</button
					>
				</p>
			{/if}
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
						range={rangeOf(r, id)}
						ladder={id === 'currentA' || id === 'dischargeA'}
						fixed={isFixed(r, id)}
						switched={switchOf(id)}
						onset={(v) => set(id, v)}
						onrelease={() => draft.release(id)}
					>
						{#snippet extra()}
							{#if isGuard(id)}
								{@const h = held(id)}
								{#if h && !holds(h, h.heldValue)}
									<p class="quiet">What {charger.name} is at is not known.</p>
								{:else if h && h.heldValue !== solution.settings[id]}
									<p class="quiet">
										{charger.name} is at
										<b class="num" class:text-stop={wouldCut(r, solution.settings, forecast, id, h.heldValue)}
											>{h.heldValue === null ? 'off' : Math.round(h.heldValue * shownPerStored(id))}</b
										>{h.scope === 'channel'
											? ', on this channel'
											: h.scope === 'slot'
												? ', in this slot'
												: ''}.
									</p>
								{/if}
							{:else if id === 'endVoltageV' && heldBackPercent >= 2 && context.purpose !== 'gentle' && !solution.overridden.includes(id) && !isFixed(r, id)}
								<p class="quiet">
									<button
										type="button"
										class="link"
										onclick={() => set('endVoltageV', chemistry.voltages.gentleEndV.low)}
										>{chemistry.voltages.gentleEndV.low.toFixed(2)}</button
									>
									keeps about {heldBackPercent} % back, for many more cycles.
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
				<Collapsible title="Another practice for this program alone" class="py-2 text-[13px]">
					{#await practiceList() then { default: PracticeList }}
						<PracticeList
							of="program"
							layer={draft.practice}
							above={{ ...context.around?.practice?.person, ...pack.practice }}
							onset={(next) => draft.setPractice(next)}
						/>
					{/await}
				</Collapsible>
				{#if own.length}
					<p class="quiet py-2 text-[12.5px]">
						{#each own as { id, words } (id)}<span class="mr-3">{words}</span>{/each}
						<a class="link" href="/house">Your practice</a>
					</p>
				{/if}
			{/if}
		</section>

		<div class="pictures"><Pictures {context} {solution} {client} {forbidden} /></div>
	</div>

	<div class="bar">
		<VerdictBar findings={solution.findings} onfix={fix}>
			{#snippet summary()}
				{#if forecast && !forbidden}
					<b class="num">{Math.round(forecast.timeMin.median)}</b> min, ends
					<b class="num">{clock(endsAt)}</b>, {Math.round(forecast.chargeAh.median * 1000)} mAh
				{/if}
			{/snippet}
			{#snippet actions()}
				{#if !forbidden}
					<button
						type="button"
						class="link min-h-[32px]"
						disabled={busy || solution.verdict === 'stop'}
						class:opacity-50={solution.verdict === 'stop'}
						onclick={() => void save('card')}>Key-in card</button
					>
				{/if}
				<button
					type="button"
					class="btn btn-act !min-h-[38px]"
					data-next
					disabled={busy || forbidden || forbids(solution.findings)}
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
	.tabs {
		display: flex;
		gap: 26px;
		padding: 6px 20px 0;
		align-items: end;
		flex-wrap: wrap;
		row-gap: 4px;
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
	/* The page scrolls as a whole; what would happen stays in sight beside a long list of settings. */
	.pictures {
		position: sticky;
		top: 6px;
		align-self: start;
		min-width: 0;
	}
	.bar {
		position: sticky;
		bottom: 0;
		z-index: 5;
	}
	@media (max-width: 900px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
		}
		.pictures {
			position: static;
		}
	}
	/* A low window (one that is magnified) has no room for a bar that stays. */
	@media (max-height: 520px) {
		.bar,
		.pictures {
			position: static;
		}
	}
	@media (max-width: 720px) {
		.columns {
			padding-inline: 14px;
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
