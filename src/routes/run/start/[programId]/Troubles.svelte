<!-- What else may be seen at a step before the start: chosen, kept, and what follows from it done in one press. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import type { Trouble } from '$core/card/connect';
	import type { CheckEvidence } from '$core/log/check-evidence';
	import type { Pack } from '$core/pack/pack';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { send } from '$lib/ui/server/api';
	import { refresh } from '$lib/ui/server/refresh';

	interface Props {
		step: string;
		troubles: readonly Trouble[];
		programId: string;
		pack: Pack;
		mode: 'link' | 'by hand';
		evidence: CheckEvidence;
		/** Nothing may be started while one is chosen. */
		chosen: Trouble | null;
	}
	let { step, troubles, programId, pack, mode, evidence, chosen = $bindable() }: Props = $props();
	let asked = $state(false);
	let busy = $state(false);

	async function choose(trouble: Trouble) {
		chosen = trouble;
		busy = true;
		const sent = await send('POST', `/programs/${programId}/checks`, {
			mode,
			evidence: { ...evidence, answers: [...evidence.answers, { step, said: trouble.said }] },
			refused: `${trouble.said[0].toUpperCase()}${trouble.said.slice(1)}. ${trouble.then}`
		});
		busy = false;
		if (!sent.ok) toast.error(sent.message);
	}
	async function setCondition(condition: Pack['condition']) {
		const { id, ...fields } = pack;
		const sent = await send('PUT', `/packs/${id}`, { ...fields, condition });
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
	}
	async function follow(trouble: Trouble) {
		busy = true;
		const before = pack.condition;
		if (trouble.condition) {
			await setCondition(trouble.condition);
			offerUndo(`${pack.name} is noted as ${trouble.condition}: no program starts with it.`, () =>
				setCondition(before)
			);
		} else if (trouble.cools) {
			const sent = await send<{ id: string }>('POST', `/packs/${pack.id}/uses`, { felt: 'hot' });
			if (sent.ok) {
				await refresh();
				offerUndo(`${pack.name} cools for an hour.`, async () => {
					await send('DELETE', `/uses/${sent.value.id}`);
					await refresh();
				});
			} else toast.error(sent.message);
		}
		busy = false;
	}
</script>

<div class="pb-2 pl-7 text-[13px]">
	{#if chosen}
		<p class="text-stop" role="alert">
			<b>{chosen.said[0].toUpperCase()}{chosen.said.slice(1)}:</b>
			{chosen.then}
		</p>
		<p class="mt-1 flex flex-wrap gap-2">
			{#if chosen.condition && pack.condition !== chosen.condition}
				<button type="button" class="btn btn-stop" disabled={busy} onclick={() => void follow(chosen!)}
					>Note it as {chosen.condition}</button
				>
			{:else if chosen.cools}
				<button type="button" class="btn" disabled={busy} onclick={() => void follow(chosen!)}
					>Note that it cools</button
				>
			{/if}
			<button type="button" class="btn" onclick={() => ((chosen = null), (asked = false))}
				>It was not so after all</button
			>
		</p>
	{:else if asked}
		<p class="flex flex-wrap gap-2" role="group" aria-label="What is seen">
			{#each troubles as trouble (trouble.said)}
				<button type="button" class="btn" disabled={busy} onclick={() => void choose(trouble)}
					>{trouble.said}</button
				>
			{/each}
			<button type="button" class="btn" onclick={() => (asked = false)}>nothing of this</button>
		</p>
	{:else}
		<button type="button" class="link" onclick={() => (asked = true)}>Something is not so</button>
	{/if}
</div>
