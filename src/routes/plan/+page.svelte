<script lang="ts">
	import { dayAndClock } from '$lib/ui/words';
	let { data } = $props();
	const coming = $derived(data.plans.filter((p) => p.until > data.now));
	const past = $derived(data.plans.filter((p) => p.until <= data.now));
</script>

<svelte:head><title>Plan · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center gap-x-6 gap-y-2 border-b pb-3">
		<h1>Plan</h1>
		<p class="quiet flex-1">Which pack on which channel when, and when to be there.</p>
		<a class="btn" href="/plan/season">The season</a>
		<a class="btn btn-act" data-next href="/plan/new">Plan a day</a>
	</header>
	{#if data.packs === 0 || data.chargers === 0}
		<p class="mt-4 max-w-[40rem]">
			A plan needs a {data.packs === 0 ? 'pack' : 'charger'} first:
			<a class="link" href={data.packs === 0 ? '/packs/new' : '/chargers/new'}
				>{data.packs === 0 ? 'add one' : 'describe one'}</a
			>.
		</p>
	{/if}
	{#if !data.plans.length}
		<p class="mt-4 max-w-[40rem]">
			Nothing is planned. Say which packs are to be ready by when, and when you are at the bench: the plan
			says which charges where, what does not fit, and what would make it fit.
		</p>
	{/if}
	{#each [['To come', coming], ['Before', past]] as const as [name, plans] (name)}
		{#if plans.length}
			<section class="mt-5">
				<h2>{name}</h2>
				<ul>
					{#each plans as plan (plan.id)}
						<li class="flex flex-wrap items-baseline gap-x-4 border-b py-2">
							<a class="font-semibold hover:underline" href="/plan/{plan.id}">{plan.name}</a>
							<span class="quiet num text-[12.5px]"
								>{dayAndClock(plan.from)} to {dayAndClock(plan.until)}</span
							>
							<span class="quiet text-[12.5px]"
								>{plan.jobs.length}
								{plan.jobs.length === 1 ? 'job' : 'jobs'}, {plan.planned.filter((p) => p.inTime).length} in time</span
							>
						</li>
					{/each}
				</ul>
			</section>
		{/if}
	{/each}
</div>
