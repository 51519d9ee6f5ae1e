<!-- What was seen on a run over a link, the gravest in its colour; each also says in a word how grave it is. -->
<script lang="ts">
	import type { KeptWatched } from '$core/follow/watched';

	let { seen, runId }: { seen: readonly KeptWatched[]; runId: string } = $props();
</script>

<ul class="mt-1 text-[13px]" data-seen>
	{#each seen as s (s.id)}
		<li class="border-b py-1">
			<span class="num quiet mr-2">{Math.round(s.timeS / 60)} min</span>
			<b class={s.severity === 'stop' ? 'text-stop' : 'text-check'}
				>{s.severity === 'stop' ? 'Stop' : 'Look'}:</b
			>
			{s.sentence}
			{#if s.stopped}<b>The charger was told to stop.</b>{/if}
		</li>
	{/each}
</ul>
<p class="mt-1 text-[13px]"><a class="link" href="/diagnose?run={runId}">Find out why</a></p>
