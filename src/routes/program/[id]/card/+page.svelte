<script lang="ts">
	import KeyFirst from '$lib/ui/program/KeyFirst.svelte';
	import { cellsLabel } from '$core/pack/pack';

	let { data } = $props();
	const keyedFirst = $derived(data.card.first.length > 0 || data.keyed.length > 0);
	const parts = $derived([
		{
			title: data.card.steps.length
				? 'The same for every step'
				: `${keyedFirst ? 'Then the' : 'The'} program, in the order it asks`,
			lines: data.card.then
		},
		{ title: 'Afterwards, put back', lines: data.card.putBack }
	]);
</script>

<svelte:head><title>Key-in card, {data.pack.name} · Stack Tender</title></svelte:head>
<div class="page max-w-[44rem]">
	<p class="no-print mb-3 flex flex-wrap gap-3">
		<a class="btn" href={data.back}>{data.joining ? 'Back to Parallel' : 'Back to the program'}</a>
		<button class="btn" onclick={() => window.print()}>Print</button>
		<a class="btn btn-act" data-next href="/run/start/{data.programId}">Check and connect</a>
	</p>
	<article class="card border-2 p-5">
		<header class="flex flex-wrap items-baseline justify-between gap-x-4 border-b pb-2">
			<h1>{data.pack.name}</h1>
			<p class="num">{cellsLabel(data.pack)} · {Math.round(data.pack.capacityAh * 1000)} mAh</p>
			<p class="w-full">
				{data.taskName} on
				<b>{data.charger.name}{data.charger.channels > 1 ? `, channel ${data.channelLabel}` : ''}</b>
			</p>
		</header>
		<KeyFirst
			programId={data.programId}
			chargerId={data.chargerId}
			lines={data.card.first}
			keyed={data.keyed}
		/>
		{#if data.joining}
			<section aria-label="Joined first" data-joining>
				<h2 class="mt-4">Joined first, on {data.joining.board ?? 'the board'}</h2>
				<ol class="mt-1">
					{#each data.joining.names as name, i (name)}
						<li class="grid grid-cols-[1.6rem_9rem_1fr] items-baseline gap-x-2 border-b py-[7px]">
							<span class="quiet num">{i + 1}</span>
							<span class="quiet">main lead</span>
							<b class="text-[1.15rem]">{name}</b>
						</li>
					{/each}
					<li class="grid grid-cols-[1.6rem_9rem_1fr] items-baseline gap-x-2 border-b py-[7px]">
						<span class="quiet num">{data.joining.names.length + 1}</span>
						<span>then wait</span>
						<span
							>{#if data.joining.levelMin > 0}<b class="num text-[1.15rem]"
									>{Math.max(1, Math.ceil(data.joining.levelMin))} min</b
								>{#if data.joining.whyLevel}<span class="quiet block text-[12.5px]"
										>{data.joining.whyLevel}</span
									>{/if}{:else}<b>not at all</b><span class="quiet ml-3 text-[12.5px]">they are level</span
								>{/if}</span
						>
					</li>
					{#if data.joining.byCell}
						<li class="grid grid-cols-[1.6rem_9rem_1fr] items-baseline gap-x-2 border-b py-[7px]">
							<span class="quiet num">{data.joining.names.length + 2}</span>
							<span>balance leads</span>
							<span>in the same order, each into a <b class="num">{data.cells}S</b> port of the board</span>
						</li>
					{/if}
				</ol>
			</section>
		{/if}
		{#each parts as part (part.title)}
			{#if part.lines.length}
				<h2 class="mt-4">{part.title}</h2>
				<ol class="mt-1">
					{#each part.lines as line, i (line.what)}
						<li class="grid grid-cols-[1.6rem_9rem_1fr] items-baseline gap-x-2 border-b py-[7px]">
							<span class="quiet num">{i + 1}</span>
							<span>{line.what}</span>
							<span
								><b class="num text-[1.15rem]">{line.value}</b>{#if line.remark}<span
										class="quiet ml-3 text-[12.5px]">{line.remark}</span
									>{/if}</span
							>
						</li>
					{/each}
				</ol>
			{/if}
		{/each}
		{#if data.card.steps.length}
			<h2 class="mt-4">In steps, because the charger has no such program</h2>
			<ol class="mt-1">
				{#each data.card.steps as step, i (i)}
					<li class="grid grid-cols-[1.6rem_9rem_1fr] items-baseline gap-x-2 border-b py-[7px]">
						<span class="quiet num">{i + 1}</span><b>{step.name}</b><span>{step.how}</span>
					</li>
				{/each}
			</ol>
		{/if}
		{#each data.card.beware as words (words)}<p class="mt-2 border-l-2 pl-3">{words}</p>{/each}
		<p class="mt-4">
			The charger must read <b class="num">{data.cells}S</b>. If it reads anything else, stop.
			{#if data.timeMin && data.chargeAh}
				Expect <b class="num">{Math.round(data.timeMin.median)}</b> min ({Math.round(data.timeMin.p5)} to {Math.round(
					data.timeMin.p95
				)}), about
				<b class="num">{Math.round(data.chargeAh.median * 1000)}</b>
				{data.moves === 'out' ? 'mAh out' : 'mAh'}{#if data.endV !== null}, ending at
					<b class="num">{data.endV.toFixed(1)}</b> V{/if}.
			{/if}
		</p>
		{#each data.checks as sentence (sentence)}<p class="mt-2 border-l-2 border-check pl-3">
				{sentence}
			</p>{/each}
		<p class="quiet mt-4 text-[12.5px]">
			Plug in: supply, charger, charge lead into the charger, {#if data.joining}the board’s main and balance
				lead last, once they are level{:else}{data.leads.text}{/if}; red to red, black pin to the marked end.
			Afterwards unplug promptly, at the pack:
			{data.unplug
				.text}.{#each [...new Set([data.leads.why, data.unplug.why])].filter(Boolean) as why (why)}
				<span class="block">Order {why}.</span>{/each} Stay with it. Hot or swelling: stop at the charger, leave
			it, get out if it smokes.
		</p>
	</article>
</div>
