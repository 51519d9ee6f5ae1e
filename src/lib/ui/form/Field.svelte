<!-- One field of a form: its name, what is typed, its unit, a hint, and what is wrong with it. -->
<script lang="ts">
	interface Props {
		label: string;
		value: string;
		unit?: string;
		hint?: string;
		error?: string;
		type?: 'text' | 'date';
		numeric?: boolean;
		required?: boolean;
		class?: string;
	}
	let {
		label,
		value = $bindable(),
		unit = '',
		hint = '',
		error = '',
		type = 'text',
		numeric = false,
		required = false,
		class: extra = ''
	}: Props = $props();
	const id = $props.id();
	const described = $derived(
		[error && `${id}-error`, hint && `${id}-hint`].filter(Boolean).join(' ') || undefined
	);
</script>

<div class={extra}>
	<label for={id} class="block text-[13px] font-semibold">
		{label}{#if unit}<span class="quiet font-normal">, {unit}</span>{/if}{#if required}<span
				class="quiet font-normal"
				aria-hidden="true"
			>
				*</span
			>{/if}
	</label>
	<input
		{id}
		{type}
		class="field mt-[2px]"
		class:num={numeric}
		inputmode={numeric ? 'decimal' : undefined}
		autocomplete="off"
		bind:value
		aria-required={required}
		aria-invalid={error !== ''}
		aria-describedby={described}
	/>
	{#if error}<p id="{id}-error" class="mt-[2px] text-[12px] text-stop" role="alert">{error}</p>{/if}
	{#if hint}<p id="{id}-hint" class="quiet mt-[2px] text-[12px]">{hint}</p>{/if}
</div>
