<!-- The course in words: phases, what stood out, resistance from steps of the current. -->
<script lang="ts">
	import { phaseText, type LogAnalysed } from '$core/diagnose/log-phases';

	let { read, runId, odd }: { read: LogAnalysed; runId: string; odd: boolean } = $props();

	/** The middle step tells most: the first and the last are seldom of a settled pack. */
	const step = $derived(read.steps.length ? read.steps[read.steps.length >> 1] : null);
	const mohm = (ohm: number) => (1000 * ohm).toFixed(ohm < 0.02 ? 1 : 0);
</script>

<h2 class="mt-4">In words</h2>
<ol class="mt-1 text-[13px]" data-course-words>
	{#each read.phases as p (p.fromS)}<li class="border-b py-[2px] first-letter:uppercase">
			{phaseText(p)}
		</li>{/each}
	{#each read.events as e (e.atS + e.sentence)}<li class="border-b py-[2px]">
			<b class="text-check">▲</b>
			{e.sentence}
		</li>{/each}
	{#if step}
		<li class="border-b py-[2px]">
			From {step.fromA.toFixed(1)} to {step.toA.toFixed(1)} A at {Math.round(step.atS / 60)} min: {mohm(
				step.packOhm
			)} mΩ in all{#if step.cellOhm.length > 1}, cells {step.cellOhm.map(mohm).join(' ')}{/if}
		</li>
	{/if}
</ol>
{#if odd || read.events.length}
	<p class="mt-1 text-[13px]"><a class="link" href="/diagnose?run={runId}">Find out why</a></p>
{/if}
