<!-- Every limit that bears on a setting, least first, to one scale; the first one binds. What lies far beyond runs off the scale, with an arrow. -->
<script lang="ts">
	import type { Candidate } from '$core/program/decide';

	interface Props {
		candidates: Candidate[];
		decidedBy: string;
		/** A value as it is written. */
		show: (value: number) => string;
		most?: number;
	}
	let { candidates, decidedBy, show, most = 5 }: Props = $props();

	const rungs = $derived(candidates.slice(0, most));
	/**
	 * Limits so many times the least run off the scale: drawn out, the one that binds would not be
	 * seen.
	 */
	const FURTHEST = 5;
	const full = $derived(Math.min(rungs.at(-1)?.value ?? 1, FURTHEST * (rungs[0]?.value || 1)));
	/** The one that is read in full; long names are cut otherwise. */
	let whole = $state('');
</script>

<ol class="grid gap-y-[3px]" aria-label="Limits, least first">
	{#each rungs as rung (rung.id)}
		{@const binds = rung.id === decidedBy}
		<li class="grid grid-cols-[1fr_3.4rem] items-end gap-x-3 leading-tight">
			<span class="min-w-0">
				<!-- Its whole text is read out anyway: a press is for the eye alone, and no stop for the keyboard. -->
				<button
					type="button"
					tabindex="-1"
					class="block w-full cursor-default text-left text-[12px]"
					class:truncate={whole !== rung.id}
					title={rung.label}
					onclick={() => (whole = whole === rung.id ? '' : rung.id)}
					class:font-semibold={binds}
					class:text-act={binds}
					class:quiet={!binds}>{rung.label}</button
				>
				<span class="relative block h-[3px] bg-rule/60" aria-hidden="true">
					<span
						class="block h-full"
						style:width="{Math.min(100, (100 * rung.value) / full)}%"
						style:background={binds ? 'var(--act)' : 'color-mix(in srgb, var(--act) 38%, var(--rule))'}
					></span>
					{#if rung.value > full * 1.001}<span class="off"></span>{/if}
				</span>
			</span>
			<span class="num right text-[12px]" class:font-bold={binds} class:text-act={binds} class:quiet={!binds}
				>{show(rung.value)}</span
			>
		</li>
	{/each}
</ol>

<style>
	/* Off the scale: the bar goes on. */
	.off {
		position: absolute;
		right: -5px;
		top: -2px;
		border: 3.5px solid transparent;
		border-left: 5px solid color-mix(in srgb, var(--act) 38%, var(--rule));
		border-right: 0;
	}
</style>
