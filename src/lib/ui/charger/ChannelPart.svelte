<!-- One channel of a charger, from its printed specification. -->
<script lang="ts">
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { CHEMISTRIES, chemistryOf } from '$core/chemistry/catalogue';
	import { TASKS } from '$core/request/task';
	import { keysIn } from '$core/quantity/field';
	import { CHANNEL, CHANNEL_CHEMISTRY } from '$core/charger/charger';
	import { emptyChemistry, type ChannelDraft } from './charger-draft';
	import Described from '../form/Described.svelte';

	interface Props {
		channel: ChannelDraft;
		/** Path of the channel in the list of errors: `channels.0`. */
		at: string;
		errors: Record<string, string>;
		/** Absent for the only channel. */
		onremove?: () => void;
	}
	let { channel = $bindable(), at, errors, onremove }: Props = $props();

	const CHEMISTRY_FIELDS = Object.keys(CHANNEL_CHEMISTRY) as (keyof typeof CHANNEL_CHEMISTRY)[];
	/** Cells that most multi-chemistry channels take (common practice, no source). */
	const USUAL_CELLS = { lithium: '6', nickel: '15', lead: '6' };
	function takeAll() {
		const first = channel.chemistries.find(
			(e) => chemistryOf(e.chemistry).balanceFromCells !== null
		)?.maxCells;
		for (const x of CHEMISTRIES.filter((x) => !channel.chemistries.some((e) => e.chemistry === x.id)))
			channel.chemistries.push({
				...emptyChemistry(x.id),
				maxCells: (x.balanceFromCells !== null && first) || USUAL_CELLS[x.family]
			});
	}
</script>

{#snippet typed(key: keyof typeof CHANNEL)}
	<Described field={CHANNEL[key]} bind:value={channel[key]} error={errors[`${at}.${key}`]} />
{/snippet}

<fieldset class="mt-5 min-w-0 border-t pt-3">
	<legend class="float-left mb-2 w-full font-semibold">
		Channel {channel.label}
		{#if onremove}<button
				type="button"
				class="quiet ml-3 text-[12.5px] font-normal hover:underline"
				onclick={onremove}>remove</button
			>{/if}
	</legend>
	<div class="clear-both grid grid-cols-2 gap-x-5 gap-y-3 sm:grid-cols-4 lg:grid-cols-6">
		{#each keysIn(CHANNEL, 'common') as key (key)}{@render typed(key)}{/each}
		<div class="col-span-2 flex flex-wrap gap-x-6 sm:col-span-4 lg:col-span-6">
			{#each keysIn(CHANNEL, 'common flags') as key (key)}{@render typed(key)}{/each}
		</div>
		<Described
			field={CHANNEL.tasks}
			bind:value={channel.tasks}
			options={TASKS.map((t) => [t.id, t.name] as const)}
			error={errors[`${at}.tasks`]}
			class="col-span-2 sm:col-span-4 lg:col-span-6"
		/>
		<Collapsible
			title="What it fixes, and nickel: storage, dip, trickle"
			class="col-span-2 sm:col-span-4 lg:col-span-6"
		>
			<div class="mt-2 grid grid-cols-2 gap-x-5 gap-y-3 sm:grid-cols-4 lg:grid-cols-6">
				{#each keysIn(CHANNEL, 'rare') as key (key)}{@render typed(key)}{/each}
				<div class="col-span-2 self-center">
					{#each keysIn(CHANNEL, 'rare flags') as key (key)}{@render typed(key)}{/each}
				</div>
			</div>
		</Collapsible>
		{#each channel.chemistries as e, k (k)}
			<div
				class="col-span-2 grid sm:col-span-4 lg:col-span-3 grid-cols-[minmax(0,1fr)_3.4rem_3.4rem_auto] sm:grid-cols-[minmax(0,1fr)_3.4rem_3.4rem_4.2rem_4.2rem_auto] items-end gap-2"
			>
				{#each CHEMISTRY_FIELDS as key (key)}
					<Described
						field={CHANNEL_CHEMISTRY[key]}
						bind:value={e[key]}
						error={errors[`${at}.chemistries.${k}.${key}`]}
					/>
				{/each}
				{#if channel.chemistries.length > 1}<button
						type="button"
						class="btn !px-2"
						aria-label="Remove this chemistry"
						onclick={() => channel.chemistries.splice(k, 1)}><X size={14} /></button
					>{/if}
			</div>
		{/each}
		{#if CHEMISTRIES.length > channel.chemistries.length}
			<button
				type="button"
				class="btn self-end"
				onclick={() => {
					const free = CHEMISTRIES.find((x) => !channel.chemistries.some((e) => e.chemistry === x.id))!;
					channel.chemistries.push(emptyChemistry(free.id));
				}}><Plus size={14} /> chemistry</button
			>
			<button type="button" class="btn self-end whitespace-nowrap !px-2" onclick={takeAll}
				><Plus size={14} class="shrink-0" /> every chemistry</button
			>
		{/if}
	</div>
	{#if errors[at]}<p class="mt-1 text-stop" role="alert">{errors[at]}</p>{/if}
</fieldset>
