<!-- Where power comes from. Not a form element: it stands inside the charger's own form. -->
<script lang="ts">
	import type { Supply } from '$core/charger/supply';
	import { parseFigure } from '$core/quantity/parse';
	import { send } from './api';
	import Field from './Field.svelte';

	interface Props {
		/** The supply to change; absent for a new one. */
		supply?: Supply | null;
		onsaved: (supply: Supply) => void;
		oncancel: () => void;
	}
	let { supply = null, onsaved, oncancel }: Props = $props();

	const text = (value: number | null | undefined) => (value == null ? '' : String(value));
	// The fields start from the supply and then belong to the person typing.
	// svelte-ignore state_referenced_locally
	let name = $state(supply?.name ?? '');
	// svelte-ignore state_referenced_locally
	let kind = $state<Supply['kind']>(supply?.kind ?? 'bench supply');
	// svelte-ignore state_referenced_locally
	let voltage = $state(text(supply?.voltageV));
	// svelte-ignore state_referenced_locally
	let power = $state(text(supply?.powerW));
	// svelte-ignore state_referenced_locally
	let current = $state(text(supply?.currentA));
	// svelte-ignore state_referenced_locally
	let otherLoad = $state(text(supply?.otherLoadW ?? 0));
	// svelte-ignore state_referenced_locally
	let capacity = $state(text(supply?.capacityAh));
	// svelte-ignore state_referenced_locally
	let ofVehicle = $state(supply?.ofVehicle ?? false);
	let errors = $state<Record<string, string>>({});

	async function save() {
		const found: Record<string, string> = {};
		const figure = (
			key: string,
			typed: string,
			label: string,
			unit: string,
			min: number,
			max: number,
			optional = false
		) => {
			if (optional && typed.trim() === '') return null;
			const parsed = parseFigure(typed, { label, unit, min, max });
			if (!parsed.ok) found[key] = parsed.message;
			return parsed.ok ? parsed.value : null;
		};
		const input = {
			name,
			kind,
			voltageV: figure('voltageV', voltage, 'Volts', 'V', 5, 420),
			powerW: figure('powerW', power, 'Power', 'W', 1, 20000, true),
			currentA: figure('currentA', current, 'Current', 'A', 0.1, 1000, true),
			otherLoadW: figure('otherLoadW', otherLoad, 'Other load', 'W', 0, 20000) ?? 0,
			capacityAh:
				kind === 'lead battery' ? figure('capacityAh', capacity, 'Capacity', 'Ah', 0.5, 2000, true) : null,
			ofVehicle: kind === 'lead battery' && ofVehicle
		};
		errors = found;
		if (Object.keys(found).length) return;
		const sent = await send<Supply>(
			supply ? 'PUT' : 'POST',
			supply ? `/supplies/${supply.id}` : '/supplies',
			input
		);
		if (sent.ok) onsaved(sent.value);
		else errors = Object.keys(sent.fields).length ? sent.fields : { form: sent.message };
	}
</script>

<div class="mt-3 border-l-2 pl-4">
	<div class="grid gap-3 sm:grid-cols-5">
		<Field label="Supply" bind:value={name} error={errors.name} />
		<label
			><span class="block text-[13px] font-semibold">Kind</span>
			<select class="field mt-[2px]" bind:value={kind}
				><option value="bench supply">bench supply</option><option value="mains">mains</option><option
					value="lead battery">lead battery</option
				></select
			></label
		>
		<Field label="Volts" unit="V" numeric bind:value={voltage} error={errors.voltageV} />
		<Field label="Power" unit="W" numeric bind:value={power} error={errors.powerW} />
		<Field label="Current" unit="A" numeric bind:value={current} error={errors.currentA} />
		<Field
			label="What else hangs on it"
			unit="W"
			numeric
			bind:value={otherLoad}
			error={errors.otherLoadW}
			hint="lamps, pumps, radios"
		/>
		{#if kind === 'lead battery'}
			<Field label="Capacity" unit="Ah" numeric bind:value={capacity} error={errors.capacityAh} />
			<label class="flex items-center gap-2 self-center"
				><input type="checkbox" class="size-4" bind:checked={ofVehicle} /> of a vehicle</label
			>
		{/if}
	</div>
	{#if kind === 'lead battery'}<p class="quiet mt-1 text-[12.5px]">
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
