<!-- A run on a charger without a link, followed by what is read off its screen: what it should show, what a look says, when it ends. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { toast } from 'svelte-sonner';
	import Pencil from '@lucide/svelte/icons/pencil';
	import X from '@lucide/svelte/icons/x';
	import { takenAs, type Taken } from '$core/follow/taken-as';
	import type { LookVerdict } from '$core/follow/judge-look';
	import { LOOK_KINDS, lookText, type KeptLook, type LookKind } from '$core/log/look';
	import type { Run } from '$core/log/run';
	import type { ProgramContext } from '$core/request/context';
	import { movedWord } from '$core/request/in-words';
	import Plot from '$lib/ui/charts/Plot.svelte';
	import { forecastAxes, pointsOf } from '$lib/ui/charts/forecast-axes';
	import type { Curve, Mark } from '$lib/ui/charts/plot';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { FollowClient } from '$lib/ui/run/follow-client.svelte';
	import LearnedCurves from '$lib/ui/run/LearnedCurves.svelte';
	import ShouldRead from '$lib/ui/run/ShouldRead.svelte';
	import { refresh } from '$lib/ui/server/refresh';
	import { send } from '$lib/ui/server/api';
	import { bookNowMs } from '$lib/ui/server/book-time';
	import { clock, endOf } from '$lib/ui/words';

	interface Props {
		run: Run;
		context: ProgramContext;
		looks: KeptLook[];
	}
	let { run, context, looks }: Props = $props();

	const client = new FollowClient();
	const { pack } = $derived(context);
	let now = $state(bookNowMs());
	const minute = $derived(Math.max(0, (now - Date.parse(run.startedAt)) / 60e3));
	onMount(() => {
		const close = client.open(context, run.settings);
		const clockwork = setInterval(() => {
			now = bookNowMs();
			void client.at(minute);
		}, 5000);
		return () => {
			clearInterval(clockwork);
			close();
		};
	});
	$effect(() => {
		void client.tell(looks, Math.max(0, (bookNowMs() - Date.parse(run.startedAt)) / 60e3));
	});

	const known = $derived(client.known);
	/**
	 * What the looks have taught is kept with the run, once it has settled: its pack's own book
	 * learns from it.
	 */
	const SETTLED_MS = 1500;
	const ENOUGH = 3;
	const capacity = $derived(known?.learned.capacityAh ?? null);
	let kept = false;
	$effect(() => {
		// With too few looks left, what was kept before is taken back.
		if (!capacity || (looks.length < ENOUGH && !kept)) return;
		const { before, now: learned } = capacity;
		const id = run.id;
		const later = setTimeout(() => {
			kept = true;
			void send('PUT', `/runs/${id}/fit`, { before, now: learned });
		}, SETTLED_MS);
		return () => clearTimeout(later);
	});
	const kinds = $derived<LookKind[]>(
		pack.cells > 1 && (run.settings.balance || known?.cellPage)
			? ['packV', 'currentA', 'chargeAh', 'lowestCellV']
			: ['packV', 'currentA', 'chargeAh']
	);
	const newest = $derived(looks.at(-1) ?? null);
	const judged = $derived(newest ? (known?.judged[newest.id] ?? null) : null);
	const end = $derived(known?.end.minute ?? null);
	const at = (min: number) => clock(endOf(run.startedAt, min));

	/* One number is typed; what it is, follows from what the screen should show. */
	let typed = $state('');
	let chosen = $state<LookKind | null>(null);
	let message = $state('');
	let sending = $state(false);
	/** The look that is being mended. */
	let mending = $state<KeptLook | null>(null);
	const offers = $derived<Taken[]>(
		known && typed.trim() !== '' ? takenAs(typed, known.typedBy, pack.cells) : []
	);
	const taken = $derived(offers.find((o) => o.what === chosen) ?? offers[0] ?? null);
	const word = (what: LookKind) =>
		what === 'chargeAh' ? movedWord(run.task).toLowerCase() : LOOK_KINDS[what].label;

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		if (!taken) {
			message =
				typed.trim() === '' ? 'Type one number from the screen.' : 'This is no number that a charger shows.';
			return;
		}
		sending = true;
		const look = {
			minute: mending?.minute ?? Math.round(minute * 10) / 10,
			what: taken.what,
			value: taken.value
		};
		const sent = await (mending
			? send('PUT', `/looks/${mending.id}`, look)
			: send('POST', `/runs/${run.id}/looks`, look));
		sending = false;
		message = sent.ok ? '' : sent.message;
		if (!sent.ok) return;
		typed = '';
		chosen = null;
		mending = null;
		await refresh();
	}
	function mend(look: KeptLook) {
		mending = look;
		chosen = look.what;
		typed = (look.value * LOOK_KINDS[look.what].per).toFixed(LOOK_KINDS[look.what].decimals);
		document.querySelector<HTMLElement>('#look')?.focus();
	}
	async function remove(look: KeptLook) {
		const sent = await send('DELETE', `/looks/${look.id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
		offerUndo(`${lookText(look.what, look.value)} at ${at(look.minute)} removed.`, async () => {
			await send('POST', `/looks/${look.id}/restore`);
			await refresh();
		});
	}

	const TONE: Record<LookVerdict, string> = {
		'on track': 'var(--act)',
		ahead: 'var(--check)',
		behind: 'var(--check)',
		'look closer': 'var(--check)',
		'stop now': 'var(--stop)'
	};

	const axes = $derived(
		forecastAxes({
			best: known?.course ?? null,
			band: null,
			measured: null,
			timerMin: run.settings.safetyTimerMin,
			timerFromMin: 0
		})
	);
	const curves = $derived.by((): Curve[] => {
		if (!known) return [];
		const { course } = known;
		return [
			{ points: pointsOf(course.timeS, course.packV), tone: 'act' },
			{ points: pointsOf(course.timeS, course.currentA), tone: 'check', right: true, dashed: true }
		];
	});
	const marks = $derived.by((): Mark[] => {
		const list: Mark[] = [{ x: Math.min(minute, axes.time.max), text: 'now', tone: 'ink' }];
		const { safetyTimerMin } = run.settings;
		if (safetyTimerMin !== null && safetyTimerMin <= axes.time.max)
			list.push({ x: safetyTimerMin, text: `timer ${safetyTimerMin}`, tone: 'stop' });
		if (end && end.median <= axes.time.max)
			list.push({ x: end.median, text: `ends ${at(end.median)}`, tone: 'act', dash: 2, foot: true });
		return list;
	});
	const rings = $derived(
		looks
			.filter((l) => l.what === 'packV' || l.what === 'currentA')
			.map((l) => ({ x: l.minute, y: l.value, right: l.what === 'currentA' }))
	);
	const stripes = $derived(
		known
			? [
					{ x: known.bands.packV.timeMin, ...known.bands.packV, tone: 'act' as const },
					{ x: known.bands.currentA.timeMin, ...known.bands.currentA, tone: 'check' as const, right: true }
				]
			: []
	);
	const next = $derived.by(() => {
		if (!known) return 'Working out what the screen should read.';
		if (known.end.doneShare > 0.95)
			return 'It should be over: look at the screen, and write down how it ended.';
		if (known.shows === null) return 'Look at the screen, and write down how it ended.';
		const from = known.voltageFrom;
		const normal =
			from && minute < from.median
				? `Constant voltage from about ${at(from.median)}: the current falls then${run.settings.balance ? ', and jumps while it balances' : ''}. That is normal.`
				: from
					? 'The current falls now until it is full; that is normal.'
					: '';
		return `Look, listen and smell every ten minutes, and feel the pack with the back of your hand: warm is normal, hot or swelling is not. ${normal}`;
	});
</script>

<div class="grid gap-x-10 gap-y-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.45fr)]">
	<section class="mt-3 min-w-0" aria-label="What its screen should read">
		<h2 class="border-b pb-1">Its screen should read now</h2>
		{#if known?.shows}
			<ShouldRead
				shows={known.shows}
				{kinds}
				{minute}
				moved={movedWord(run.task)}
				last={newest && minute - newest.minute < 3 ? newest : null}
			/>
		{:else if known}
			<p class="py-4">It should be over by now.</p>
		{:else}
			<p class="quiet py-4" role="status">Working it out.</p>
		{/if}
		<form onsubmit={submit} novalidate class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-3">
			<label for="look" class="font-semibold"
				>{mending ? `At ${at(mending.minute)} it read` : 'What does it read?'}</label
			>
			<input
				id="look"
				class="field num !w-48 !text-[1.15rem]"
				autocomplete="off"
				inputmode="decimal"
				placeholder="any one number"
				bind:value={typed}
				oninput={() => ((chosen = null), (message = ''))}
				onkeydown={(e) => e.key === 'Escape' && ((typed = ''), (mending = null))}
			/>
			<button class="btn" disabled={sending || client.busy}>{mending ? 'Correct it' : 'Judge it'}</button>
			<p class="w-full min-h-[20px] text-[13px]" aria-live="polite">
				{#if taken}
					<span class="quiet">taken as</span> <b>{word(taken.what)}, {lookText(taken.what, taken.value)}</b>
					{#each offers.filter((o) => o.what !== taken.what) as other (other.what)}
						<button type="button" class="link ml-2" onclick={() => (chosen = other.what)}
							>or {word(other.what)}</button
						>
					{/each}
				{:else if message}<span class="text-stop" role="alert">{message}</span>
				{:else if typed.trim() === ''}<span class="quiet"
						>volts, amps, mAh, or the lowest cell; minutes are known</span
					>{/if}
			</p>
		</form>
		<h2 class="mt-3">Looks</h2>
		<ul>
			{#each looks.toReversed() as look (look.id)}
				{@const j = known?.judged[look.id]}
				<li class="grid grid-cols-[46px_84px_minmax(0,1fr)_auto] items-baseline gap-x-3 border-b py-1">
					<span class="num quiet">{at(look.minute)}</span>
					<span class="num" title={word(look.what)}>{lookText(look.what, look.value)}</span>
					<span class="text-[13px]"
						>{#if j}<b style:color={TONE[j.verdict]}>{j.verdict}</b>
							{#if j.verdict !== 'on track'}<span>{j.sentence}</span>{/if}{/if}</span
					>
					<span class="flex gap-1">
						<button
							type="button"
							class="icon"
							aria-label="Correct {lookText(look.what, look.value)}"
							onclick={() => mend(look)}><Pencil size={13} /></button
						>
						<button
							type="button"
							class="icon"
							aria-label="Remove {lookText(look.what, look.value)}"
							onclick={() => remove(look)}><X size={14} /></button
						>
					</span>
				</li>
			{:else}
				<li class="quiet py-1 text-[13px]">
					None yet. One number every ten minutes is enough to say when it ends.
				</li>
			{/each}
		</ul>
	</section>
	<section class="mt-3 min-w-0" aria-label="Course">
		<div class="flex flex-wrap items-baseline justify-between">
			<h2>Course</h2>
			<p class="quiet text-[12px]">
				<span class="font-semibold text-act">volts</span> <span class="font-semibold text-check">amps</span>,
				against minutes; rings are your looks, and the band narrows with each
			</p>
		</div>
		{#if known && curves[0].points.length > 1}
			<div
				role="img"
				aria-label={end
					? `It ends at about ${at(end.median)}, between ${at(end.p5)} and ${at(end.p95)}`
					: 'Course of the run'}
			>
				<Plot
					x={axes.time}
					y={axes.volts}
					right={axes.currents}
					tones={{ y: 'act', right: 'check' }}
					room={{ left: 50, right: 44, top: 12, bottom: 24 }}
					{curves}
					{stripes}
					{marks}
					{rings}
					height={288}
				/>
			</div>
			<h2 class="mt-3 mb-1">What the looks say</h2>
			<LearnedCurves learned={known.learned} />
		{/if}
	</section>
</div>
<div class="page-foot said" style:--c={judged ? TONE[judged.verdict] : 'var(--act)'} aria-live="polite">
	{#if judged?.verdict === 'stop now'}
		<p class="text-[1.35rem] font-bold" style:color="var(--stop)" role="alert">Stop now</p>
		<p class="min-w-0 flex-1">
			{judged.sentence} If it swells, hisses or smokes: leave it, power off at the wall if safe, get out, call the
			fire service.
		</p>
	{:else}
		<p
			class="text-[1.35rem] font-bold whitespace-nowrap first-letter:uppercase"
			style:color={judged ? TONE[judged.verdict] : 'var(--act)'}
		>
			{judged ? judged.verdict : 'Follow along'}
		</p>
		<p class="min-w-0 flex-1 text-[13px]">
			{#if judged && judged.verdict !== 'on track'}{judged.sentence}{/if}
			<b>Next:</b>
			{#if known?.cellPage}<span class="font-semibold" data-cell-page>{known.cellPage}</span>{/if}
			{next}
		</p>
	{/if}
	{#if end}
		<p class="text-right">
			<b class="num text-[1.35rem]">{at(end.median)}</b><br /><span class="quiet text-[12.5px]"
				>over, between {at(end.p5)} and {at(end.p95)}</span
			>
		</p>
	{/if}
</div>

<style>
	.said {
		flex-wrap: nowrap;
	}
	.icon {
		display: grid;
		place-items: center;
		width: 26px;
		height: 26px;
		color: var(--quiet);
	}
	@media (max-width: 720px) {
		.said > p:nth-child(2) {
			order: 3;
			flex-basis: 100%;
		}
		.said > p:last-child {
			margin-left: auto;
		}
		/* What is said of a run stays in sight there too, and no higher than half of it. */
		.said {
			position: sticky;
			flex-wrap: wrap;
			max-height: 46dvh;
			overflow-y: auto;
		}
		.icon {
			width: 44px;
			height: 44px;
		}
	}
</style>
