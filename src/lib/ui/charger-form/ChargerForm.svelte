<!-- Describing a charger from its printed specification: the whole, its channels, and what it holds. -->
<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import { goto, invalidateAll } from '$app/navigation';
	import { Protection, type Charger } from '$core/charger/charger';
	import type { Supply } from '$core/charger/supply';
	import { send } from '../api';
	import { askAboutCharger, chargerDraftOf, readChargerDraft } from '../charger-draft';
	import Choice from '../Choice.svelte';
	import Field from '../Field.svelte';
	import SupplyForm from '../SupplyForm.svelte';
	import AskOrder from './AskOrder.svelte';
	import ChannelPart from './ChannelPart.svelte';
	import HeldPart from './HeldPart.svelte';

	let { charger = null, supplies }: { charger?: Charger | null; supplies: Supply[] } = $props();

	// svelte-ignore state_referenced_locally
	let draft = $state(chargerDraftOf(charger));
	let errors = $state<Record<string, string>>({});
	let message = $state('');
	let busy = $state(false);
	let confirmed = $state(false);
	let addingSupply = $state(false);
	const questions = $derived(askAboutCharger(draft));
	function addChannel() {
		const last = draft.channels.at(-1)!;
		const next = /^\d+$/.test(last.label)
			? String(Number(last.label) + 1)
			: String.fromCharCode(last.label.charCodeAt(0) + 1);
		draft.channels.push({ ...structuredClone($state.snapshot(last)), label: next });
	}
	async function submit(event: SubmitEvent) {
		event.preventDefault();
		message = '';
		const read = readChargerDraft($state.snapshot(draft) as typeof draft);
		errors = read.ok ? {} : read.errors;
		if (!read.ok) {
			message = 'Some fields need another look.';
			const form = event.currentTarget as HTMLElement;
			requestAnimationFrame(() => form.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus());
			return;
		}
		if (questions.length && !confirmed) {
			message = 'Answer the question above first.';
			return;
		}
		busy = true;
		const sent = await send<Charger>(
			charger ? 'PUT' : 'POST',
			charger ? `/chargers/${charger.id}` : '/chargers',
			read.input
		);
		busy = false;
		if (!sent.ok) {
			errors = sent.fields;
			message = `${sent.message} Nothing was saved.`;
			return;
		}
		await goto(`/chargers/${sent.value.id}`);
		await invalidateAll();
	}
</script>

<form onsubmit={submit} novalidate class="mt-4 max-w-[62rem]">
	<section class="grid gap-x-5 gap-y-3 sm:grid-cols-4">
		<Field class="sm:col-span-2" label="Name" bind:value={draft.name} error={errors.name} required />
		<Field label="Input from" unit="V" numeric bind:value={draft.inputMinV} error={errors.inputMinV} />
		<Field label="Input to" unit="V" numeric bind:value={draft.inputMaxV} error={errors.inputMaxV} />
		<Field
			label="Input current"
			unit="A"
			numeric
			bind:value={draft.inputCurrentA}
			error={errors.inputCurrentA}
			hint="if stated"
		/>
		<Field
			label="Power shared by channels"
			unit="W"
			numeric
			bind:value={draft.sharedPowerW}
			error={errors.sharedPowerW}
			hint="empty: each its own"
		/>
		<Field
			label="Efficiency"
			unit="%"
			numeric
			bind:value={draft.efficiencyPercent}
			error={errors.efficiencyPercent ?? errors.efficiency}
			hint="80 when not stated"
		/>
		<Field label="Own draw" unit="W" numeric bind:value={draft.overheadW} error={errors.overheadW} />
		<div class="sm:col-span-2">
			<label class="block text-[13px] font-semibold" for="supply">Fed by</label>
			<div class="mt-[2px] flex gap-2">
				<select id="supply" class="field" bind:value={draft.supplyId}>
					<option value="">not stated</option>
					{#each supplies as s (s.id)}<option value={s.id}>{s.name}, {s.voltageV} V</option>{/each}
				</select>
				<button type="button" class="btn whitespace-nowrap" onclick={() => (addingSupply = !addingSupply)}
					>New supply</button
				>
			</div>
		</div>
		<div class="sm:col-span-2">
			<Choice
				label="Reached"
				bind:value={draft.link}
				options={[
					['none', 'by hand: keyed in from a card'],
					['stand-in', 'over a link: the simulated charger']
				]}
			/>
		</div>
	</section>
	{#if addingSupply}
		<SupplyForm
			onsaved={async (s) => {
				addingSupply = false;
				await invalidateAll();
				draft.supplyId = s.id;
			}}
			oncancel={() => (addingSupply = false)}
		/>
	{/if}

	{#each draft.channels as _channel, i (i)}
		<ChannelPart
			bind:channel={draft.channels[i]}
			at="channels.{i}"
			{errors}
			onremove={draft.channels.length > 1 ? () => draft.channels.splice(i, 1) : undefined}
		/>
	{/each}
	<button type="button" class="btn mt-3" onclick={addChannel} disabled={draft.channels.length >= 8}
		><Plus size={14} /> channel like the last</button
	>

	<HeldPart bind:held={draft.held} channels={draft.channels} {errors} />

	<section class="mt-6 border-t pt-3">
		<AskOrder bind:asks={draft.asks} />
		<div class="mt-5 grid gap-x-5 gap-y-3 border-t pt-3 sm:grid-cols-4">
			<Field
				label="Memory slots"
				numeric
				bind:value={draft.slots}
				error={errors.slots}
				hint="0: it has none"
			/>
			<Choice
				label="Capacity of the pack"
				bind:value={draft.capacityKeyed}
				options={[
					['not asked', 'not asked'],
					['a title only', 'asked, a title only'],
					['sets the current', 'asked, sets the current']
				]}
			/>
			<Choice
				label="At the cell check it"
				bind:value={draft.atCheck}
				options={[
					['waits', 'waits'],
					['starts by itself', 'starts by itself'],
					['cancels by itself', 'cancels by itself']
				]}
			/>
			<Field label="Price" numeric bind:value={draft.price} error={errors.price} hint="to compare watts" />
			<fieldset class="min-w-0 sm:col-span-3">
				<legend class="text-[13px] font-semibold">It guards against</legend>
				<p class="flex flex-wrap gap-x-5">
					{#each Protection.options as p (p)}
						<label class="flex min-h-[28px] items-center gap-2"
							><input type="checkbox" class="size-4" value={p} bind:group={draft.protections} /> {p}</label
						>
					{/each}
				</p>
			</fieldset>
			<label class="flex items-center gap-2 self-center"
				><input type="checkbox" class="size-4" bind:checked={draft.forgetsAtRestart} /> forgets what was keyed when
				it loses power</label
			>
		</div>
		<label class="mt-3 block max-w-[40rem]"
			><span class="block text-[13px] font-semibold">Notes</span><textarea
				class="field mt-[2px]"
				rows="2"
				bind:value={draft.notes}></textarea></label
		>
	</section>

	{#if questions.length}
		<div class="mt-3 text-check" role="alert">
			{#each questions as q (q)}<p>{q}</p>{/each}
			<label class="flex items-center gap-2"
				><input type="checkbox" class="size-4" bind:checked={confirmed} /> The figures are right as they are</label
			>
		</div>
	{/if}
	{#if message}<p class="mt-3 text-stop" role="alert">{message}</p>{/if}
	<p class="mt-4 flex gap-3">
		<button class="btn btn-act" data-next disabled={busy}>{charger ? 'Save' : 'Put on the bench'}</button>
		<a class="btn" href={charger ? `/chargers/${charger.id}` : '/chargers'}>Cancel</a>
	</p>
</form>
