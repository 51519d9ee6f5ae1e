<!-- Taking a reading: each cell, or tap volts from the bottom up, or only the pack. -->
<script lang="ts">
	import { bookNow } from '$lib/ui/server/book-time';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import RadioGroup from '$lib/ui/control/RadioGroup.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { isCellsLine, readCellsLine } from '$core/pack/cells-line';
	import { soFar } from '$core/quantity/parse';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import type { Pack } from '$core/pack/pack';
	import { CELL_VOLTS, READING, type ReadingInput } from '$core/pack/reading';
	import { optionsOf, type Figure } from '$core/quantity/field';
	import { readFigure } from '$core/quantity/field-draft';
	import { askAboutSlip, USUAL_CELL_RESISTANCE_MOHM } from '$core/quantity/plausible';
	import { NOTHING_V } from '$core/pack/zero-cell';
	import { send } from '../server/api';

	interface Props {
		pack: Pack;
		/** Channels that have a cell page, to say whose it is. */
		channels: readonly (readonly [id: string, name: string])[];
		onsaved: () => void;
	}
	let { pack, channels, onsaved }: Props = $props();

	const WAYS = [
		['cells', 'each cell'],
		['taps', 'taps from the bottom'],
		['pack', 'only the pack']
	] as const;
	// A pack without a balance lead shows no cells: there the pack's volts are asked for first.
	// svelte-ignore state_referenced_locally
	const byCell =
		pack.cells === 1 || (pack.balanceLead && chemistryOf(pack.chemistry).balanceFromCells !== null);
	let way = $state<(typeof WAYS)[number][0]>(byCell ? 'cells' : 'pack');
	// One field a cell; a pack does not change its count while it is being read.
	// svelte-ignore state_referenced_locally
	let volts = $state(Array.from({ length: pack.cells }, () => ''));
	let total = $state('');
	/** Resistance of each cell, mΩ; asked for only when wanted. */
	let withResistance = $state(false);
	// svelte-ignore state_referenced_locally
	let resistances = $state(Array.from({ length: pack.cells }, () => ''));
	/** The same cells on a charger's own page, to see how far it is off. */
	let withCharger = $state(false);
	// svelte-ignore state_referenced_locally
	let shown = $state(Array.from({ length: pack.cells }, () => ''));
	let shownBy = $state('');
	let confirmed = $state('');
	let temperature = $state('');
	let state_ = $state<ReadingInput['state']>('rest');
	let usedSince = $state<ReadingInput['usedSince']>('not said');
	let lowFor = $state<ReadingInput['lowFor']>('not said');
	let errors = $state<Record<string, string>>({});
	let busy = $state(false);
	const id = $props.id();

	/** Rows follow the first: what is saved comes after them. */
	const more = $derived(withResistance || (withCharger && way !== 'pack'));

	/** A line of several figures, typed or pasted into one field, is spread from that field on. */
	function spread(fields: string[], from: number, typed: string): boolean {
		if (!isCellsLine(typed)) return false;
		for (const [k, figure] of readCellsLine(typed).entries())
			if (from + k < fields.length) fields[from + k] = figure;
		return true;
	}
	function pasted(fields: string[], from: number, event: ClipboardEvent): void {
		if (spread(fields, from, event.clipboardData?.getData('text') ?? '')) event.preventDefault();
	}

	/** A cell under its floor by what is typed so far: then it matters for how long. */
	const low = $derived.by(() => {
		const belowV = chemistryOf(pack.chemistry).recovery?.belowV;
		if (belowV === undefined) return false;
		if (way === 'pack') return (soFar(total) ?? Infinity) / pack.cells < belowV;
		const typed = volts.map(soFar);
		const each = typed.map((v, i) => (way === 'taps' && i > 0 && v !== null ? v - (typed[i - 1] ?? v) : v));
		return each.some((v) => v !== null && v < belowV);
	});

	/** A cell that reads nothing: dead, or not reached, and the volts at the plug tell which. */
	const nothing = $derived(
		way !== 'pack' && volts.map(soFar).some((v) => v !== null && Math.abs(v) < NOTHING_V)
	);

	const slip = $derived(
		withResistance && resistances.join() !== confirmed
			? (resistances.map((r) => askAboutSlip(soFar(r), USUAL_CELL_RESISTANCE_MOHM)).find((q) => q !== null) ??
					null)
			: null
	);

	function read(): {
		cells: number[] | null;
		pack: number | null;
		degC: number | null;
		ohm: number[] | null;
		charger: number[] | null;
	} | null {
		const found: Record<string, string> = {};
		const figure = (key: string, typed: string, field: Figure) => {
			const parsed = readFigure(field, typed);
			if (!parsed.ok) found[key] = parsed.message;
			return parsed.ok ? parsed.value! : NaN;
		};
		const { packVoltageV: whole, temperatureDegC: warmth, cellResistancesOhm } = READING;
		let cells: number[] | null = null;
		let packV: number | null = null;
		if (nothing && total.trim() !== '') packV = figure('total', total, whole);
		if (way === 'pack') packV = figure('total', total, { ...whole, optional: undefined });
		else if (way === 'cells')
			cells = volts.map((v, i) => figure(`cell${i}`, v, { ...CELL_VOLTS, label: `Cell ${i + 1}`, min: 0 }));
		else {
			const taps = volts.map((v, i) =>
				figure(`cell${i}`, v, { ...whole, optional: undefined, label: `Tap ${i + 1}` })
			);
			cells = taps.map((v, i) => Number((v - (i ? taps[i - 1] : 0)).toFixed(3)));
			cells.forEach((v, i) => {
				if (Number.isFinite(v) && (v < 0 || v > CELL_VOLTS.max))
					found[`cell${i}`] = `From tap ${i} to ${i + 1} is ${v.toFixed(2)} V: no cell is.`;
			});
		}
		const degC = temperature.trim() === '' ? null : figure('temperature', temperature, warmth);
		const ohm = withResistance
			? resistances.map((r, i) =>
					figure(`r${i}`, r, { ...cellResistancesOhm.each, label: `Resistance ${i + 1}` })
				)
			: null;
		const charger =
			withCharger && way !== 'pack'
				? shown.map((v, i) => figure(`s${i}`, v, { ...CELL_VOLTS, label: `Charger, cell ${i + 1}`, min: 0 }))
				: null;
		errors = found;
		return Object.keys(found).length ? null : { cells, pack: packV, degC, ohm, charger };
	}

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		for (const fields of [volts, shown]) fields.forEach((typed, i) => spread(fields, i, typed));
		const values = read();
		if (!values || slip) return;
		busy = true;
		const sent = await send('POST', `/packs/${pack.id}/readings`, {
			takenAt: bookNow(),
			cellVoltagesV: values.cells,
			packVoltageV: values.pack,
			state: state_,
			usedSince,
			lowFor: low && !nothing ? lowFor : 'not said',
			temperatureDegC: values.degC,
			cellResistancesOhm: values.ohm,
			chargerCellsV: values.charger,
			chargerChannelId: values.charger ? shownBy || null : null
		});
		busy = false;
		if (!sent.ok) {
			errors = { form: sent.message };
			return;
		}
		volts = volts.map(() => '');
		resistances = resistances.map(() => '');
		shown = shown.map(() => '');
		total = temperature = '';
		usedSince = lowFor = 'not said';
		onsaved();
	}
</script>

{#snippet save()}<button class="btn self-end" disabled={busy}>Save reading</button>{/snippet}

<form onsubmit={submit} novalidate>
	<div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">
		<RadioGroup bind:value={way} options={WAYS} label="How it was measured" />
		<Checkbox bind:checked={withResistance}>resistance too</Checkbox>
		{#if way !== 'pack'}<Checkbox bind:checked={withCharger}>the charger’s page too</Checkbox>{/if}
	</div>
	<div class="mt-2 flex flex-wrap gap-2">
		{#if way === 'pack'}
			<label class="w-28">
				<span class="quiet block text-[12px]">Pack, V</span>
				<input class="field num" inputmode="decimal" bind:value={total} aria-invalid={!!errors.total} />
			</label>
		{:else}
			{#each volts as _, i (i)}
				<label class="w-[4.6rem]">
					<span class="quiet block text-[12px]">{way === 'taps' ? 'Tap' : 'Cell'} {i + 1}, V</span>
					<input
						class="field num"
						inputmode="decimal"
						bind:value={volts[i]}
						onchange={(e) => spread(volts, i, e.currentTarget.value)}
						onpaste={(e) => pasted(volts, i, e)}
						aria-invalid={!!errors[`cell${i}`]}
					/>
				</label>
			{/each}
		{/if}
		{#if nothing}
			<label class="w-28">
				<span class="quiet block text-[12px]">At the plug, V</span>
				<input
					class="field num"
					inputmode="decimal"
					bind:value={total}
					aria-invalid={!!errors.total}
					title="Tells a dead cell from one that the meter does not reach"
				/>
			</label>
		{/if}
		<label class="w-24">
			<span class="quiet block text-[12px]">Pack at, °C</span>
			<input
				class="field num"
				inputmode="decimal"
				bind:value={temperature}
				aria-invalid={!!errors.temperature}
			/>
		</label>
		<div class="w-36">
			<label class="quiet block text-[12px]" for="{id}-state">{READING.state.label}</label>
			<Select
				id="{id}-state"
				label={READING.state.label}
				bind:value={state_}
				options={optionsOf(READING.state)}
			/>
		</div>
		<div class="w-40">
			<label class="quiet block text-[12px]" for="{id}-used">{READING.usedSince.label}</label>
			<Select
				id="{id}-used"
				label={READING.usedSince.label}
				bind:value={usedSince}
				options={optionsOf(READING.usedSince)}
				title={READING.usedSince.help}
			/>
		</div>
		{#if low && !nothing}
			<div class="w-40">
				<label class="quiet block text-[12px]" for="{id}-low">{READING.lowFor.label}</label>
				<Select
					id="{id}-low"
					label={READING.lowFor.label}
					bind:value={lowFor}
					options={optionsOf(READING.lowFor)}
					title={READING.lowFor.help}
				/>
			</div>
		{/if}
		{#if !more}{@render save()}{/if}
	</div>
	{#if withResistance}
		<div class="mt-2 flex flex-wrap gap-2">
			{#each resistances as _, i (i)}
				<label class="w-[4.6rem]">
					<span class="quiet block text-[12px]">Cell {i + 1}, mΩ</span>
					<input
						class="field num"
						inputmode="decimal"
						bind:value={resistances[i]}
						aria-invalid={!!errors[`r${i}`]}
					/>
				</label>
			{/each}
		</div>
		{#if slip}
			<p class="mt-1 text-[12.5px] text-check" role="alert">
				{slip.question}
				<button type="button" class="link" onclick={() => (confirmed = resistances.join())}
					>No, it is right</button
				>
			</p>
		{/if}
	{/if}
	{#if withCharger && way !== 'pack'}
		<div class="mt-2 flex flex-wrap gap-2" role="group" aria-label={READING.chargerCellsV.label}>
			{#each shown as _, i (i)}
				<label class="w-[4.6rem]">
					<span class="quiet block text-[12px]">Shown {i + 1}, V</span>
					<input
						class="field num"
						inputmode="decimal"
						bind:value={shown[i]}
						onchange={(e) => spread(shown, i, e.currentTarget.value)}
						onpaste={(e) => pasted(shown, i, e)}
						aria-invalid={!!errors[`s${i}`]}
					/>
				</label>
			{/each}
			<div class="w-44">
				<label class="quiet block text-[12px]" for="{id}-by">{READING.chargerChannelId.label}</label>
				<Select
					id="{id}-by"
					label={READING.chargerChannelId.label}
					bind:value={shownBy}
					options={[['', 'not said'], ...channels]}
				/>
			</div>
		</div>
	{/if}
	{#if more}<p class="mt-2">{@render save()}</p>{/if}
	{#each Object.entries(errors) as [key, words] (key)}<p class="mt-1 text-[12.5px] text-stop" role="alert">
			{words}
		</p>{/each}
</form>
