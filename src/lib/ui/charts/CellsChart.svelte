<!-- Each cell's volts and the charge moved, against time: where cells part, and where the capacity limit would cut. -->
<script lang="ts">
	import { pointsOf } from './forecast-axes';
	import Plot from './Plot.svelte';
	import type { Curve, Mark } from './plot';
	import { minuteTicks, roundTicks } from './ticks';

	interface Props {
		course: { timeS: number[]; cellV: number[][]; chargeAh: number[] };
		/** When the capacity limit would be reached, min. */
		limitMin?: number | null;
		height?: number;
	}
	let { course, limitMin = null, height = 232 }: Props = $props();

	const endMin = $derived((course.timeS.at(-1) ?? 60) / 60);
	const time = $derived(minuteTicks(endMin));
	const seen = $derived(course.cellV.flat().filter((v) => Number.isFinite(v) && v > 0));
	const volts = $derived(roundTicks(Math.min(...seen, Infinity) - 0.01, Math.max(...seen, 0) + 0.01, 4));
	const mah = $derived(course.chargeAh.map((ah) => ah * 1000));
	const charge = $derived(roundTicks(0, Math.max(...mah, 1) * 1.1, 4));
	/** The cell that is lowest at the end is drawn boldly: it is the one to watch. */
	const lowest = $derived.by(() => {
		const ends = course.cellV.map((column) => column.at(-1) ?? Infinity);
		return ends.indexOf(Math.min(...ends));
	});
	const curves = $derived.by((): Curve[] => [
		...course.cellV.map((column, i): Curve => ({
			points: pointsOf(course.timeS, column),
			tone: 'act',
			weight: i === lowest ? 'data' : 'thin'
		})),
		{ points: pointsOf(course.timeS, mah), tone: 'check', right: true, dashed: true }
	]);
	const marks = $derived<Mark[]>(
		limitMin === null ? [] : [{ x: limitMin, text: 'capacity limit', tone: 'stop', dash: 4 }]
	);
	const readout = (x: number) => {
		const k = course.timeS.findIndex((t) => t / 60 >= x);
		if (k < 0) return [`${Math.round(x)} min`];
		return [
			`${Math.round(x)} min, ${Math.round(mah[k])} mAh`,
			...course.cellV.map((column, i) => `cell ${i + 1}: ${column[k].toFixed(3)} V`)
		];
	};
</script>

<div
	role="img"
	aria-label="Volts of each cell and charge: {Math.round(mah.at(-1) ?? 0)} mAh after {Math.round(
		endMin
	)} minutes"
>
	<Plot
		x={time}
		y={volts}
		right={charge}
		tones={{ y: 'act', right: 'check' }}
		room={{ left: 77, right: 73, top: 17, bottom: 27 }}
		{curves}
		{marks}
		{height}
		{readout}
	/>
</div>
