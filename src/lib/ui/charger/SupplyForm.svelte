<!-- Where power comes from. Not a form element: it stands inside the charger's own form. -->
<script lang="ts">
	import { SUPPLY, type Supply } from '$core/charger/supply';
	import { SupplyInputSchema } from '$core/charger/supply-schema';
	import { checkedDraft, draftOf, readDraft } from '$core/quantity/field-draft';
	import { send } from '../server/api';
	import Described from '../form/Described.svelte';

	const FIELDS = ['name', 'kind', 'voltageV', 'powerW', 'currentA', 'otherLoadW'] as const;

	interface Props {
		/** The supply to change; absent for a new one. */
		supply?: Supply | null;
		onsaved: (supply: Supply) => void;
		oncancel: () => void;
	}
	let { supply = null, onsaved, oncancel }: Props = $props();

	// The draft starts from the supply and then belongs to the person typing.
	// svelte-ignore state_referenced_locally
	let draft = $state(draftOf(SUPPLY, supply));
	let errors = $state<Record<string, string>>({});
	const isBattery = $derived(draft.kind === 'lead battery');

	async function save() {
		const found: Record<string, string> = {};
		// What only a battery has is left behind when it turns out to be something else.
		const meant = isBattery ? draft : { ...draft, capacityAh: '', ofVehicle: false };
		const read = checkedDraft(SupplyInputSchema, readDraft(SUPPLY, meant, found), found);
		errors = read.ok ? {} : read.errors;
		if (!read.ok) return;
		const sent = await send<Supply>(
			supply ? 'PUT' : 'POST',
			supply ? `/supplies/${supply.id}` : '/supplies',
			read.input
		);
		if (sent.ok) onsaved(sent.value);
		else errors = Object.keys(sent.fields).length ? sent.fields : { form: sent.message };
	}
</script>

{#snippet typed(key: keyof typeof SUPPLY)}
	<Described field={SUPPLY[key]} bind:value={draft[key]} error={errors[key]} />
{/snippet}

<div class="mt-3 border-l-2 pl-4">
	<div class="grid gap-3 sm:grid-cols-5">
		{#each FIELDS as key (key)}{@render typed(key)}{/each}
		{#if isBattery}
			{@render typed('capacityAh')}
			<Described field={SUPPLY.ofVehicle} bind:value={draft.ofVehicle} class="self-center" />
		{/if}
	</div>
	{#if isBattery}<p class="quiet mt-1 text-[12.5px]">
			Not below 11.5 V under load. A vehicle’s own battery may leave you there: a separate one is better.
		</p>{/if}
	{#if errors.form}<p class="mt-1 text-stop" role="alert">{errors.form}</p>{/if}
	<p class="mt-2 flex gap-2">
		<button type="button" class="btn" onclick={save}>Save supply</button><button
			type="button"
			class="btn"
			onclick={oncancel}>Cancel</button
		>
	</p>
</div>
