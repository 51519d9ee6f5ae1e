<!-- What may not be as it should at one step before a start: chosen, it is kept and binds at once, and nothing is started. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import type { Trouble } from '$core/card/connect';
	import type { CheckEvidence } from '$core/log/check-evidence';
	import type { Pack } from '$core/pack/pack';
	import { observe } from '$lib/ui/pack/observe';
	import { send } from '$lib/ui/server/api';

	interface Props {
		step: string;
		troubles: readonly Trouble[];
		programId: string;
		/** The packs that it may be seen at: one, or all that are joined. */
		packs: readonly Pick<Pack, 'id' | 'name'>[];
		mode: 'link' | 'by hand';
		evidence: CheckEvidence;
		/** Nothing may be started while one is chosen. */
		chosen: Trouble | null;
	}
	let { step, troubles, programId, packs, mode, evidence, chosen = $bindable() }: Props = $props();
	let asked = $state(false);
	let busy = $state(false);
	/** Of joined packs it is asked at which one it was seen. */
	let noted = $state<string | null>(null);

	async function note(trouble: Trouble, pack: Pick<Pack, 'id' | 'name'>) {
		if (trouble.observes === null) return;
		noted = pack.id;
		if (!(await observe(pack, trouble.observes, () => (noted = null)))) noted = null;
	}
	async function choose(trouble: Trouble) {
		chosen = trouble;
		busy = true;
		const sent = await send('POST', `/programs/${programId}/checks`, {
			mode,
			evidence: { ...evidence, answers: [...evidence.answers, { step, said: trouble.said }] },
			refused: `${trouble.said[0].toUpperCase()}${trouble.said.slice(1)}. ${trouble.then}`
		});
		if (!sent.ok) toast.error(sent.message);
		if (packs.length === 1) await note(trouble, packs[0]);
		busy = false;
	}
</script>

<div class="pb-2 pl-7 text-[13px]">
	{#if chosen}
		<p class="text-stop" role="alert">
			<b>{chosen.said[0].toUpperCase()}{chosen.said.slice(1)}:</b>
			{chosen.then}
		</p>
		{#if chosen.observes && packs.length > 1 && noted === null}
			<p class="mt-1 flex flex-wrap gap-2" role="group" aria-label="At which pack">
				{#each packs as pack (pack.id)}
					<button
						type="button"
						class="btn btn-stop !min-h-[44px]"
						disabled={busy}
						onclick={() => void note(chosen!, pack)}>{pack.name}</button
					>
				{/each}
			</p>
		{/if}
		<p class="mt-1 flex flex-wrap items-center gap-2">
			{#if noted !== null}<span>Noted with {packs.find((p) => p.id === noted)?.name}.</span>{/if}
			{#if noted === null}<button
					type="button"
					class="btn !min-h-[44px]"
					onclick={() => ((chosen = null), (asked = false))}>It was not so after all</button
				>{/if}
		</p>
	{:else if asked}
		<p class="flex flex-wrap gap-2" role="group" aria-label="What is seen">
			{#each troubles as trouble (trouble.said)}
				<button type="button" class="btn !min-h-[44px]" disabled={busy} onclick={() => void choose(trouble)}
					>{trouble.said}</button
				>
			{/each}
			<button type="button" class="btn !min-h-[44px]" onclick={() => (asked = false)}>nothing of this</button>
		</p>
	{:else}
		<button type="button" class="link" onclick={() => (asked = true)}>Something is not so</button>
	{/if}
</div>
