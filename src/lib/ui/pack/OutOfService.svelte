<!-- A pack that may not be used: what was seen, what to do with it, and the ways back that there are. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import type { ConditionState } from '$core/pack-state/condition';
	import { OBSERVATION } from '$core/pack/observation';
	import { offerUndo } from '../frame/undo.svelte';
	import { send } from '../server/api';
	import { refresh } from '../server/refresh';
	import { moment } from '../words';

	let { condition }: { condition: ConditionState } = $props();
	const words: Partial<Record<string, string>> = OBSERVATION.what.words;
	let clearing = $state<string | null>(null);
	let because = $state('');

	async function takeBack(id: string, what: string) {
		const sent = await send('DELETE', `/observations/${id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
		offerUndo(`That it was ${what} is taken back as a mistaken entry.`, async () => {
			await send('POST', `/observations/${id}/restore`);
			await refresh();
		});
	}
	async function clear(event: SubmitEvent) {
		event.preventDefault();
		const sent = await send('POST', `/observations/${clearing}/clear`, { because });
		if (!sent.ok) return void toast.error(sent.message);
		clearing = null;
		because = '';
		await refresh();
	}
</script>

{#if condition.condition !== 'in service'}
	<section class="mt-3 border-l-4 border-stop py-1 pl-3" role="alert" data-out-of-service>
		<p>
			<b class="text-stop uppercase">{condition.condition}</b>
			<b>Nothing that passes current is offered.</b>
			{condition.act}
		</p>
		{#each condition.observed as o (o.id)}
			<div class="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px]">
				<span class="quiet">{words[o.what] ?? o.what}, {moment(o.at)}</span>
				<button type="button" class="link min-h-[32px]" onclick={() => void takeBack(o.id, o.what)}
					>Entered by mistake</button
				>
				{#if !o.effect.forGood && clearing !== o.id}
					<button type="button" class="link min-h-[32px]" onclick={() => (clearing = o.id)}
						>Clear it with a reason</button
					>
				{/if}
			</div>
			{#if clearing === o.id}
				<form class="mt-1 flex max-w-[36rem] flex-wrap items-end gap-2" onsubmit={clear}>
					<label class="min-w-[14rem] flex-1 text-[12.5px]"
						><span class="quiet">It is sound, because (kept in the log)</span>
						<input class="field mt-[2px]" bind:value={because} maxlength="400" /></label
					>
					<button class="btn" disabled={because.trim().length < 3}>Clear</button>
					<button type="button" class="btn" onclick={() => (clearing = null)}>Leave it</button>
				</form>
			{/if}
		{/each}
		<p class="quiet mt-1 text-[12.5px]">
			The pack maker's sheet and local rules for waste come before what stands here.
		</p>
	</section>
{/if}
