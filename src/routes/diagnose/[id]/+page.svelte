<script lang="ts">
	import { toast } from 'svelte-sonner';
	import X from '@lucide/svelte/icons/x';
	import { goto } from '$app/navigation';
	import { clueOf, type ClueId } from '$core/diagnose/clue';
	import type { Sureness } from '$core/diagnose/infer';
	import { symptomOf } from '$core/diagnose/symptom';
	import { isOpen } from '$core/log/run';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { send } from '$lib/ui/server/api';
	import { refresh } from '$lib/ui/server/refresh';
	import { dayAndClock } from '$lib/ui/words';
	import CaseSheet from './CaseSheet.svelte';
	import ItsScreen from './ItsScreen.svelte';
	import NextLook from './NextLook.svelte';
	import OddsList from './OddsList.svelte';
	import WouldShow from './WouldShow.svelte';

	let { data } = $props();
	const report = $derived(data.report);
	const c = $derived(report.case);
	const { may } = $derived(report);
	let busy = $state(false);

	async function change(what: Record<string, unknown>, undo?: () => Promise<void>, said = ''): Promise<void> {
		busy = true;
		const sent = await send('PATCH', `/cases/${c.id}`, what);
		busy = false;
		if (!sent.ok) toast.error(sent.message);
		// What was refused was mostly done elsewhere: show how it stands.
		await refresh();
		if (!sent.ok) return;
		if (undo) offerUndo(said, undo);
	}
	const forget = (clue: string) => change({ forget: clue });
	const shownTo = (clue: string) => c.answers.find((a) => a.clue === clue)?.answer ?? null;
	const answer = (clue: ClueId, text: string, sure: Sureness) =>
		change(
			{ answer: { clue, answer: text, sure }, was: shownTo(clue) },
			() => forget(clue),
			`Answered: ${text}.`
		);
	const skip = (clue: ClueId) =>
		change({ skip: clue, was: shownTo(clue) }, () => forget(clue), 'Passed over.');

	const typed = $derived(report.answers.filter((a) => a.from === 'person'));
	const known = $derived(report.answers.filter((a) => a.from === 'known'));
	const nameOf = (id: string) => report.causes.find((w) => w.id === id)?.name ?? id;
	const top = $derived(report.actions[0] ?? null);
	const first = $derived(
		report.causes.find((w) => w.impossible === null && top && w.action === top.action) ?? null
	);
	const STATES = [
		['no', '■', 'Stop it now'],
		['not yet', '▲', 'not yet'],
		['yes', '●', 'yes']
	] as const;
	const verdict = $derived(may.may === 'never' ? 'no' : may.may);
	const open = $derived(data.run !== null && isOpen(data.run));
	const stoppable = $derived(open && data.run!.mode === 'link' && verdict === 'no');

	async function stop() {
		const sent = await send('POST', `/runs/${data.run!.id}/stop`);
		if (sent.ok) toast('Stop was sent.');
		else toast.error(sent.message);
		await refresh();
	}
	async function retire() {
		const { pack } = data;
		if (!pack) return;
		const { id, ...fields } = pack;
		const set = async (condition: string) => {
			const sent = await send('PUT', `/packs/${id}`, { ...fields, condition });
			if (!sent.ok) toast.error(sent.message);
			await refresh();
		};
		const to = may.may === 'never' ? 'swollen' : 'retired';
		await set(to);
		offerUndo(`${pack.name} is noted as ${to}.`, () => set(fields.condition));
	}
	/**
	 * What is found at a lead, or of a pack's later use, is noted with the pack: the next who takes
	 * it reads it there.
	 */
	const NOTED = ['replace lead', 'mend balance lead', 'spare use'];
	const note = $derived(
		first && top && NOTED.includes(top.action)
			? `${new Date(c.openedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })}: ${first.name}. ${top.words}.`
			: null
	);
	async function noteIt() {
		const { pack } = data;
		if (!pack || note === null) return;
		const { id, ...fields } = pack;
		const set = async (notes: string) => {
			const sent = await send('PUT', `/packs/${id}`, { ...fields, notes });
			if (!sent.ok) toast.error(sent.message);
			await refresh();
		};
		await set([fields.notes.trim(), note].filter(Boolean).join('\n'));
		offerUndo(`Noted with ${pack.name}.`, () => set(fields.notes));
	}
	const RETIRES = ['retire', 'take out'];
	/** Where the action is done, for those that have a place. */
	const place = $derived.by((): { href: string; words: string } | null => {
		const program = c.packId
			? `/program?pack=${c.packId}${c.channelId ? `&channel=${c.channelId}` : ''}`
			: '/program';
		switch (top?.action) {
			case 'change held':
			case 'calibrate':
				return c.chargerId ? { href: `/chargers/${c.chargerId}`, words: 'Its held values' } : null;
			case 'read again':
			case 'meter cells':
			case 'measure tomorrow':
			case 'recover or retire':
				return c.packId ? { href: `/packs/${c.packId}#reading`, words: 'Measure it' } : null;
			case 'set right':
			case 'coarser end':
			case 'stay and confirm':
			case 'help supply':
			case 'balance it':
			case 'spare use':
				return { href: program, words: 'Program it again' };
			case 'go on':
			case 'wait and watch':
				return open
					? { href: `/run/${data.run!.id}`, words: 'Back to the run' }
					: { href: program, words: 'Program it' };
			default:
				return null;
		}
	});
	/** While more must be looked at, the likeliest thing to do is no advice. */
	const undecided = $derived(verdict !== 'yes' && may.may !== 'never' && report.next !== null);
	const confirmable = $derived(report.causes.filter((w) => w.impossible === null).slice(0, 4));

	async function remove() {
		const { id } = c;
		const sent = await send('DELETE', `/cases/${id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await goto('/diagnose');
		offerUndo('Case removed.', async () => {
			await send('POST', `/cases/${id}/restore`);
			await goto(`/diagnose/${id}`);
		});
	}
</script>

<svelte:head><title>{report.title} · Stack Tender</title></svelte:head>
<CaseSheet {report} pack={data.pack} where={data.where} />
<div class="page no-print !max-w-none">
	<header class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b pb-3">
		{#if data.pack}<StackGlyph
				pack={data.pack}
				cellV={data.reading?.cellVoltagesV ?? null}
				packV={data.reading?.packVoltageV ?? null}
				size={52}
			/>{/if}
		<div class="min-w-[14rem] flex-1">
			<h1>{report.title}</h1>
			<p class="quiet">
				{[data.pack?.name, data.where, c.message ? `“${c.message}”` : '', `opened ${dayAndClock(c.openedAt)}`]
					.filter(Boolean)
					.join(' · ')}
				{#if data.run}· <a class="link" href="{open ? '/run' : '/logbook'}/{data.run.id}">the run</a>{/if}
			</p>
		</div>
		<div class="basis-full sm:basis-auto" role="status" aria-label="May I go on?" data-may={may.may}>
			<p class="quiet flex justify-between gap-6 text-[12.5px]">
				<span>May I go on?</span><span
					>can burn: <b class="text-stop">{(100 * report.burns).toFixed(report.burns < 0.1 ? 1 : 0)} %</b
					></span
				>
			</p>
			<ul class="may">
				{#each STATES as [id, mark, words] (id)}
					<li
						class={id === verdict ? id.replace(' ', '-') : 'quiet'}
						aria-current={id === verdict ? 'true' : undefined}
					>
						<span aria-hidden="true">{mark}</span>
						{id === 'no' && may.may === 'never' ? 'never again' : id === 'no' && !open ? 'no' : words}
					</li>
				{/each}
			</ul>
		</div>
	</header>
	{#if report.odd}
		<p class="mt-2 border-l-4 border-check pl-3" role="alert">
			<b class="text-check">Does not go together:</b>
			{clueOf(report.odd.clue).asks.replace(/\?$/, '')}: {report.odd.answer}. Look at that once more.
		</p>
	{/if}
	<div class="grid gap-x-8 lg:grid-cols-[minmax(0,0.62fr)_minmax(0,1fr)] lg:grid-rows-[auto_1fr]">
		<div class="mt-3 min-w-0">
			{#if report.next}
				<NextLook {report} {busy} onanswer={answer} onskip={skip} />
			{:else}
				<p class="border-2 border-ink bg-panel p-4">
					{c.confirmed !== null
						? `It was: ${nameOf(c.confirmed)}.`
						: 'Nothing more needs to be looked at: one action is best whatever it is.'}
				</p>
			{/if}
		</div>
		<section class="mt-3 min-w-0 lg:col-start-1 lg:row-span-2 lg:row-start-1" aria-label="What it may be">
			<OddsList {report} />
		</section>
		<div class="min-w-0 lg:col-start-2">
			{#if data.courses.length}
				<section class="mt-4"><WouldShow courses={data.courses} seen={data.seen} {nameOf} /></section>
			{/if}
			<section class="mt-4" aria-label="What is known">
				<h2>What is known</h2>
				{#if data.judged && data.judged.outcome !== 'sound'}
					<p class="mt-1 border-b pb-[3px] text-[13px]">
						<span class="quiet">Its end: {data.judged.outcome}.</span>
						{data.judged.reason}
						{data.judged.next}
					</p>
				{/if}
				<ul class="mt-1 text-[13px]" data-answers>
					{#each typed as a (a.clue)}
						<li class="flex items-center gap-3 border-b py-[2px]">
							<span class="min-w-0 flex-1"
								><span class="quiet">{clueOf(a.clue).asks}</span>
								<b class="font-semibold">{a.answer}</b>{a.sure === 'sure' ? '' : ` (${a.sure})`}</span
							>
							<button
								type="button"
								class="icon"
								aria-label="Take back: {clueOf(a.clue).asks}"
								onclick={() => void forget(a.clue)}><X size={14} /></button
							>
						</li>
					{/each}
				</ul>
				{#if known.length}
					<Collapsible title="{known.length} things on record" class="mt-1">
						<dl class="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 text-[12.5px]">
							{#each known as a (a.clue)}
								<dt class="quiet min-w-0">{clueOf(a.clue).asks}</dt>
								<dd class="num">{a.detail || a.answer}</dd>
							{/each}
						</dl>
					</Collapsible>
				{/if}
				{#if data.pack && c.channelId && !data.run}
					<ItsScreen
						screen={c.screen}
						cells={data.pack.cells}
						byCell={c.family === 'lithium'}
						{busy}
						onchange={(screen, was) => {
							const before = c.screen[0] ?? null;
							void change({ screen, was }, () => change({ screen: before }), 'Its figures are used.');
						}}
					/>
				{/if}
				{#if c.skipped.length}
					<p class="quiet mt-1 text-[12.5px]">
						Passed over:
						{#each c.skipped as s (s.clue)}<button
								type="button"
								class="link mr-2"
								onclick={() => void forget(s.clue)}>{clueOf(s.clue as ClueId)?.asks ?? s.clue}</button
							>{/each}
					</p>
				{/if}
			</section>
			{#if report.suggested.filter((s) => s !== c.symptom).length}
				<p class="mt-3 text-[13px]">
					<span class="quiet">By the run it may as well be:</span>
					{#each report.suggested.filter((s) => s !== c.symptom) as s (s)}<button
							type="button"
							class="link ml-2"
							onclick={() => void change({ symptom: s })}>{symptomOf(s).name}</button
						>{/each}
				</p>
			{/if}
			<section class="mt-4" aria-label="What it was">
				<h2>What it was</h2>
				<p class="quiet text-[12.5px]">
					Said here, it moves the odds for this pack and channel the next time.
				</p>
				<p class="mt-1 flex flex-wrap gap-2">
					{#if c.confirmed !== null}
						<b>{nameOf(c.confirmed)}</b>
						<button type="button" class="link" onclick={() => void change({ confirmed: null })}
							>open it again</button
						>
					{:else}
						{#each confirmable as w (w.id)}
							<button
								type="button"
								class="btn"
								disabled={busy}
								onclick={() =>
									void change(
										{ confirmed: w.id, was: c.confirmed },
										() => change({ confirmed: null }),
										`Closed: ${w.name}.`
									)}>{w.name}</button
							>
						{/each}
						<button
							type="button"
							class="btn"
							disabled={busy}
							onclick={() =>
								void change(
									{ confirmed: 'none of these', was: c.confirmed },
									() => change({ confirmed: null }),
									'Closed: none of these.'
								)}>none of these</button
						>
					{/if}
				</p>
			</section>
		</div>
	</div>
	<div
		class="page-foot"
		style:--c={verdict === 'no' ? 'var(--stop)' : verdict === 'yes' ? 'var(--act)' : 'var(--check)'}
	>
		<p class="text-[1.15rem] font-bold" style:color="var(--c)">
			{undecided
				? verdict === 'no'
					? 'Nothing flows: one more look'
					: 'Not yet: one more look'
				: (top?.words ?? 'Look closer')}
		</p>
		<p class="min-w-0 flex-1 basis-[18rem] text-[13px]">
			{may.because}
			{#if undecided && top}Likeliest, at {Math.round(100 * top.p)} %: {top.words[0].toLowerCase()}{top.words.slice(
					1
				)}.{:else if first}{first.remedies[0][0].toUpperCase()}{first.remedies[0].slice(1)}{first.remedies
					.length > 1
					? `; or ${first.remedies.slice(1).join('; or ')}`
					: ''}.{/if}
			{#if first?.never}<b class="text-stop">{first.never}</b>{/if}
		</p>
		<p class="flex flex-wrap gap-2">
			<button type="button" class="btn" onclick={() => window.print()}>Print the case</button>
			<a class="btn" href="/api/v1/cases/{c.id}" download="case.json">As a file</a>
			<button type="button" class="btn" onclick={remove}>Delete</button>
			{#if stoppable}<button type="button" class="btn btn-stop font-bold" onclick={stop}
					>Stop on {data.where}</button
				>{/if}
			{#if data.pack && RETIRES.includes(top?.action ?? '') && data.pack.condition === 'in service' && verdict === 'no' && !undecided}
				<button type="button" class="btn btn-stop" onclick={retire}>Retire {data.pack.name}</button>
			{:else if data.pack && note !== null && !undecided && !data.pack.notes.includes(note)}
				<button type="button" class="btn btn-act" data-next onclick={noteIt}
					>Note it with {data.pack.name}</button
				>
			{:else if place && !undecided}<a class="btn btn-act" data-next href={place.href}>{place.words}</a>{/if}
		</p>
	</div>
</div>

<style>
	.may {
		display: grid;
		grid-template-columns: repeat(3, minmax(6.6rem, 1fr));
		border: var(--stroke) solid var(--rule);
	}
	.may li {
		display: flex;
		align-items: center;
		justify-content: center;
		gap: 6px;
		min-height: 34px;
		padding: 2px 10px;
	}
	.may li + li {
		border-left: var(--stroke) solid var(--rule);
	}
	.may .no {
		background: var(--stop);
		color: var(--paper);
		font-weight: 700;
	}
	.may .not-yet {
		background: var(--check);
		color: var(--paper);
		font-weight: 700;
	}
	.may .yes {
		background: var(--act);
		color: var(--act-ink);
		font-weight: 700;
	}
	.icon {
		display: grid;
		place-items: center;
		width: 28px;
		height: 28px;
		color: var(--quiet);
	}
	@media (max-width: 720px) {
		.icon {
			width: 44px;
			height: 44px;
		}
	}
</style>
