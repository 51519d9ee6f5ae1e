<script lang="ts">
	import { goto } from '$app/navigation';
	import type { Case } from '$core/diagnose/case';
	import { PHASES, PHASE_WORDS, SYMPTOM_IDS, symptomOf, type SymptomId } from '$core/diagnose/symptom';
	import { findSymptoms } from '$core/diagnose/words';
	import { channelItems } from '$lib/ui/charger/channel-items';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import { send } from '$lib/ui/server/api';
	import { dayAndClock } from '$lib/ui/words';

	let { data } = $props();
	// svelte-ignore state_referenced_locally
	let typed = $state(data.message);
	// svelte-ignore state_referenced_locally
	let packId = $state(data.packId ?? '');
	// svelte-ignore state_referenced_locally
	let channelId = $state(data.channelId ?? '');
	let teaches = $state(false);
	let message = $state('');
	let busy = $state(false);

	const pack = $derived(data.packs.find((p) => p.id === packId) ?? null);
	const charger = $derived(data.chargers.find((c) => c.channels.some((ch) => ch.id === channelId)) ?? null);
	const channels = $derived(channelItems(data.chargers));
	const packItems = $derived(data.packs.map((p) => ({ value: p.id, label: p.name })));
	const found = $derived(
		typed.trim() === '' ? [] : findSymptoms(typed, data.taught, pack?.family ?? null).slice(0, 6)
	);
	const byPhase = $derived(
		PHASES.map((phase) => ({
			phase,
			ids: SYMPTOM_IDS.filter((id) => {
				const { families, phase: own } = symptomOf(id);
				return own === phase && (!pack || !families || families.includes(pack.family));
			})
		}))
	);

	async function open(symptom: SymptomId) {
		busy = true;
		if (teaches && charger && typed.trim().length > 1)
			await send('POST', `/chargers/${charger.id}/messages`, { message: typed.trim(), symptom });
		const sent = await send<Case>('POST', '/cases', {
			runId: data.runId,
			packId: packId || null,
			chargerId: charger?.id ?? null,
			channelId: channelId || null,
			family: pack?.family ?? symptomOf(symptom).families?.[0] ?? 'lithium',
			symptom,
			message: typed.trim()
		});
		busy = false;
		if (!sent.ok) return void (message = sent.message);
		await goto(`/diagnose/${sent.value.id}`);
	}
</script>

<svelte:head><title>Diagnose · Stack Tender</title></svelte:head>

{#snippet choice(id: SymptomId, about: string)}
	<li class="border-b">
		<button
			type="button"
			class="flex min-h-[44px] w-full items-center justify-between gap-3 py-[3px] text-left hover:text-act sm:min-h-[30px]"
			disabled={busy}
			onclick={() => void open(id)}
		>
			<span class="font-semibold">{symptomOf(id).name}</span>
			<span class="quiet text-[12.5px] whitespace-nowrap">{about}</span>
		</button>
	</li>
{/snippet}

<div class="page">
	<header class="border-b pb-3">
		<h1>Diagnose</h1>
		<p class="quiet">From a message, a symptom or a run to the cause, the one next look, and what to do.</p>
	</header>
	<p class="mt-3 border-l-4 border-stop pl-3">
		<b class="text-stop">First:</b> hissing, swelling, smoke, a smell of acid or solvent? Leave it and
		<a class="link" href="/emergency">do this</a>.
	</p>
	<div class="grid gap-x-10 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
		<section class="mt-4 min-w-0" aria-label="What shows">
			{#if data.suggested.length}
				<h2>By this run</h2>
				{#if data.judged && data.judged.outcome !== 'sound'}
					<p class="mb-2 text-[13px]">{data.judged.reason} {data.judged.next}</p>
				{/if}
				<ul class="mb-4" data-suggested>
					{#each data.suggested as id (id)}{@render choice(
							id,
							symptomOf(id).families?.join(', ') ?? ''
						)}{/each}
				</ul>
			{/if}
			<label for="words" class="font-semibold">What does it say, or what do you see?</label>
			<input
				id="words"
				class="field mt-1"
				autocomplete="off"
				placeholder="in its words, or in yours"
				bind:value={typed}
			/>
			{#if found.length}
				<ul class="mt-1" data-found aria-live="polite">
					{#each found as f (f.symptom)}{@render choice(
							f.symptom,
							f.taught ? 'as you taught it' : PHASE_WORDS[symptomOf(f.symptom).phase]
						)}{/each}
				</ul>
				{#if charger}
					<Checkbox class="mt-1 min-h-[32px] text-[13px]" checked={teaches} onchange={(on) => (teaches = on)}
						>Remember these words for {charger.name}</Checkbox
					>
				{/if}
			{:else if typed.trim() !== ''}
				<p class="quiet mt-1">Nothing is known by these words: choose what you see below.</p>
			{/if}
			{#if message}<p class="mt-1 text-stop" role="alert">{message}</p>{/if}
			<div class="mt-4 gap-x-8 sm:columns-2">
				{#each byPhase as { phase, ids } (phase)}
					{#if ids.length}
						<div class="mb-4 min-w-0">
							<h2 class="first-letter:uppercase break-after-avoid">{PHASE_WORDS[phase]}</h2>
							<ul>
								{#each ids as id (id)}{@render choice(id, '')}{/each}
							</ul>
						</div>
					{/if}
				{/each}
			</div>
		</section>
		<section class="mt-4 min-w-0" aria-label="Which bench">
			<h2>Which pack, on which channel?</h2>
			<p class="quiet text-[12.5px]">
				What is on record of them need not be asked; leave it open for a stranger’s.
			</p>
			<div class="mt-2 grid gap-2">
				<p class="-mb-1 text-[13px] font-semibold" aria-hidden="true">Pack</p>
				<Combobox label="Pack" value={packId} items={packItems} onchange={(id) => (packId = id)} />
				<p class="-mb-1 text-[13px] font-semibold" aria-hidden="true">Channel</p>
				<Combobox label="Channel" value={channelId} items={channels} onchange={(id) => (channelId = id)} />
			</div>
			<p class="mt-4 text-[13px]">
				<a class="link" href="/drill">Drill</a>
				<span class="quiet">on a simulated bench, where nothing can burn</span>
			</p>
			<h2 class="mt-6">Cases</h2>
			<ul>
				{#each data.cases as c (c.id)}
					<li class="border-b py-1">
						<a class="hover:underline" href="/diagnose/{c.id}"
							><b class="font-semibold">{c.title}</b>{#if c.pack}, {c.pack}{/if}</a
						><br />
						<span class="quiet text-[12.5px]"
							>{dayAndClock(c.openedAt)} · {c.confirmed === null ? 'open' : `it was: ${c.confirmed}`}</span
						>
					</li>
				{:else}
					<li class="quiet border-b py-2">
						None yet. A case is kept, and what it turned out to be sharpens the next.
					</li>
				{/each}
			</ul>
		</section>
	</div>
</div>
