<!-- Connectors, leads, adapters and balance boards: what limits a program besides pack and charger. -->
<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { toast } from 'svelte-sonner';
	import { invalidateAll } from '$app/navigation';
	import { leadFor, leadOhm, type Inventory } from '$core/charger/inventory';
	import { send } from '$lib/ui/api';
	import { reachable } from '$lib/ui/reachable';
	import { readStockDraft, stockDraftOf, type StockDraft } from '$lib/ui/stock-draft';

	let { data } = $props();
	// The draft starts from what is kept and then belongs to the person typing.
	// svelte-ignore state_referenced_locally
	let draft = $state(stockDraftOf(data.inventory));
	let errors = $state<Record<string, string>>({});
	let busy = $state(false);

	const newId = () => `own-${crypto.randomUUID().slice(0, 8)}`;
	const LISTS = {
		connectors: {
			title: 'Connectors',
			columns: ['name', 'currentA'],
			add: () => ({ name: '', currentA: '' })
		},
		leads: {
			title: 'Charge leads',
			columns: ['name', 'connectorId', 'awg', 'lengthM', 'currentA'],
			add: () => ({
				name: '',
				connectorId: draft.connectors[0]?.id ?? '',
				awg: '14',
				lengthM: '0.4',
				currentA: ''
			})
		},
		adapters: {
			title: 'Adapters',
			columns: ['fromId', 'toId', 'currentA'],
			add: () => ({
				fromId: draft.connectors[0]?.id ?? '',
				toId: draft.connectors[1]?.id ?? '',
				currentA: ''
			})
		},
		boards: {
			title: 'Balance boards',
			columns: ['name', 'cells', 'count'],
			add: () => ({ name: '', cells: '6', count: '1' })
		}
	} as const;
	const NAMES: Record<string, string> = {
		name: 'Name',
		currentA: 'Carries, A',
		connectorId: 'To the pack',
		awg: 'AWG',
		lengthM: 'Length, m',
		fromId: 'From the pack’s',
		toId: 'to the lead’s',
		cells: 'Up to, S',
		count: 'How many'
	};
	const isConnector = (column: string) => column.endsWith('Id');
	/** Packs that no lead reaches, once leads are listed at all. */
	const unreached = $derived(
		data.inventory.leads.length === 0
			? []
			: data.packs.filter((p) => p.connectorId !== null && leadFor(data.inventory, p) === null)
	);

	async function put(inventory: Inventory) {
		busy = true;
		const sent = await send('PATCH', '/preferences', { inventory });
		busy = false;
		if (!sent.ok) toast.error(sent.message);
		await invalidateAll();
		draft = stockDraftOf(data.inventory);
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
		if (await put(read.stock))
			toast('The stock is noted.', { action: { label: 'Undo', onClick: () => void put(before) } });
	}
</script>

<svelte:head><title>Bench stock · Stack Tender</title></svelte:head>
<div class="page max-w-[62rem]">
	<h1>Bench stock</h1>
	<p class="quiet mt-1 max-w-[44rem]">
		Currents are what they carry for long. A program keeps to the connector of the pack and to the lead that
		fits it; a list without leads or boards holds nothing up.
	</p>
	<form onsubmit={save} novalidate>
		{#each Object.entries(LISTS) as [list, { title, columns, add }] (list)}
			{@const lines = draft[list as keyof StockDraft] as Record<string, string>[]}
			<section class="mt-5 border-t pt-2" aria-label={title}>
				<div class="flex items-baseline justify-between">
					<h2>{title}</h2>
					<button
						type="button"
						class="btn"
						onclick={() => (lines as unknown[]).push({ id: newId(), ...add() })}
						><Plus size={14} /> add</button
					>
				</div>
				{#if lines.length}
					<div class="relative overflow-x-auto" use:reachable>
						<table class="ledger">
							<thead
								><tr
									>{#each columns as c (c)}<th>{NAMES[c]}</th>{/each}{#if list === 'leads'}<th class="right"
											>there and back</th
										>{/if}<th><span class="sr-only">Remove</span></th></tr
								></thead
							>
							<tbody>
								{#each lines as line, i (line.id)}
									<tr>
										{#each columns as c (c)}
											{@const path = `${list}.${i}.${c}`}
											<td>
												{#if isConnector(c)}
													<select
														class="field min-w-[9rem]"
														aria-label="{title} {i + 1}, {NAMES[c]}"
														bind:value={line[c]}
													>
														{#each draft.connectors as x (x.id)}<option value={x.id}
																>{x.name || 'unnamed'}</option
															>{/each}
													</select>
												{:else}
													<input
														class="field"
														class:num={c !== 'name'}
														class:!w-[6rem]={c !== 'name'}
														class:min-w-[9rem]={c === 'name'}
														inputmode={c === 'name' ? undefined : 'decimal'}
														aria-label="{title} {i + 1}, {NAMES[c]}"
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
