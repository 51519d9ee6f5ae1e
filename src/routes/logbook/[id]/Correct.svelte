<!-- A figure of a run that was written down wrong: corrected, and what it was is kept. -->
<script lang="ts">
	import type { Correction } from '$core/log/correction';
	import { RUN, RUN_RESULT, type Run } from '$core/log/run';
	import { END_REASONS } from '$core/pack/end-reason';
	import { movedWord } from '$core/request/in-words';
	import { figureText, readFigure } from '$core/quantity/field-draft';
	import type { Figure } from '$core/quantity/field';
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import Choice from '$lib/ui/form/Choice.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import CellsLineField from '$lib/ui/pack/CellsLineField.svelte';
	import { send } from '$lib/ui/server/api';
	import { refresh } from '$lib/ui/server/refresh';
	import { dayAndClock, minutesOf } from '$lib/ui/words';

	interface Props {
		run: Run;
		byCell: boolean;
		corrections: readonly (Correction & { id: string })[];
	}
	let { run, byCell, corrections }: Props = $props();

	let open = $state(false);
	const figures = () => ({
		endReason: (run.endReason ?? 'stopped') as string,
		minutes: run.durationS === null ? '' : String(Math.round(run.durationS / 6) / 10),
		mah: figureText(RUN_RESULT.chargeAh, run.chargeAh),
		message: run.message ?? ''
	});
	let typed = $state(figures());
	$effect(() => {
		// Corrected, or opened once more, the form begins with what stands there now.
		if (open) typed = figures();
	});
	let cellsV = $state<number[] | null>(null);
	let cellsWrong = $state('');
	let errors = $state<Record<string, string>>({});
	let busy = $state(false);

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		const found: Record<string, string> = {};
		const figure = (key: string, words: string, field: Figure) => {
			const read = readFigure(field, words);
			if (!read.ok) found[key] = read.message;
			return read.ok ? read.value : null;
		};
		const change: Record<string, unknown> = {};
		const before = figures();
		if (typed.endReason !== before.endReason) change.endReason = typed.endReason;
		if (typed.minutes !== before.minutes)
			change.durationMin = figure('minutes', typed.minutes, RUN_RESULT.durationMin);
		if (typed.mah !== before.mah) change.chargeAh = figure('mah', typed.mah, RUN_RESULT.chargeAh);
		if (typed.message !== before.message) change.message = typed.message.trim() || null;
		const cellsBefore = run.endCellVoltagesV?.map((v) => v.toFixed(3)).join(' ') ?? '';
		if ((cellsV?.map((v) => v.toFixed(3)).join(' ') ?? '') !== cellsBefore) change.endCellVoltagesV = cellsV;
		if (cellsWrong) found.cells = cellsWrong;
		errors = found;
		if (Object.keys(found).length) return;
		if (Object.keys(change).length === 0) return void (open = false);
		busy = true;
		const { endReason, durationS, chargeAh, message, endCellVoltagesV } = run;
		const sent = await send<Run>('PATCH', `/runs/${run.id}/figures`, change);
		busy = false;
		if (!sent.ok) return void (errors = { form: sent.message });
		open = false;
		await refresh();
		offerUndo('Corrected; what it was is kept.', async () => {
			const all = {
				endReason,
				durationMin: (durationS ?? 0) / 60,
				chargeAh: chargeAh ?? 0,
				message,
				endCellVoltagesV
			};
			const keys = Object.keys(change) as (keyof typeof all)[];
			await send('PATCH', `/runs/${run.id}/figures`, Object.fromEntries(keys.map((key) => [key, all[key]])));
			await refresh();
		});
	}

	/** What a correction changed, as it is read. */
	function words(c: Correction, json: string): string {
		const value = JSON.parse(json) as unknown;
		if (value === null) return 'nothing';
		if (c.field === 'durationS') return minutesOf(value as number);
		if (c.field === 'chargeAh') return `${Math.round((value as number) * 1000)} mAh`;
		if (c.field === 'endCellVoltagesV') return (value as number[]).map((v) => v.toFixed(3)).join(' ');
		return String(value);
	}
</script>

{#if corrections.length}
	<ul class="mt-2 text-[12.5px]" data-corrections>
		{#each corrections as c (c.id)}
			<li>
				<span class="quiet">{dayAndClock(c.at)}, {RUN[c.field].label.toLowerCase()} corrected:</span>
				{words(c, c.was)} → {words(c, c.became)}
			</li>
		{/each}
	</ul>
{/if}
<Collapsible title="Correct what was written down" bind:open class="mt-2">
	<form class="mt-1 grid gap-2" onsubmit={submit} novalidate>
		<Choice
			label="Why it ended"
			bind:value={typed.endReason}
			options={END_REASONS.map((r) => [r as string, r as string] as const)}
		/>
		<div class="grid grid-cols-2 gap-3">
			<Field label="Minutes" unit="min" numeric bind:value={typed.minutes} error={errors.minutes} />
			<Field label={movedWord(run.task)} unit="mAh" numeric bind:value={typed.mah} error={errors.mah} />
		</div>
		{#if byCell}
			<CellsLineField
				label="Cells at the end, in one line"
				cells={run.settings.cells}
				start={run.endCellVoltagesV}
				bind:value={cellsV}
				bind:wrong={cellsWrong}
			/>
		{/if}
		<Field label="Its screen said" bind:value={typed.message} />
		{#each [errors.cells, errors.form].filter(Boolean) as text (text)}<p class="text-stop" role="alert">
				{text}
			</p>{/each}
		<p class="flex gap-2">
			<button class="btn btn-act" disabled={busy}>Correct it</button>
			<button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
		</p>
	</form>
</Collapsible>
