<!-- Odds of causes: a bar each, a mark where it began, what moved it; those that cannot be say why. -->
<script lang="ts">
	import type { Report } from '$lib/server/services/diagnose/report';

	let { report }: { report: Report } = $props();
	const FEW = 6;
	let all = $state(false);
	let open = $state<string | null>(null);
	const shown = $derived(report.causes.filter((c) => c.impossible !== null || c.now >= 0.01));
	const list = $derived(all ? report.causes : shown.slice(0, FEW));
	const percent = (p: number) => (p > 0 && p < 0.01 ? '<1' : String(Math.round(100 * p)));
</script>

<h2 class="border-b pb-2">What it may be</h2>
<ol data-causes>
	{#each list as c, i (c.id)}
		<li class="grid grid-cols-[58px_minmax(0,1fr)] gap-x-3 border-b py-2" data-cause={c.id}>
			<p
				class="num text-right leading-tight font-semibold"
				class:text-[1.45rem]={i === 0}
				class:text-[1.05rem]={i > 0}
			>
				{c.impossible !== null ? '0' : percent(c.now)}<span class="unit">%</span>
			</p>
			<div class="min-w-0">
				<button
					type="button"
					class="min-h-[26px] text-left font-semibold hover:underline"
					aria-expanded={open === c.id}
					onclick={() => (open = open === c.id ? null : c.id)}
					>{c.name}{#if c.burns}<span class="ml-2 text-[12.5px] text-stop">▲ can burn</span>{/if}</button
				>
				<div class="bar" aria-hidden="true">
					<span style:width="{100 * c.now}%" style:background={c.burns ? 'var(--stop)' : 'var(--act)'}></span>
					<i style:left="{100 * c.before}%"></i>
				</div>
				<p class="mt-1 text-[12.5px]">
					{#if c.impossible !== null}
						<span class="quiet">cannot be: {c.impossible}</span>
					{:else}
						{#each c.for as f (f)}<span class="mr-2 text-act">+ {f}</span>{/each}
						{#each c.against as a (a)}<span class="quiet mr-2">− {a}</span>{/each}
					{/if}
				</p>
				{#if c.sum && c.impossible === null}<p class="num text-[12.5px]">{c.sum}</p>{/if}
				{#if open === c.id}
					<p class="mt-1 text-[13px]"><span class="quiet">Told apart by:</span> {c.tells}</p>
					<ul class="mt-1 list-disc pl-5 text-[13px]">
						{#each c.remedies as r (r)}<li>{r}</li>{/each}
					</ul>
					{#if c.never}<p class="mt-1 text-[13px] text-stop">{c.never}</p>{/if}
				{/if}
			</div>
		</li>
	{:else}
		<li class="quiet py-2">
			Nothing that is known fits. Ask somebody who can look at it, and keep it unplugged.
		</li>
	{/each}
</ol>
<p class="quiet mt-2 text-[12.5px]">
	{percent(report.none)} % something else, {percent(report.two)} % two at once · the black mark is where each began
	{#if report.causes.length > FEW}<button type="button" class="link ml-2" onclick={() => (all = !all)}
			>{all ? 'only the likeliest' : `all ${report.causes.length}`}</button
		>{/if}
</p>

<style>
	.bar {
		position: relative;
		height: 8px;
		margin-top: 3px;
		border: var(--stroke) solid var(--rule);
		background: var(--panel);
	}
	.bar span {
		display: block;
		height: 100%;
	}
	.bar i {
		position: absolute;
		top: -3px;
		bottom: -3px;
		width: 2px;
		background: var(--ink);
	}
</style>
