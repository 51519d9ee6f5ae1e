<!-- Packs as chips at their volts per cell on one ruler, the batches as brackets under it, and a window that slides and snaps. -->
<script lang="ts">
	import Slider from '$lib/ui/control/Slider.svelte';
	import { roundTicks } from '$lib/ui/charts/ticks';
	import { tickValues } from '$lib/ui/charts/forecast-axes';

	export interface Chip {
		id: string;
		name: string;
		/** Volts per cell, the mean of its cells. */
		v: number;
		/** How old its reading is, in words: "4 min". */
		age: string;
		/** In a batch, alone, to be read again, or out of it. */
		state: 'in' | 'alone' | 'stale' | 'out';
	}
	export interface Bracket {
		letter: string;
		low: number;
		high: number;
		chosen: boolean;
	}
	interface Props {
		chips: readonly Chip[];
		brackets: readonly Bracket[];
		windowV: number;
		/** Lower edge of the sliding window, V; null while it rests. */
		from: number | null;
		onchip: (id: string) => void;
	}
	let { chips, brackets, windowV, from = $bindable(), onchip }: Props = $props();

	let wide = $state(1080);
	const EDGE = 14;
	const small = $derived(wide < 560);
	const chipWide = $derived(small ? 102 : 104);
	const TALL = 44;
	/** Least stretch that is shown, V: packs a few mV apart must not look far apart. */
	const LEAST_V = 0.16;
	const span = $derived.by(() => {
		const all = chips.map((c) => c.v);
		const [low, high] = all.length ? [Math.min(...all), Math.max(...all)] : [3.7, 3.8];
		const more = Math.max(0.02, (LEAST_V - (high - low)) / 2);
		return { low: low - more, high: high + more };
	});
	const at = (v: number) => EDGE + ((v - span.low) / (span.high - span.low)) * (wide - 2 * EDGE);
	const ticks = $derived(
		tickValues(roundTicks(span.low, span.high, small ? 4 : 10)).filter((t) => t >= span.low && t <= span.high)
	);
	/**
	 * Each chip in the lowest row in which it covers no other; its stem stands at its volts all the
	 * same.
	 */
	const laid = $derived.by(() => {
		const ends: number[] = [];
		return [...chips]
			.sort((a, b) => a.v - b.v)
			.map((chip) => {
				const left = Math.min(Math.max(0, at(chip.v) - chipWide / 2), wide - chipWide);
				let row = ends.findIndex((end) => end <= left);
				if (row < 0) row = ends.length;
				ends[row] = left + chipWide + 4;
				return { chip, left, row, x: at(chip.v) };
			});
	});
	/** What a batch's words need, px. */
	const WORDS = 88;
	/** Brackets with their words, or the letter alone where the next would be written over them. */
	const labelled = $derived.by(() => {
		const middle = (b: Bracket) => (at(b.low) + at(b.high)) / 2;
		return brackets.map((b, k) => {
			const beside = [brackets[k - 1], brackets[k + 1]].filter((o) => o !== undefined);
			const crowded = beside.some((o) => Math.abs(middle(o) - middle(b)) < WORDS);
			return { ...b, words: crowded ? b.letter : `${b.letter} · ${Math.round(1000 * (b.high - b.low))} mV` };
		});
	});
	const rows = $derived(Math.max(1, ...laid.map((l) => l.row + 1)));
	const tall = $derived(rows * (TALL + 6) + 14);
	const inside = $derived(
		from === null ? [] : chips.filter((c) => c.v >= from! - 1e-9 && c.v <= from! + windowV + 1e-9)
	);
	/** Near a pack the window's lower edge stands at that pack. */
	const SNAP_V = 0.012;
	function slide(v: number) {
		// Coming nearer it snaps; moved on by a step from where it stands it goes on.
		const near = chips.reduce<Chip | null>(
			(best, c) => (Math.abs(c.v - v) < Math.abs((best?.v ?? Infinity) - v) ? c : best),
			null
		);
		const closer = near && from !== null && Math.abs(near.v - v) < Math.abs(near.v - from);
		from = near && Math.abs(near.v - v) <= SNAP_V && (from === null || closer) ? near.v : v;
	}
</script>

<div bind:clientWidth={wide} class="rail" role="group" aria-label="Packs by volts per cell">
	<div class="plot" style:height="{tall}px">
		{#each brackets as b (b.letter)}
			<span
				class="band"
				class:chosen={b.chosen}
				style:left="{at(b.low) - 4}px"
				style:width="{at(b.high) - at(b.low) + 8}px"
			></span>
		{/each}
		{#if from !== null}
			<span class="window" style:left="{at(from)}px" style:width="{at(from + windowV) - at(from)}px"></span>
		{/if}
		{#each laid as { chip, left, row, x } (chip.id)}
			<span class="stem {chip.state}" style:left="{x}px" style:height="{row * (TALL + 6) + 14}px"></span>
			<button
				type="button"
				class="chip {chip.state}"
				style:left="{left}px"
				style:bottom="{row * (TALL + 6) + 14}px"
				style:width="{chipWide}px"
				style:height="{TALL}px"
				title={chip.name}
				onclick={() => onchip(chip.id)}
			>
				<span class="block truncate text-[12.5px] font-semibold">{chip.name}</span>
				<span class="num block text-[12px] whitespace-nowrap"
					>{chip.v.toFixed(3)} <span class="age">{chip.age}</span></span
				><span class="sr-only">: type its volts</span>
			</button>
		{/each}
	</div>
	<div class="ruler" aria-hidden="true">
		{#each ticks as t (t)}<span class="tick" style:left="{at(t)}px"><i class="num">{t.toFixed(2)}</i></span
			>{/each}
	</div>
	<div class="brackets">
		{#each labelled as b (b.letter)}
			<span
				class="bracket num"
				style:left="{at(b.low) - 4}px"
				style:width="{Math.max(10, at(b.high) - at(b.low) + 8)}px"><em>{b.words}</em></span
			>
		{/each}
	</div>
	<div style:padding="0 {EDGE}px">
		<Slider
			label="Lower edge of the window, V a cell"
			min={span.low}
			max={span.high}
			step={0.001}
			value={from ?? span.low}
			valueText={from === null
				? 'not used'
				: `${from.toFixed(3)} to ${(from + windowV).toFixed(3)} V, ${inside.length} packs`}
			onchange={slide}
		/>
	</div>
</div>

<style>
	.rail {
		position: relative;
		overflow-x: clip;
	}
	.plot {
		position: relative;
	}
	.band,
	.window {
		position: absolute;
		top: 0;
		bottom: 0;
		background: var(--act-soft);
		opacity: 0.55;
	}
	.band.chosen {
		opacity: 1;
	}
	.window {
		background: none;
		border: var(--data-line) dashed var(--check);
		border-bottom: 0;
		opacity: 1;
	}
	.stem {
		position: absolute;
		bottom: 0;
		border-left: var(--data-line) solid var(--quiet);
	}
	.stem.in {
		border-color: var(--act);
	}
	.stem.stale {
		border-color: var(--check);
	}
	.chip {
		position: absolute;
		z-index: 1;
		overflow: hidden;
		text-align: left;
		padding: 2px 6px;
		line-height: 1.3;
		background: var(--panel);
		border: var(--stroke) solid var(--quiet);
		outline-offset: 1px;
	}
	.chip.in {
		border-color: var(--act);
		box-shadow: inset 0 0 0 1px var(--act);
	}
	.chip.stale {
		border-color: var(--check);
		background: var(--check-soft);
		color: var(--check);
	}
	.chip.out {
		border-style: dashed;
	}
	.age {
		color: var(--quiet);
		font-size: 11px;
	}
	.chip.stale .age {
		color: inherit;
		font-weight: 650;
	}
	.ruler {
		position: relative;
		height: 26px;
		border-top: var(--data-line) solid var(--ink);
	}
	.tick {
		position: absolute;
		top: 0;
		height: 6px;
		border-left: var(--stroke) solid var(--quiet);
	}
	.tick i {
		position: absolute;
		top: 7px;
		transform: translateX(-50%);
		font-style: normal;
		font-size: 11px;
		color: var(--quiet);
	}
	.brackets {
		position: relative;
		height: 24px;
	}
	.bracket {
		position: absolute;
		top: 0;
		height: 7px;
		border: var(--data-line) solid var(--act);
		border-top: 0;
		font-size: 12px;
		color: var(--act);
	}
	.bracket em {
		position: absolute;
		left: 50%;
		top: 8px;
		transform: translateX(-50%);
		font-style: normal;
		white-space: nowrap;
	}
</style>
