<!-- One choice of a form: its name, what there is to choose from, and a hint. -->
<script lang="ts" generics="Value extends string">
	interface Props {
		label: string;
		value: Value;
		/** Value and how it is written. */
		options: readonly (readonly [Value, string])[];
		hint?: string;
		class?: string;
	}
	let { label, value = $bindable(), options, hint = '', class: extra = '' }: Props = $props();
	const id = $props.id();
</script>

<div class={extra}>
	<label class="block text-[13px] font-semibold" for={id}>{label}</label>
	<select {id} class="field mt-[2px]" bind:value aria-describedby={hint ? `${id}-hint` : undefined}>
		{#each options as [option, words] (option)}<option value={option}>{words}</option>{/each}
	</select>
	{#if hint}<p id="{id}-hint" class="quiet mt-[2px] text-[12px]">{hint}</p>{/if}
</div>
