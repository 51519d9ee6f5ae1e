<!--
	A chart: made once in the browser, drawn again when its options change, in the colours of the theme. Drawing it takes a tenth
	of a second and more, so it waits until nothing has changed for a moment; meanwhile the first drawing shows what is so now.
-->
<script lang="ts">
	import { onMount, untrack, type Snippet } from 'svelte';
	import type ApexCharts from 'apexcharts';
	import type { ApexOptions } from 'apexcharts';
	import { theme, themeColour } from '../frame/theme.svelte';

	export type ChartColours = Record<
		'paper' | 'ink' | 'quiet' | 'grid' | 'act' | 'stop' | 'check' | 'store',
		string
	>;
	interface Props {
		/** Makes the options for the colours of the present theme. */
		options: (colours: ChartColours) => ApexOptions;
		/** What the picture shows, in a sentence. */
		label: string;
		height: number;
		/** What stands there until the chart is drawn, and whenever it is not what is so now. */
		first: Snippet;
	}
	let { options, label, height, first }: Props = $props();

	/** Nothing must have changed for so long before the chart is drawn again, ms. */
	const SETTLED_MS = 350;

	let host: HTMLElement;
	let chart: ApexCharts | null = $state.raw(null);
	/** The chart shows what is so now. */
	let current = $state(false);

	const NAMES = ['paper', 'ink', 'quiet', 'grid', 'act', 'stop', 'check', 'store'] as const;
	const colours = () => Object.fromEntries(NAMES.map((n) => [n, themeColour(n)])) as ChartColours;

	const complete = (): ApexOptions => {
		const c = colours();
		const own = options(c);
		return {
			...own,
			chart: {
				...own.chart,
				height,
				animations: { enabled: false },
				toolbar: { show: false },
				zoom: { enabled: false },
				selection: { enabled: false },
				background: 'transparent',
				foreColor: c.quiet,
				parentHeightOffset: 0
			},
			dataLabels: { enabled: false },
			legend: { show: false, ...own.legend },
			grid: {
				borderColor: c.grid,
				strokeDashArray: 0,
				padding: { left: 6, right: 8, top: -14, bottom: -4 },
				...own.grid
			}
		} as ApexOptions;
	};

	let waiting: ReturnType<typeof setTimeout> | undefined;
	let gone = false;
	async function draw(): Promise<void> {
		const of = waiting;
		if (chart) await chart.updateOptions(complete(), false, false, false);
		else {
			const { default: Apex } = await import('apexcharts');
			if (gone) return;
			const made = new Apex(host, complete());
			await made.render();
			if (gone) made.destroy();
			else chart = made;
		}
		// What changed while it was drawn is drawn in its turn.
		if (of === waiting) current = true;
	}
	onMount(() => () => {
		gone = true;
		clearTimeout(waiting);
		chart?.destroy();
	});
	$effect(() => {
		// Read what the drawing depends on, so that a change of either draws again.
		void theme.current;
		options(untrack(colours));
		current = false;
		clearTimeout(waiting);
		waiting = setTimeout(() => void draw(), SETTLED_MS);
	});
</script>

<div role="img" aria-label={label} style:height="{height}px" class="chart">
	{#if !current}{@render first()}{/if}
	<div bind:this={host} class:stale={!current} aria-hidden="true"></div>
</div>

<style>
	.chart {
		position: relative;
		overflow: hidden;
	}
	/* Out of sight but in its place: the library measures what it draws. */
	.stale {
		position: absolute;
		inset: 0;
		visibility: hidden;
	}
</style>
