<!-- Whether the chosen batch may be joined, why not, and the ways on. -->
<script lang="ts">
	import { reachable } from '$lib/ui/frame/reachable';
	import type { Proposal } from './proposal';

	interface Props {
		/** Its packs. */
		ids: readonly string[];
		letter: string;
		tone: 'act' | 'check' | 'stop';
		proposal: Proposal | null;
		/** How far apart they are at the worst cell position, mV, and how old the oldest reading is. */
		apartMv: number;
		readWithin: string;
		/** Its channel is free now. */
		mayStart: boolean;
		busy: boolean;
		oncard: () => void;
		onjoin: () => void;
	}
	let { ids, letter, tone, proposal, apartMv, readWithin, mayStart, busy, oncard, onjoin }: Props = $props();
	const gravity = { stop: 0, check: 1, note: 2 };
</script>

<section class="page-foot" style:--c="var(--{tone})" aria-label="Verdict" aria-live="polite">
	<p class="text-[1.2rem] font-bold" style:color="var(--{tone})">
		{proposal?.verdict === 'stop'
			? `■ ${letter} must not be joined`
			: !proposal
				? `Batch ${letter}`
				: proposal.findings.some((f) => f.severity === 'check')
					? `▲ ${letter}: look first`
					: `● ${letter} may go`}
	</p>
	<ul
		use:reachable
		aria-label="Findings"
		class="max-h-[5.5rem] min-w-0 flex-1 basis-[20rem] overflow-y-auto max-sm:basis-full text-[13px]"
	>
		{#each (proposal?.findings ?? [])
			.filter((f) => f.severity !== 'note')
			.sort((a, b) => gravity[a.severity] - gravity[b.severity]) as f (f.rule)}
			<li data-rule={f.rule}>
				<b style:color="var(--{f.severity})">{f.severity === 'stop' ? 'Stop' : 'Check'}:</b>
				{f.sentence}
			</li>
		{:else}
			<li>
				Same chemistry, same cells, every position within <b class="num">{apartMv} mV</b>, all read within
				<b class="num">{readWithin}</b>.
			</li>
		{/each}
	</ul>
	<span class="flex flex-wrap gap-3">
		<a class="btn !min-h-[44px]" href="/plan/new?joined={ids.join('.')}">Plan {letter}</a>
		<button
			class="btn !min-h-[44px]"
			disabled={busy || !proposal || proposal.verdict === 'stop'}
			onclick={() => oncard()}>Key-in card of {letter}</button
		>
		<button
			class="btn btn-act !min-h-[44px]"
			disabled={busy || !proposal || proposal.verdict === 'stop' || !mayStart}
			onclick={() => onjoin()}>Check and join {letter}</button
		>
	</span>
</section>
