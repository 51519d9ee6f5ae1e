<!-- Each cell's volts and the charge moved, against time: where cells part, and where the capacity limit would cut. -->
<script lang="ts">
	import { pointsOf } from './forecast-axes';
	import Plot from './Plot.svelte';
	import type { Curve, Level, Mark } from './plot';
	import { minuteTicks, roundTicks } from './ticks';

	interface Course {
		timeS: number[];
		cellV: number[][];
		chargeAh: number[];
	}
	interface Props {
		course: Course;
		/** How it was expected to go, drawn thinly: its lowest cell and its charge. */
		planned?: Course | null;
		/** Charge at which the charger would cut, Ah. */
		limitAh?: number | null;
		/** When the capacity limit would be reached, min. */
		limitMin?: number | null;
		height?: number;
	}
	let { course, planned = null, limitAh = null, limitMin = null, height = 232 }: Props = $props();

	const endMin = $derived(Math.max(course.timeS.at(-1) ?? 0, planned?.timeS.at(-1) ?? 0) / 60 || 60);
	const time = $derived(minuteTicks(endMin));
	const seen = $derived(
		[...course.cellV, ...(planned?.cellV ?? [])].flat().filter((v) => Number.isFinite(v) && v > 0)
	);
	const volts = $derived(roundTicks(Math.min(...seen, Infinity) - 0.01, Math.max(...seen, 0) + 0.01, 4));
	const mah = $derived(course.chargeAh.map((ah) => ah * 1000));
	const plannedMah = $derived(planned?.chargeAh.map((ah) => ah * 1000) ?? []);
	const charge = $derived(roundTicks(0, Math.max(...mah, ...plannedMah, 1) * 1.1, 4));
	const lowestOf = (of: Course) => {
		const ends = of.cellV.map((column) => column.at(-1) ?? Infinity);
		return ends.indexOf(Math.min(...ends));
	};
	/** The cell that is lowest at the end is drawn boldly: it is the one to watch. */
	const lowest = $derived(lowestOf(course));
	const expected = $derived.by((): Curve[] => {
		const k = planned ? lowestOf(planned) : -1;
		if (!planned) return [];
		const thin = { weight: 'thin', dashed: true } as const;
		return [
			...(k < 0
				? []
				: [{ points: pointsOf(planned.timeS, planned.cellV[k]), tone: 'act', ...thin } as const]),
			{ points: pointsOf(planned.timeS, plannedMah), tone: 'check', right: true, ...thin }
		];
	});
	const curves = $derived.by((): Curve[] => [
		...expected,
		...course.cellV.map((column, i): Curve => ({
			points: pointsOf(course.timeS, column),
			tone: 'act',
			weight: i === lowest ? 'data' : 'thin'
		})),
		{ points: pointsOf(course.timeS, mah), tone: 'check', right: true, dashed: planned === null }
	]);
	const marks = $derived<Mark[]>(
		limitMin === null ? [] : [{ x: limitMin, text: 'capacity limit', tone: 'stop', dash: 4 }]
	);
	/** A limit that the forecast never meets stands across, where the charge's own axis has it. */
	const levels = $derived.by((): Level[] => {
		const limit = limitAh === null || limitMin !== null ? Infinity : limitAh * 1000;
		if (limit > charge.max) return [];
		const y = volts.min + (limit / charge.max) * (volts.max - volts.min);
		return [{ y, text: `capacity limit ${Math.round(limit)} mAh`, tone: 'stop' }];
	});
	const readout = (x: number) => {
		const k = course.timeS.findIndex((t) => t / 60 >= x);
		if (k < 0) {
			const then = planned?.timeS.findIndex((t) => t / 60 >= x) ?? -1;
			return [`${Math.round(x)} min`, ...(then < 0 ? [] : [`${Math.round(plannedMah[then])} mAh expected`])];
		}
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
		{levels}
		{marks}
		{height}
		{readout}
	/>
</div>
