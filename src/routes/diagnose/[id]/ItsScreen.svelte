<!-- What the charger's screen shows, typed where no run is on record: as much of it as there is, in one go. -->
<script lang="ts">
	import { SCREEN, type Case, type Screen } from '$core/diagnose/case';
	import { screenOdd } from '$core/diagnose/typed-screen';
	import { readCellsLine } from '$core/pack/cells-line';
	import type { Figure } from '$core/quantity/field';
	import { figureText, readFigure } from '$core/quantity/field-draft';
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import Field from '$lib/ui/form/Field.svelte';

	interface Props {
		screen: Case['screen'];
		cells: number;
		/** Lithium has a cell page. */
		byCell: boolean;
		busy: boolean;
		/** The figures as they are now, null for none; what this window showed before, as text. */
		onchange: (screen: Screen | null, was: string | null) => void;
	}
	let { screen, cells, byCell, busy, onchange }: Props = $props();

	const FIGURES: readonly (readonly [Exclude<keyof Screen, 'cellsV'>, Figure])[] = [
		['countRead', SCREEN.countRead],
		['setA', SCREEN.setA],
		['mainV', SCREEN.mainV],
		['currentA', SCREEN.currentA],
		['minutes', SCREEN.minutes],
		['chargeAh', SCREEN.chargeAh]
	];

	const stands = $derived<Screen | null>(screen[0] ?? null);
	const textOf = (of: Screen | null) => ({
		...Object.fromEntries(FIGURES.map(([key, field]) => [key, figureText(field, of?.[key])])),
		cellsV: of?.cellsV?.map((v) => v.toFixed(3)).join(' ') ?? ''
	});
	// svelte-ignore state_referenced_locally
	let typed = $state<Record<string, string>>(textOf(stands));
	// svelte-ignore state_referenced_locally
	let open = $state(stands !== null);
	let errors = $state<Record<string, string>>({});
	/** As the server had it when the fields were filled: typed anew only where that has changed. */
	// svelte-ignore state_referenced_locally
	let filled = JSON.stringify(stands);
	$effect(() => {
		const now = JSON.stringify(stands);
		if (now === filled) return;
		filled = now;
		typed = textOf(stands);
	});

	function use(event: SubmitEvent) {
		event.preventDefault();
		const found: Record<string, string> = {};
		const value: Record<string, unknown> = {};
		for (const [key, field] of FIGURES) {
			const read = readFigure(field, typed[key] ?? '');
			if (read.ok) value[key] = read.value;
			else found[key] = read.message;
		}
		const pieces = readCellsLine(typed.cellsV ?? '');
		if (pieces.length && pieces.length !== cells)
			found.cellsV = `${pieces.length} of ${cells} cells: give all of them, or none.`;
		const volts = pieces.map((piece) => {
			const read = readFigure(SCREEN.cellsV.each, piece);
			if (!read.ok) found.cellsV ??= read.message;
			return read.ok ? read.value : null;
		});
		value.cellsV = pieces.length ? volts : null;
		const some = Object.values(value).some((v) => v !== null);
		if (!some && !stands && !Object.keys(found).length) found.countRead = 'Type at least one of them.';
		errors = found;
		if (Object.keys(found).length) return;
		onchange(some ? (value as Screen) : null, stands ? JSON.stringify(stands) : null);
	}
	/** Main volts alone make no sum: amps as they are set and as they flow belong to them. */
	const half = $derived(
		['setA', 'mainV', 'currentA'].filter((key) => typed[key]?.trim()).length % 3 !== 0 &&
			Boolean(typed.currentA?.trim())
	);
</script>

<Collapsible title="What its screen shows" bind:open class="mt-2">
	<form class="mt-1" onsubmit={use} novalidate aria-label="What its screen shows">
		<div class="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3">
			{#each FIGURES as [key, field] (key)}
				<Field
					label={field.label}
					unit={field.unit}
					numeric
					bind:value={typed[key]}
					error={errors[key] ?? ''}
				/>
			{/each}
			{#if byCell}
				<Field
					class="col-span-2 sm:col-span-3"
					label="Cell page, in one line"
					unit="V or mV"
					hint="{cells} figures, first cell first"
					numeric
					bind:value={typed.cellsV}
					error={errors.cellsV ?? ''}
				/>
			{/if}
		</div>
		{#if half}<p class="quiet mt-1 text-[12.5px]">
				Amps that are set, amps it gives and main volts go together: with all three sums are made of them,
				with minutes and mAh its course is followed.
			</p>{/if}
		{#if stands && screenOdd(stands)}<p class="mt-1 border-l-4 border-check pl-3" role="alert">
				<b class="text-check">Does not go together:</b>
				{screenOdd(stands)}
			</p>{/if}
		<button class="btn mt-2" disabled={busy}>{stands ? 'Use these now' : 'Use these figures'}</button>
	</form>
</Collapsible>
