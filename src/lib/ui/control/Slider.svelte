<!-- A figure moved along a scale, by pointer, thumb or arrow keys. -->
<script lang="ts">
	import { Slider } from 'bits-ui';

	interface Props {
		/** Its name. */
		label: string;
		value: number;
		min: number;
		max: number;
		step: number;
		/** The value in words; its figure where nothing is said. */
		valueText?: string;
		onchange: (value: number) => void;
		class?: string;
	}
	let { label, value, min, max, step, valueText, onchange, class: extra = '' }: Props = $props();
</script>

<Slider.Root
	type="single"
	{value}
	{min}
	{max}
	{step}
	onValueChange={onchange}
	thumbPositioning="exact"
	class="relative flex h-[28px] w-full touch-none items-center max-sm:h-[44px] {extra}"
>
	{#snippet children({ thumbItems })}
		<span class="absolute inset-x-0 h-[3px] bg-rule" aria-hidden="true"></span>
		{#each thumbItems as thumb (thumb.index)}
			<Slider.Thumb
				index={thumb.index}
				aria-label={label}
				aria-valuetext={valueText}
				class="block size-[18px] cursor-grab rounded-full border-2 border-check bg-panel max-sm:size-[26px]"
			/>
		{/each}
	{/snippet}
</Slider.Root>
