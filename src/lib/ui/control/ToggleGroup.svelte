<!-- Words side by side, of which one is on. -->
<script lang="ts" generics="Value extends string">
	import { ToggleGroup } from 'bits-ui';

	interface Props {
		value: Value;
		options: readonly (readonly [Value, string])[];
		label: string;
		onchange: (value: Value) => void;
		/** Plain words, or buttons large enough for a thumb. */
		look?: 'words' | 'buttons';
		class?: string;
	}
	let { value, options, label, onchange, look = 'words', class: extra = '' }: Props = $props();
	const LOOKS = {
		words:
			'min-h-[24px] underline-offset-4 data-[state=on]:font-semibold data-[state=on]:underline hover:underline',
		buttons:
			'btn flex-1 whitespace-nowrap data-[state=on]:border-act data-[state=on]:bg-act data-[state=on]:text-act-ink'
	};
</script>

<ToggleGroup.Root
	type="single"
	{value}
	onValueChange={(next) => next !== '' && onchange(next as Value)}
	aria-label={label}
	class={extra}
>
	{#each options as [option, words] (option)}
		<ToggleGroup.Item value={option} class={LOOKS[look]}>{words}</ToggleGroup.Item>
	{/each}
</ToggleGroup.Root>
