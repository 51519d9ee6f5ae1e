<!-- Yes or no, with what it is about beside it: the words are pressed too. -->
<script lang="ts">
	import { Checkbox } from 'bits-ui';
	import Check from '@lucide/svelte/icons/check';
	import type { Snippet } from 'svelte';

	interface Props {
		checked: boolean;
		onchange?: (checked: boolean) => void;
		/** What it is about. */
		children: Snippet;
		class?: string;
	}
	let { checked = $bindable(), onchange, children, class: extra = '' }: Props = $props();
	const id = $props.id();
</script>

<!-- On a phone the box is pressed anywhere in a row that a thumb can hit. -->
<span class="flex min-h-[24px] items-start gap-2 max-sm:min-h-[44px] max-sm:items-center {extra}">
	<Checkbox.Root
		{id}
		bind:checked
		onCheckedChange={onchange}
		class="relative mt-[3px] grid size-[18px] shrink-0 place-items-center rounded-[2px] border border-quiet bg-panel data-[state=checked]:border-act data-[state=checked]:bg-act data-[state=checked]:text-act-ink max-sm:mt-0 max-sm:before:absolute max-sm:before:-inset-[14px]"
	>
		{#snippet children({ checked })}{#if checked}<Check size={14} strokeWidth={3} />{/if}{/snippet}
	</Checkbox.Root>
	<label for={id} class="min-w-0 cursor-pointer pt-[2px] max-sm:py-2">{@render children()}</label>
</span>
