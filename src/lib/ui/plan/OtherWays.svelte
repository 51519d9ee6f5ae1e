<!-- The same day planned for something else, each with what it comes to. -->
<script lang="ts">
	import { daysWords } from '$core/plan/words';
	import type { OtherWay } from '$lib/workers/plan.worker';
	import { clockBeside } from './local-time';
	import { TASTE_WORDS } from './plan-desk.svelte';

	interface Props {
		others: readonly OtherWay[];
		/** More may still be found. */
		looking: boolean;
		now: string;
		ontake: (way: OtherWay) => void;
	}
	let { others, looking, now, ontake }: Props = $props();
</script>

<section class="mt-3 border-t pt-3" aria-label="Other ways">
	<h2>Other ways to plan it</h2>
	<div class="grid gap-x-8 gap-y-3 md:grid-cols-3">
		{#each others as way (way.taste)}
			{@const s = way.outcome.summary}
			<div class="min-w-0 border-b pb-2">
				<p><b>For {TASTE_WORDS[way.taste]}</b></p>
				<p class="text-[13px]">
					<span class="num">{s.inTime}</span> in time{s.late ? `, ${s.late} late` : ''}, wear
					<span class="num">{s.wear?.toFixed(2) ?? '0'}</span>, <span class="num">{s.visits}</span>
					{s.visits === 1 ? 'visit' : 'visits'}{s.overAt ? `, over ${clockBeside(s.overAt, now)}` : ''}.
					{daysWords(way.odds.all)} of 100 such days have all of them.
				</p>
				<button type="button" class="btn mt-1" onclick={() => ontake(way)}>Take this one</button>
			</div>
		{:else}<p class="quiet">{looking ? 'Still looking.' : 'None found.'}</p>{/each}
	</div>
</section>
