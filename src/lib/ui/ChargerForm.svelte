<!-- Describing a charger from its printed specification: the whole, its channels, and what it holds. -->
<script lang="ts">
	import { reachable } from './reachable';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { goto, invalidateAll } from '$app/navigation';
	import { CHEMISTRIES, chemistryOf } from '$core/chemistry/catalogue';
	import { Ask, Protection, type Charger } from '$core/charger/charger';
	import { TASKS } from '$core/program/task';
	import { HELD_SETTINGS, type HeldSettingKind } from '$core/charger/setting';
	import type { Supply } from '$core/charger/supply';
	import { SETTINGS, type SettingId } from '$core/program/settings';
	import { send } from './api';
	import {
		askAboutCharger,
		chargerDraftOf,
		emptyHeld,
		readChargerDraft,
		type ChannelDraft
	} from './charger-draft';
	import Field from './Field.svelte';
	import SupplyForm from './SupplyForm.svelte';

	let { charger = null, supplies }: { charger?: Charger | null; supplies: Supply[] } = $props();

	// svelte-ignore state_referenced_locally
	let draft = $state(chargerDraftOf(charger));
	let errors = $state<Record<string, string>>({});
	let message = $state('');
	let busy = $state(false);
	let confirmed = $state(false);
	let addingSupply = $state(false);
	const questions = $derived(askAboutCharger(draft));
	const kinds = Object.keys(HELD_SETTINGS) as HeldSettingKind[];
	const ASKS = Ask.options;
	const OTHER_ASKS: Partial<Record<Ask, string>> = {
		chemistry: 'Chemistry',
		task: 'Program',
		capacity: 'Capacity of the pack'
	};
	const askName = (a: Ask) => OTHER_ASKS[a] ?? SETTINGS[a as SettingId].name;
	const unasked = $derived(ASKS.filter((a) => !draft.asks.includes(a)));

	/** Fields that few chargers need, so that the common ones stay in sight. */
	const RARE = [
		{
			key: 'fixedCurrentA',
			stored: 'fixedCurrentA',
			label: 'Fixed current',
			unit: 'A',
			hint: 'empty: can be set'
		},
		{
			key: 'storageCurrentA',
			stored: 'storageCurrentA',
			label: 'In storage',
			unit: 'A',
			hint: 'empty: can be set'
		},
		{ key: 'storageV', stored: 'storageV', label: 'Storage ends', unit: 'V', hint: 'empty: can be set' },
		{ key: 'deltaMinMv', stored: 'deltaVMinV', label: 'Dip from', unit: 'mV', hint: 'empty: not set by you' },
		{ key: 'deltaMaxMv', stored: 'deltaVMaxV', label: 'Dip to', unit: 'mV', hint: '' },
		{ key: 'deltaStepMv', stored: 'deltaVStepV', label: 'Dip step', unit: 'mV', hint: '' }
	] as const;
	/** Cells that most multi-chemistry channels take (common practice, no source). */
	const USUAL_CELLS = { lithium: '6', nickel: '15', lead: '6' };
	function takeAll(c: ChannelDraft) {
		const first = c.chemistries.find((e) => chemistryOf(e.chemistry).family === 'lithium')?.maxCells;
		for (const x of CHEMISTRIES.filter((x) => !c.chemistries.some((e) => e.chemistry === x.id)))
			c.chemistries.push({
				chemistry: x.id,
				minCells: '1',
				maxCells: x.family === 'lithium' ? (first ?? USUAL_CELLS.lithium) : USUAL_CELLS[x.family],
				endFromV: '',
				endToV: ''
			});
	}
	function addChannel() {
		const last = draft.channels.at(-1)!;
		const next = /^\d+$/.test(last.label)
			? String(Number(last.label) + 1)
			: String.fromCharCode(last.label.charCodeAt(0) + 1);
		draft.channels.push({ ...structuredClone($state.snapshot(last)), label: next });
	}
	function move(i: number, by: number) {
		const [ask] = draft.asks.splice(i, 1);
		draft.asks.splice(i + by, 0, ask);
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
			<label class="block text-[13px] font-semibold" for="link">Reached</label>
			<select id="link" class="field mt-[2px]" bind:value={draft.link}>
				<option value="none">by hand: keyed in from a card</option>
				<option value="stand-in">over a link: the simulated charger</option>
			</select>
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

	{#each draft.channels as c, i (i)}
		{@const at = `channels.${i}`}
		<fieldset class="mt-5 min-w-0 border-t pt-3">
			<legend class="float-left mb-2 w-full font-semibold">
				Channel {c.label}
				{#if draft.channels.length > 1}<button
						type="button"
						class="quiet ml-3 text-[12.5px] font-normal hover:underline"
						onclick={() => draft.channels.splice(i, 1)}>remove</button
					>{/if}
			</legend>
			<div class="clear-both grid grid-cols-2 gap-x-5 gap-y-3 sm:grid-cols-4 lg:grid-cols-6">
				<Field label="Label" bind:value={c.label} error={errors[`${at}.label`]} />
				<Field label="Power" unit="W" numeric required bind:value={c.powerW} error={errors[`${at}.powerW`]} />
				<Field
					label="Current to"
					unit="A"
					numeric
					required
					bind:value={c.maxCurrentA}
					error={errors[`${at}.maxCurrentA`]}
				/>
				<Field
					label="Current from"
					unit="A"
					numeric
					bind:value={c.minCurrentA}
					error={errors[`${at}.minCurrentA`]}
				/>
				<Field
					label="Step"
					unit="A"
					numeric
					bind:value={c.currentStepA}
					error={errors[`${at}.currentStepA`]}
				/>
				<Field
					label="End of charge step"
					unit="V"
					numeric
					bind:value={c.endVoltageStepV}
					error={errors[`${at}.endVoltageStepV`]}
					hint="empty: fixed"
				/>
				<Field
					label="Balance current"
					unit="A"
					numeric
					bind:value={c.balanceCurrentA}
					error={errors[`${at}.balanceCurrentA`]}
					hint="0: none"
				/>
				<Field
					label="Balance port"
					unit="S"
					numeric
					bind:value={c.balancePortCells}
					error={errors[`${at}.balancePortCells`]}
				/>
				<Field
					label="Discharge"
					unit="W"
					numeric
					bind:value={c.dischargePowerW}
					error={errors[`${at}.dischargePowerW`]}
				/>
				<Field
					label="Discharge to"
					unit="A"
					numeric
					bind:value={c.dischargeCurrentA}
					error={errors[`${at}.dischargeCurrentA`]}
				/>
				<Field
					label="Cell volts off by"
					unit="mV"
					numeric
					bind:value={c.accuracyMv}
					error={errors[`${at}.accuracyMv`]}
				/>
				<div class="self-center">
					<label class="flex min-h-[24px] items-center gap-2"
						><input type="checkbox" class="size-4" bind:checked={c.hasProbe} /> temperature probe</label
					>
					<label class="flex min-h-[24px] items-center gap-2"
						><input type="checkbox" class="size-4" bind:checked={c.showsCells} /> shows each cell</label
					>
				</div>
				<fieldset class="col-span-2 min-w-0 sm:col-span-4 lg:col-span-6">
					<legend class="text-[13px] font-semibold">Programs it offers</legend>
					<p class="flex flex-wrap gap-x-5">
						{#each TASKS as t (t.id)}
							<label class="flex min-h-[28px] items-center gap-2"
								><input type="checkbox" class="size-4" value={t.id} bind:group={c.tasks} />
								{t.name}</label
							>
						{/each}
					</p>
					{#if errors[`${at}.tasks`]}<p class="text-[12px] text-stop" role="alert">
							{errors[`${at}.tasks`]}
						</p>{/if}
				</fieldset>
				<details class="col-span-2 sm:col-span-4 lg:col-span-6">
					<summary class="link cursor-pointer py-1">What it fixes, and nickel: storage, dip, trickle</summary>
					<div class="mt-2 grid grid-cols-2 gap-x-5 gap-y-3 sm:grid-cols-4 lg:grid-cols-6">
						{#each RARE as f (f.key)}
							<Field
								label={f.label}
								unit={f.unit}
								numeric
								bind:value={c[f.key]}
								error={errors[`${at}.${f.key}`] ?? errors[`${at}.${f.stored}`]}
								hint={f.hint}
							/>
						{/each}
						<div class="col-span-2 self-center">
							<label class="flex min-h-[24px] items-center gap-2"
								><input type="checkbox" class="size-4" bind:checked={c.asksTrickle} /> asks for a trickle on any
								chemistry</label
							>
							<label class="flex min-h-[24px] items-center gap-2"
								><input type="checkbox" class="size-4" bind:checked={c.endsOnTemperatureRise} /> ends nickel when
								the temperature climbs fast</label
							>
							<label class="flex min-h-[24px] items-center gap-2"
								><input type="checkbox" class="size-4" bind:checked={c.knowsOwnBalancer} /> knows packs with their
								own balancer</label
							>
							<label class="flex min-h-[24px] items-center gap-2"
								><input type="checkbox" class="size-4" bind:checked={c.storageInPercent} /> asks storage in per
								cent</label
							>
						</div>
					</div>
				</details>
				{#each c.chemistries as e, k (k)}
					<div
						class="col-span-2 grid sm:col-span-4 lg:col-span-3 grid-cols-[minmax(0,1fr)_3.4rem_3.4rem_auto] sm:grid-cols-[minmax(0,1fr)_3.4rem_3.4rem_4.2rem_4.2rem_auto] items-end gap-2"
					>
						<label
							><span class="block text-[13px] font-semibold">Takes</span>
							<select class="field mt-[2px]" bind:value={e.chemistry}
								>{#each CHEMISTRIES as x (x.id)}<option value={x.id}>{x.name}</option>{/each}</select
							></label
						>
						<Field
							label="from"
							unit="S"
							numeric
							bind:value={e.minCells}
							error={errors[`${at}.chemistries.${k}.minCells`]}
						/>
						<Field
							label="to"
							unit="S"
							numeric
							bind:value={e.maxCells}
							error={errors[`${at}.chemistries.${k}.maxCells`]}
						/>
						<Field
							label="ends"
							unit="V"
							numeric
							bind:value={e.endFromV}
							error={errors[`${at}.chemistries.${k}.endFromV`]}
						/>
						<Field
							label="to"
							unit="V"
							numeric
							bind:value={e.endToV}
							error={errors[`${at}.chemistries.${k}.endToV`]}
						/>
						{#if c.chemistries.length > 1}<button
								type="button"
								class="btn !px-2"
								aria-label="Remove this chemistry"
								onclick={() => c.chemistries.splice(k, 1)}><X size={14} /></button
							>{/if}
					</div>
				{/each}
				{#if CHEMISTRIES.length > c.chemistries.length}
					<button
						type="button"
						class="btn self-end"
						onclick={() => {
							const free = CHEMISTRIES.find((x) => !c.chemistries.some((e) => e.chemistry === x.id))!;
							c.chemistries.push({
								chemistry: free.id,
								minCells: '1',
								maxCells: '6',
								endFromV: '',
								endToV: ''
							});
						}}><Plus size={14} /> chemistry</button
					>
					<button type="button" class="btn self-end" onclick={() => takeAll(c)}
						><Plus size={14} /> every chemistry</button
					>
				{/if}
			</div>
			{#if errors[at]}<p class="mt-1 text-stop" role="alert">{errors[at]}</p>{/if}
		</fieldset>
	{/each}
	<button type="button" class="btn mt-3" onclick={addChannel} disabled={draft.channels.length >= 8}
		><Plus size={14} /> channel like the last</button
	>

	<section class="mt-6 border-t pt-3">
		<h2>Settings it keeps by itself</h2>
		<p class="quiet text-[12.5px]">
			Timer, limits and caps stay as they were keyed last. Say whose they are, what the maker set, and what
			they are at now; empty is off.
		</p>
		<div class="mt-2 relative overflow-x-auto" use:reachable>
			<table class="ledger min-w-[50rem]">
				<thead
					><tr
						><th>Setting</th><th>Belongs to</th><th>Program</th><th>Maker’s</th><th>Now</th><th>From</th><th
							>To</th
						><th>Step</th><th><span class="sr-only">Remove</span></th></tr
					></thead
				>
				<tbody>
					{#each draft.held as h, i (i)}
						{@const d = HELD_SETTINGS[h.kind]}
						<tr>
							<td
								><select
									class="field"
									aria-label="Setting"
									bind:value={h.kind}
									onchange={() =>
										Object.assign(h, { ...emptyHeld(h.kind), scope: h.scope, channel: h.channel })}
									>{#each kinds as k (k)}<option value={k}
											>{HELD_SETTINGS[k].label}, {HELD_SETTINGS[k].unit}</option
										>{/each}</select
								></td
							>
							<td>
								<select
									class="field"
									aria-label="{d.label} belongs to"
									value={h.scope === 'channel' ? `channel ${h.channel}` : h.scope}
									onchange={(e) => {
										const [scope, channel] = e.currentTarget.value.split(' ');
										h.scope = scope as typeof h.scope;
										h.channel = Number(channel ?? 0);
									}}
								>
									<option value="charger">whole charger</option>
									{#each draft.channels as c, k (k)}<option value="channel {k}">channel {c.label}</option
										>{/each}
									<option value="slot">each slot</option>
								</select>
							</td>
							<td>
								<select class="field" aria-label="{d.label} of program" bind:value={h.task}>
									<option value="">all</option>
									{#each TASKS as t (t.id)}<option value={t.id}>{t.name}</option>{/each}
								</select>
							</td>
							{#each ['defaultValue', 'heldValue', 'min', 'max', 'step'] as const as key (key)}
								<td
									><input
										class="field num !w-[5.4rem]"
										inputmode="decimal"
										aria-label="{d.label}, {key}"
										bind:value={h[key]}
										aria-invalid={!!errors[`held.${i}.${key}`]}
									/></td
								>
							{/each}
							<td
								><button
									type="button"
									class="btn !px-2"
									aria-label="Remove {d.label}"
									onclick={() => draft.held.splice(i, 1)}><X size={14} /></button
								></td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		{#each Object.entries(errors).filter(([path]) => path.startsWith('held.')) as [path, words] (path)}<p
				class="mt-1 text-[12.5px] text-stop"
				role="alert"
			>
				{words}
			</p>{/each}
		<button
			type="button"
			class="btn mt-2"
			onclick={() =>
				draft.held.push(
					emptyHeld(kinds.find((k) => !draft.held.some((h) => h.kind === k)) ?? 'safetyTimerMin')
				)}><Plus size={14} /> setting</button
		>
	</section>

	<section class="mt-6 border-t pt-3">
		<h2>The order in which its screen asks</h2>
		<ol class="mt-1 max-w-[24rem]">
			{#each draft.asks as ask, i (ask)}
				<li class="flex items-center gap-2 border-b py-1">
					<span class="quiet num w-5">{i + 1}</span><span class="flex-1">{askName(ask)}</span>
					<button
						type="button"
						class="btn !px-2"
						aria-label="{askName(ask)} earlier"
						disabled={i === 0}
						onclick={() => move(i, -1)}><ArrowUp size={14} /></button
					>
					<button
						type="button"
						class="btn !px-2"
						aria-label="{askName(ask)} later"
						disabled={i === draft.asks.length - 1}
						onclick={() => move(i, 1)}><ArrowDown size={14} /></button
					>
					<button
						type="button"
						class="btn !px-2"
						aria-label="It does not ask for {askName(ask)}"
						onclick={() => draft.asks.splice(i, 1)}><X size={14} /></button
					>
				</li>
			{/each}
		</ol>
		<p class="mt-2 flex flex-wrap gap-2">
			{#each unasked as ask (ask)}<button type="button" class="btn" onclick={() => draft.asks.push(ask)}
					><Plus size={14} /> {askName(ask)}</button
				>{/each}
		</p>
		<div class="mt-5 grid gap-x-5 gap-y-3 border-t pt-3 sm:grid-cols-4">
			<Field
				label="Memory slots"
				numeric
				bind:value={draft.slots}
				error={errors.slots}
				hint="0: it has none"
			/>
			<label
				><span class="block text-[13px] font-semibold">Capacity of the pack</span>
				<select class="field mt-[2px]" bind:value={draft.capacityKeyed}>
					<option value="not asked">not asked</option>
					<option value="a title only">asked, a title only</option>
					<option value="sets the current">asked, sets the current</option>
				</select></label
			>
			<label
				><span class="block text-[13px] font-semibold">At the cell check it</span>
				<select class="field mt-[2px]" bind:value={draft.atCheck}>
					<option value="waits">waits</option>
					<option value="starts by itself">starts by itself</option>
					<option value="cancels by itself">cancels by itself</option>
				</select></label
			>
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
