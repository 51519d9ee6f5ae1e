<!-- Writing down what the charger's screen showed at the end. -->
<script lang="ts">
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
	import Field from '$lib/ui/form/Field.svelte';
	import CellsLineField from '$lib/ui/pack/CellsLineField.svelte';

	let { run, pack }: { run: Run; pack: Pack } = $props();

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
			chargeAh,
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
	</div>
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
