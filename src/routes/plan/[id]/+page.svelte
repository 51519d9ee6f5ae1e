<!-- A plan: the day drawn, the next acts for one's hands, what does not fit, what holds it up, and what became of it. -->
<script lang="ts">
	import { bookNow } from '$lib/ui/server/book-time';
	import dayjs from 'dayjs';
	import { onMount, untrack } from 'svelte';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { LONGEST_PLAN_H, type Goal, type Job, type Plan } from '$core/plan/plan';
	import { comingActs, departureOf, onTime } from '$core/plan/reality';
	import { actWords, GOAL_WORDS, readyWords, whyWords, type Names } from '$core/plan/words';
	import { sentenceCase } from '$core/quantity/format';
	import { taskOf } from '$core/request/task';
	import Popover from '$lib/ui/control/Popover.svelte';
	import Progress from '$lib/ui/control/Progress.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import HeldUp from '$lib/ui/plan/HeldUp.svelte';
	import HoursEditor from '$lib/ui/plan/HoursEditor.svelte';
	import JobPanel from '$lib/ui/plan/JobPanel.svelte';
	import JobsEditor from '$lib/ui/plan/JobsEditor.svelte';
	import OtherWays from '$lib/ui/plan/OtherWays.svelte';
	import PlanChart from '$lib/ui/plan/PlanChart.svelte';
	import { clockBeside } from '$lib/ui/plan/local-time';
	import { PlanDesk } from '$lib/ui/plan/plan-desk.svelte';
	import { send } from '$lib/ui/server/api';
	import { refresh } from '$lib/ui/server/refresh';

	let { data } = $props();
	// svelte-ignore state_referenced_locally
	const desk = new PlanDesk(data.standing);
	// svelte-ignore state_referenced_locally
	let now = $state(data.now);
	let open = $state<'hours' | 'jobs' | 'others' | null>(null);
	let chosen = $state(page.url.searchParams.get('job'));
	let busy = $state(false);

	// What another page, or another run, changed is taken up; where it departs from the plan, the
	// rest is planned anew.
	const departure = ({ plan: of, progress, deviates }: typeof data.standing) =>
		departureOf(deviates, of.plannedAt, progress);
	let answered = '';
	let heard: typeof data.standing | null = null;
	$effect(() => {
		const { standing } = data;
		untrack(() => {
			if (standing === heard) return;
			const first = heard === null;
			heard = standing;
			if (first) return;
			const other = standing.plan.id !== desk.plan.id;
			desk.hear(standing);
			if (other) void desk.work(false);
			else if (standing.deviates && departure(standing) !== answered) {
				answered = departure(standing);
				void desk.work(true);
			}
		});
	});
	const CLOCK_MS = 30_000;
	onMount(() => {
		const close = desk.open();
		now = bookNow();
		const every = setInterval(() => {
			now = bookNow();
			// A start that is missed tells nobody: the page asks.
			if (desk.progress === null) void refresh('app:plan');
		}, CLOCK_MS);
		const { plan } = desk;
		const over = plan.until <= now;
		if (!over && plan.jobs.length) void desk.work(plan.planned.length > 0);
		return () => {
			clearInterval(every);
			close();
		};
	});

	const plan = $derived(desk.plan);
	const planned = $derived(desk.planned);
	const names = $derived<Names>({
		job: (id) => {
			const job = plan.jobs.find((j) => j.id === id);
			return job
				? [job.packId, ...job.joined].map((p) => data.names[p] ?? 'a pack that is gone').join(' + ')
				: '';
		},
		channel: (id) => data.benchChannels.find((c) => c.id === id)?.name ?? 'a channel that is gone',
		clock: (at) => clockBeside(at, now)
	});
	/** Channels that the plan uses, or might. */
	const channels = $derived(data.benchChannels.map((c) => ({ id: c.id, name: c.short })));
	const from = $derived(plan.from);
	const shownUntil = $derived([plan.until, ...plan.hours.map((h) => h.to)].sort().at(-1)!);
	/** What is done or goes on needs no place any more. */
	const settled = (jobId: string) => ['running', 'done', 'ticked off'].includes(desk.progressOf(jobId).state);
	const inTime = $derived(
		plan.jobs.filter(
			(j) => onTime(j, desk.progressOf(j.id)) ?? planned.some((p) => p.jobId === j.id && p.inTime)
		).length
	);
	/** Those that are still to come and planned in time: the odds are of them. */
	const toCome = $derived(planned.filter((p) => p.inTime && !settled(p.jobId)).length);
	const charges = $derived(planned.filter((p) => p.spans.some((s) => taskOf(s.task).fills)));
	const wear = $derived(charges.length ? charges.reduce((sum, p) => sum + p.wear, 0) / charges.length : null);
	const byTime = $derived(
		[...new Set(plan.jobs.map((j) => j.due).filter((d) => d !== null))].sort().at(-1) ?? null
	);

	const acts = $derived(comingActs(planned, (id) => desk.progressOf(id), now));
	const next = $derived(acts[0] ?? null);
	const dueNow = $derived(next !== null && Date.parse(next.at) - Date.parse(now) < 5 * 60e3);
	const left = $derived(desk.explained?.leftOut ?? []);
	const cannotOf = (jobId: string): string | null => {
		const found = desk.ground?.ways[jobId]?.cannot ?? [];
		return found[0]?.sentence ?? null;
	};
	const whyOf = (jobId: string): string => {
		const found = left.find((l) => l.jobId === jobId);
		return found ? whyWords(found.why, names, cannotOf(jobId)) : '';
	};
	const chosenJob = $derived(plan.jobs.find((j) => j.id === chosen) ?? null);

	/** What the last planning changed, here or on another screen. */
	const moved = $derived(
		desk.moved || (plan.moved && plan.plannedAt && plan.until > now)
			? desk.moved || `${clockBeside(plan.plannedAt!, now)}: ${plan.moved}`
			: desk.moved === ''
				? 'Nothing moves.'
				: ''
	);
	const stand = $derived.by(() => {
		const running = plan.jobs.map((j) => desk.progressOf(j.id));
		const failed = plan.jobs.find((j) => desk.progressOf(j.id).state === 'failed');
		if (failed)
			return {
				tone: 'stop' as const,
				word: '■ Look first',
				text: `${names.job(failed.id)} did not end as it should, or its end does not fit its figures.`
			};
		if (plan.until <= now) {
			const done = running.filter((p) => p.state === 'done' || p.state === 'ticked off').length;
			return { tone: 'store' as const, word: '● Over', text: `${done} of ${plan.jobs.length} done.` };
		}
		if (desk.progress !== null && planned.length === 0)
			return {
				tone: 'store' as const,
				word: '○ Planning',
				text: 'What each pack takes on each channel is worked out.'
			};
		if (desk.standing.deviates && desk.progress === null && desk.thinking === false)
			return { tone: 'check' as const, word: '▲ Behind', text: moved || 'The rest is to be planned anew.' };
		if (inTime < plan.jobs.length)
			return {
				tone: 'check' as const,
				word: '▲ Not all fits',
				text: `${plan.jobs.length - inTime} of ${plan.jobs.length} not in time. ${moved}`
			};
		return { tone: 'act' as const, word: from > now ? '● Planned' : '● As planned', text: moved };
	});

	async function start(jobId: string) {
		const run = planned.find((p) => p.jobId === jobId);
		const job = plan.jobs.find((j) => j.id === jobId);
		if (!run || !job) return;
		busy = true;
		const progress = desk.progressOf(jobId);
		// A check of several runs goes on with the one whose turn it is.
		const span = run.spans.find((s) => s.to > now) ?? run.spans[0];
		const sent = await send<{ id: string }>('POST', '/programs', {
			packId: job.packId,
			joined: job.joined,
			chargerId: run.chargerId,
			channelId: run.channelId,
			task: progress.state === 'to come' ? span.task : run.spans[0].task,
			purpose: run.purpose,
			overrides: run.limited && span === run.spans[0] ? { currentA: run.currentA } : {}
		});
		busy = false;
		if (!sent.ok) return void toast.error(sent.message);
		await goto(`/run/start/${sent.value.id}`);
	}
	function change(job: Job, by: Partial<Job>, said: string) {
		void desk.changeJob(job.id, by, said);
	}
	function remove(job: Job) {
		chosen = null;
		void desk.change(
			{
				jobs: plan.jobs.filter((j) => j.id !== job.id),
				planned: plan.planned.filter((p) => p.jobId !== job.id)
			},
			`${names.job(job.id)} taken out of the plan.`
		);
	}
	function add(packId: string, goal: Goal, why: string, due: string | null) {
		const job: Job = {
			id: `${goal.slice(0, 1)}-${packId}`,
			packId,
			joined: [],
			goal,
			due,
			notBefore: null,
			usedByThen: false,
			matters: goal === 'capacity check' ? 'if it fits' : 'wanted',
			pace: 'as it needs',
			channelId: null,
			startsAt: null,
			doneAt: null,
			why: why.slice(0, 200)
		};
		if (plan.jobs.some((j) => j.id === job.id)) return void (chosen = job.id);
		void desk.change({ jobs: [...plan.jobs, job] }, `${data.names[packId]}: ${GOAL_WORDS[goal]}.`);
	}
	function setHours(hours: Plan['hours']) {
		if (hours.some((h) => h.to <= h.from)) return;
		const ends = [plan.until, ...hours.map((h) => h.to)].sort();
		const begins = [plan.from, ...hours.map((h) => h.from)].sort();
		const longest = dayjs(begins[0]).add(LONGEST_PLAN_H, 'hour').toISOString();
		void desk.change(
			{ hours, from: begins[0], until: ends.at(-1)! < longest ? ends.at(-1)! : longest },
			'Hours changed.'
		);
	}
	async function removePlan() {
		const { id, name } = plan;
		const sent = await send('DELETE', `/plans/${id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await goto('/plan?all');
		offerUndo(`${name} deleted.`, async () => {
			await send('POST', `/plans/${id}/restore`);
			await goto(`/plan/${id}`);
		});
	}
	const suggested = $derived(
		data.care.filter((c) => !plan.jobs.some((j) => j.packId === c.packId && j.goal === c.goal)).slice(0, 12)
	);
</script>

<svelte:head><title>{plan.name} · Plan · Stack Tender</title></svelte:head>
<div class="page !max-w-none">
	<header class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b pb-3">
		<h1>Plan</h1>
		<p class="min-w-[14rem] flex-1 text-[13px]">
			<b>{plan.name}</b>{byTime ? `, by ${clockBeside(byTime, now)}` : ''} ·
			<span class="num">{plan.jobs.length}</span>
			{plan.jobs.length === 1 ? 'job' : 'jobs'}, <b class="num">{inTime}</b> in time{#if wear !== null}, wear
				<span class="num">{wear.toFixed(2)}</span> of standard{/if}
			{#if desk.progress !== null}
				<span class="ml-2 inline-flex items-center gap-2 align-middle"
					><Progress done={desk.progress} label="Planning" class="w-[90px]" /><button
						type="button"
						class="link"
						onclick={() => desk.cancel()}>enough</button
					></span
				>
			{/if}
		</p>
		<span class="no-print flex flex-wrap gap-2">
			<button
				class="btn"
				aria-expanded={open === 'hours'}
				onclick={() => (open = open === 'hours' ? null : 'hours')}>Hours</button
			>
			<button
				class="btn"
				aria-expanded={open === 'jobs'}
				onclick={() => (open = open === 'jobs' ? null : 'jobs')}>Jobs</button
			>
			<a class="btn" href="/api/v1/plans/{plan.id}/calendar.ics" download="plan.ics" data-sveltekit-reload
				>Calendar file</a
			>
			<Popover class="btn">
				{#snippet word()}More{/snippet}
				<ul class="grid gap-2">
					<li><a class="link" href="/plan/new">Another plan</a></li>
					<li><a class="link" href="/plan?all">All plans</a></li>
					<li><a class="link" href="/plan/season">The season</a></li>
					<li><button type="button" class="link" onclick={() => print()}>Print</button></li>
					<li>
						<a class="link" href="/api/v1/plans/{plan.id}/plan.csv" download="plan.csv" data-sveltekit-reload
							>As a table (CSV)</a
						>
					</li>
					<li>
						<button type="button" class="link !text-stop" onclick={() => void removePlan()}
							>Delete this plan</button
						>
					</li>
				</ul>
			</Popover>
		</span>
	</header>

	{#if open === 'hours'}
		<section class="border-b py-3" aria-label="Hours" data-open>
			<HoursEditor hours={plan.hours} from={plan.from} until={plan.until} onchange={setHours} />
		</section>
	{:else if open === 'jobs'}
		<JobsEditor
			jobs={plan.jobs}
			nameOf={names.job}
			packs={data.packs}
			packNames={data.names}
			{suggested}
			{now}
			onchoose={(id) => (chosen = id)}
			onremove={remove}
			onready={(packId) => add(packId, 'ready', '', byTime)}
			oncare={({ packId, goal, why }) => add(packId, goal, why, null)}
		/>
	{/if}

	{#if plan.jobs.length === 0}
		<p class="mt-4">
			No job is in this plan. <button type="button" class="link" onclick={() => (open = 'jobs')}
				>Add some</button
			>
		</p>
	{:else}
		<div class="mt-2">
			<PlanChart
				{from}
				until={shownUntil}
				hours={plan.hours}
				{channels}
				{planned}
				jobs={plan.jobs}
				nameOf={names.job}
				progressOf={(id) => desk.progressOf(id)}
				power={desk.power}
				{now}
				{chosen}
				onchoose={(id) => (chosen = chosen === id ? null : id)}
				onmove={(id, to) => {
					const job = plan.jobs.find((j) => j.id === id);
					if (job)
						change(
							job,
							to,
							`${names.job(id)} pinned: ${names.channel(to.channelId)}, ${clockBeside(to.startsAt, now)}.`
						);
				}}
			/>
		</div>
		{#if chosenJob}
			{#key chosenJob.id}
				<JobPanel
					job={chosenJob}
					name={names.job(chosenJob.id)}
					run={planned.find((p) => p.jobId === chosenJob.id) ?? null}
					progress={desk.progressOf(chosenJob.id)}
					odds={desk.explained?.odds.byJob[chosenJob.id] ?? null}
					why={whyOf(chosenJob.id)}
					channels={data.benchChannels}
					{now}
					onchange={(by, said) => change(chosenJob, by, said)}
					onremove={() => remove(chosenJob)}
					onstart={() => void start(chosenJob.id)}
					onclose={() => (chosen = null)}
				/>
			{/key}
		{/if}
		<div class="grid gap-x-10 gap-y-4 pt-2 lg:grid-cols-3">
			<section class="min-w-0" aria-label="Next for your hands">
				<h2>Next for your hands</h2>
				<ul>
					{#each acts.slice(0, 6) as act (`${act.jobId} ${act.kind} ${act.at}`)}
						{@const run = planned.find((p) => p.jobId === act.jobId)!}
						<li class="flex gap-3 py-[2px] text-[13px]">
							<span class="num w-[5.2rem] shrink-0" class:text-check={act.at < now}
								>{clockBeside(act.at, now)}</span
							>
							<button
								type="button"
								class="min-w-0 text-left hover:underline"
								onclick={() => (chosen = act.jobId)}>{sentenceCase(actWords(act, run, names))}</button
							>
						</li>
					{:else}<li class="quiet text-[13px]">
							{desk.progress !== null || desk.unkept ? 'Planning.' : 'Nothing more.'}
						</li>{/each}
				</ul>
			</section>
			<section class="min-w-0" aria-label="Does not fit">
				<h2>Does not fit</h2>
				<ul>
					{#each left as l (l.jobId)}
						<li class="py-[2px] text-[13px]">
							<button type="button" class="font-semibold hover:underline" onclick={() => (chosen = l.jobId)}
								>{names.job(l.jobId)}</button
							>{l.late ? ', late' : ''}: {whyOf(l.jobId)}
						</li>
					{:else}<li class="quiet text-[13px]">
							{desk.explained ? 'Everything fits.' : desk.progress !== null ? 'Planning.' : ''}
						</li>{/each}
				</ul>
			</section>
			<HeldUp held={desk.explained?.held ?? null} helps={desk.helps} looking={desk.thinking} {names} {now} />
		</div>
	{/if}

	{#if open === 'others'}
		<OtherWays
			others={desk.others}
			looking={desk.thinking}
			{now}
			ontake={(way) => void desk.takeOther(way)}
		/>
	{/if}

	<footer
		class="page-foot no-print"
		style:--c="var(--{stand.tone})"
		aria-label="How it stands"
		aria-live="polite"
	>
		<p class="text-[1.15rem] font-bold whitespace-nowrap" style:color="var(--{stand.tone})">{stand.word}</p>
		<p class="min-w-[12rem] flex-1 text-[13px]">
			{stand.text}
			{#if desk.explained && plan.until > now && toCome > 0}
				{readyWords(desk.explained.odds.all, toCome, inTime)}
			{/if}
		</p>
		{#if data.plans.length > 1}
			<div class="w-[11rem]">
				<Select
					label="Plan"
					value={plan.id}
					options={data.plans.map((p) => [p.id, p.name] as const)}
					onchange={(id) => void goto(`/plan/${id}`)}
				/>
			</div>
		{/if}
		<button
			class="btn !min-h-[44px]"
			aria-expanded={open === 'others'}
			onclick={() => (open = open === 'others' ? null : 'others')}
			>Other ways {desk.others.length || ''}</button
		>
		{#if next}
			<button
				class="btn btn-act !min-h-[44px]"
				data-next
				disabled={busy}
				onclick={() => (dueNow && next.kind === 'begin' ? void start(next.jobId) : (chosen = next.jobId))}
				>{dueNow && next.kind === 'begin'
					? `Start ${names.job(next.jobId)}`
					: `Next: ${clockBeside(next.at, now)}`}</button
			>
		{/if}
	</footer>
</div>
