<!-- Writing down what the charger's screen showed at the end. -->
<script lang="ts">
	import { bookNowMs } from '$lib/ui/server/book-time';
	import Choice from '$lib/ui/form/Choice.svelte';
	import { goto } from '$app/navigation';
	import { refresh } from '$lib/ui/server/refresh';
	import { RUN_RESULT, type Run } from '$core/log/run';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import type { Pack } from '$core/pack/pack';
	import { movedWord } from '$core/request/in-words';
	import { taskOf } from '$core/request/task';
	import type { Figure } from '$core/quantity/field';
	import { readFigure } from '$core/quantity/field-draft';
	import { send } from '$lib/ui/server/api';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import CellsLineField from '$lib/ui/pack/CellsLineField.svelte';

	let { run, pack }: { run: Run; pack: Pack } = $props();

	/** A start is noted so much late without a word, min. */
	const CLOCK_MIN = 5;

	const byCell = $derived(chemistryOf(pack.chemistry).balanceFromCells !== null);
	// svelte-ignore state_referenced_locally
	let reason = $state<string>(taskOf(run.task).moves === 'out' ? 'end voltage' : 'full');
	let minutes = $state('');
	let mah = $state('');
	let said = $state('');
	let volts = $state<number[] | null>(null);
	let cellsWrong = $state('');
	let ohms = $state('');
	let notes = $state('');
	let packV = $state('');
	let endA = $state('');
	let warmth = $state('');
	/** More minutes than the clock allows: it had begun before it was noted here. */
	let begunEarlier = $state(false);
	/**
	 * Minutes by this clock since it was noted as begun; asked anew with every figure that is typed.
	 */
	const elapsedMin = $derived(minutes === '' ? 0 : (bookNowMs() - Date.parse(run.startedAt)) / 60e3);
	const tooLong = $derived.by(() => {
		const read = readFigure(RUN_RESULT.durationMin, minutes);
		return read.ok && read.value !== null && read.value > elapsedMin + CLOCK_MIN;
	});
	let errors = $state<Record<string, string>>({});
	let busy = $state(false);

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		const found: Record<string, string> = {};
		const figure = (key: string, typed: string, field: Figure) => {
			const read = readFigure(field, typed);
			if (!read.ok) found[key] = read.message;
			return read.ok ? read.value! : NaN;
		};
		const optional = (key: string, typed: string, field: Figure) =>
			typed.trim() === '' ? null : figure(key, typed, field);
		const endPackVoltageV = optional('packV', packV, RUN_RESULT.endPackVoltageV);
		const endCurrentA = optional('endA', endA, RUN_RESULT.endCurrentA);
		const endTemperatureDegC = optional('warmth', warmth, RUN_RESULT.endTemperatureDegC);
		const durationMin = figure('minutes', minutes, RUN_RESULT.durationMin);
		const chargeAh = figure('mah', mah, RUN_RESULT.chargeAh);
		if (cellsWrong) found.cells = cellsWrong;
		const shown = ohms.trim() === '' ? [] : ohms.trim().split(/[\s;/]+/);
		const endCellResistancesOhm = shown.map((typed, i) =>
			figure('ohms', typed, { ...RUN_RESULT.endCellResistancesOhm.each, label: `Resistance ${i + 1}` })
		);
		if (shown.length && shown.length !== pack.cells)
			found.ohms = `Give ${pack.cells} resistances, one for each cell.`;
		errors = found;
		if (Object.keys(found).length) return;
		busy = true;
		const sent = await send<Run>('POST', `/runs/${run.id}/end`, {
			endReason: reason,
			durationMin,
			begunEarlier: tooLong && begunEarlier,
			chargeAh,
			endPackVoltageV: volts ? null : endPackVoltageV,
			endCurrentA,
			endTemperatureDegC,
			endCellVoltagesV: volts,
			endCellResistancesOhm: shown.length ? endCellResistancesOhm : null,
			message: said.trim() || null,
			notes
		});
		busy = false;
		if (!sent.ok) {
			errors = { form: sent.message };
			return;
		}
		await goto(`/logbook/${run.id}`);
		await refresh();
	}
</script>

<form class="mt-4 border-b pb-4" onsubmit={submit} novalidate>
	<h2>When it ends, write down what the screen shows</h2>
	<div class="mt-2 grid max-w-[56rem] grid-cols-2 gap-3 sm:grid-cols-4">
		<Choice
			label="Why it ended"
			bind:value={reason}
			options={RUN_RESULT.endReason.options.filter((r) => r !== 'link lost').map((r) => [r, r] as const)}
		/>
		<Field label="Minutes" unit="min" numeric bind:value={minutes} error={errors.minutes} />
		<Field label={movedWord(run.task)} unit="mAh" numeric bind:value={mah} error={errors.mah} />
		<Field label="Note" bind:value={notes} />
		<Field
			label="Pack"
			unit="V"
			numeric
			hint="where no cell is seen"
			bind:value={packV}
			error={errors.packV}
		/>
		<Field
			label="Current at the end"
			unit="A"
			numeric
			hint="if it shows it"
			bind:value={endA}
			error={errors.endA}
		/>
		<Field
			label="Pack is at"
			unit="°C"
			numeric
			hint="by probe or thermometer"
			bind:value={warmth}
			error={errors.warmth}
		/>
	</div>
	{#if tooLong}
		<div class="mt-2 max-w-[56rem] border-l-2 border-check pl-3 text-[13px]" role="alert">
			<p>
				It was noted as begun {Math.max(0, Math.round(elapsedMin))} min ago, and the screen says {minutes} min:
				one of the two is wrong, and the end will not be believed as it stands.
			</p>
			<Checkbox checked={begunEarlier} onchange={(on) => (begunEarlier = on)}
				>It had begun before it was noted here</Checkbox
			>
		</div>
	{/if}
	<div class="mt-2 flex flex-wrap items-end gap-3">
		{#if byCell}
			<CellsLineField
				class="min-w-[14rem] flex-1"
				label="Cells at the end, in one line"
				cells={pack.cells}
				bind:value={volts}
				bind:wrong={cellsWrong}
			/>
			{#if run.joined.length === 0}<Field
					class="min-w-[12rem] flex-1"
					label="Resistances, in one line"
					unit="mΩ"
					hint="where its screen shows them"
					bind:value={ohms}
				/>{/if}
		{/if}
		<Field
			class="min-w-[12rem] flex-1"
			label="What its screen said"
			hint="in its own words"
			bind:value={said}
		/>
		<button class="btn btn-act mb-5" data-next disabled={busy}>Close the run</button>
	</div>
	{#each [errors.cells, errors.ohms, errors.form].filter(Boolean) as words (words)}<p
			class="mt-1 text-stop"
			role="alert"
		>
			{words}
		</p>{/each}
</form>
