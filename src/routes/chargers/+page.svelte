<script lang="ts">
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { toast } from 'svelte-sonner';
	import { refresh } from '$lib/ui/server/refresh';
	import type { Supply } from '$core/charger/supply';
	import { send } from '$lib/ui/server/api';
	import SupplyForm from '$lib/ui/charger/SupplyForm.svelte';
	import { HELD_SETTINGS, holds, showHeld } from '$core/charger/setting';
	import { supplyPowerW } from '$core/charger/supply';

	let { data } = $props();
	/** The supply being changed, `new` for one being added. */
	let editing = $state<string | null>(null);
	const closeAndReload = async () => {
		editing = null;
		await refresh();
	};
	async function removeSupply(supply: Supply) {
		const sent = await send('DELETE', `/supplies/${supply.id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
		offerUndo(`${supply.name} removed.`, async () => {
			await send('POST', `/supplies/${supply.id}/restore`);
			await refresh();
		});
	}
	const stateOf = (channelId: string) => data.channels.find((c) => c.channelId === channelId);
</script>

<svelte:head><title>Chargers · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex items-center justify-between gap-3">
		<h1>Chargers</h1>
		<a class="btn ml-auto" href="/chargers/stock">Bench stock</a>
		<a class="btn btn-act" href="/chargers/new" data-next={data.chargers.length === 0 ? '' : undefined}
			>New charger</a
		>
	</header>
	{#each data.chargers as charger (charger.id)}
		{@const supply = data.supplies.find((s) => s.id === charger.supplyId)}
		<section class="mt-4 border-t pt-3">
			<div class="flex flex-wrap items-baseline justify-between gap-x-4">
				<h2 class="text-[1.15rem]">
					<a class="hover:underline" href="/chargers/{charger.id}">{charger.name}</a>
				</h2>
				<p class="quiet text-[13px]">
					{supply ? supply.name : 'supply not stated'}{supply && Number.isFinite(supplyPowerW(supply))
						? `, ${Math.round(supplyPowerW(supply))} W`
						: ''}
					· {charger.sharedPowerW === null
						? 'each channel its own power'
						: `channels share ${charger.sharedPowerW} W`}
					· {charger.link === 'none' ? 'keyed by hand' : 'simulated, over a link'}
				</p>
			</div>
			<div class="mt-1 grid grid-cols-[minmax(0,1fr)] items-start gap-x-10 md:grid-cols-[1.4fr_1fr]">
				<div class="min-w-0 relative overflow-x-auto" use:reachable>
					<table class="ledger">
						<thead
							><tr
								><th>Channel</th><th class="right">Power</th><th class="right">Current</th><th class="right"
									>Step</th
								><th class="right">Balance</th><th>Now</th></tr
							></thead
						>
						<tbody>
							{#each charger.channels as ch (ch.id)}
								{@const s = stateOf(ch.id)}
								<tr>
									<td class="font-semibold">{ch.label}</td>
									<td class="right num">{ch.powerW}<span class="unit">W</span></td>
									<td class="right num">{ch.maxCurrentA.toFixed(1)}<span class="unit">A</span></td>
									<td class="right num">{ch.currentStepA}<span class="unit">A</span></td>
									<td class="right num"
										>{ch.balanceCurrentA || '–'}<span class="unit">{ch.balanceCurrentA ? 'A' : ''}</span></td
									>
									<td
										>{#if s?.run}<a class="link" href="/run/{s.run.id}">{s.pack?.name}</a>{:else}<a
												class="link"
												href="/program?channel={ch.id}">program</a
											>{/if}</td
									>
								</tr>
							{/each}
						</tbody>
					</table>
				</div>
				<dl class="mt-2 text-[13px]">
					{#each charger.held as h, i (i)}
						<div class="flex justify-between border-b py-[3px]">
							<dt class="quiet">
								{HELD_SETTINGS[h.kind].label}{h.scope === 'channel'
									? `, ${charger.channels.find((c) => c.id === h.channelId)?.label ?? ''}`
									: ''}
							</dt>
							<dd class="num">
								{holds(h, h.heldValue)
									? showHeld(h.kind, h.heldValue)
									: 'not known'}{#if holds(h, h.heldValue) && h.heldValue !== h.defaultValue}<span
										class="quiet ml-2 font-sans">maker’s {showHeld(h.kind, h.defaultValue)}</span
									>{/if}
							</dd>
						</div>
					{/each}
				</dl>
			</div>
		</section>
	{:else}
		<p class="quiet mt-4">
			No charger yet. Describe one from its printed specification: watts, amps and cells of each channel, and
			what it holds in its own settings.
		</p>
	{/each}

	<section class="mt-6 border-t pt-3">
		<div class="flex items-baseline justify-between gap-3">
			<h2 class="text-[1.15rem]">Supplies</h2>
			<button class="btn" onclick={() => (editing = 'new')}>New supply</button>
		</div>
		{#if editing === 'new'}<SupplyForm onsaved={closeAndReload} oncancel={() => (editing = null)} />{/if}
		<ul class="mt-1">
			{#each data.supplies as supply (supply.id)}
				<li class="border-b py-2">
					{#if editing === supply.id}
						<SupplyForm {supply} onsaved={closeAndReload} oncancel={() => (editing = null)} />
					{:else}
						<div class="flex flex-wrap items-baseline gap-x-4">
							<b class="font-semibold">{supply.name}</b>
							<span class="quiet flex-1"
								>{supply.kind},
								<span class="num"
									>{supply.voltageV} V{supply.powerW ? `, ${supply.powerW} W` : ''}{supply.currentA
										? `, ${supply.currentA} A`
										: ''}</span
								>
								· feeds {data.chargers
									.filter((c) => c.supplyId === supply.id)
									.map((c) => c.name)
									.join(', ') || 'nothing'}</span
							>
							<button class="link" onclick={() => (editing = supply.id)}>change</button>
							<button class="link" onclick={() => removeSupply(supply)}>remove</button>
						</div>
					{/if}
				</li>
			{:else}
				<li class="quiet py-2">
					None described. A charger whose supply is not stated is taken to get all it asks for.
				</li>
			{/each}
		</ul>
	</section>
</div>
