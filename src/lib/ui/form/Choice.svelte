<!-- One choice of a form: its name, what there is to choose from, and a hint. -->
<script lang="ts" generics="Value extends string">
	import Select from '$lib/ui/control/Select.svelte';
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
	<div class="mt-[2px]">
		<Select {id} {label} bind:value {options} describedby={hint ? `${id}-hint` : undefined} />
	</div>
	{#if hint}<p id="{id}-hint" class="quiet mt-[2px] text-[12px]">{hint}</p>{/if}
</div>
