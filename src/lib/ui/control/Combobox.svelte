<!-- One of many, found by typing a part of its name, in any order of the words. -->
<script lang="ts" generics="Item extends { value: string; label: string; search?: string }">
	import { Combobox } from 'bits-ui';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import type { Snippet } from 'svelte';
	import { finder } from './find';

	interface Props {
		value: string;
		items: readonly Item[];
		label: string;
		/** How one of them is drawn in the list; its name alone where nothing is said. */
		row?: Snippet<[Item]>;
		onchange: (value: string) => void;
		/** The list opens: what its lines say may be asked for now. */
		onopen?: () => void;
		class?: string;
	}
	let { value, items, label, row, onchange, onopen, class: extra = '' }: Props = $props();

	let open = $state(false);
	let typed = $state('');
	/** More than anybody reads: who has more types another letter. */
	const MOST = 60;

	const chosen = $derived(items.find((item) => item.value === value)?.label ?? '');
	const found = $derived(
		(typed.trim() === '' ? items : items.filter(finder(typed, (i) => `${i.label} ${i.search ?? ''}`))).slice(
			0,
			MOST
		)
	);
</script>

<Combobox.Root
	type="single"
	{value}
	bind:open
	inputValue={open ? typed : chosen}
	onValueChange={(next) => {
		if (next !== '' && next !== value) onchange(next);
	}}
	onOpenChange={(now) => {
		if (now) onopen?.();
		else typed = '';
	}}
>
	<div class="relative">
		<Combobox.Input
			aria-label={label}
			placeholder={open ? chosen : undefined}
			title={chosen}
			class="field truncate !pr-7 {extra}"
			autocomplete="off"
			oninput={(event: Event) => {
				typed = (event.currentTarget as HTMLInputElement).value;
				open = true;
			}}
			onfocus={(event: Event) => (event.currentTarget as HTMLInputElement).select()}
			onclick={() => {
				if (!open) onopen?.();
				open = true;
			}}
		/>
		<Combobox.Trigger
			class="absolute inset-y-0 right-0 grid w-7 place-items-center"
			aria-label="{label}: show all"
			tabindex={-1}><ChevronDown size={14} class="opacity-70" aria-hidden="true" /></Combobox.Trigger
		>
	</div>
	<Combobox.Portal>
		<Combobox.Content
			sideOffset={2}
			collisionPadding={8}
			class="z-50 max-h-[min(60dvh,var(--bits-combobox-content-available-height))] w-[max(27rem,var(--bits-combobox-anchor-width))] max-w-[94vw] overflow-y-auto border bg-panel py-1 outline-none"
		>
			{#each found as item (item.value)}
				<Combobox.Item value={item.value} label={item.label} class="option">
					{#if row}{@render row(item)}{:else}{item.label}{/if}
				</Combobox.Item>
			{:else}
				<p class="quiet px-3 py-1">Nothing is called that.</p>
			{/each}
		</Combobox.Content>
	</Combobox.Portal>
</Combobox.Root>
