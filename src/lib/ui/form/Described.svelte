<!-- A field of a form, drawn from its description: its name, unit, help, what there is to choose from, and what is wrong. -->
<script lang="ts">
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import { optionsOf, type Field as Description } from '$core/quantity/field';
	import Choice from './Choice.svelte';
	import Field from './Field.svelte';

	interface Props {
		field: Description;
		/**
		 * A figure, a text, a day, a reference and a choice are strings; a flag is a boolean; several
		 * of a few words a list.
		 */
		value: unknown;
		error?: string;
		/** What a reference may refer to, and how each is written. */
		options?: readonly (readonly [string, string])[];
		/** In place of the description's own help. */
		help?: string;
		class?: string;
	}
	let {
		field,
		value = $bindable(),
		error = '',
		options,
		help = field.help,
		class: extra = ''
	}: Props = $props();

	const must = $derived(
		(field.kind === 'figure' || (field.kind === 'text' && field.least > 0)) &&
			!('optional' in field) &&
			field.start === undefined &&
			!('offer' in field)
	);
</script>

{#if field.kind === 'choice' || field.kind === 'reference'}
	<Choice
		label={field.label}
		bind:value={value as string}
		options={options ?? (field.kind === 'choice' ? optionsOf(field) : [])}
		hint={help}
		class={extra}
	/>
{:else if field.kind === 'flag'}
	<Checkbox bind:checked={value as boolean} class={extra}>{field.label}</Checkbox>
{:else if field.kind === 'choices'}
	<fieldset class="min-w-0 {extra}">
		<legend class="text-[13px] font-semibold">{field.label}</legend>
		<p class="flex flex-wrap gap-x-5">
			{#each options ?? optionsOf(field) as [option, words] (option)}
				<Checkbox
					checked={(value as string[]).includes(option)}
					onchange={(on) =>
						(value = on ? [...(value as string[]), option] : (value as string[]).filter((v) => v !== option))}
					>{words}</Checkbox
				>
			{/each}
		</p>
		{#if error}<p class="text-[12px] text-stop" role="alert">{error}</p>{/if}
	</fieldset>
{:else if field.kind === 'text' && field.lines}
	{@const id = `lines-${field.label.toLowerCase()}`}
	<div class={extra}>
		<label class="block text-[13px] font-semibold" for={id}>{field.label}</label>
		<textarea {id} class="field mt-[2px]" rows="3" bind:value={value as string}></textarea>
		{#if error}<p class="text-[12px] text-stop" role="alert">{error}</p>{/if}
	</div>
{:else}
	<Field
		label={field.label}
		unit={field.kind === 'figure' ? field.unit : ''}
		type={field.kind === 'day' ? 'date' : 'text'}
		numeric={field.kind === 'figure'}
		bind:value={value as string}
		{error}
		hint={help}
		required={must}
		class={extra}
	/>
{/if}
