<!--
	Volts and current against time: the band of uncertainty, the phases named, and where timer and capacity limit would cut.
	Live or logged readings are laid over it.
-->
<script lang="ts">
	import type { LegMark } from '$core/forecast/leg-marks';
	import type { Band } from '$core/forecast/monte-carlo';
	import { theme } from '../frame/theme.svelte';
	import Chart, { type ChartColours } from './Chart.svelte';
	import { forecastAxes, pointsOf, type Course } from './forecast-axes';
	import { placeNames } from './names';
	import Plot from './Plot.svelte';
	import type { Curve, Mark, Stripe } from './plot';

	interface Props {
		/** Best guess: time, volts, current. */
		best: Course | null;
		band?: Band | null;
		/** When constant voltage begins, min. */
		voltageFromMin?: number | null;
		timerMin?: number | null;
		/** When the leg begins in which the timer counts, min. */
		timerFromMin?: number;
		/** The legs of a run of several. */
		legs?: readonly LegMark[];
		/** When the capacity limit would be reached, min. */
		limitMin?: number | null;
		/** What was measured. */
		measured?: Course | null;
		/** What is drawn elsewhere on the same axes, to be compared with. */
		beside?: readonly Course[];
		height?: number;
		/** It changes every second or so: drawn by the plot alone, which takes a few milliseconds. */
		live?: boolean;
		label: string;
	}
	let {
		best,
		band = null,
		voltageFromMin = null,
		timerMin = null,
		timerFromMin = 0,
		legs = [],
		limitMin = null,
		measured = null,
		beside = [],
		height = 250,
		live = false,
		label
	}: Props = $props();

	/**
	 * Current is drawn by its size, whichever way it flows; a band that holds both ways begins at 0.
	 */
	const sized = (low: number, high: number) =>
		low < 0 && high > 0 ? [0, Math.max(-low, high)] : [Math.abs(low), Math.abs(high)].sort((a, b) => a - b);
	const ranges = (b: Band, of: 'packV' | 'currentA') =>
		b.timeMin.flatMap((x, k) =>
			Number.isFinite(b[of].low[k]) ? [{ x, y: sized(b[of].low[k], b[of].high[k]) }] : []
		);

	const axes = $derived(forecastAxes({ best, band, measured, timerMin, timerFromMin, beside }));
	const { endMin, timerAtMin, time, volts, currents } = $derived(axes);

	/** Lines across both curves, with their names: the phase, the legs, and what would cut. */
	const marks = $derived.by(() => {
		const at: Mark[] = [];
		const timedLeg = legs.findIndex((leg) => Math.abs(leg.fromMin - timerFromMin) < 0.01);
		if (voltageFromMin !== null && voltageFromMin < endMin)
			at.push({ x: voltageFromMin, text: 'constant voltage', tone: 'quiet', dash: 3 });
		if (timerAtMin !== null && timerAtMin <= endMin)
			at.push({
				x: timerAtMin,
				text: `timer ${timerMin}${timedLeg < 0 ? '' : ` of leg ${timedLeg + 1}`}`,
				tone: 'stop',
				// Of several legs one is timed: from where, and how far, is shown along the top; a line
				// across everything would say that it cuts whatever runs then.
				from: legs.length ? timerFromMin : undefined
			});
		if (limitMin !== null && limitMin <= endMin)
			at.push({ x: limitMin, text: 'capacity limit', tone: 'stop', dash: 4 });
		for (const leg of legs)
			// Of many legs only the numbers are left.
			at.push({
				x: leg.fromMin,
				text: legs.length > 5 ? leg.label.split(' ')[0] : leg.label,
				tone: 'quiet',
				dash: 2,
				foot: true
			});
		return at;
	});
	const curves = $derived.by(() => {
		const list: Curve[] = [];
		const add = (course: Course, how: Partial<Curve>, amps: Partial<Curve> = {}) =>
			list.push(
				{ points: pointsOf(course.timeS, course.packV), tone: 'act', ...how },
				{ points: pointsOf(course.timeS, course.currentA), tone: 'check', right: true, ...how, ...amps }
			);
		if (best) add(best, measured ? { weight: 'thin', dashed: true } : {}, measured ? {} : { dashed: true });
		if (measured && measured.timeS.length) add(measured, { weight: 'heavy' });
		return list;
	});
	const stripes = $derived.by((): Stripe[] => {
		if (!band) return [];
		const of = (column: 'packV' | 'currentA') => {
			const pairs = band.timeMin.map((_, k) => sized(band[column].low[k], band[column].high[k]));
			return { x: band.timeMin, low: pairs.map((p) => p[0]), high: pairs.map((p) => p[1]) };
		};
		return [
			{ ...of('packV'), tone: 'act' },
			{ ...of('currentA'), tone: 'check', right: true }
		];
	});
	const valueAt = (points: readonly { x: number; y: number }[], x: number) => {
		const k = points.findIndex((p) => p.x >= x);
		return k < 0 ? null : points[k].y;
	};
	const readout = (x: number) => {
		const [v, a] = curves.slice(-2).map((c) => valueAt(c.points, x));
		return [
			`${Math.round(x)} min`,
			...(v == null || a == null ? [] : [`${v.toFixed(2)} V`, `${a.toFixed(2)} A`])
		];
	};

	let wide = $state(640);
	/** Where the chart puts its plot, px from each side. */
	const ROOM = { left: 77, right: 73, top: 17, bottom: 27 };
	const annotations = (c: ChartColours) => {
		const plot = Math.max(60, wide - ROOM.left - ROOM.right);
		const groups = [marks.filter((m) => !m.foot), marks.filter((m) => m.foot)];
		return groups.flatMap((group) => {
			const places = placeNames(
				group.map((m) => ({ x: (plot * m.x) / time.max, text: m.text })),
				plot
			);
			return group.map((m, i) => ({
				x: m.x,
				x2: null,
				borderColor: m.from === undefined ? c[m.tone] : 'transparent',
				strokeDashArray: m.dash ?? 0,
				label: {
					text: m.text,
					orientation: 'horizontal' as const,
					position: m.foot ? 'bottom' : 'top',
					offsetY: m.foot ? -3 - 14 * places[i].row : 12 + 14 * places[i].row,
					offsetX: places[i].side === 'left' ? -4 : 4,
					textAnchor: places[i].side === 'left' ? 'end' : 'start',
					borderWidth: 0,
					style: {
						background: 'transparent',
						color: c[m.tone],
						fontSize: '11px',
						padding: { left: 0, right: 0, top: 0, bottom: 0 }
					}
				}
			}));
		});
	};

	function options(c: ChartColours) {
		const series: object[] = [];
		const colours: string[] = [];
		const widths: number[] = [];
		const dashes: number[] = [];
		const fills: number[] = [];
		const add = (s: object, colour: string, width: number, dash: number, fill: number) => {
			series.push(s);
			colours.push(colour);
			widths.push(width);
			dashes.push(dash);
			fills.push(fill);
		};
		if (band) {
			add({ name: 'Volts, 5 to 95 %', type: 'rangeArea', data: ranges(band, 'packV') }, c.act, 0, 0, 0.16);
			add(
				{ name: 'Current, 5 to 95 %', type: 'rangeArea', data: ranges(band, 'currentA') },
				c.check,
				0,
				0,
				0.16
			);
		}
		if (best) {
			const faint = measured ? 1 : 2;
			add(
				{ name: 'Volts', type: 'line', data: pointsOf(best.timeS, best.packV) },
				c.act,
				faint,
				measured ? 4 : 0,
				1
			);
			add({ name: 'Current', type: 'line', data: pointsOf(best.timeS, best.currentA) }, c.check, faint, 5, 1);
		}
		if (measured && measured.timeS.length) {
			add(
				{ name: 'Volts measured', type: 'line', data: pointsOf(measured.timeS, measured.packV) },
				c.act,
				2.5,
				0,
				1
			);
			add(
				{ name: 'Current measured', type: 'line', data: pointsOf(measured.timeS, measured.currentA) },
				c.check,
				2.5,
				0,
				1
			);
		}
		const isVolts = (s: object) => (s as { name: string }).name.startsWith('Volts');
		return {
			chart: { type: 'rangeArea' as const },
			series: series as never,
			colors: colours,
			stroke: { width: widths, dashArray: dashes, curve: 'straight' as const },
			fill: { type: 'solid', opacity: fills },
			markers: { size: 0 },
			annotations: { xaxis: annotations(c) as never },
			xaxis: {
				type: 'numeric' as const,
				min: 0,
				max: time.max,
				tickAmount: time.count,
				axisBorder: { color: c.quiet },
				axisTicks: { show: false },
				labels: { formatter: (v: string) => `${Math.round(Number(v))}`, style: { fontSize: '11px' } },
				tooltip: { enabled: false }
			},
			yaxis: series.map((s, k) => ({
				seriesName: undefined,
				show: k === series.findIndex((o) => isVolts(o) === isVolts(s)),
				opposite: !isVolts(s),
				min: isVolts(s) ? volts.min : 0,
				max: isVolts(s) ? volts.max : currents.max,
				tickAmount: isVolts(s) ? volts.count : currents.count,
				labels: {
					minWidth: 34,
					style: { fontSize: '11px', colors: isVolts(s) ? c.act : c.check },
					formatter: (v: number) =>
						v === undefined || v === null
							? ''
							: v.toFixed(Math.max(1, (isVolts(s) ? volts : currents).decimals))
				}
			})) as never,
			tooltip: {
				shared: true,
				intersect: false,
				theme: theme.current === 'night' ? 'dark' : 'light',
				x: { formatter: (v: number) => `${Math.round(v)} min` },
				style: { fontSize: '12px' }
			}
		};
	}
</script>

{#snippet first()}
	<Plot
		x={time}
		y={volts}
		right={currents}
		tones={{ y: 'act', right: 'check' }}
		{curves}
		{stripes}
		{marks}
		{height}
		room={ROOM}
		{readout}
	/>
{/snippet}

{#if live}
	<div role="img" aria-label={label}>{@render first()}</div>
{:else}
	<div bind:clientWidth={wide}><Chart {options} {label} {height} {first} /></div>
{/if}
