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
	import { readLabelLine } from '$core/pack/label-line';
	import { countOnLabel, fitsLabel } from '$core/pack/label-volts';
	import { soFar } from '$core/quantity/parse';
	import { draftOf } from '$core/quantity/field-draft';
	import StackGlyph from './StackGlyph.svelte';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { CONNECTORS } from '$core/pack/connector';
	import { PACK, type Pack } from '$core/pack/pack';
	import type { PracticeLayer } from '$core/practice/practice';
	import { send } from '../server/api';
	import Described from '../form/Described.svelte';
	import PracticeList from '../program/PracticeList.svelte';
	import { asNew, askAboutDraft, packDraftOf, readPackDraft } from './pack-draft';

	interface Props {
		pack?: Pack | null;
		/**
		 * A pack that a new one is like: everything but its name, what was measured of it, and its
		 * past.
		 */
		like?: Pack | null;
		/** The other packs of the shelf, to name a partner from. */
		others?: Pick<Pack, 'id' | 'name' | 'chemistry' | 'cells'>[];
		/** What the person follows where the pack has no school of its own. */
		practice?: PracticeLayer;
	}
	let { pack = null, like = null, others = [], practice = {} }: Props = $props();

	// The draft starts from the pack and then belongs to the person typing.
	// svelte-ignore state_referenced_locally
	let draft = $state(packDraftOf(pack ?? asNew(like)));
	/**
	 * The pack as it was when this form began, or was last looked at: what is saved says what it
	 * started from.
	 */
	// svelte-ignore state_referenced_locally
	let was = $state.raw(pack);
	// svelte-ignore state_referenced_locally
	const kept = new KeptDraft(`pack ${pack?.id ?? `new ${like?.id ?? ''}`}`, packDraftOf(pack ?? asNew(like)));
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

	/** The label in one line; what is understood of it fills the form. */
	let line = $state('');
	const read = $derived(line.trim() === '' ? null : readLabelLine(line));
	function takeLine() {
		if (!read) return;
		const { values } = read;
		for (const key of Object.keys(values) as (keyof typeof values)[])
			Object.assign(draft, { [key]: draftOf({ [key]: PACK[key] }, values)[key] });
		confirmedMah = '';
	}
	/** Twelve volts of lead are six cells: said by the printed volts where no count was typed. */
	function cellsFromVolts() {
		if (draft.cells !== '' || draft.labelVoltageV === '') return;
		const { cells } = readLabelLine(`${draft.chemistry} ${draft.labelVoltageV}V`).values;
		if (cells) draft.cells = String(cells);
	}
	/** What the label amounts to, as far as it is typed: to be compared with what is printed. */
	const sums = $derived.by(() => {
		const cells = soFar(draft.cells);
		const ah = soFar(draft.capacityAh) / 1000;
		const { nominalV, chargeEndV } = chemistryOf(draft.chemistry).voltages;
		if (!(cells >= 1)) return null;
		const printed = soFar(draft.labelVoltageV);
		const count = printed > 0 ? countOnLabel({ chemistry: draft.chemistry, cells }, printed) : null;
		return {
			cells,
			fullV: cells * chargeEndV,
			wattHours: ah > 0 ? ah * cells * nominalV : null,
			oneC: ah > 0 ? ah : null,
			says:
				printed > 0
					? fitsLabel(chemistryOf(draft.chemistry), cells, printed)
						? 'the printed volts agree'
						: count !== null
							? `the printed volts are those of ${count}S`
							: 'the printed volts are another chemistry’s or count’s'
					: 'printed volts would prove it'
		};
	});

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

<LeaveGuard {kept} {dirty} onanew={() => (draft = packDraftOf(pack ?? asNew(like)))} />

{#snippet typed(key: keyof typeof PACK)}
	<Described field={PACK[key]} bind:value={draft[key]} error={errors[key]} />
{/snippet}

<form bind:this={form} onsubmit={submit} novalidate class="mt-4 max-w-[46rem]">
	{#if !pack}
		<div class="mb-4 border-b pb-4">
			<label class="block text-[13px] font-semibold" for="label-line">The label in one line</label>
			<div class="mt-[2px] flex gap-2">
				<input
					id="label-line"
					class="field"
					placeholder="LiPo 4S 3300 3C 14.8V"
					autocomplete="off"
					bind:value={line}
					onkeydown={(e) => {
						if (e.key !== 'Enter') return;
						e.preventDefault();
						takeLine();
					}}
				/>
				<button type="button" class="btn whitespace-nowrap" disabled={!read} onclick={takeLine}
					>Fill in</button
				>
			</div>
			<p class="quiet mt-1 min-h-[1.4em] text-[12.5px]" aria-live="polite">
				{#if read}
					{#each read.understood as u, i (i)}<span class="mr-3"
							><b class="num text-ink">{u.piece}</b> {u.as}</span
						>{/each}{#if read.left.length}<span>name: <b class="text-ink">{read.left.join(' ')}</b></span
						>{/if}
				{:else}chemistry, cells, capacity, charge rate and volts, in any order; other words become its name{/if}
			</p>
		</div>
	{/if}
	{#if sums}
		<div class="mb-3 flex flex-wrap items-center gap-x-5 gap-y-1 text-[13px]" role="status">
			<StackGlyph
				pack={{
					chemistry: draft.chemistry,
					cells: Math.min(24, Math.round(sums.cells)),
					parallel: Math.max(1, Number(draft.parallel) || 1),
					condition: 'in service'
				}}
				cellV={null}
				size={34}
			/>
			<span>full <b class="num">{sums.fullV.toFixed(2)}</b> V</span>
			{#if sums.oneC !== null}<span>1C is <b class="num">{sums.oneC.toFixed(1)}</b> A</span>{/if}
			{#if sums.wattHours !== null}<span><b class="num">{sums.wattHours.toFixed(1)}</b> Wh</span>{/if}
			<span class="quiet">{sums.says}</span>
		</div>
	{/if}
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
		<div onfocusout={cellsFromVolts}>{@render typed('labelVoltageV')}</div>
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
