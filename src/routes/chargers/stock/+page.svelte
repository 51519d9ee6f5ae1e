<!-- Connectors, leads, adapters and balance boards: what limits a program besides pack and charger. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import Conflict from '$lib/ui/form/Conflict.svelte';
	import { differencesOf } from '$lib/ui/form/differences';
	import { KeptDraft } from '$lib/ui/form/kept-draft.svelte';
	import LeaveGuard from '$lib/ui/form/LeaveGuard.svelte';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { toast } from 'svelte-sonner';
	import { refresh } from '$lib/ui/server/refresh';
	import { INVENTORY, leadFor, leadOhm, type Inventory } from '$core/charger/inventory';
	import { send } from '$lib/ui/server/api';
	import { reachable } from '$lib/ui/frame/reachable';
	import type { Field as FieldDescription } from '$core/quantity/field';
	import {
		newLine,
		readStockDraft,
		stockDraftOf,
		type StockDraft,
		type StockList
	} from '$lib/ui/charger/stock-draft';

	let { data } = $props();
	// The draft starts from what is kept and then belongs to the person typing.
	// svelte-ignore state_referenced_locally
	let draft = $state(stockDraftOf(data.inventory));
	// svelte-ignore state_referenced_locally
	let was = $state.raw(data.inventory);
	// svelte-ignore state_referenced_locally
	const kept = new KeptDraft('stock', stockDraftOf(data.inventory));
	const dirty = $derived(kept.dirty($state.snapshot(draft)));
	let theirs = $state.raw<Inventory | null>(null);
	let form = $state<HTMLFormElement>();
	onMount(() => {
		const before = kept.restore<StockDraft>();
		if (before) draft = before;
	});
	$effect(() => kept.keep($state.snapshot(draft)));
	let errors = $state<Record<string, string>>({});
	let busy = $state(false);

	const newId = () => `own-${crypto.randomUUID().slice(0, 8)}`;
	const LISTS = Object.keys(INVENTORY) as StockList[];
	/** What a line shows: everything but its id. */
	const columnsOf = (list: StockList): Record<string, FieldDescription> => {
		const { id: _id, ...columns } = INVENTORY[list].of;
		return columns;
	};
	const heading = ({ label, ...field }: FieldDescription) =>
		'unit' in field && field.unit ? `${label}, ${field.unit}` : label;
	function add(list: StockList) {
		const line = newLine(list, newId());
		const [first, second] = draft.connectors;
		for (const [key, field] of Object.entries(columnsOf(list)))
			if (field.kind === 'reference') line[key] = (key === 'toId' ? second : first)?.id ?? '';
		(draft[list] as Record<string, string>[]).push(line);
	}
	/** Packs that no lead reaches, once leads are listed at all. */
	const unreached = $derived(
		data.inventory.leads.length === 0
			? []
			: data.packs.filter((p) => p.connectorId !== null && leadFor(data.inventory, p) === null)
	);

	async function put(inventory: Inventory) {
		busy = true;
		const sent = await send('PATCH', '/preferences', { inventory, was: { inventory: was } });
		busy = false;
		if (!sent.ok && sent.current) {
			theirs = (sent.current as { inventory: Inventory }).inventory;
			return false;
		}
		if (!sent.ok) toast.error(sent.message);
		await refresh();
		if (sent.ok) {
			was = data.inventory;
			draft = stockDraftOf(was);
			kept.rebase(stockDraftOf(was));
		}
		return sent.ok;
	}
	async function save(event: SubmitEvent) {
		event.preventDefault();
		const read = readStockDraft($state.snapshot(draft) as StockDraft);
		errors = read.ok ? {} : read.errors;
		if (!read.ok) {
			const form = event.currentTarget as HTMLElement;
			requestAnimationFrame(() => form.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus());
			return;
		}
		const before = data.inventory;
		if (await put(read.input)) offerUndo('The stock is noted.', () => void put(before));
	}
</script>

<svelte:head><title>Bench stock · Stack Tender</title></svelte:head>
<div class="page max-w-[62rem]">
	<h1>Bench stock</h1>
	<p class="quiet mt-1 max-w-[44rem]">
		Currents are what they carry for long. A program keeps to the connector of the pack and to the lead that
		fits it; a list without leads or boards holds nothing up.
	</p>
	<LeaveGuard {kept} {dirty} onanew={() => (draft = stockDraftOf(data.inventory))} />
	{#if theirs}
		<Conflict
			differences={differencesOf(
				INVENTORY,
				$state.snapshot(draft) as unknown as Record<string, unknown>,
				stockDraftOf(theirs) as unknown as Record<string, unknown>
			)}
			onmine={() => {
				was = theirs!;
				theirs = null;
				form?.requestSubmit();
			}}
			ontheirs={() => {
				was = theirs!;
				draft = stockDraftOf(was);
				kept.rebase(stockDraftOf(was));
				theirs = null;
			}}
		/>
	{/if}
	<form bind:this={form} onsubmit={save} novalidate>
		{#each LISTS as list (list)}
			{@const title = INVENTORY[list].label}
			{@const columns = Object.entries(columnsOf(list))}
			{@const lines = draft[list] as Record<string, string>[]}
			<section class="mt-5 border-t pt-2" aria-label={title}>
				<div class="flex items-baseline justify-between">
					<h2>{title}</h2>
					<button type="button" class="btn" onclick={() => add(list)}><Plus size={14} /> add</button>
				</div>
				{#if lines.length}
					<div class="relative overflow-x-auto" use:reachable>
						<table class="ledger">
							<thead
								><tr
									>{#each columns as [c, field] (c)}<th>{heading(field)}</th>{/each}{#if list === 'leads'}<th
											class="right">there and back</th
										>{/if}<th><span class="sr-only">Remove</span></th></tr
								></thead
							>
							<tbody>
								{#each lines as line, i (line.id)}
									<tr>
										{#each columns as [c, field] (c)}
											{@const path = `${list}.${i}.${c}`}
											<td>
												{#if field.kind === 'reference'}
													<Select
														class="min-w-[9rem]"
														label="{title} {i + 1}, {heading(field)}"
														bind:value={line[c]}
														options={draft.connectors.map((x) => [x.id, x.name || 'unnamed'] as const)}
													/>
												{:else}
													<input
														class="field"
														class:num={field.kind === 'figure'}
														class:!w-[6rem]={field.kind === 'figure'}
														class:min-w-[9rem]={field.kind === 'text'}
														inputmode={field.kind === 'figure' ? 'decimal' : undefined}
														aria-label="{title} {i + 1}, {heading(field)}"
														aria-invalid={!!errors[path]}
														bind:value={line[c]}
													/>
												{/if}
												{#if errors[path]}<p class="text-[12px] text-stop" role="alert">
														{errors[path]}
													</p>{/if}
											</td>
										{/each}
										{#if list === 'leads'}
											{@const ohm = leadOhm({ awg: Number(line.awg), lengthM: Number(line.lengthM) })}
											<td class="num right">{Number.isFinite(ohm) ? `${(1000 * ohm).toFixed(1)} mΩ` : ''}</td>
										{/if}
										<td
											><button
												type="button"
												class="btn !px-2"
												aria-label="Remove {line.name || title}"
												onclick={() => lines.splice(i, 1)}><X size={14} /></button
											></td
										>
									</tr>
								{/each}
							</tbody>
						</table>
					</div>
				{:else}
					<p class="quiet py-2">None listed.</p>
				{/if}
			</section>
		{/each}
		<p class="mt-4 flex gap-3">
			<button class="btn btn-act" data-next disabled={busy}>Save</button>
			<button
				type="button"
				class="btn"
				onclick={() => ((draft = stockDraftOf(data.inventory)), (errors = {}))}>Take back</button
			>
		</p>
	</form>
	{#if unreached.length}
		<p class="mt-4 text-check">
			No lead reaches {unreached.map((p) => p.name).join(', ')}.
		</p>
	{/if}
</div>
