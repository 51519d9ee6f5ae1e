<!-- The hours after a charge: when its cells are measured again, typed in one line, and what they say. -->
<script lang="ts">
	import { bookNow } from '$lib/ui/server/book-time';
	import { toast } from 'svelte-sonner';
	import type { After } from '$core/log/after';
	import type { Pack } from '$core/pack/pack';
	import CellsLineField from '$lib/ui/pack/CellsLineField.svelte';
	import { send } from '$lib/ui/server/api';
	import { refresh } from '$lib/ui/server/refresh';
	import { dayAndClock } from '$lib/ui/words';

	let { after, pack }: { after: After; pack: Pack } = $props();
	let cellsV = $state<number[] | null>(null);
	let wrong = $state('');
	let message = $state('');
	let busy = $state(false);
	const tone = $derived(
		{
			'too soon': 'var(--quiet)',
			ask: 'var(--check)',
			sound: 'var(--act)',
			again: 'var(--check)',
			flagged: 'var(--stop)'
		}[after.state]
	);

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		message = cellsV === null ? wrong || 'Type the volts of every cell.' : '';
		if (cellsV === null) return;
		busy = true;
		const sent = await send('POST', `/packs/${pack.id}/readings`, {
			takenAt: bookNow(),
			cellVoltagesV: cellsV,
			state: 'rest',
			usedSince: 'not used'
		});
		busy = false;
		if (!sent.ok) return void (message = sent.message);
		toast('Kept as a reading of the pack.');
		await refresh();
	}
</script>

<h2 class="mt-4">Afterwards</h2>
<p class="mt-1 border-l-4 pl-3" style:border-color={tone} data-after={after.state}>
	{after.sentence}
	{#if after.askFrom && after.state !== 'ask'}<span class="quiet"
			>Next from {dayAndClock(after.askFrom)}.</span
		>{/if}
</p>
{#if after.askFrom}
	<form class="mt-2 flex flex-wrap items-end gap-3" onsubmit={submit} novalidate>
		<CellsLineField
			class="min-w-[14rem] flex-1"
			label="Cells now, in one line"
			cells={pack.cells}
			bind:value={cellsV}
			bind:wrong
		/>
		<button class="btn mb-5" disabled={busy}>Compare</button>
	</form>
	{#if message}<p class="text-stop" role="alert">{message}</p>{/if}
{/if}
