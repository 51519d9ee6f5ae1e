<!-- Every limit that bears on a setting, least first; the first one binds. Long ones are cut so that the short ones show. -->
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
	const full = $derived(Math.min(rungs.at(-1)?.value ?? 1, 2 * (rungs[0]?.value || 1)));
</script>

<ol class="grid gap-y-[3px]" aria-label="Limits, least first">
	{#each rungs as rung (rung.id)}
		{@const binds = rung.id === decidedBy}
		<li class="grid grid-cols-[1fr_3.4rem] items-end gap-x-3 leading-tight">
			<span class="min-w-0">
				<span
					class="block truncate text-[12px]"
					class:font-semibold={binds}
					class:text-act={binds}
					class:quiet={!binds}>{rung.label}</span
				>
				<span class="block h-[3px] bg-rule/60" aria-hidden="true">
					<span
						class="block h-full"
						style:width="{Math.min(100, (100 * rung.value) / full)}%"
						style:background={binds ? 'var(--act)' : 'color-mix(in srgb, var(--act) 38%, var(--rule))'}
					></span>
				</span>
			</span>
			<span class="num right text-[12px]" class:font-bold={binds} class:text-act={binds} class:quiet={!binds}
				>{show(rung.value)}</span
			>
		</li>
	{/each}
</ol>
