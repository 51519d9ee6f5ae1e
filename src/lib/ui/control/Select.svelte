<!-- One of a few: a button that opens a list. Typing goes to the first that begins so, as everywhere. -->
<script lang="ts" generics="Value extends string">
	import { Select } from 'bits-ui';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import Check from '@lucide/svelte/icons/check';

	interface Props {
		value: Value;
		/** Value and how it is written. */
		options: readonly (readonly [Value, string])[];
		/** Its name, where no label stands beside it. */
		label?: string;
		id?: string;
		/** Id of what says more of it. */
		describedby?: string;
		title?: string;
		disabled?: boolean;
		class?: string;
		onchange?: (value: Value) => void;
	}
	let {
		value = $bindable(),
		options,
		label,
		id,
		describedby,
		title,
		disabled = false,
		class: extra = '',
		onchange
	}: Props = $props();

	/** The list knows no empty value; "none" and "all" are one here. */
	const NONE = '(none)';
	const inward = (v: string) => (v === '' ? NONE : v);
	const items = $derived(options.map(([v, words]) => ({ value: inward(v), label: words })));
	const words = $derived(options.find(([v]) => v === value)?.[1] ?? '');

	function choose(chosen: string): void {
		const next = (chosen === NONE ? '' : chosen) as Value;
		if (next === value) return;
		value = next;
		onchange?.(next);
	}
</script>

<Select.Root type="single" {items} {disabled} value={inward(value)} onValueChange={choose}>
	<Select.Trigger
		{id}
		{title}
		class="field flex items-center justify-between gap-2 text-left {extra}"
		aria-label={label ? `${label}: ${words}` : undefined}
		aria-describedby={describedby}
	>
		<span class="truncate" title={words}>{words}</span>
		<ChevronDown size={14} class="shrink-0 opacity-70" aria-hidden="true" />
	</Select.Trigger>
	<Select.Portal>
		<Select.Content
			sideOffset={2}
			class="z-50 max-h-[min(60dvh,var(--bits-select-content-available-height))] max-w-[92vw] min-w-[var(--bits-select-anchor-width)] overflow-y-auto border bg-panel py-1 outline-none"
		>
			<Select.Viewport>
				{#each items as item (item.value)}
					<Select.Item {...item} class="option">
						{#snippet children({ selected })}
							<span class="w-4 shrink-0 self-center"
								>{#if selected}<Check size={14} />{/if}</span
							>
							<span>{item.label}</span>
						{/snippet}
					</Select.Item>
				{/each}
			</Select.Viewport>
		</Select.Content>
	</Select.Portal>
</Select.Root>
