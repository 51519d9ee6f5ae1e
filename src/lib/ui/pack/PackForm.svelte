<!-- Describing a pack from its label. -->
<script lang="ts">
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import { onMount } from 'svelte';
	import Conflict from '../form/Conflict.svelte';
	import { differencesOf } from '../form/differences';
	import { KeptDraft } from '../form/kept-draft.svelte';
	import LeaveGuard from '../form/LeaveGuard.svelte';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { CONNECTORS } from '$core/pack/connector';
	import { PACK, type Pack } from '$core/pack/pack';
	import type { PracticeLayer } from '$core/practice/practice';
	import { send } from '../server/api';
	import Described from '../form/Described.svelte';
	import PracticeList from '../program/PracticeList.svelte';
	import { askAboutDraft, packDraftOf, readPackDraft } from './pack-draft';

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
	let draft = $state(packDraftOf(pack));
	/** The pack as it was when this form began, or was last looked at: what is saved says what it started from. */
	// svelte-ignore state_referenced_locally
	let was = $state.raw(pack);
	// svelte-ignore state_referenced_locally
	const kept = new KeptDraft(`pack ${pack?.id ?? 'new'}`, packDraftOf(pack));
	const dirty = $derived(kept.dirty($state.snapshot(draft)));
	let theirs = $state.raw<Pack | null>(null);
	onMount(() => {
		const before = kept.restore<typeof draft>();
		if (before) draft = before;
	});
	$effect(() => kept.keep($state.snapshot(draft)));
	let errors = $state<Record<string, string>>({});
	let message = $state('');
	let confirmedMah = $state('');
	let busy = $state(false);
	let form = $state<HTMLFormElement>();

	const question = $derived(draft.capacityAh === confirmedMah ? null : askAboutDraft(draft));
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
		const sent = pack
			? await send<Pack>('PUT', `/packs/${pack.id}`, { ...read.input, was })
			: await send<Pack>('POST', '/packs', read.input);
		busy = false;
		if (!sent.ok && sent.current) {
			theirs = sent.current as Pack;
			return;
		}
		if (!sent.ok) {
			errors = sent.fields;
			message = sent.message;
			return;
		}
		kept.forget();
		await goto(`/packs/${sent.value.id}`);
		await refresh();
	}
</script>

<LeaveGuard {kept} {dirty} onanew={() => (draft = packDraftOf(pack))} />

{#snippet typed(key: keyof typeof PACK)}
	<Described field={PACK[key]} bind:value={draft[key]} error={errors[key]} />
{/snippet}

<form bind:this={form} onsubmit={submit} novalidate class="mt-4 max-w-[46rem]">
	<div class="grid gap-x-5 gap-y-3 sm:grid-cols-2">
		{@render typed('name')}
		{@render typed('usedIn')}
		{@render typed('chemistry')}
		<div class="grid grid-cols-2 gap-3">
			<Described
				field={PACK.cells}
				bind:value={draft.cells}
				error={errors.cells}
				help={Number.isFinite(nominal) && nominal > 0 ? `would be printed ${nominal.toFixed(1)} V` : ''}
			/>
			{@render typed('parallel')}
		</div>
		<div>
			{@render typed('capacityAh')}
			{#if question}
				<p class="mt-1 text-[12.5px] text-check" role="alert">
					{question.question}
					<button type="button" class="link" onclick={() => (draft.capacityAh = String(question.meant))}
						>Yes, {question.meant}</button
					>
					<button type="button" class="link ml-2" onclick={() => (confirmedMah = draft.capacityAh)}
						>No, {draft.capacityAh} is right</button
					>
				</p>
			{/if}
		</div>
		{@render typed('labelChargeRateC')}
		{@render typed('labelVoltageV')}
		{@render typed('measuredCapacityAh')}
		<Described
			field={PACK.connectorId}
			bind:value={draft.connectorId}
			options={[['', 'not known'], ...CONNECTORS.map((c) => [c.id, `${c.name}, ${c.currentA} A`] as const)]}
		/>
		{@render typed('firstUsedOn')}
		{@render typed('condition')}
		{#if chemistry.balanceFromCells !== null}
			<Described field={PACK.balanceLead} bind:value={draft.balanceLead} class="self-center" />
			<Described
				field={PACK.makerEndVoltageV}
				bind:value={draft.makerEndVoltageV}
				error={errors.makerEndVoltageV}
				help="only where the maker says other than {chemistry.voltages.chargeEndV.toFixed(2)} V"
			/>
		{/if}
		{@render typed('electronics')}
		{@render typed('mainLeads')}
		{#if Number(draft.cells) > 1}{@render typed('modelCutoffV')}{/if}
		{@render typed('keptIn')}
		<div class="grid grid-cols-2 gap-3">
			{@render typed('keptAt')}
			{@render typed('keptDegC')}
		</div>
		<Described
			field={PACK.pairId}
			bind:value={draft.pairId}
			options={[['', 'no other pack'], ...partners.map((o) => [o.id, o.name] as const)]}
		/>
		<Collapsible
			title={PACK.practice.label}
			class="sm:col-span-2"
			open={Object.keys(draft.practice).length > 0}
		>
			<div class="mt-2">
				<PracticeList
					layer={draft.practice}
					above={practice}
					of="pack"
					onset={(next) => (draft.practice = next)}
				/>
			</div>
		</Collapsible>
		<Described field={PACK.notes} bind:value={draft.notes} error={errors.notes} class="sm:col-span-2" />
	</div>
	{#if message}<p class="mt-3 text-stop" role="alert">{message} Nothing was saved.</p>{/if}
	{#if theirs}
		<Conflict
			differences={differencesOf(PACK, $state.snapshot(draft), packDraftOf(theirs))}
			onmine={() => {
				was = theirs;
				theirs = null;
				form?.requestSubmit();
			}}
			ontheirs={() => {
				was = theirs;
				draft = packDraftOf(theirs);
				theirs = null;
			}}
		/>
	{/if}

	<p class="mt-4 flex gap-3">
		<button class="btn btn-act" data-next disabled={busy}>{pack ? 'Save' : 'Add to the shelf'}</button>
		<a class="btn" href={pack ? `/packs/${pack.id}` : '/packs'}>Cancel</a>
	</p>
</form>
