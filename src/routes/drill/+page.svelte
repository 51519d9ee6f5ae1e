<script lang="ts">
	let { data } = $props();
	const ABOUT = {
		1: 'One look tells, if it is the right one.',
		2: 'Two things look alike; one of them burns.',
		3: 'Rare, slow, or nothing at all.'
	} as const;
	const played = $derived(data.grades.some((g) => g.done > 0));
</script>

<svelte:head><title>Drill · Stack Tender</title></svelte:head>
<div class="page">
	<header class="border-b pb-3">
		<h1>Drill</h1>
		<p class="quiet">
			A simulated charger, a simulated pack, and something hidden. Read, look, decide; nothing can burn here.
		</p>
	</header>
	<ul class="mt-2 max-w-[46rem]">
		{#each data.grades as g (g.grade)}
			<li class="flex flex-wrap items-center gap-x-6 gap-y-1 border-b py-3">
				<span class="min-w-0 flex-1"
					><b class="text-[1.1rem]">Grade {g.grade}</b><br /><span class="quiet">{ABOUT[g.grade]}</span></span
				>
				<span class="num text-right">
					{#if g.done}{g.right} of {g.done} right{#if g.unsafe}<br /><span class="text-stop"
								>{g.unsafe} let go on that burn{g.unsafe === 1 ? 's' : ''}</span
							>{/if}{:else}<span class="quiet">not played</span>{/if}
				</span>
				<a
					class="btn !min-h-[44px]"
					class:btn-act={g.grade === 1 || played}
					data-next={g.grade === 1 ? '' : undefined}
					href="/drill/{g.grade}/{g.nextSeed}">{g.done ? 'The next one' : 'Begin'}</a
				>
			</li>
		{/each}
	</ul>
</div>
