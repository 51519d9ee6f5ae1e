<script lang="ts">
	import KeyFirst from '$lib/ui/program/KeyFirst.svelte';
	import RadioGroup from '$lib/ui/control/RadioGroup.svelte';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import { SvelteMap, SvelteSet } from 'svelte/reactivity';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import type { Run } from '$core/log/run';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { voltsFitCells } from '$core/pack/cell-count';
	import { cellsLabel } from '$core/pack/pack';
	import { mayStart, verdictOf } from '$core/program/check';
	import { doing, inOneLine } from '$core/request/in-words';
	import { send } from '$lib/ui/server/api';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import type { Trouble } from '$core/card/connect';
	import { contradictions, type CheckEvidence } from '$core/log/check-evidence';
	import { resolve } from '$core/request/context';
	import { moment } from '$lib/ui/words';
	import CheckFields from './CheckFields.svelte';
	import Troubles from './Troubles.svelte';

	let { data } = $props();

	const { pack, channel, charger, settings } = $derived(data);
	const linked = $derived(charger.link === 'stand-in');
	let way = $state<'link' | 'by hand' | null>(null);
	const mode = $derived(way ?? (linked ? 'link' : 'by hand'));

	const byCell = $derived(data.cellsSeen && pack.balanceLead && pack.cells > 1);
	const ticked = new SvelteSet<number>();
	const reasons = new SvelteMap<string, string>();
	const open = $derived(data.findings.filter((f) => f.severity !== 'note'));
	const decided = $derived(
		new Set([...reasons].filter(([, why]) => why.trim().length >= 3).map(([rule]) => rule))
	);
	const clear = $derived(mayStart(data.findings, decided));

	const word = $derived(doing(data.program.task));
	let read = $state<{ cells: number | null; packV: number; cellV: number[] } | null>(null);
	let typed = $state<Omit<CheckEvidence, 'answers'>>({
		countRead: null,
		cellsV: null,
		mainV: null,
		inputV: null,
		message: ''
	});
	let typedWrong = $state(false);
	/** Trouble seen at a step, by the step's place. */
	const troubled = new SvelteMap<number, Trouble>();
	let message = $state('');
	let busy = $state(false);
	const chemistry = $derived(chemistryOf(pack.chemistry));
	const fits = $derived(read !== null && voltsFitCells(chemistry, pack.cells, read.packV));
	/** All that was seen: typed, or heard over the link. */
	const evidence = $derived<CheckEvidence>({
		...typed,
		...(mode === 'link' && read
			? { countRead: read.cells, mainV: read.packV, cellsV: read.cellV.length ? read.cellV : null }
			: {}),
		answers: data.steps.flatMap((s, i) =>
			troubled.has(i)
				? [{ step: s.text, said: troubled.get(i)!.said }]
				: ticked.has(i)
					? [{ step: s.text, said: 'seen' }]
					: []
		)
	});
	const against = $derived(contradictions(resolve(data.context), evidence));
	const counted = $derived(
		// Nickel cannot be counted from volts: there the volts must fit the cells that are set.
		mode === 'link' ? (read === null ? null : (read.cells ?? (fits ? pack.cells : null))) : typed.countRead
	);
	const countMessage = $derived.by(() => {
		if (read !== null && read.cells === null && !fits)
			return `${read.packV.toFixed(2)} V does not fit ${pack.cells} cells of ${chemistry.name}: wrong pack, wrong count, or a bad cell. Do not start.`;
		return '';
	});
	const agrees = $derived(counted === pack.cells);
	const diagnose = $derived(`/diagnose?pack=${pack.id}&channel=${channel.id}`);
	const undecided = $derived(against.filter((c) => c.severity === 'stop' || !decided.has(c.rule)));
	const ready = $derived(
		ticked.size === data.steps.length &&
			troubled.size === 0 &&
			clear &&
			agrees &&
			!typedWrong &&
			undecided.length === 0 &&
			!busy
	);
	const waiting = $derived(
		[
			ticked.size < data.steps.length && 'tick what you have seen',
			troubled.size > 0 && 'what was seen at the pack must be dealt with',
			(!clear || (undecided.length > 0 && undecided.every((c) => c.severity === 'check'))) &&
				'decide about the findings',
			undecided.some((c) => c.severity === 'stop') && 'what the charger shows must be put right',
			!agrees && (mode === 'link' ? 'connect and read the cells' : 'type the count the charger read')
		]
			.filter(Boolean)
			.join('; ')
	);

	async function connect() {
		busy = true;
		message = '';
		const sent = await send<{ cells: number | null; packV: number; cellV: number[] }>(
			'POST',
			`/programs/${data.program.id}/connect`
		);
		busy = false;
		if (sent.ok) read = sent.value;
		else message = sent.message;
	}
	async function start() {
		busy = true;
		message = '';
		const sent = await send<Run>('POST', '/runs', {
			programId: data.program.id,
			mode,
			cellsRead: counted,
			evidence,
			overridden: [...reasons]
				.filter(([rule]) => decided.has(rule))
				.map(([rule, reason]) => ({ rule, reason }))
		});
		busy = false;
		if (!sent.ok) {
			message = sent.message;
			return;
		}
		await goto(`/run/${sent.value.id}`);
		await refresh();
	}
</script>

<svelte:head><title>Connect {pack.name} · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center gap-4 border-b pb-3">
		<StackGlyph
			{pack}
			cellV={read?.cellV.length ? read.cellV : (data.reading?.cellVoltagesV ?? null)}
			packV={read?.packV ?? data.reading?.packVoltageV ?? null}
			size={48}
		/>
		<div class="min-w-[12.5rem] flex-1">
			<h1>Check and connect {pack.name}</h1>
			<p class="quiet">
				{data.taskName}, <span class="num">{cellsLabel(pack)}</span>:
				<b class="text-ink">{inOneLine(data.program.task, pack.chemistry, settings)}</b> on {charger.name}{charger
					.channels.length > 1
					? `, channel ${channel.label}`
					: ''}
				{#if data.forecast}· about <span class="num">{Math.round(data.forecast.timeMin.median)}</span> min{/if}
			</p>
		</div>
		<a class="btn" href="/program/{data.program.id}/card">Key-in card</a>
	</header>

	<div class="grid gap-x-10 lg:grid-cols-2">
		<section class="mt-4 min-w-0">
			<h2>1 · Look and connect, in this order</h2>
			<ul class="mt-1">
				{#each data.steps as step, i (step.text)}
					<li class="border-b">
						<Checkbox
							class="min-h-[40px] py-2"
							checked={ticked.has(i)}
							onchange={(on) => (on ? ticked.add(i) : ticked.delete(i))}
							>{step.text}{#if step.why}<span class="quiet block text-[12px]">{step.why}</span>{/if}</Checkbox
						>
						{#if step.troubles && !ticked.has(i)}
							<Troubles
								step={step.text}
								troubles={step.troubles}
								programId={data.program.id}
								packs={[data.context.pack, ...(data.context.joined ?? []).map((m) => m.pack)]}
								{mode}
								{evidence}
								bind:chosen={
									() => troubled.get(i) ?? null, (t) => (t ? troubled.set(i, t) : troubled.delete(i))
								}
							/>
						{/if}
					</li>
				{/each}
			</ul>
			<KeyFirst
				programId={data.program.id}
				chargerId={data.charger.id}
				title="What the charger holds otherwise: key it in"
				lines={data.keyFirst}
				keyed={data.keyed}
			/>
			{#if open.length}
				<h2 class="mt-5">2 · Decide about what was found</h2>
				<ul class="mt-1">
					{#each open as f (f.rule)}
						<li class="border-b py-2" data-rule={f.rule}>
							<p>
								<b style:color="var(--{f.severity})">{f.severity === 'stop' ? 'Stop' : 'Check'}:</b>
								{f.sentence}
							</p>
							{#if f.overridable}
								<label class="mt-1 block text-[12.5px]">
									<span class="quiet">Go on all the same, because (kept in the log)</span>
									<input
										class="field mt-[2px]"
										value={reasons.get(f.rule) ?? ''}
										oninput={(e) => reasons.set(f.rule, e.currentTarget.value)}
									/>
								</label>
							{:else}
								<p class="text-[12.5px] text-stop">This protects from fire and cannot be overridden.</p>
							{/if}
						</li>
					{/each}
				</ul>
			{/if}
		</section>
		<section class="mt-4 min-w-0">
			<h2>{open.length ? 3 : 2} · The count the charger reads</h2>
			{#if linked}
				<RadioGroup
					class="mt-1 text-[13px]"
					label="How it is started"
					value={mode}
					options={[
						['link', 'over the link'],
						['by hand', 'keyed in by hand']
					]}
					onchange={(chosen) => (way = chosen)}
				/>
			{/if}
			{#if mode === 'link'}
				<button class="btn mt-3" onclick={connect} disabled={busy} data-next={read ? undefined : ''}
					>{read ? 'Read again' : 'Connect and read the cells'}</button
				>
				{#if read}
					<div class="mt-3 flex items-center gap-5">
						<StackGlyph {pack} cellV={read.cellV.length ? read.cellV : null} packV={read.packV} size={84} />
						<div>
							{#if read.cells === null}<p>
									It cannot count {chemistry.name}: set <b class="num">{settings.cells}S</b>, which makes
									<b class="num" class:text-stop={!fits}>{(read.packV / settings.cells).toFixed(2)} V</b> a cell
								</p>{:else}<p>
									Reads <b class="num text-[1.3rem]" class:text-stop={!agrees} class:text-act={agrees}
										>{read.cells}S</b
									>, set <b class="num">{settings.cells}S</b>
								</p>{/if}
							<p class="num">{read.packV.toFixed(2)} V</p>
							{#if read.cellV.length}
								<p class="num quiet text-[12.5px]">{read.cellV.map((v) => v.toFixed(3)).join('  ')}</p>
							{:else if byCell}
								<p class="text-stop">All cells read zero: the balance lead is not seen.</p>
							{/if}
						</div>
					</div>
				{/if}
			{:else}
				<p class="quiet mt-1 text-[13px]">
					Key the program in from the <a class="link" href="/program/{data.program.id}/card">card</a>. The
					charger then shows the count it read beside the count that is set.
				</p>
				<CheckFields
					cells={pack.cells}
					{byCell}
					linked={false}
					countable={chemistry.traits.counting !== null}
					{diagnose}
					bind:evidence={typed}
					bind:wrong={typedWrong}
				/>
			{/if}
			{#if mode === 'link'}
				<CheckFields
					cells={pack.cells}
					{byCell}
					linked
					countable
					{diagnose}
					bind:evidence={typed}
					bind:wrong={typedWrong}
				/>
			{/if}
			{#if countMessage}<p class="mt-2 text-stop" role="alert">{countMessage}</p>{/if}
			{#each against as c (c.rule)}
				<div class="mt-2" data-rule={c.rule}>
					<p role="alert">
						<b style:color="var(--{c.severity})">{c.severity === 'stop' ? 'Stop' : 'Check'}:</b>
						{c.sentence}
					</p>
					{#if c.severity === 'check'}
						<label class="mt-1 block text-[12.5px]">
							<span class="quiet">Go on all the same, because (kept in the log)</span>
							<input
								class="field mt-[2px]"
								value={reasons.get(c.rule) ?? ''}
								oninput={(e) => reasons.set(c.rule, e.currentTarget.value)}
							/>
						</label>
					{/if}
				</div>
			{/each}
			<p class="quiet mt-3 text-[12.5px]">
				If they agree it still proves little: the count often comes from the main lead’s volts. Look at the
				cell page: one low cell is a bad cell, all zero is a balance lead that is not in.
			</p>
			<div class="mt-6 border-t pt-4">
				<button
					class="btn btn-act !min-h-[44px] !px-6"
					disabled={!ready}
					onclick={start}
					data-next={read || mode === 'by hand' ? '' : undefined}
					>{mode === 'link' ? `Start ${word}` : `It is ${word} now`}</button
				>
				<p class="quiet mt-2 text-[12.5px]" aria-live="polite">
					{waiting
						? `Before that: ${waiting}.`
						: verdictOf(data.findings) === 'clear'
							? 'Nothing objects.'
							: 'Your reasons go into the log.'}
				</p>
				{#if message}<p class="mt-2 text-stop" role="alert">{message}</p>{/if}
				{#if data.refused.length}
					<h2 class="mt-4">Not started before</h2>
					<ul class="text-[13px]">
						{#each data.refused as r (r.id)}
							<li class="border-b py-1"><span class="quiet">{moment(r.at)}</span> {r.refused}</li>
						{/each}
					</ul>
				{/if}
			</div>
		</section>
	</div>
</div>
