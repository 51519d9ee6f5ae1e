<!-- What was keyed into a charger for a run that is over: asked for until it is as before, or left so on purpose. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import { HELD_SETTINGS, showHeld } from '$core/charger/setting';
	import type { KeyedValue } from '$lib/server/services/chargers/keyed';
	import Checkbox from '../control/Checkbox.svelte';
	import { send } from '../server/api';
	import { refresh } from '../server/refresh';

	let { values }: { values: readonly (KeyedValue & { charger: string })[] } = $props();

	/** Draws the boxes as they are on record, after one that was refused. */
	let refused = $state(0);

	async function settle(k: KeyedValue, value: number | null): Promise<void> {
		const { kind, channelId, task, chemistry } = k;
		const body = { kind, channelId, task, chemistry, value, putBack: true };
		const sent = await send('PATCH', `/chargers/${k.chargerId}/held`, body);
		if (!sent.ok) {
			toast.error(sent.message);
			refused++;
		}
		await refresh();
	}
</script>

<section class="mt-4" data-put-back>
	<h2>To put back in the charger</h2>
	{#key refused}
		<ul>
			{#each values as k (`${k.chargerId}${k.kind}${k.channelId}${k.task}${k.chemistry}`)}
				<li class="flex flex-wrap items-center justify-between gap-x-4 border-b py-1">
					<Checkbox checked={false} onchange={() => void settle(k, k.before)}>
						<b>{k.charger}</b>: {HELD_SETTINGS[k.kind].label.toLowerCase()} back to
						<b class="num">{showHeld(k.kind, k.before)}</b>
						<span class="quiet text-[12.5px]"
							>it is at {showHeld(k.kind, k.value)}, keyed for a run that is over</span
						>
					</Checkbox>
					<button type="button" class="link" onclick={() => void settle(k, k.value)}>leave it so</button>
				</li>
			{/each}
		</ul>
	{/key}
</section>
