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

	/**
	 * Presses are sent in their order, each with what its box shows then: the list is drawn anew
	 * only after the answer.
	 */
	let sending: Promise<unknown> = Promise.resolve();
	/** Draws the boxes as they are on record, after one that was refused. */
	let refused = $state(0);

	function note(target: HeldTarget, keyedNow: boolean): void {
		const { kind, channelId, task, chemistry, stays } = target;
		const value = keyedNow ? target.value : target.before;
		const known = keyedNow || target.known;
		sending = sending
			.catch(() => undefined)
			.then(async () => {
				const body = { kind, channelId, task, chemistry, value, programId, known, stays };
				const sent = await send('PATCH', `/chargers/${chargerId}/held`, body);
				if (!sent.ok) {
					toast.error(sent.message);
					refused++;
				}
				await refresh();
			});
	}
</script>

{#if lines.length || keyed.length}
	<h2 class="mt-4">{title}</h2>
	{#key refused}
		<ul class="mt-1" data-key-first>
			{#each keyed as k (`${k.kind}${k.channelId}${k.task}${k.chemistry}`)}
				<li class="border-b py-[5px]">
					<Checkbox checked={true} onchange={(on) => note({ ...k, known: k.wasKnown }, on)}>
						{HELD_SETTINGS[k.kind].label}
						<b class="num ml-2 text-[1.15rem]">{showHeld(k.kind, k.value)}</b>
						<span class="quiet ml-3 text-[12.5px]"
							>keyed; {k.wasKnown
								? `it was at ${showHeld(k.kind, k.before)}`
								: 'what it was at is not known'}</span
						>
					</Checkbox>
				</li>
			{/each}
			{#each lines as line (line.what)}
				<li class="border-b py-[5px]">
					{#if line.held}
						{@const target = line.held}
						<Checkbox checked={false} onchange={(on) => note(target, on)}>
							{line.what} <b class="num ml-2 text-[1.15rem]">{line.value}</b>
							<span class="quiet ml-3 text-[12.5px]">{line.remark}; tick it once keyed</span>
						</Checkbox>
					{/if}
				</li>
			{/each}
		</ul>
	{/key}
{/if}
