<!-- What must be changed in the charger's own settings before the program: ticked once it is keyed, which the book then believes. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import { HELD_SETTINGS, showHeld } from '$core/charger/setting';
	import type { HeldTarget, KeyInLine } from '$core/card/key-in';
	import type { KeyedValue } from '$lib/server/services/chargers/keyed';
	import Checkbox from '../control/Checkbox.svelte';
	import { send } from '../server/api';
	import { refresh } from '../server/refresh';

	interface Props {
		title?: string;
		programId: string;
		chargerId: string;
		/** Still to be keyed. */
		lines: readonly KeyInLine[];
		/** Keyed for this program already. */
		keyed: readonly KeyedValue[];
	}
	let {
		title = 'First, in the charger’s own settings',
		programId,
		chargerId,
		lines,
		keyed
	}: Props = $props();

	async function note(target: HeldTarget, value: number | null): Promise<void> {
		const sent = await send('PATCH', `/chargers/${chargerId}/held`, { ...target, value, programId });
		if (!sent.ok) toast.error(sent.message);
		await refresh();
	}
</script>

{#if lines.length || keyed.length}
	<h2 class="mt-4">{title}</h2>
	<ul class="mt-1" data-key-first>
		{#each keyed as k (`${k.kind}${k.channelId}${k.task}${k.chemistry}`)}
			<li class="border-b py-[5px]">
				<Checkbox checked={true} onchange={() => void note(k, k.before)}>
					{HELD_SETTINGS[k.kind].label}
					<b class="num ml-2 text-[1.15rem]">{showHeld(k.kind, k.value)}</b>
					<span class="quiet ml-3 text-[12.5px]">keyed; it was at {showHeld(k.kind, k.before)}</span>
				</Checkbox>
			</li>
		{/each}
		{#each lines as line (line.what)}
			<li class="border-b py-[5px]">
				{#if line.held}
					{@const target = line.held}
					<Checkbox checked={false} onchange={() => void note(target, target.value)}>
						{line.what} <b class="num ml-2 text-[1.15rem]">{line.value}</b>
						<span class="quiet ml-3 text-[12.5px]">{line.remark}; tick it once keyed</span>
					</Checkbox>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
