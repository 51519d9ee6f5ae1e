<!-- One channel of a charger, from its printed specification. -->
<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { CHEMISTRIES, chemistryOf } from '$core/chemistry/catalogue';
	import { TASKS } from '$core/request/task';
	import type { ChannelDraft } from '../charger-draft';
	import Field from '../Field.svelte';

	interface Props {
		channel: ChannelDraft;
		/** Path of the channel in the list of errors: `channels.0`. */
		at: string;
		errors: Record<string, string>;
		/** Absent for the only channel. */
		onremove?: () => void;
	}
	let { channel = $bindable(), at, errors, onremove }: Props = $props();

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
	function takeAll() {
		const first = channel.chemistries.find((e) => chemistryOf(e.chemistry).family === 'lithium')?.maxCells;
		for (const x of CHEMISTRIES.filter((x) => !channel.chemistries.some((e) => e.chemistry === x.id)))
			channel.chemistries.push({
				chemistry: x.id,
				minCells: '1',
				maxCells: x.family === 'lithium' ? (first ?? USUAL_CELLS.lithium) : USUAL_CELLS[x.family],
				endFromV: '',
				endToV: ''
			});
	}
</script>

<fieldset class="mt-5 min-w-0 border-t pt-3">
	<legend class="float-left mb-2 w-full font-semibold">
		Channel {channel.label}
		{#if onremove}<button
				type="button"
				class="quiet ml-3 text-[12.5px] font-normal hover:underline"
				onclick={onremove}>remove</button
			>{/if}
	</legend>
	<div class="clear-both grid grid-cols-2 gap-x-5 gap-y-3 sm:grid-cols-4 lg:grid-cols-6">
		<Field label="Label" bind:value={channel.label} error={errors[`${at}.label`]} />
		<Field
			label="Power"
			unit="W"
			numeric
			required
			bind:value={channel.powerW}
			error={errors[`${at}.powerW`]}
		/>
		<Field
			label="Current to"
			unit="A"
			numeric
			required
			bind:value={channel.maxCurrentA}
			error={errors[`${at}.maxCurrentA`]}
		/>
		<Field
			label="Current from"
			unit="A"
			numeric
			bind:value={channel.minCurrentA}
			error={errors[`${at}.minCurrentA`]}
		/>
		<Field
			label="Step"
			unit="A"
			numeric
			bind:value={channel.currentStepA}
			error={errors[`${at}.currentStepA`]}
		/>
		<Field
			label="End of charge step"
			unit="V"
			numeric
			bind:value={channel.endVoltageStepV}
			error={errors[`${at}.endVoltageStepV`]}
			hint="empty: fixed"
		/>
		<Field
			label="Balance current"
			unit="A"
			numeric
			bind:value={channel.balanceCurrentA}
			error={errors[`${at}.balanceCurrentA`]}
			hint="0: none"
		/>
		<Field
			label="Balance port"
			unit="S"
			numeric
			bind:value={channel.balancePortCells}
			error={errors[`${at}.balancePortCells`]}
		/>
		<Field
			label="Discharge"
			unit="W"
			numeric
			bind:value={channel.dischargePowerW}
			error={errors[`${at}.dischargePowerW`]}
		/>
		<Field
			label="Discharge to"
			unit="A"
			numeric
			bind:value={channel.dischargeCurrentA}
			error={errors[`${at}.dischargeCurrentA`]}
		/>
		<Field
			label="Cell volts off by"
			unit="mV"
			numeric
			bind:value={channel.accuracyMv}
			error={errors[`${at}.accuracyMv`]}
		/>
		<div class="self-center">
			<label class="flex min-h-[24px] items-center gap-2"
				><input type="checkbox" class="size-4" bind:checked={channel.hasProbe} /> temperature probe</label
			>
			<label class="flex min-h-[24px] items-center gap-2"
				><input type="checkbox" class="size-4" bind:checked={channel.showsCells} /> shows each cell</label
			>
		</div>
		<fieldset class="col-span-2 min-w-0 sm:col-span-4 lg:col-span-6">
			<legend class="text-[13px] font-semibold">Programs it offers</legend>
			<p class="flex flex-wrap gap-x-5">
				{#each TASKS as t (t.id)}
					<label class="flex min-h-[28px] items-center gap-2"
						><input type="checkbox" class="size-4" value={t.id} bind:group={channel.tasks} />
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
						bind:value={channel[f.key]}
						error={errors[`${at}.${f.key}`] ?? errors[`${at}.${f.stored}`]}
						hint={f.hint}
					/>
				{/each}
				<div class="col-span-2 self-center">
					<label class="flex min-h-[24px] items-center gap-2"
						><input type="checkbox" class="size-4" bind:checked={channel.asksTrickle} /> asks for a trickle on any
						chemistry</label
					>
					<label class="flex min-h-[24px] items-center gap-2"
						><input type="checkbox" class="size-4" bind:checked={channel.endsOnTemperatureRise} /> ends nickel when
						the temperature climbs fast</label
					>
					<label class="flex min-h-[24px] items-center gap-2"
						><input type="checkbox" class="size-4" bind:checked={channel.knowsOwnBalancer} /> knows packs with their
						own balancer</label
					>
					<label class="flex min-h-[24px] items-center gap-2"
						><input type="checkbox" class="size-4" bind:checked={channel.storageInPercent} /> asks storage in per
						cent</label
					>
				</div>
			</div>
		</details>
		{#each channel.chemistries as e, k (k)}
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
				{#if channel.chemistries.length > 1}<button
						type="button"
						class="btn !px-2"
						aria-label="Remove this chemistry"
						onclick={() => channel.chemistries.splice(k, 1)}><X size={14} /></button
					>{/if}
			</div>
		{/each}
		{#if CHEMISTRIES.length > channel.chemistries.length}
			<button
				type="button"
				class="btn self-end"
				onclick={() => {
					const free = CHEMISTRIES.find((x) => !channel.chemistries.some((e) => e.chemistry === x.id))!;
					channel.chemistries.push({
						chemistry: free.id,
						minCells: '1',
						maxCells: '6',
						endFromV: '',
						endToV: ''
					});
				}}><Plus size={14} /> chemistry</button
			>
			<button type="button" class="btn self-end whitespace-nowrap !px-2" onclick={takeAll}
				><Plus size={14} class="shrink-0" /> every chemistry</button
			>
		{/if}
	</div>
	{#if errors[at]}<p class="mt-1 text-stop" role="alert">{errors[at]}</p>{/if}
</fieldset>
