<!-- A charger that does not answer: what that may mean, and how the run is closed where it stays away. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import { refresh } from '$lib/ui/server/refresh';
	import type { Run } from '$core/log/run';
	import { send } from '$lib/ui/server/api';
	import type { Pack } from '$core/pack/pack';
	import { clock } from '$lib/ui/words';
	import EndByHand from './EndByHand.svelte';

	let { run, pack, hasValues }: { run: Run; pack: Pack | null; hasValues: boolean } = $props();

	let asked = $state(false);
	let writing = $state(false);
	let busy = $state(false);
	let message = $state('');

	async function close() {
		busy = true;
		const sent = await send<Run>('POST', `/runs/${run.id}/close`);
		busy = false;
		message = sent.ok ? '' : sent.message;
		if (sent.ok)
			toast('Closed with what is known. If the charger is found charging, the run is taken up again.');
		await refresh();
	}
</script>

<div class="mb-3 border-b pb-3" role="alert">
	{#if run.status === 'starting'}
		<p class="text-stop">
			The charger was told to start at <span class="num">{clock(run.startedAt)}</span> and has not answered. It
			may or may not be charging: look at it.
		</p>
		<p class="quiet mt-1 text-[12.5px]">
			As soon as it answers, this run goes on, or is taken back if it never started. It is not told to start
			again.
		</p>
	{:else}
		<p class="text-stop">
			{hasValues
				? 'The charger does not answer. These are the last values; it may go on charging: look at it.'
				: 'The charger does not answer. It may go on charging: look at it.'}
		</p>
	{/if}
	{#if asked}
		<p class="mt-2 text-[13px]">
			Is it off, or the pack unplugged? Then the run is closed with what is known of it, and the channel and
			the pack are free.
		</p>
		<p class="mt-2 flex gap-2">
			<button type="button" class="btn btn-stop" onclick={close} disabled={busy}>Close the run</button>
			<button type="button" class="btn" onclick={() => (asked = false)} disabled={busy}>Keep it open</button>
		</p>
		{#if pack && run.status === 'running'}
			{#if writing}<EndByHand {run} {pack} />{:else}
				<button type="button" class="link mt-2" onclick={() => (writing = true)}
					>Its screen shows how it ended: write that down</button
				>
			{/if}
		{/if}
	{:else}
		<button type="button" class="btn mt-2" onclick={() => (asked = true)}>It stays away</button>
	{/if}
	{#if message}<p class="mt-2 text-[13px]">{message}</p>{/if}
</div>
