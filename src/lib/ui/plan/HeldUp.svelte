<!-- What holds a plan up, what would help, and what would bring nothing. -->
<script lang="ts">
	import type { Helps } from '$core/plan/outcome';
	import { helpWords, type Names } from '$core/plan/words';
	import { sentenceCase } from '$core/quantity/format';
	import type { Explained } from '$lib/workers/plan.worker';
	import { clockBeside } from './local-time';

	interface Props {
		/** What is used up and when; null while that is not known. */
		held: Explained['held'] | null;
		helps: readonly Helps[];
		/** More may still be found. */
		looking: boolean;
		names: Names;
		now: string;
	}
	let { held, helps, looking, names, now }: Props = $props();

	const HELD_SHOWN = 3;
	const FIRST_HELPS = 3;
	/** Less wear than this is none. */
	const LEAST_WEAR = 0.1;
	let allHelps = $state(false);
	const isHelp = (h: Helps) => h.gains.length > 0 || h.wearLess >= LEAST_WEAR;
	/** The most first: jobs gained, less those lost, then wear. */
	const helpful = $derived(
		helps
			.filter(isHelp)
			.sort(
				(a, b) =>
					b.gains.length - b.losses.length - (a.gains.length - a.losses.length) || b.wearLess - a.wearLess
			)
	);
	const idle = $derived(helps.filter((h) => !isHelp(h)));
</script>

<section class="min-w-0" aria-label="What holds it up">
	<h2>What holds it up</h2>
	{#if held}
		<p class="text-[13px]">
			{#each held.slice(0, HELD_SHOWN) as h, n (h.name)}{n ? ', then ' : ''}{n
					? h.name
					: sentenceCase(h.name)}
				<span class="num whitespace-nowrap">{clockBeside(h.from, now)} to {clockBeside(h.to, now)}</span
				>{/each}{held.length ? '.' : 'Nothing: there is more of everything than it needs.'}
		</p>
	{/if}
	<ul>
		{#each helpful.slice(0, allHelps ? helpful.length : FIRST_HELPS) as h (h.what)}<li class="text-[13px]">
				{helpWords(h, names)}
			</li>{/each}
	</ul>
	{#if helpful.length > FIRST_HELPS}<button
			type="button"
			class="link text-[12.5px]"
			onclick={() => (allHelps = !allHelps)}>{allHelps ? 'Only the first' : `All ${helpful.length}`}</button
		>{/if}
	{#if idle.length}
		<p class="quiet text-[12.5px]">
			Would bring nothing: {idle.map((h) => h.what.slice(0, 1).toLowerCase() + h.what.slice(1)).join(', ')}.
		</p>
	{/if}
	{#if looking}<p class="quiet text-[12.5px]" role="status">Still looking.</p>{/if}
</section>
