<!-- What the charger shows before the start, typed as far as it shows it: count, cell page in one line, main and input volts, its words. -->
<script lang="ts">
	import { CHECK_EVIDENCE, type CheckEvidence } from '$core/log/check-evidence';
	import { readCellsLine } from '$core/pack/cells-line';
	import { readFigure } from '$core/quantity/field-draft';
	import type { Figure } from '$core/quantity/field';
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import Field from '$lib/ui/form/Field.svelte';

	interface Props {
		cells: number;
		/** The charger shows cells of this pack. */
		byCell: boolean;
		/** Over a link only what the link does not tell is asked. */
		linked: boolean;
		countable: boolean;
		/** Where what it shows is diagnosed. */
		diagnose: string;
		evidence: Omit<CheckEvidence, 'answers'>;
		wrong: boolean;
	}
	let {
		cells,
		byCell,
		linked,
		countable,
		diagnose,
		evidence = $bindable(),
		wrong = $bindable()
	}: Props = $props();

	let typed = $state({ countRead: '', cellsV: '', mainV: '', inputV: '', message: '' });
	let errors = $state<Record<string, string>>({});

	type Found = Record<string, string>;
	function figure(key: 'countRead' | 'mainV' | 'inputV', found: Found): number | null {
		const field: Figure = CHECK_EVIDENCE[key];
		const read = readFigure(field, typed[key]);
		if (!read.ok) found[key] = read.message;
		return read.ok ? read.value : null;
	}
	function cellsRead(found: Found): number[] | null {
		if (typed.cellsV.trim() === '') return null;
		const pieces = readCellsLine(typed.cellsV);
		const volts = pieces.map(Number);
		const odd = pieces.find((p, i) => !Number.isFinite(volts[i]) || volts[i] < -3 || volts[i] > 13);
		if (odd !== undefined) {
			found.cellsV = `${odd} is no cell’s volts.`;
			return null;
		}
		return volts;
	}
	$effect(() => {
		const found: Found = {};
		const next = {
			countRead: figure('countRead', found),
			cellsV: cellsRead(found),
			mainV: figure('mainV', found),
			inputV: figure('inputV', found),
			message: typed.message.trim()
		};
		errors = found;
		evidence = next;
		wrong = Object.keys(found).length > 0;
	});
</script>

{#if !linked}
	<div class="mt-3 grid grid-cols-2 gap-3">
		<div data-cells-read>
			<Field
				label={countable ? 'Cells it read' : 'Cells that are set'}
				numeric
				required
				bind:value={typed.countRead}
				error={errors.countRead}
			/>
		</div>
		<Field label="Main volts" unit="V" numeric bind:value={typed.mainV} error={errors.mainV} />
	</div>
	{#if byCell}
		<Field
			class="mt-2"
			label="Cell page, in one line"
			unit="V or mV"
			hint={`${cells} figures, first cell first: 3.82 3.83 …`}
			numeric
			bind:value={typed.cellsV}
			error={errors.cellsV}
		/>
	{/if}
{/if}
<Collapsible title="It shows something else" class="mt-2 text-[13px]">
	<div class="mt-1 grid grid-cols-[1fr_2fr] gap-3">
		<Field label="Input volts" unit="V" numeric bind:value={typed.inputV} error={errors.inputV} />
		<Field label="What it says" bind:value={typed.message} />
	</div>
	<p class="mt-2">
		<a
			class="link"
			href="{diagnose}{typed.message.trim() ? `&said=${encodeURIComponent(typed.message.trim())}` : ''}"
			>Find out what it means</a
		>
	</p>
</Collapsible>
