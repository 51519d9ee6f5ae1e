<!--
	Current against pack voltage: what charger and pack allow together, each side's own limit, the program's path through it,
	and the point it is at.
-->
<script lang="ts">
	import {
		deliverableA,
		dischargeLimitsAt,
		envelope,
		limitsAt,
		type EnvelopeInput
	} from '$core/charger/envelope';
	import { theme } from '../frame/theme.svelte';
	import Chart, { type ChartColours } from './Chart.svelte';
	import { placeNames } from './names';
	import Plot from './Plot.svelte';
	import { roundTicks } from './ticks';

	interface Props {
		input: EnvelopeInput;
		/** Volts per cell at the ends of the picture. */
		fromCellV: number;
		toCellV: number;
		/** Volts of the pack at which the program ends, V; null where it ends on something else. */
		endV: number | null;
		/** Path of the program: volts and current in order. */
		path?: { packV: number[]; currentA: number[] } | null;
		/** Where it is now or begins. */
		at?: { packV: number; currentA: number; label: string } | null;
		/** The program only takes charge out: what the channel can turn into heat is drawn instead. */
		down?: boolean;
		/** Amps that another picture beside this one reaches: both get one scale. */
		besideA?: number;
		height?: number;
		/** It changes every second or so: drawn by the plot alone, which takes a few milliseconds. */
		live?: boolean;
	}
	let {
		input,
		fromCellV,
		toCellV,
		endV,
		path = null,
		at = null,
		down = false,
		besideA = 0,
		height = 210,
		live = false
	}: Props = $props();

	const cells = $derived(input.pack.cells);
	const across = $derived(roundTicks(fromCellV * cells, toCellV * cells));
	const from = $derived(across.min);
	const to = $derived(across.max);
	const POINTS = 60;
	const discharge = (packV: number) => dischargeLimitsAt(input, packV, Infinity, 'any rate');
	const region = $derived(
		down
			? Array.from({ length: POINTS }, (_, i) => {
					const packV = from + ((to - from) * i) / (POINTS - 1);
					const [least] = discharge(packV);
					return { packV, currentA: least?.currentA ?? 0, binding: least?.id ?? 'discharge power' };
				})
			: envelope(input, from, to, POINTS)
	);
	const charger = $derived(
		region.map((p) => ({ x: p.packV, y: down ? p.currentA : deliverableA(input, p.packV) }))
	);
	/** Where limits are named: the end, or the last volts of the picture. */
	const namedAtV = $derived(endV ?? to);
	const packLimit = $derived(
		down
			? (discharge(namedAtV)[0] ?? { currentA: 0, label: 'this channel does not discharge' })
			: limitsAt(input, namedAtV).find((l) => l.side === 'pack')!
	);
	const up = $derived(roundTicks(0, Math.max(besideA, ...region.map((p) => p.currentA)) * 1.25 || 1, 4));
	const top = $derived(up.max);
	const binding = $derived(region.at(-1)!.binding);
	const label = $derived(
		`Envelope: ${region[0].currentA.toFixed(1)} A at ${from.toFixed(1)} V, ${region.at(-1)!.currentA.toFixed(1)} A at ${to.toFixed(1)} V, where ${binding} decides.`
	);
	const thin = (p: NonNullable<typeof path>) => {
		const stride = Math.max(1, Math.ceil(p.packV.length / 120));
		return p.packV.flatMap((x, k) =>
			k % stride && k !== p.packV.length - 1 ? [] : [{ x, y: Math.abs(p.currentA[k]) }]
		);
	};

	const tag = (text: string, colour: string) => ({
		text,
		textAnchor: 'start',
		position: 'left',
		offsetX: 4,
		offsetY: -3,
		borderWidth: 0,
		style: {
			background: 'transparent',
			color: colour,
			fontSize: '11px',
			padding: { left: 2, right: 2, top: 0, bottom: 0 }
		}
	});

	const ROOM = { left: 55, right: 8, top: 16, bottom: 29 };
	let wide = $state(640);
	/**
	 * Where the program ends. Near the left edge the words go to the right of the line, or they
	 * would leave the picture.
	 */
	function endLine(x: number, c: ChartColours) {
		const plot = Math.max(60, wide - ROOM.left - ROOM.right);
		const text = `ends ${x.toFixed(1)} V`;
		const [{ side }] = placeNames([{ x: (plot * (x - from)) / (to - from), text }], plot);
		return {
			x,
			borderColor: c.stop,
			strokeDashArray: 0,
			label: {
				...tag(text, c.stop),
				orientation: 'horizontal',
				textAnchor: side === 'right' ? 'start' : 'end',
				position: 'top',
				offsetX: side === 'right' ? 4 : -4,
				offsetY: 12
			}
		};
	}
	const readout = (v: number) => {
		const k = Math.round(((v - from) / (to - from)) * (POINTS - 1));
		const p = region[Math.min(POINTS - 1, Math.max(0, k))];
		return [`${p.packV.toFixed(2)} V`, `up to ${p.currentA.toFixed(2)} A`];
	};

	function options(c: ChartColours) {
		return {
			chart: { type: 'line' as const },
			series: [
				{ name: 'Allowed', type: 'area', data: region.map((p) => ({ x: p.packV, y: p.currentA })) },
				{
					name: 'Charger',
					type: 'line',
					data: charger.map((p) => ({ x: p.x, y: Math.min(p.y, top * 1.2) }))
				},
				...(path && path.packV.length > 1 ? [{ name: 'Program', type: 'line', data: thin(path) }] : [])
			] as never,
			colors: [c.act, c.act, c.ink],
			stroke: { width: [0, 1.2, 3], curve: 'straight' as const },
			fill: { type: 'solid', opacity: [0.13, 1, 1] },
			markers: { size: 0 },
			annotations: {
				yaxis: [
					{
						y: packLimit.currentA,
						borderColor: c.quiet,
						strokeDashArray: 0,
						label: { ...tag(packLimit.label, c.quiet), textAnchor: 'start', position: 'left' }
					}
				] as never,
				xaxis: (endV === null ? [] : [endLine(endV, c)]) as never,
				points: (at
					? [
							{
								x: at.packV,
								y: at.currentA,
								marker: { size: 5, fillColor: c.paper, strokeColor: c.ink, strokeWidth: 2 },
								label: { ...tag(at.label, c.ink), offsetX: 0, offsetY: 26, textAnchor: 'middle' }
							}
						]
					: []) as never
			},
			xaxis: {
				type: 'numeric' as const,
				min: from,
				max: to,
				tickAmount: across.count,
				axisBorder: { color: c.quiet },
				axisTicks: { show: false },
				labels: { formatter: (v: string) => Number(v).toFixed(across.decimals), style: { fontSize: '11px' } },
				tooltip: { enabled: false }
			},
			yaxis: {
				min: 0,
				max: top,
				tickAmount: up.count,
				labels: {
					minWidth: 34,
					style: { fontSize: '11px' },
					formatter: (v: number) => (v === undefined || v === null ? '' : v.toFixed(up.decimals))
				}
			},
			tooltip: {
				shared: true,
				intersect: false,
				theme: theme.current === 'night' ? 'dark' : 'light',
				x: { formatter: (v: number) => `${Number(v).toFixed(2)} V` },
				y: { formatter: (v: number) => `${v?.toFixed(2)} A` }
			}
		};
	}
</script>

{#snippet first()}
	<Plot
		x={across}
		y={up}
		curves={[
			{ points: region.map((p) => ({ x: p.packV, y: p.currentA })), tone: 'act', area: true },
			{
				points: charger.map((p) => ({ x: p.x, y: Math.min(p.y, top * 1.2) })),
				tone: 'act',
				weight: 'thin'
			},
			...(path && path.packV.length > 1
				? [{ points: thin(path), tone: 'ink' as const, weight: 'heavy' as const }]
				: [])
		]}
		marks={endV === null ? [] : [{ x: endV, text: `ends ${endV.toFixed(1)} V`, tone: 'stop' }]}
		levels={[{ y: packLimit.currentA, text: packLimit.label, tone: 'quiet' }]}
		point={at ? { x: at.packV, y: at.currentA, text: at.label } : null}
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
