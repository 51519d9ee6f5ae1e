<script lang="ts">
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { isOpen } from '$core/log/run';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { limitsAt, type EnvelopeInput } from '$core/charger/envelope';
	import { HELD_SETTINGS, heldFigure, holds, showHeld, type HeldSetting } from '$core/charger/setting';
	import { cellsLabel } from '$core/pack/pack';
	import { taskOf } from '$core/request/task';
	import { packRates } from '$core/request/context';
	import { figureText, readFigure } from '$core/quantity/field-draft';
	import { send } from '$lib/ui/server/api';
	import EnvelopeChart from '$lib/ui/charts/EnvelopeChart.svelte';
	import { day } from '$lib/ui/words';

	let { data } = $props();
	const charger = $derived(data.charger);
	let channelId = $state<string | null>(null);
	const channel = $derived(charger.channels.find((c) => c.id === channelId) ?? charger.channels[0]);
	const takes = $derived(
		data.packs.filter((p) =>
			channel.chemistries.some(
				(c) => c.chemistry === p.chemistry && p.cells >= c.minCells && p.cells <= c.maxCells
			)
		)
	);
	let packId = $state<string | null>(null);
	/** Shown first: the pack that asks most of the channel. */
	const hungriest = $derived(
		[...takes].sort((a, b) => b.capacityAh * b.cells - a.capacityAh * a.cells)[0] ?? null
	);
	const pack = $derived(takes.find((p) => p.id === packId) ?? hungriest);
	const inputFor = (p: NonNullable<typeof pack>): EnvelopeInput => ({
		pack: p,
		charger,
		channel,
		supply: data.supply,
		othersOutputW: 0,
		othersOnSupplyW: 0,
		packRates: packRates(chemistryOf(p.chemistry), p, 'standard', 20)
	});
	/**
	 * For every pack this channel takes: what the charger can give it when full, as a share of 1C,
	 * and what decides.
	 */
	const reach = $derived(
		takes
			.map((p) => {
				const limits = limitsAt(inputFor(p), p.cells * chemistryOf(p.chemistry).voltages.chargeEndV);
				const least = limits.find((l) => l.side === 'charger')!;
				return { pack: p, currentA: least.currentA, share: least.currentA / p.capacityAh, least };
			})
			.sort((a, b) => a.share - b.share)
	);

	const fixes = $derived(
		[
			channel.fixedCurrentA !== null && `current ${channel.fixedCurrentA} A`,
			channel.storageCurrentA !== null && `${channel.storageCurrentA} A in storage`,
			channel.storageV !== null && `storage ${channel.storageV.toFixed(2)} V`,
			channel.deltaVStepV === null &&
				channel.chemistries.some((c) => chemistryOf(c.chemistry).endOfCharge.kind === 'dip') &&
				'the dip of nickel'
		].filter((x) => typeof x === 'string')
	);

	let editing = $state<number | null>(null);
	let typed = $state('');
	let message = $state('');
	async function saveHeld(h: HeldSetting, off = false) {
		const { label } = HELD_SETTINGS[h.kind];
		let value: number | null = null;
		if (!off) {
			const field = heldFigure(h.kind, 'heldValue');
			const read = readFigure({ ...field, min: h.min, max: h.max, optional: undefined }, typed);
			if (!read.ok) {
				message = read.message;
				return;
			}
			value = read.value;
		}
		const before = h.heldValue;
		const put = (v: number | null, known = true) =>
			send('PATCH', `/chargers/${charger.id}/held`, {
				kind: h.kind,
				channelId: h.channelId,
				task: h.task,
				chemistry: h.chemistry,
				value: v,
				known
			});
		const sent = await put(value);
		if (!sent.ok) {
			message = sent.message;
			return;
		}
		editing = null;
		message = '';
		await refresh();
		offerUndo(`${label} noted.`, async () => void (await put(before, h.known), await refresh()));
	}
	async function emptySlot(s: (typeof data.slots)[number]) {
		const put = (programId: string | null) =>
			send('PUT', `/chargers/${charger.id}/slots`, { slot: s.slot, programId });
		const sent = await put(null);
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
		offerUndo(`Slot ${s.slot} is empty.`, async () => void (await put(s.programId), await refresh()));
	}
	async function remove() {
		const { id, name } = charger;
		const sent = await send('DELETE', `/chargers/${id}`);
		if (!sent.ok) return void toast.error(sent.message);
		await goto('/chargers');
		await refresh();
		offerUndo(`${name} is off the bench.`, async () => {
			await send('POST', `/chargers/${id}/restore`);
			await goto(`/chargers/${id}`);
			await refresh();
		});
	}
</script>

<svelte:head><title>{charger.name} · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center gap-4 border-b pb-3">
		<div class="min-w-[12.5rem] flex-1">
			<h1>{charger.name}</h1>
			<p class="quiet">
				{charger.channels.length}
				{charger.channels.length === 1 ? 'channel' : 'channels'}{charger.sharedPowerW === null
					? ''
					: ` sharing ${charger.sharedPowerW} W`} · input
				<span class="num">{charger.inputMinV} to {charger.inputMaxV}</span>
				V · fed by {data.supply?.name ?? 'a supply not stated'} · efficiency
				<span class="num">{Math.round(charger.efficiency * 100)} %</span>
				{#if charger.standsAt}· stands in: {charger.standsAt}{/if}
			</p>
		</div>
		<p class="flex flex-wrap gap-2">
			<a class="btn" href="/chargers/{charger.id}/suits">Suits my packs?</a>
			{#if data.packs.length === 0}<a class="btn btn-act" data-next href="/packs/new">Add a pack</a>{/if}
			<a class="btn" href="/chargers/new?like={charger.id}">Another like it</a>
			<a class="btn" href="/chargers/{charger.id}/edit">Edit</a>
			<button class="btn" onclick={remove}>Delete</button>
			<a class="btn btn-act" data-next href="/program?channel={channel.id}">Program</a>
		</p>
	</header>
	{#if charger.channels.length > 1}
		<p class="mt-3 flex gap-2" role="group" aria-label="Channel">
			{#each charger.channels as c (c.id)}
				<button
					class="btn"
					class:btn-act={c.id === channel.id}
					aria-pressed={c.id === channel.id}
					onclick={() => (channelId = c.id)}>Channel {c.label}</button
				>
			{/each}
		</p>
	{/if}
	<div class="grid gap-x-10 lg:grid-cols-[1fr_1.1fr]">
		<section class="mt-4 min-w-0">
			<h2>Channel {channel.label}</h2>
			<dl class="mt-1 grid grid-cols-[11rem_1fr] gap-y-1">
				<dt class="quiet">Power</dt>
				<dd class="num">{channel.powerW} W</dd>
				<dt class="quiet">Current</dt>
				<dd class="num">{channel.minCurrentA} to {channel.maxCurrentA} A, step {channel.currentStepA} A</dd>
				<dt class="quiet">Takes</dt>
				<dd>
					{channel.chemistries
						.map((c) => `${chemistryOf(c.chemistry).name} ${c.minCells}S to ${c.maxCells}S`)
						.join(', ')}
				</dd>
				<dt class="quiet">Balance</dt>
				<dd class="num">
					{channel.balanceCurrentA
						? `${channel.balanceCurrentA} A, port for ${channel.balancePortCells}S`
						: 'none'}
				</dd>
				<dt class="quiet">End of charge</dt>
				<dd class="num">
					{channel.endVoltageStepV === null ? 'fixed' : `step ${channel.endVoltageStepV} V`}, ±{Math.round(
						channel.voltageAccuracyV * 1000
					)} mV
				</dd>
				<dt class="quiet">Discharge</dt>
				<dd class="num">
					{channel.dischargePowerW ? `${channel.dischargePowerW} W, ${channel.dischargeCurrentA} A` : 'none'}
				</dd>
				<dt class="quiet">Temperature probe</dt>
				<dd>{channel.hasProbe ? 'yes' : 'none: your hand is the probe'}</dd>
				<dt class="quiet">Programs</dt>
				<dd>{channel.tasks.map((t) => taskOf(t).name.toLowerCase()).join(', ')}</dd>
				{#if fixes.length}
					<dt class="quiet">It fixes</dt>
					<dd>{fixes.join(', ')}</dd>
				{/if}
			</dl>
			<h2 class="mt-5">What it holds now</h2>
			<p class="quiet text-[12.5px]">
				What was keyed last stays and may cut the next charge short. Write down here what its screen says.
			</p>
			<div class="relative overflow-x-auto" use:reachable>
				<table class="ledger mt-1">
					<thead
						><tr
							><th>Setting</th><th>Belongs to</th><th class="right">Maker’s</th><th class="right">Now</th><th
								><span class="sr-only">Change</span></th
							></tr
						></thead
					>
					<tbody>
						{#each charger.held.filter((h) => h.scope !== 'channel' || h.channelId === channel.id) as h, i (`${h.kind}${h.channelId}${h.task}${h.chemistry}`)}
							{@const d = HELD_SETTINGS[h.kind]}
							<tr>
								<td
									>{d.label}{h.chemistry ? `, ${chemistryOf(h.chemistry).name}` : ''}{h.task
										? `, ${taskOf(h.task).name.toLowerCase()}`
										: ''}</td
								>
								<td class="quiet"
									>{h.scope === 'charger'
										? 'the whole charger'
										: h.scope === 'channel'
											? 'this channel'
											: 'each slot'}</td
								>
								<td class="right num quiet">{showHeld(h.kind, h.defaultValue)}</td>
								<td class="right num font-semibold">
									{#if editing === i}
										<input
											class="field num !w-24 text-right"
											aria-label="{d.label} in {d.unit}"
											bind:value={typed}
											onkeydown={(e) => e.key === 'Enter' && void saveHeld(h)}
										/>
									{:else if holds(h, h.heldValue)}{showHeld(h.kind, h.heldValue)}
									{:else}<span class="text-check">not known</span>{/if}
								</td>
								<td class="right whitespace-nowrap">
									{#if h.fixed}<span class="quiet">fixed</span>
									{:else if editing === i}
										<button class="link" onclick={() => void saveHeld(h)}>save</button>
										{#if h.canBeOff}<button class="link ml-2" onclick={() => void saveHeld(h, true)}
												>off</button
											>{/if}
										<button
											class="quiet ml-2 hover:underline"
											onclick={() => ((editing = null), (message = ''))}>cancel</button
										>
									{:else}
										<button
											class="link"
											onclick={() => {
												editing = i;
												typed = figureText(heldFigure(h.kind, 'heldValue'), h.heldValue);
												message = '';
											}}>change</button
										>
									{/if}
								</td>
							</tr>
						{:else}
							<tr
								><td colspan="5" class="quiet">Nothing described. Add its timer and limits under Edit.</td
								></tr
							>
						{/each}
					</tbody>
				</table>
			</div>
			{#if message}<p class="mt-1 text-stop" role="alert">{message}</p>{/if}
			{#if charger.slots > 0}
				<h2 class="mt-5">Memory slots</h2>
				<ul>
					{#each { length: charger.slots } as _, i (i)}
						{@const s = data.slots.find((x) => x.slot === i + 1)}
						<li class="flex items-baseline gap-3 border-b py-1">
							<span class="quiet num w-5">{i + 1}</span>
							{#if s}
								<a
									class="min-w-0 flex-1 truncate hover:underline"
									href="/program?pack={s.packId}&channel={channel.id}&task={s.task}&program={s.programId}"
									>{s.title}</a
								>
								<span class="quiet num text-[12px]"
									>{s.settings.currentA.toFixed(1)} A · {day(s.keyedAt)}</span
								>
								<button
									class="quiet text-[12.5px] hover:underline"
									aria-label="Empty slot {i + 1}"
									onclick={() => void emptySlot(s)}>empty</button
								>
							{:else}<span class="quiet flex-1">free</span>{/if}
						</li>
					{/each}
				</ul>
				<p class="quiet mt-1 text-[12.5px]">
					A slot is filled from a program, under Keep. Usual is one each for balance and storage of a pack.
				</p>
			{/if}
			{#if charger.notes}<p class="mt-4 border-l-2 pl-3 whitespace-pre-line">{charger.notes}</p>{/if}
		</section>
		<section class="mt-4 min-w-0">
			{#if pack}
				<div class="flex flex-wrap items-center justify-between gap-2">
					<h2>Envelope with</h2>
					<div class="w-[16rem]">
						<Combobox
							label="Pack for the envelope"
							value={pack.id}
							items={takes.map((p) => ({ value: p.id, label: `${p.name}, ${cellsLabel(p)}` }))}
							onchange={(id) => (packId = id)}
						/>
					</div>
				</div>
				<EnvelopeChart
					input={inputFor(pack)}
					fromCellV={chemistryOf(pack.chemistry).voltages.hardFloorV}
					toCellV={chemistryOf(pack.chemistry).voltages.cellMaxV + 0.05}
					endV={pack.cells * chemistryOf(pack.chemistry).voltages.chargeEndV}
					height={230}
				/>
				<h2 class="mt-3">What it can give each pack when full</h2>
				<div class="relative overflow-x-auto" use:reachable>
					<table class="ledger mt-1">
						<thead
							><tr
								><th>Pack</th><th class="right">Current</th><th class="right">of 1C</th><th>Decided by</th
								></tr
							></thead
						>
						<tbody>
							{#each reach as row (row.pack.id)}
								<tr>
									<td
										><a class="hover:underline" href="/program?pack={row.pack.id}&channel={channel.id}"
											>{row.pack.name}</a
										> <span class="quiet num text-[12px]">{cellsLabel(row.pack)}</span></td
									>
									<td class="right num">{row.currentA.toFixed(1)}<span class="unit">A</span></td>
									<td class="right num" class:text-check={row.share < 1}
										>{Math.round(row.share * 100)}<span class="unit">%</span></td
									>
									<td class="quiet text-[12.5px]">{row.least.label}</td>
								</tr>
							{/each}
						</tbody>
					</table>
				</div>
			{:else}
				<p class="quiet">No pack in service fits this channel yet.</p>
			{/if}
			{#if data.runs.length}
				<h2 class="mt-5">Last runs here</h2>
				<ul>
					{#each data.runs as { run, packName } (run.id)}
						<li class="flex justify-between border-b py-1">
							<a class="hover:underline" href="/{isOpen(run) ? 'run' : 'logbook'}/{run.id}">{packName}</a
							><span class="quiet">{day(run.startedAt)} · {run.endReason ?? run.status}</span>
						</li>
					{/each}
				</ul>
			{/if}
		</section>
	</div>
</div>
