<!-- Describing a pack from its label. -->
<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import { CHEMISTRIES, chemistryOf } from '$core/chemistry/catalogue';
	import { CONNECTORS } from '$core/pack/connector';
	import { PackCondition, type Pack } from '$core/pack/pack';
	import type { PracticeLayer } from '$core/practice/practice';
	import { send } from './api';
	import Choice from './Choice.svelte';
	import Field from './Field.svelte';
	import PracticeList from './PracticeList.svelte';
	import { askAboutDraft, draftOf, readPackDraft } from './pack-draft';

	interface Props {
		pack?: Pack | null;
		/** The other packs of the shelf, to name a partner from. */
		others?: Pick<Pack, 'id' | 'name' | 'chemistry' | 'cells'>[];
		/** What the person follows where the pack has no school of its own. */
		practice?: PracticeLayer;
	}
	let { pack = null, others = [], practice = {} }: Props = $props();

	// The draft starts from the pack and then belongs to the person typing.
	// svelte-ignore state_referenced_locally
	let draft = $state(draftOf(pack));
	let errors = $state<Record<string, string>>({});
	let message = $state('');
	let confirmedMah = $state('');
	let busy = $state(false);

	const question = $derived(draft.capacityMah === confirmedMah ? null : askAboutDraft(draft));
	const chemistry = $derived(chemistryOf(draft.chemistry));
	const partners = $derived(
		others.filter(
			(o) => o.id !== pack?.id && o.chemistry === draft.chemistry && o.cells === Number(draft.cells)
		)
	);
	const nominal = $derived(chemistryOf(draft.chemistry).voltages.nominalV * Number(draft.cells));

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		message = '';
		const read = readPackDraft(draft);
		errors = read.ok ? {} : read.errors;
		if (!read.ok || question) {
			const first = (event.currentTarget as HTMLElement).querySelector<HTMLElement>('[aria-invalid="true"]');
			first?.focus();
			return;
		}
		busy = true;
		const sent = await send<Pack>(pack ? 'PUT' : 'POST', pack ? `/packs/${pack.id}` : '/packs', read.input);
		busy = false;
		if (!sent.ok) {
			errors = { ...sent.fields, capacityMah: sent.fields.capacityAh ?? '' };
			message = sent.message;
			return;
		}
		await goto(`/packs/${sent.value.id}`);
		await invalidateAll();
	}
</script>

<form onsubmit={submit} novalidate class="mt-4 max-w-[46rem]">
	<div class="grid gap-x-5 gap-y-3 sm:grid-cols-2">
		<Field label="Name" bind:value={draft.name} error={errors.name} required />
		<Field label="Used in" bind:value={draft.usedIn} error={errors.usedIn} />
		<Choice
			label="Chemistry"
			bind:value={draft.chemistry}
			options={CHEMISTRIES.map((c) => [c.id, c.name] as const)}
		/>
		<div class="grid grid-cols-2 gap-3">
			<Field
				label="Cells in series"
				unit="S"
				numeric
				bind:value={draft.cells}
				error={errors.cells}
				required
				hint={Number.isFinite(nominal) && nominal > 0 ? `would be printed ${nominal.toFixed(1)} V` : ''}
			/>
			<Field label="In parallel" unit="P" numeric bind:value={draft.parallel} error={errors.parallel} />
		</div>
		<div>
			<Field
				label="Capacity"
				unit="mAh"
				numeric
				bind:value={draft.capacityMah}
				error={errors.capacityMah ?? errors.capacityAh}
				required
			/>
			{#if question}
				<p class="mt-1 text-[12.5px] text-check" role="alert">
					{question.question}
					<button type="button" class="link" onclick={() => (draft.capacityMah = String(question.meant))}
						>Yes, {question.meant}</button
					>
					<button type="button" class="link ml-2" onclick={() => (confirmedMah = draft.capacityMah)}
						>No, {draft.capacityMah} is right</button
					>
				</p>
			{/if}
		</div>
		<Field
			label="Charge rate on the label"
			unit="C"
			numeric
			bind:value={draft.labelChargeRateC}
			error={errors.labelChargeRateC}
			hint="leave empty when the label does not say"
		/>
		<Field
			label="Printed volts"
			unit="V"
			numeric
			bind:value={draft.labelVoltageV}
			error={errors.labelVoltageV}
			hint="they are evidence for the chemistry"
		/>
		<Field
			label="Measured capacity"
			unit="mAh"
			numeric
			bind:value={draft.measuredMah}
			error={errors.measuredMah}
			hint="from a capacity check, if one was made"
		/>
		<Choice
			label="Main connector"
			bind:value={draft.connectorId}
			options={[['', 'not known'], ...CONNECTORS.map((c) => [c.id, `${c.name}, ${c.currentA} A`] as const)]}
		/>
		<Field label="First used" type="date" bind:value={draft.firstUsedOn} error={errors.firstUsedOn} />
		<Choice
			label="Condition"
			bind:value={draft.condition}
			options={PackCondition.options.map((c) => [c, c] as const)}
			hint="Swollen, dented or cut: it is not charged again."
		/>
		{#if chemistry.balanceFromCells !== null}
			<label class="flex items-center gap-2 self-center">
				<input type="checkbox" class="size-4" bind:checked={draft.balanceLead} />
				<span>It has a balance lead</span>
			</label>
			<Field
				label="End of charge by its maker"
				unit="V/cell"
				numeric
				bind:value={draft.makerEndV}
				error={errors.makerEndV}
				hint="only where the maker says other than {chemistry.voltages.chargeEndV.toFixed(2)} V"
			/>
		{/if}
		<Choice
			label="Electronics in it"
			bind:value={draft.electronics}
			options={[
				['none', 'none'],
				['own balancer', 'its own balancer'],
				['discharges itself', 'discharges itself after some days']
			]}
		/>
		<Choice
			label="Works as a pair with"
			bind:value={draft.pairId}
			options={[['', 'no other pack'], ...partners.map((o) => [o.id, o.name] as const)]}
		/>
		<details class="sm:col-span-2" open={Object.keys(draft.practice).length > 0}>
			<summary class="link cursor-pointer py-1">Schools this pack follows, other than yours</summary>
			<div class="mt-2">
				<PracticeList
					layer={draft.practice}
					above={practice}
					of="pack"
					onset={(next) => (draft.practice = next)}
				/>
			</div>
		</details>
		<div class="sm:col-span-2">
			<label class="block text-[13px] font-semibold" for="notes">Notes</label>
			<textarea id="notes" class="field mt-[2px]" rows="3" bind:value={draft.notes}></textarea>
		</div>
	</div>
	{#if message}<p class="mt-3 text-stop" role="alert">{message} Nothing was saved.</p>{/if}
	<p class="mt-4 flex gap-3">
		<button class="btn btn-act" data-next disabled={busy}>{pack ? 'Save' : 'Add to the shelf'}</button>
		<a class="btn" href={pack ? `/packs/${pack.id}` : '/packs'}>Cancel</a>
	</p>
</form>
