<!-- A chart: made once in the browser, updated when its options change, drawn in the colours of the theme. -->
<script lang="ts">
	import { onMount, untrack, type Snippet } from 'svelte';
	import type ApexCharts from 'apexcharts';
	import type { ApexOptions } from 'apexcharts';
	import { theme, themeColour } from '../frame/theme.svelte';

	export type ChartColours = Record<
		'paper' | 'ink' | 'quiet' | 'rule' | 'act' | 'stop' | 'check' | 'store',
		string
	>;
	interface Props {
		/** Makes the options for the colours of the present theme. */
		options: (colours: ChartColours) => ApexOptions;
		/** What the picture shows, in a sentence. */
		label: string;
		height: number;
		/** What stands there until the chart can be drawn. */
		first?: Snippet;
	}
	let { options, label, height, first }: Props = $props();

	let host: HTMLElement;
	let chart: ApexCharts | null = $state.raw(null);

	const NAMES = ['paper', 'ink', 'quiet', 'rule', 'act', 'stop', 'check', 'store'] as const;
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
				borderColor: c.rule,
				strokeDashArray: 0,
				padding: { left: 6, right: 8, top: -14, bottom: -4 },
				...own.grid
			}
		} as ApexOptions;
	};

	onMount(() => {
		let gone = false;
		void import('apexcharts').then(({ default: Apex }) => {
			if (gone) return;
			const made = new Apex(host, complete());
			void made.render().then(() => (gone ? made.destroy() : (chart = made)));
		});
		return () => {
			gone = true;
			chart?.destroy();
		};
	});

	let scheduled = 0;
	$effect(() => {
		// Read what the drawing depends on, so that a change of either draws again, at most once a frame.
		void theme.current;
		options(untrack(colours));
		if (!chart) return;
		const drawn = chart;
		cancelAnimationFrame(scheduled);
		scheduled = requestAnimationFrame(() => void drawn.updateOptions(complete(), false, false, false));
	});
</script>

<div role="img" aria-label={label} style:height="{height}px" class="chart">
	{#if !chart}{@render first?.()}{/if}
	<div bind:this={host} aria-hidden="true"></div>
</div>

<style>
	.chart {
		overflow: hidden;
	}
</style>
