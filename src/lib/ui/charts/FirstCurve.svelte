<!-- The forecast's curve before the chart has been loaded, on the axes the chart will have: drawn by the server and in the first frame. -->
<script lang="ts">
	import { pointsOf, tickValues, type Course, type ForecastAxes } from './forecast-axes';

	interface Props {
		best: Course;
		axes: ForecastAxes;
		height: number;
	}
	let { best, axes, height }: Props = $props();

	/** Where the chart puts its plot, px from each side. */
	const LEFT = 77;
	const RIGHT = 73;
	const TOP = 17;
	const BOTTOM = 27;
	/** The plot's own width in its own units: it is stretched to the room there is. */
	const WIDE = 1000;

	const tall = $derived(height - TOP - BOTTOM);
	const x = (min: number) => (WIDE * min) / axes.time.max;
	const down = (value: number, least: number, most: number) => tall * (1 - (value - least) / (most - least));
	const path = (values: readonly number[], least: number, most: number) =>
		pointsOf(best.timeS, values)
			.map((p, i) => `${i ? 'L' : 'M'}${x(p.x).toFixed(1)} ${down(p.y, least, most).toFixed(1)}`)
			.join('');
	const volts = $derived(path(best.packV, axes.volts.min, axes.volts.max));
	const amps = $derived(path(best.currentA, 0, axes.currents.max));
	const figures = (ticks: ForecastAxes['volts']) =>
		tickValues(ticks).map((v, i) => ({
			text: v.toFixed(Math.max(1, ticks.decimals)),
			y: TOP + tall * (1 - i / ticks.count)
		}));
</script>

<div class="first" style:height="{height}px" aria-hidden="true">
	<svg
		class="plot"
		style:left="{LEFT}px"
		style:top="{TOP}px"
		style:width="calc(100% - {LEFT + RIGHT}px)"
		style:height="{tall}px"
		viewBox="0 0 {WIDE} {tall}"
		preserveAspectRatio="none"
	>
		{#each tickValues(axes.volts) as v (v)}
			<path class="grid" d="M0 {down(v, axes.volts.min, axes.volts.max)}H{WIDE}" />
		{/each}
		<path class="volts" d={volts} />
		<path class="amps" d={amps} />
	</svg>
	{#each figures(axes.volts) as f (f.y)}<span
			class="volts-figure"
			style:top="{f.y}px"
			style:width="{LEFT - 8}px">{f.text}</span
		>{/each}
	{#each figures(axes.currents) as f (f.y)}<span
			class="amps-figure"
			style:top="{f.y}px"
			style:width="{RIGHT - 8}px">{f.text}</span
		>{/each}
	{#each tickValues(axes.time) as t (t)}<span
			class="minutes"
			style:left="calc({LEFT}px + (100% - {LEFT + RIGHT}px) * {t / axes.time.max})">{Math.round(t)}</span
		>{/each}
</div>

<style>
	.first {
		position: relative;
		font-size: 11px;
	}
	.plot {
		position: absolute;
		overflow: visible;
	}
	path {
		fill: none;
		vector-effect: non-scaling-stroke;
	}
	.grid {
		stroke: var(--rule);
	}
	.volts {
		stroke: var(--act);
		stroke-width: 2;
	}
	.amps {
		stroke: var(--check);
		stroke-width: 2;
		stroke-dasharray: 5 5;
	}
	span {
		position: absolute;
		transform: translateY(-50%);
		line-height: 1;
	}
	.volts-figure {
		left: 0;
		text-align: right;
		color: var(--act);
	}
	.amps-figure {
		right: 0;
		color: var(--check);
	}
	.minutes {
		bottom: 2px;
		transform: translateX(-50%);
		color: var(--quiet);
	}
</style>
