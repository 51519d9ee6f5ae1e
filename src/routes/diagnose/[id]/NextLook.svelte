<!-- The one next look: what each cause would read, the answers to press, how sure, and what to do where it cannot be told. -->
<script lang="ts">
	import { clueOf, type ClueId } from '$core/diagnose/clue';
	import { SURENESS, type Sureness } from '$core/diagnose/infer';
	import type { Report } from '$lib/server/services/diagnose/report';
	import ToggleGroup from '$lib/ui/control/ToggleGroup.svelte';

	interface Props {
		report: Report;
		busy: boolean;
		onanswer: (clue: ClueId, answer: string, sure: Sureness) => void;
		onskip: (clue: ClueId) => void;
	}
	let { report, busy, onanswer, onskip }: Props = $props();
	const next = $derived(report.next!);
	const clueId = $derived(next.clue);
	const clue = $derived(clueOf(clueId));
	let sure = $state<Sureness>('sure');
	$effect(() => {
		// Another look, another doubt; the same one drawn anew keeps it.
		void clueId;
		sure = 'sure';
	});
	/**
	 * Whether the likeliest causes would read apart; a glance for danger is asked for whatever they
	 * are.
	 */
	const tells = $derived(next.reads.some((r) => Math.abs(r.then - r.now) >= 0.02));
	const nameOf = (id: string) => report.causes.find((c) => c.id === id)?.name ?? id;
	/** Nothing is ever certain. */
	const percent = (p: number) => `${Math.min(99, Math.round(100 * p))}`;
	const takes = $derived(
		clue.minutes < 1
			? `${Math.round(60 * clue.minutes)} s`
			: clue.minutes < 120
				? `${clue.minutes} min`
				: `${Math.round(clue.minutes / 60)} h`
	);
</script>

<section class="border-2 border-ink bg-panel p-4" aria-label="Next look" data-next-look={next.clue}>
	<div class="flex flex-wrap items-baseline justify-between gap-x-4">
		<h2 class="text-[1.1rem]">{clue.asks}</h2>
		<p class="quiet num text-[12.5px]">
			{takes} · {clue.passesCurrent
				? 'current flows: only now that danger is excluded'
				: 'nothing flows for it'}
		</p>
	</div>
	<div class="mt-2 flex flex-wrap gap-2">
		{#each next.answers as a (a.answer)}
			<button
				type="button"
				class="btn !min-h-[44px] first-letter:uppercase"
				disabled={busy}
				onclick={() => onanswer(next.clue, a.answer, sure)}>{a.answer}</button
			>
		{/each}
		<button
			type="button"
			class="btn !min-h-[44px] border-dashed"
			disabled={busy}
			onclick={() => onskip(next.clue)}>cannot tell</button
		>
	</div>
	<div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[12.5px]">
		<ToggleGroup
			label="How sure"
			look="buttons"
			class="flex gap-1"
			value={sure}
			options={SURENESS.map((s) => [s, s] as const)}
			onchange={(s) => (sure = s)}
		/>
		{#if next.otherwise}<span class="quiet">next best: {clueOf(next.otherwise).asks.toLowerCase()}</span>{/if}
	</div>
	{#if tells}
		<table class="mt-3 w-full text-[13px]">
			<thead>
				<tr class="quiet text-left">
					<th class="pr-3 font-normal">if it is</th><th class="pr-3 font-normal">you would find</th><th
						class="font-normal">then it is that</th
					>
				</tr>
			</thead>
			<tbody>
				{#each next.reads as r (r.causeId)}
					<tr class="align-baseline">
						<td class="py-[2px] pr-3">{nameOf(r.causeId)}</td>
						<td class="pr-3">{r.answer}</td>
						<td class="num whitespace-nowrap">{percent(r.now)} → {percent(r.then)} %</td>
					</tr>
				{/each}
			</tbody>
		</table>
	{:else}
		<p class="quiet mt-3 text-[13px]">
			Asked first, whatever it is: it costs nothing, and it may end everything else.
		</p>
	{/if}
</section>
