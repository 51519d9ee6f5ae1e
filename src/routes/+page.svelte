<script lang="ts">
	import { justUsed } from '$lib/ui/pack/just-used';
	import PutBack from '$lib/ui/charger/PutBack.svelte';
	import { endedWell } from '$core/log/run';
	import { cellsLabel } from '$core/pack/pack';
	import { feed } from '$lib/ui/server/live.svelte';
	import ReadinessMark from '$lib/ui/pack/ReadinessMark.svelte';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import { taskOf } from '$core/request/task';
	import { ago, checkHref, minutesOf } from '$lib/ui/words';
	import { actWords } from '$core/plan/words';
	import { sentenceCase } from '$core/quantity/format';
	import { clockBeside } from '$lib/ui/plan/local-time';
	import Workshop from '$lib/ui/frame/Workshop.svelte';

	let { data } = $props();

	const running = $derived(data.channels.filter((c) => c.run));
	const charging = $derived(new Set(running.map((c) => c.pack?.id)));
	const needing = $derived(data.needing.filter((p) => !charging.has(p.pack.id)));
	const toCheck = $derived(data.toCheck.filter((p) => !charging.has(p.pack.id)));
	/** Rows that are drawn before the others are asked for. */
	const FIRST_WAITING = 12;
	const FIRST_CHECKS = 3;
	/** What a new bench takes, in order; gone once a first run is in the book. */
	const steps = $derived([
		{
			name: 'A charger, from its printed specification',
			act: 'Describe a charger',
			href: '/chargers/new',
			done: data.channels.length > 0
		},
		{ name: 'A pack, from its label', act: 'Add a pack', href: '/packs/new', done: data.packs > 0 },
		{
			name: 'What the meter says of each cell',
			act: 'Take a reading',
			href: data.unmeasured ? `/packs/${data.unmeasured}#reading` : '/packs',
			done: data.measured > 0
		},
		{ name: 'A program, proved before it runs', act: 'Program', href: '/program', done: data.runs.length > 0 }
	]);
	const next = $derived(steps.find((s) => !s.done));
	const beginning = $derived(data.runs.length === 0 && running.length === 0 && next !== undefined);
	let allWaiting = $state(false);
	let allChecks = $state(false);
</script>

<svelte:head><title>Today · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1 border-b pb-3">
		<h1>Today</h1>
		<p>
			<span class="num text-[1.3rem] font-bold text-act">{data.ready}</span><span class="quiet ml-1"
				>of {data.inService} ready</span
			>
			<span class="num ml-4 text-[1.3rem] font-bold text-store">{data.stored}</span><span class="quiet ml-1"
				>at storage</span
			>
			<span class="num ml-4 text-[1.3rem] font-bold text-check">{needing.length}</span><span
				class="quiet ml-1">need a hand</span
			>
		</p>
	</header>

	{#if beginning}
		<section class="mt-5 max-w-[46rem]" aria-label="How to begin">
			<h2>{data.packs === 0 ? 'The shelf is empty' : 'How to go on'}</h2>
			<p class="quiet mt-1">From then on every program is computed.</p>
			<ol class="mt-2">
				{#each steps as step, i (step.name)}
					<li class="flex items-center gap-3 border-b py-2">
						<span class="num w-5 shrink-0 text-right" class:text-act={step.done}
							>{step.done ? '✓' : i + 1}</span
						>
						<span class="min-w-0 flex-1" class:quiet={step.done}>{step.name}</span>
						{#if !step.done}<a
								class="btn"
								class:btn-act={step === next}
								data-next={step === next ? '' : undefined}
								href={step.href}>{step.act}</a
							>{/if}
					</li>
				{/each}
			</ol>
		</section>
	{/if}
	{#if data.putBack.length}<PutBack values={data.putBack} />{/if}
	{#if data.packs > 0}
		<div class="grid gap-x-10 lg:grid-cols-[1.35fr_1fr]">
			<div class="min-w-0">
				{#if data.plan}
					{@const { plan } = data}
					<section class="mt-4" aria-label="Next in the plan">
						<h2>
							Next in the plan <a class="link ml-1 text-[13px]" href="/plan/{plan.id}">{plan.name}</a>
							{#if plan.moved && plan.plannedAt}<span class="quiet ml-1 text-[13px] font-normal"
									>{clockBeside(plan.plannedAt, data.now)}: {plan.moved}</span
								>{/if}
							{#if plan.behind}<span class="ml-1 text-[13px] font-normal text-check"
									>▲ no longer as planned: look at it</span
								>{/if}
						</h2>
						<ul>
							{#each plan.acts as { act, run, packs } (`${act.jobId} ${act.kind} ${act.at}`)}
								<li class="flex items-center gap-4 border-b py-1">
									<span class="num w-[4.8rem] shrink-0" class:text-check={act.at < data.now}
										>{clockBeside(act.at, data.now)}</span
									>
									<span class="min-w-0 flex-1"
										>{sentenceCase(
											actWords(act, run, {
												job: (id) => (id === act.jobId ? packs : id),
												channel: (id) => plan.channels[id] ?? '',
												clock: (at) => clockBeside(at, data.now)
											})
										)}</span
									>
									<a class="btn" data-next href="/plan/{plan.id}?job={act.jobId}">Open</a>
								</li>
							{/each}
						</ul>
					</section>
				{/if}
				<section class="mt-4">
					<h2>Charging now</h2>
					<ul>
						{#each running as c (c.channelId)}
							{@const values = feed.values.get(c.run!.id) ?? c.live}
							<li class="flex items-center gap-4 border-b py-2">
								{#if c.pack}<StackGlyph
										pack={c.pack}
										cellV={values?.cellV.length ? values.cellV : null}
										size={34}
									/>{/if}
								<span class="min-w-0 flex-1">
									<b>{c.pack?.name}</b>
									<span class="quiet">on {c.chargerName}{c.single ? '' : ` ${c.channelLabel}`}</span><br />
									{#if values}
										<span class="num"
											>{values.packV.toFixed(2)} V · {Math.abs(values.currentA).toFixed(1)} A · {Math.round(
												values.chargeAh * 1000
											)} mAh</span
										>
										<span class="quiet"
											>after {minutesOf(values.timeS)}, about {Math.round(c.run!.expectedMin ?? 0)} min in all</span
										>
									{:else}
										<span class={c.run!.status === 'starting' ? 'text-check' : 'quiet'}
											>{c.run!.mode === 'by hand'
												? 'keyed in by hand'
												: c.run!.status === 'starting'
													? 'told to start, no answer yet: look at the charger'
													: 'starting'}, since {ago(c.run!.startedAt, data.now)}</span
										>
									{/if}
								</span>
								<a class="btn" href="/run/{c.run!.id}"
									>{c.run!.mode === 'by hand' ? 'Write down the end' : 'Watch'}</a
								>
							</li>
						{:else}
							<li class="quiet border-b py-2">Nothing is charging.</li>
						{/each}
					</ul>
				</section>
				{#if data.toMeasure.length}
					<section class="mt-5">
						<h2>To measure again</h2>
						<ul>
							{#each data.toMeasure as { runId, name, after } (runId)}
								<li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2 sm:flex-nowrap">
									<span class="min-w-0 flex-1"
										><b class="font-semibold">{name}</b><br /><span class="text-[13px]">{after.sentence}</span
										></span
									>
									<a class="btn" href="/logbook/{runId}">Measure it</a>
								</li>
							{/each}
						</ul>
					</section>
				{/if}
				<section class="mt-5">
					<h2>Waiting for you</h2>
					<ul>
						{#each allWaiting ? needing : needing.slice(0, FIRST_WAITING) as { pack, reading, readiness } (pack.id)}
							<li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2 sm:flex-nowrap">
								<StackGlyph
									{pack}
									cellV={reading?.cellVoltagesV ?? null}
									packV={reading?.packVoltageV ?? null}
									charge={readiness}
									size={30}
								/>
								<span class="min-w-0 flex-1">
									<a class="font-semibold hover:underline" href="/packs/{pack.id}">{pack.name}</a>
									<span class="quiet num text-[12px]">{cellsLabel(pack)}</span><br />
									<span class="text-[13px]">{readiness.sentence}</span>
								</span>
								<ReadinessMark state={readiness.state} />
								{#if readiness.state === 'not read'}
									<a class="btn" data-next href="/packs/{pack.id}#reading">Measure it</a>
								{:else if readiness.state === 'low'}
									<a class="btn" data-next href="/program?pack={pack.id}">Program</a>
								{:else}
									<a class="btn" data-next href="/packs/{pack.id}">Open</a>
								{/if}
							</li>
						{:else}
							<li class="quiet border-b py-2">
								Nothing waits: every pack is ready, at storage, or charging.
							</li>
						{/each}
					</ul>
					{#if needing.length > 1}<p class="mt-1 text-[13px]">
							<a class="link" href="/parallel">Several of a kind? Charge them together</a>
						</p>{/if}
					{#if needing.length > FIRST_WAITING}
						<button type="button" class="link mt-2" onclick={() => (allWaiting = !allWaiting)}
							>{allWaiting ? 'Only the first' : `All ${needing.length}`}</button
						>
					{/if}
				</section>
				{#if data.readyPacks.length}
					<section class="mt-5">
						<h2>Ready to be used</h2>
						<ul>
							{#each data.readyPacks as pack (pack.id)}
								<li class="flex items-center gap-4 border-b py-1">
									<a class="min-w-0 flex-1 truncate font-semibold hover:underline" href="/packs/{pack.id}"
										>{pack.name}</a
									>
									<button type="button" class="btn" onclick={() => void justUsed(pack)}>I just used it</button
									>
								</li>
							{/each}
						</ul>
					</section>
				{/if}
				{#if toCheck.length}
					<section class="mt-5">
						<h2>Capacity to check <span class="quiet font-normal">{toCheck.length}</span></h2>
						<ul>
							{#each allChecks ? toCheck : toCheck.slice(0, FIRST_CHECKS) as { pack, maintenance } (pack.id)}
								<li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2 sm:flex-nowrap">
									<span class="min-w-0 flex-1">
										<a class="font-semibold hover:underline" href="/packs/{pack.id}">{pack.name}</a>
										<span class="quiet num text-[12px]">{cellsLabel(pack)}</span><br />
										<span class="text-[13px]">{maintenance.sentence}</span>
									</span>
									<a class="btn" href={checkHref(pack.id, maintenance.next)}
										>{taskOf(maintenance.next).name}</a
									>
								</li>
							{/each}
						</ul>
						{#if toCheck.length > FIRST_CHECKS}
							<button type="button" class="link mt-2" onclick={() => (allChecks = !allChecks)}
								>{allChecks ? 'Only the first' : `All ${toCheck.length}`}</button
							>
						{/if}
					</section>
				{/if}
			</div>
			<section class="mt-4 min-w-0">
				<h2>Last runs</h2>
				<ul>
					{#each data.runs as { run, packName } (run.id)}
						<li class="flex items-baseline justify-between gap-3 border-b py-2">
							<a class="min-w-0 hover:underline" href="/logbook/{run.id}"
								><b class="font-semibold">{packName}</b><br /><span class="quiet text-[12.5px]"
									>{ago(run.endedAt ?? run.startedAt, data.now)}</span
								></a
							>
							<span class="right whitespace-nowrap"
								><span class="num">{Math.round((run.chargeAh ?? 0) * 1000)}<span class="unit">mAh</span></span
								><br />
								<span class="text-[12.5px]" class:text-check={!endedWell(run)} class:quiet={endedWell(run)}
									>{run.endReason}</span
								></span
							>
						</li>
					{:else}
						<li class="quiet border-b py-2">No run yet.</li>
					{/each}
				</ul>
				<p class="mt-2"><a class="link" href="/logbook">Logbook</a></p>
				<Workshop
					ambientDegC={data.ambientDegC}
					presenceMin={data.presenceMin}
					watchStops={data.watchStops}
					walkMin={data.walkMin}
					places={data.places}
				/>
			</section>
		</div>
	{/if}
</div>
