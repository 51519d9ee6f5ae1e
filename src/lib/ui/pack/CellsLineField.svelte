<!-- Volts of every cell typed or pasted in one line, first cell first: `3,82 3.83 3791`. Null while nothing is typed or something is wrong. -->
<script lang="ts">
	import { readCellsLine } from '$core/pack/cells-line';
	import Field from '../form/Field.svelte';

	interface Props {
		label?: string;
		cells: number;
		/** What was typed before, V. */
		start?: readonly number[] | null;
		value: number[] | null;
		/** What is wrong with it, '' for nothing. */
		wrong: string;
		class?: string;
	}
	let {
		label = 'Cells, in one line',
		cells,
		start = null,
		value = $bindable(),
		wrong = $bindable(),
		class: extra = ''
	}: Props = $props();

	// svelte-ignore state_referenced_locally
	let typed = $state(start?.map((v) => v.toFixed(3)).join(' ') ?? '');
	const read = $derived.by(() => {
		if (typed.trim() === '') return { volts: null, wrong: '' };
		const pieces = readCellsLine(typed);
		const odd = pieces.find((p) => !Number.isFinite(Number(p)) || Number(p) < -3 || Number(p) > 6);
		if (odd !== undefined) return { volts: null, wrong: `${odd} is no cell’s volts.` };
		if (pieces.length !== cells)
			return { volts: null, wrong: `${pieces.length} of ${cells} cells: give all of them, or none.` };
		return { volts: pieces.map(Number), wrong: '' };
	});
	$effect(() => {
		value = read.volts;
		wrong = read.wrong;
	});
</script>

<Field
	class={extra}
	{label}
	unit="V or mV"
	hint="{cells} figures, first cell first"
	numeric
	bind:value={typed}
	error={read.wrong && typed.trim().split(/\s+/).length >= cells ? read.wrong : ''}
/>
