<!-- One job of a plan: where it is, how sure, and everything that a person may say of it. -->
<script lang="ts">
	import { bookNow } from '$lib/ui/server/book-time';
	import X from '@lucide/svelte/icons/x';
	import { GOALS, PACES, WEIGHT_WORDS, type Job, type PlannedRun } from '$core/plan/plan';
	import type { Progress } from '$core/plan/reality';
	import { daysWords, GOAL_WORDS, runWords } from '$core/plan/words';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import Moment from '$lib/ui/control/Moment.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { clockBeside } from './local-time';

	interface Props {
		job: Job;
		name: string;
		run: PlannedRun | null;
		progress: Progress;
		/** Share of such days on which it is done by its time; null while that is not known. */
		odds: number | null;
		/** Why it is not in time, in words; '' where it is. */
		why: string;
		channels: readonly { id: string; name: string }[];
		now: string;
		onchange: (change: Partial<Job>, said: string) => void;
		onremove: () => void;
		onstart: () => void;
		onclose: () => void;
	}
	let { job, name, run, progress, odds, why, channels, now, onchange, onremove, onstart, onclose }: Props =
		$props();
	const at = (moment: string) => clockBeside(moment, now);
	const channelName = (id: string) => channels.find((c) => c.id === id)?.name ?? '';
	const STEP_MS = 5 * 60e3;
	const shift = (by: number) =>
		run &&
		onchange(
			{
				startsAt: new Date(Date.parse(run.spans[0].from) + by * STEP_MS).toISOString(),
				channelId: run.channelId
			},
			`${name} pinned to ${at(new Date(Date.parse(run.spans[0].from) + by * STEP_MS).toISOString())}.`
		);
	const over = $derived(
		progress.state === 'done' || progress.state === 'running' || progress.state === 'ticked off'
	);
</script>

<section class="border-y py-2" aria-label={name} data-panel={job.id}>
	<div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
		<h2>{name}</h2>
		<p class="min-w-0 flex-1 text-[13px]">
			{#if run}
				<span class="num">{runWords(run)}</span> on {channelName(run.channelId)},
				<span class="num">{at(run.spans[0].from)}</span> to
				<b class="num">{at(run.spans[run.spans.length - 1].likely)}</b>, at the latest
				<span class="num">{at(run.spans[run.spans.length - 1].to)}</span>{run.spans.length > 1
					? `, in ${run.spans.length} stretches`
					: ''}.
				{#if job.due}{run.inTime ? 'In time for' : 'Late for'} <span class="num">{at(job.due)}</span>{odds !==
					null
						? `: on ${daysWords(odds).toLowerCase()} of 100 such days.`
						: '.'}{/if}
			{:else}<span class="text-check">Not planned.</span>{/if}
			{#if progress.state === 'running'}<b class="text-act">Running.</b>
			{:else if progress.state === 'done'}<b class="text-act">Done {at(progress.at)}.</b>
			{:else if progress.state === 'failed'}<b class="text-stop"
					>Ended by “{progress.endReason}”, {at(progress.at)}: look at it before it is tried again.</b
				>{/if}
		</p>
		<button type="button" class="btn !px-2" aria-label="Close" onclick={onclose}
			><X size={15} aria-hidden="true" /></button
		>
	</div>
	{#if why}<p class="mt-1 text-[13px] text-check">{why}</p>{/if}
	<div class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
		<div class="w-[9.5rem]">
			<span class="block text-[12.5px]">What for</span>
			<Select
				label="What for"
				value={job.goal}
				options={GOALS.map((g) => [g, GOAL_WORDS[g]] as const)}
				onchange={(goal) => onchange({ goal }, `${name}: ${GOAL_WORDS[goal]}.`)}
			/>
		</div>
		<div>
			<span class="block text-[12.5px]">By</span>
			<Moment
				label="By"
				optional
				value={job.due}
				onchange={(due) => onchange({ due }, due ? `${name}: by ${at(due)}.` : `${name}: within the plan.`)}
			/>
		</div>
		<div class="w-[7.5rem]">
			<span class="block text-[12.5px]">It matters</span>
			<Select
				label="It matters"
				value={job.matters}
				options={WEIGHT_WORDS.map((w) => [w, w] as const)}
				onchange={(matters) => onchange({ matters }, `${name}: ${matters}.`)}
			/>
		</div>
		<div class="w-[11rem]">
			<span class="block text-[12.5px]">How fast</span>
			<Select
				label="How fast"
				value={job.pace}
				options={PACES.map((p) => [p, p] as const)}
				onchange={(pace) => onchange({ pace }, `${name}: ${pace}.`)}
			/>
		</div>
		<div class="w-[13rem]">
			<span class="block text-[12.5px]">On</span>
			<Select
				label="On"
				value={job.channelId ?? ''}
				options={[['', 'whichever suits'] as const, ...channels.map((c) => [c.id, c.name] as const)]}
				onchange={(id) =>
					onchange(
						{ channelId: id || null },
						id ? `${name} on ${channelName(id)}.` : `${name} on whichever suits.`
					)}
			/>
		</div>
		<div>
			<span class="block text-[12.5px]">Begins</span>
			<Moment
				label="Begins"
				optional
				value={job.startsAt}
				onchange={(startsAt) =>
					onchange(
						{ startsAt },
						startsAt ? `${name} begins ${at(startsAt)}.` : `${name} begins when it suits.`
					)}
			/>
		</div>
		<div>
			<span class="block text-[12.5px]">Not before</span>
			<Moment
				label="Not before"
				optional
				value={job.notBefore}
				onchange={(notBefore) =>
					onchange({ notBefore }, notBefore ? `${name}: not before ${at(notBefore)}.` : `${name}: any time.`)}
			/>
		</div>
		<Checkbox
			class="text-[13px]"
			checked={job.usedByThen}
			onchange={(usedByThen) =>
				onchange({ usedByThen }, usedByThen ? `${name} is used by then.` : `${name} stays as it is.`)}
			>used by then</Checkbox
		>
	</div>
	<div class="mt-2 flex flex-wrap gap-2">
		{#if progress.state === 'running'}<a class="btn btn-act" href="/run/{progress.runId}">Watch it</a>
		{:else if progress.state === 'done' || progress.state === 'failed'}<a
				class="btn"
				href="/logbook/{progress.runId}">Its run</a
			>{/if}
		{#if run && !over}
			<button type="button" class="btn btn-act" onclick={onstart}>Check and start it</button>
			<button type="button" class="btn" onclick={() => shift(-1)}>5 min sooner</button>
			<button type="button" class="btn" onclick={() => shift(1)}>5 min later</button>
		{/if}
		{#if job.startsAt !== null || job.channelId !== null}
			<button
				type="button"
				class="btn"
				onclick={() => onchange({ startsAt: null, channelId: null }, `${name} is free again.`)}
				>Let it go</button
			>
		{/if}
		{#if progress.state !== 'running'}
			<button
				type="button"
				class="btn"
				onclick={() =>
					job.doneAt === null
						? onchange({ doneAt: bookNow() }, `${name} ticked off.`)
						: onchange({ doneAt: null }, `${name} is to be done.`)}
				>{job.doneAt === null ? 'Tick off' : 'Not done yet'}</button
			>
			<button type="button" class="btn" onclick={onremove}>Take it out</button>
		{/if}
		<a class="btn" href="/packs/{job.packId}">The pack</a>
	</div>
</section>
