<!-- The jobs of a plan: those in it, any pack to add, and the care that is due. -->
<script lang="ts">
	import type { Goal, Job } from '$core/plan/plan';
	import { GOAL_WORDS } from '$core/plan/words';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import { clockBeside } from './local-time';

	interface Props {
		jobs: readonly Job[];
		nameOf: (jobId: string) => string;
		/** Those that may be added. */
		packs: readonly { id: string; name: string }[];
		/** Names of all packs, by id. */
		packNames: Readonly<Record<string, string>>;
		/** Care that is due and not in the plan. */
		suggested: readonly { packId: string; goal: Goal; why: string }[];
		now: string;
		onchoose: (jobId: string) => void;
		onremove: (job: Job) => void;
		/** A pack to be ready by the plan's time. */
		onready: (packId: string) => void;
		oncare: (care: { packId: string; goal: Goal; why: string }) => void;
	}
	let { jobs, nameOf, packs, packNames, suggested, now, onchoose, onremove, onready, oncare }: Props =
		$props();
</script>

<section class="grid gap-x-10 gap-y-4 border-b py-3 lg:grid-cols-2" aria-label="Jobs">
	<div class="min-w-0">
		<h2>In the plan</h2>
		<ul>
			{#each jobs as job (job.id)}
				<li class="flex items-baseline gap-3 border-b py-1">
					<button
						type="button"
						class="min-w-0 flex-1 truncate text-left font-semibold hover:underline"
						onclick={() => onchoose(job.id)}>{nameOf(job.id)}</button
					>
					<span class="quiet text-[12.5px]"
						>{GOAL_WORDS[job.goal]}{job.due ? ` by ${clockBeside(job.due, now)}` : ''}, {job.matters}</span
					>
					<button type="button" class="link text-[12.5px]" onclick={() => onremove(job)}>take out</button>
				</li>
			{:else}<li class="quiet">No job yet.</li>{/each}
		</ul>
	</div>
	<div class="min-w-0">
		<h2>Add</h2>
		<div class="mt-1 max-w-[22rem]">
			<Combobox
				label="A pack to be ready"
				value=""
				items={packs.map((p) => ({ value: p.id, label: p.name }))}
				onchange={onready}
			/>
		</div>
		{#if suggested.length}
			<h3 class="mt-3 text-[13px] font-semibold">Care that is due</h3>
			<ul>
				{#each suggested as c (`${c.packId} ${c.goal}`)}
					<li class="flex items-baseline gap-3 border-b py-1 text-[13px]">
						<span class="min-w-0 flex-1"
							><b class="font-semibold">{packNames[c.packId]}</b>, {GOAL_WORDS[c.goal]}.
							<span class="quiet">{c.why}</span></span
						>
						<button type="button" class="link" onclick={() => oncare(c)}>add</button>
					</li>
				{/each}
			</ul>
		{/if}
	</div>
</section>
