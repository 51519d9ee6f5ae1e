<script lang="ts">
	let { data } = $props();
	const KINDS = $derived([
		{
			id: 'faults',
			title: 'Something is hidden',
			about: 'Read, look, decide what it is and whether charge may go on.',
			path: '/drill',
			grades: data.faults,
			words: [
				'One look tells, if it is the right one.',
				'Two things look alike; one of them burns.',
				'Rare, slow, or nothing at all.'
			],
			unsafe: (n: number) => `${n} let go on that burn${n === 1 ? 's' : ''}`
		},
		{
			id: 'programs',
			title: 'Set it up by hand',
			about: 'A pack, a channel, an empty program. The checks are silent until you commit.',
			path: '/drill/program',
			grades: data.programs,
			words: [
				'Lithium, and a channel that can.',
				'Every chemistry, and watts that bind.',
				'Half of them hide something; some must not be charged.'
			],
			unsafe: (n: number) => `${n} would have been stopped`
		}
	]);
</script>

<svelte:head><title>Drill · Stack Tender</title></svelte:head>
<div class="page">
	<header class="border-b pb-3">
		<h1>Drill</h1>
		<p class="quiet">Simulated chargers and packs: nothing can burn here, and what was decided is kept.</p>
	</header>
	{#each KINDS as kind (kind.id)}
		<section class="mt-4 max-w-[46rem]" aria-label={kind.title} data-kind={kind.id}>
			<h2>{kind.title}</h2>
			<p class="quiet text-[13px]">{kind.about}</p>
			<ul class="mt-1 border-t">
				{#each kind.grades as g, k (g.grade)}
					<li class="flex flex-wrap items-center gap-x-6 gap-y-1 border-b py-3">
						<span class="min-w-0 flex-1"
							><b class="text-[1.1rem]">Grade {g.grade}</b><br /><span class="quiet">{kind.words[k]}</span
							></span
						>
						<span class="num text-right">
							{#if g.done}{g.right} of {g.done} right{#if g.unsafe}<br /><span class="text-stop"
										>{kind.unsafe(g.unsafe)}</span
									>{/if}{:else}<span class="quiet">not played</span>{/if}
						</span>
						<a
							class="btn !min-h-[44px]"
							class:btn-act={g.grade === 1 || kind.grades.some((x) => x.done > 0)}
							data-next={g.grade === 1 && kind.id === 'faults' ? '' : undefined}
							href="{kind.path}/{g.grade}/{g.nextSeed}">{g.done ? 'The next one' : 'Begin'}</a
						>
					</li>
				{/each}
			</ul>
		</section>
	{/each}
</div>
