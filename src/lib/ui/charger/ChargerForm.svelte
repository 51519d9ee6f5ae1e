<!-- Describing a charger from its printed specification: the whole, its channels, and what it holds. -->
<script lang="ts">
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import Plus from '@lucide/svelte/icons/plus';
	import { onMount } from 'svelte';
	import Conflict from '../form/Conflict.svelte';
	import { differencesOf } from '../form/differences';
	import { KeptDraft } from '../form/kept-draft.svelte';
	import LeaveGuard from '../form/LeaveGuard.svelte';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { CHARGER, MOST_CHANNELS, type Charger } from '$core/charger/charger';
	import { ChargerInputSchema } from '$core/charger/charger-schema';
	import { CHARGER_KINDS, type ChargerKind } from '$core/charger/kinds';
	import type { Supply } from '$core/charger/supply';
	import { keysIn } from '$core/quantity/field';
	import { send } from '../server/api';
	import { askAboutCharger, chargerDraftOf, readChargerDraft } from './charger-draft';
	import Described from '../form/Described.svelte';
	import SupplyForm from './SupplyForm.svelte';
	import AskOrder from './AskOrder.svelte';
	import ChannelPart from './ChannelPart.svelte';
	import HeldPart from './HeldPart.svelte';

	interface Props {
		charger?: Charger | null;
		/** A charger that a new one is like: everything but its name. */
		like?: Charger | null;
		supplies: Supply[];
	}
	let { charger = null, like = null, supplies }: Props = $props();
	// svelte-ignore state_referenced_locally
	const begin = charger ?? (like && { ...like, name: '' });

	let draft = $state(chargerDraftOf(begin));
	/**
	 * The charger as it was when this form began, or was last looked at: what is saved says what it
	 * started from.
	 */
	// svelte-ignore state_referenced_locally
	let was = $state.raw(charger);
	// svelte-ignore state_referenced_locally
	const kept = new KeptDraft(`charger ${charger?.id ?? `new ${like?.id ?? ''}`}`, chargerDraftOf(begin));
	const dirty = $derived(kept.dirty($state.snapshot(draft)));
	let theirs = $state.raw<Charger | null>(null);
	let form = $state<HTMLFormElement>();
	/** Channels are compared as one: what differs in them stands in the form. */
	const COMPARED = { ...CHARGER, channels: { ...CHARGER.held, label: 'Channels' } };
	onMount(() => {
		const before = kept.restore<typeof draft>();
		if (before) draft = before;
	});
	$effect(() => kept.keep($state.snapshot(draft)));
	let errors = $state<Record<string, string>>({});
	let message = $state('');
	let busy = $state(false);
	let confirmed = $state(false);
	let addingSupply = $state(false);
	const questions = $derived(askAboutCharger(draft));
	let kindId = $state('');
	/** Fills the form with what such a charger usually has; its name and supply stay as typed. */
	function startFrom(kind: ChargerKind) {
		const input = ChargerInputSchema.parse({ ...kind.charger, name: '?' });
		const whole = chargerDraftOf({
			...input,
			id: '',
			channels: input.channels.map((c) => ({ ...c, id: '' }))
		});
		draft = { ...whole, name: draft.name, supplyId: draft.supplyId, held: chargerDraftOf(null).held };
		kindId = kind.id;
	}
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
		const sent = charger
			? await send<Charger>('PUT', `/chargers/${charger.id}`, { ...read.input, was })
			: await send<Charger>('POST', '/chargers', read.input);
		busy = false;
		if (!sent.ok && sent.current) {
			theirs = sent.current as Charger;
			return;
		}
		if (!sent.ok) {
			errors = sent.fields;
			message = `${sent.message} Nothing was saved.`;
			return;
		}
		kept.forget();
		await goto(`/chargers/${sent.value.id}`);
		await refresh();
	}
</script>

<LeaveGuard {kept} {dirty} onanew={() => (draft = chargerDraftOf(begin))} />

{#snippet part(name: string)}
	{#each keysIn(CHARGER, name) as key (key)}
		{#if key !== 'held'}<Described field={CHARGER[key]} bind:value={draft[key]} error={errors[key]} />{/if}
	{/each}
{/snippet}

<form bind:this={form} onsubmit={submit} novalidate class="mt-4 max-w-[70rem]">
	{#if !charger && !like}
		<fieldset class="mb-4 border-b pb-4">
			<legend class="text-[13px] font-semibold">Begin with a kind, and change what differs</legend>
			<div class="mt-1 grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
				{#each CHARGER_KINDS as kind (kind.id)}
					<button
						type="button"
						class="btn !justify-start text-left"
						class:border-act={kindId === kind.id}
						aria-pressed={kindId === kind.id}
						onclick={() => startFrom(kind)}
						><span>{kind.name}<span class="quiet block text-[12px] font-normal">{kind.about}</span></span
						></button
					>
				{/each}
			</div>
		</fieldset>
	{/if}
	<section class="grid gap-x-5 gap-y-3 sm:grid-cols-4">
		<Described class="sm:col-span-2" field={CHARGER.name} bind:value={draft.name} error={errors.name} />
		{@render part('input')}
		<div class="sm:col-span-2">
			<label class="block text-[13px] font-semibold" for="supply">{CHARGER.supplyId.label}</label>
			<div class="mt-[2px] flex gap-2">
				<Select
					id="supply"
					label={CHARGER.supplyId.label}
					bind:value={draft.supplyId}
					options={[
						['', 'not stated'],
						...supplies.map((s) => [s.id, `${s.name}, ${s.voltageV} V`] as const)
					]}
				/>
				<button type="button" class="btn whitespace-nowrap" onclick={() => (addingSupply = !addingSupply)}
					>New supply</button
				>
			</div>
		</div>
		<Described field={CHARGER.link} bind:value={draft.link} class="sm:col-span-2" />
	</section>
	{#if addingSupply}
		<SupplyForm
			onsaved={async (s) => {
				addingSupply = false;
				await refresh();
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
	<button
		type="button"
		class="btn mt-3"
		onclick={addChannel}
		disabled={draft.channels.length >= MOST_CHANNELS}><Plus size={14} /> channel like the last</button
	>

	<HeldPart bind:held={draft.held} channels={draft.channels} {errors} />

	<section class="mt-6 border-t pt-3">
		<AskOrder bind:asks={draft.asks} />
		<div class="mt-5 grid gap-x-5 gap-y-3 border-t pt-3 sm:grid-cols-4">
			{@render part('habits')}
			<Described
				field={CHARGER.protections}
				bind:value={draft.protections}
				error={errors.protections}
				class="sm:col-span-3"
			/>
			<div class="self-center">{@render part('habit flags')}</div>
		</div>
		<Described
			field={CHARGER.notes}
			bind:value={draft.notes}
			error={errors.notes}
			class="mt-3 max-w-[40rem]"
		/>
	</section>

	{#if questions.length}
		<div class="mt-3 text-check" role="alert">
			{#each questions as q (q)}<p>{q}</p>{/each}
			<Checkbox bind:checked={confirmed}>The figures are right as they are</Checkbox>
		</div>
	{/if}
	{#if message}<p class="mt-3 text-stop" role="alert">{message}</p>{/if}
	{#if theirs}
		<Conflict
			differences={differencesOf(
				COMPARED,
				$state.snapshot(draft) as unknown as Record<string, unknown>,
				chargerDraftOf(theirs) as unknown as Record<string, unknown>
			)}
			onmine={() => {
				was = theirs;
				theirs = null;
				form?.requestSubmit();
			}}
			ontheirs={() => {
				was = theirs;
				draft = chargerDraftOf(theirs);
				theirs = null;
			}}
		/>
	{/if}

	<p class="mt-4 flex gap-3">
		<button class="btn btn-act" data-next disabled={busy}>{charger ? 'Save' : 'Put on the bench'}</button>
		<a class="btn" href={charger ? `/chargers/${charger.id}` : '/chargers'}>Cancel</a>
	</p>
</form>
