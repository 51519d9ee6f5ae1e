<!-- One of two or three that stay in sight. -->
<script lang="ts" generics="Value extends string">
	import { RadioGroup } from 'bits-ui';

	interface Props {
		value: Value;
		options: readonly (readonly [Value, string])[];
		label: string;
		onchange?: (value: Value) => void;
		class?: string;
	}
	let { value = $bindable(), options, label, onchange, class: extra = '' }: Props = $props();
	const id = $props.id();
</script>

<RadioGroup.Root
	{value}
	onValueChange={(next) => {
		value = next as Value;
		onchange?.(value);
	}}
	orientation="horizontal"
	aria-label={label}
	class="flex flex-wrap items-center gap-x-4 gap-y-1 {extra}"
>
	{#each options as [option, words] (option)}
		<span class="flex min-h-[24px] items-center gap-[6px]">
			<RadioGroup.Item
				value={option}
				id="{id}-{option}"
				class="grid size-[18px] shrink-0 place-items-center rounded-full border border-quiet bg-panel data-[state=checked]:border-act"
			>
				{#snippet children({ checked })}{#if checked}<span class="size-[10px] rounded-full bg-act"
						></span>{/if}{/snippet}
			</RadioGroup.Item>
			<label for="{id}-{option}" class="cursor-pointer">{words}</label>
		</span>
	{/each}
</RadioGroup.Root>
