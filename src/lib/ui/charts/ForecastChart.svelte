<!--
	Volts and current against time: the band of uncertainty, the phases named, and where timer and capacity limit would cut.
	Live or logged readings are laid over it.
-->
<script lang="ts">
	import type { LegMark } from '$core/forecast/leg-marks';
	import type { Band } from '$core/forecast/monte-carlo';
	import { theme } from '../frame/theme.svelte';
	import Chart, { type ChartColours } from './Chart.svelte';
	import FirstCurve from './FirstCurve.svelte';
	import { forecastAxes, pointsOf, type Course } from './forecast-axes';

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
		height?: number;
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
		height = 250,
		label
	}: Props = $props();

	/** Current is drawn by its size, whichever way it flows; a band that holds both ways begins at 0. */
	const sized = (low: number, high: number) =>
		low < 0 && high > 0 ? [0, Math.max(-low, high)] : [Math.abs(low), Math.abs(high)].sort((a, b) => a - b);
	const ranges = (b: Band, of: 'packV' | 'currentA') =>
		b.timeMin.flatMap((x, k) =>
			Number.isFinite(b[of].low[k]) ? [{ x, y: sized(b[of].low[k], b[of].high[k]) }] : []
		);

	const axes = $derived(forecastAxes({ best, band, measured, timerMin, timerFromMin }));
	const { endMin, timerAtMin, time, volts, currents } = $derived(axes);

	/** `row` 1 and 2 stand lower, out of the way of the phase's name. */
	const line = (
		x: number,
		text: string,
		colour: string,
		dash: number,
		anchor: 'start' | 'end' = 'start',
		row = 0
	) => ({
		x,
		borderColor: colour,
		strokeDashArray: dash,
		label: {
			text,
			orientation: 'horizontal' as const,
			position: 'top',
			offsetY: 4 + 14 * row,
			offsetX: anchor === 'end' ? -4 : 4,
			textAnchor: anchor,
			borderWidth: 0,
			style: {
				background: 'transparent',
				color: colour,
				fontSize: '11px',
				padding: { left: 0, right: 0, top: 0, bottom: 0 }
			}
		}
	});

	/** Where a leg begins: its name stands at the foot, out of the way of the others. */
	const legLine = (leg: LegMark, i: number, c: ChartColours) => {
		// Short legs stand close together: their names are stepped, and of many only the numbers are left.
		const mark = line(leg.fromMin, legs.length > 5 ? leg.label.split(' ')[0] : leg.label, c.quiet, 2);
		return { ...mark, label: { ...mark.label, position: 'bottom', offsetY: -3 - 13 * (i % 3) } };
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
		const xaxis = [];
		if (voltageFromMin !== null && voltageFromMin < endMin)
			xaxis.push(
				line(voltageFromMin, 'constant voltage', c.quiet, 3, voltageFromMin > endMin * 0.68 ? 'end' : 'start')
			);
		if (timerAtMin !== null && timerAtMin <= endMin)
			xaxis.push(line(timerAtMin, `timer ${timerMin}`, c.stop, 0, 'end', 1));
		legs.forEach((leg, i) => xaxis.push(legLine(leg, i, c)));
		if (limitMin !== null && limitMin <= endMin)
			xaxis.push(line(limitMin, 'capacity limit', c.stop, 4, 'end', 2));
		return {
			chart: { type: 'rangeArea' as const },
			series: series as never,
			colors: colours,
			stroke: { width: widths, dashArray: dashes, curve: 'straight' as const },
			fill: { type: 'solid', opacity: fills },
			markers: { size: 0 },
			annotations: { xaxis: xaxis as never },
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

<Chart {options} {label} {height}>
	{#snippet first()}
		{#if best && best.timeS.length > 1}<FirstCurve {best} {axes} {height} />{/if}
	{/snippet}
</Chart>
