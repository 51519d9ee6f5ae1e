<!--
	A plot in the first frame, drawn by the server too: axes on round figures, curves, stripes, lines with their names, a point.
	Nothing is loaded for it. The figures of both sides stand outside the plot; the plot itself is stretched to the room there is.
-->
<script lang="ts">
	import type { Ticks } from './ticks';
	import { tickValues } from './forecast-axes';
	import { GAP, LETTER, placeNames } from './names';
	import {
		around,
		lineThrough,
		type Curve,
		type Level,
		type Mark,
		type Point,
		type Stripe,
		type Tone
	} from './plot';

	interface Props {
		x: Ticks;
		y: Ticks;
		/** The right axis. */
		right?: Ticks | null;
		curves: readonly Curve[];
		stripes?: readonly Stripe[];
		marks?: readonly Mark[];
		levels?: readonly Level[];
		/** What a person read, as rings. */
		rings?: readonly (Point & { right?: boolean; tone?: Tone; small?: boolean })[];
		/** How a figure along the foot is written. */
		along?: ((x: number) => string) | null;
		/** One point with its name. */
		point?: (Point & { text: string }) | null;
		/** Tones of the two axes' figures. */
		tones?: { y: Tone; right: Tone };
		height: number;
		/** Room for the figures, px. */
		room?: { left: number; right: number; top: number; bottom: number };
		/** What stands at `x` when a pointer is there: lines of text. */
		readout?: ((x: number) => readonly string[]) | null;
	}
	let {
		x,
		y,
		right = null,
		curves,
		stripes = [],
		marks = [],
		levels = [],
		rings = [],
		point = null,
		tones = { y: 'quiet', right: 'quiet' },
		height,
		room = { left: 44, right: 10, top: 10, bottom: 24 },
		readout = null,
		along = null
	}: Props = $props();

	/** The width of the whole before the browser has measured it, px. */
	let outer = $state(640);
	/** The plot's own width in its own units: it is stretched to the room there is. */
	const WIDE = 1000;
	const ROW = 14;
	const wide = $derived(Math.max(60, outer - room.left - room.right));
	const tall = $derived(height - room.top - room.bottom);
	const across = (v: number) => (v - x.min) / (x.max - x.min);
	const up = (v: number, axis: Ticks) => (v - axis.min) / (axis.max - axis.min);
	const put = (ofRight: boolean | undefined) => {
		const axis = ofRight && right ? right : y;
		return (p: Point): Point => ({ x: WIDE * across(p.x), y: tall * (1 - up(p.y, axis)) });
	};
	const pathOf = (c: Curve): string => {
		const d = lineThrough(c.points, put(c.right));
		const first = c.points[0];
		const last = c.points.at(-1);
		if (!c.area || !first || !last) return d;
		return `${d}L${WIDE * across(last.x)} ${tall}L${WIDE * across(first.x)} ${tall}Z`;
	};
	const top = $derived(marks.filter((m) => !m.foot));
	const foot = $derived(marks.filter((m) => m.foot));
	const placed = (of: readonly Mark[]) => {
		const places = placeNames(
			of.map((m) => ({ x: across(m.x) * wide, text: m.text })),
			wide
		);
		return of.map((m, i) => ({ ...m, ...places[i] }));
	};
	const names = $derived([
		...placed(top).map((m) => ({ ...m, y: 2 + ROW * m.row })),
		...placed(foot).map((m) => ({ ...m, y: tall - 15 - ROW * m.row }))
	]);
	const figures = (axis: Ticks) =>
		tickValues(axis).map((v, i) => ({
			text: v.toFixed(axis.decimals),
			y: room.top + tall * (1 - i / axis.count)
		}));

	let at = $state<number | null>(null);
	function look(event: PointerEvent) {
		if (!readout) return;
		const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
		const share = (event.clientX - box.left - room.left) / wide;
		at = share < 0 || share > 1 ? null : x.min + share * (x.max - x.min);
	}
</script>

<div
	class="plot"
	style:height="{height}px"
	bind:clientWidth={outer}
	onpointermove={look}
	onpointerdown={look}
	onpointerleave={() => (at = null)}
	aria-hidden="true"
>
	<svg
		style:left="{room.left}px"
		style:top="{room.top}px"
		style:width="calc(100% - {room.left + room.right}px)"
		style:height="{tall}px"
		viewBox="0 0 {WIDE} {tall}"
		preserveAspectRatio="none"
	>
		{#each tickValues(y) as v (v)}
			<path class="grid" d="M0 {tall * (1 - up(v, y))}H{WIDE}" />
		{/each}
		{#each stripes as s, i (i)}<path class="stripe {s.tone}" d={around(s, put(s.right))} />{/each}
		{#each marks as m, i (i)}
			{#if m.from !== undefined}
				<rect
					class="span {m.tone}"
					x={WIDE * across(m.from)}
					y="0"
					width={WIDE * (across(m.x) - across(m.from))}
					height="4"
				/>
			{/if}
			<path
				class="mark {m.tone}"
				stroke-dasharray={m.dash ?? 0}
				d="M{WIDE * across(m.x)} 0V{m.from === undefined ? tall : 18}"
			/>
		{/each}
		{#each levels as l, i (i)}<path class="mark {l.tone}" d="M0 {tall * (1 - up(l.y, y))}H{WIDE}" />{/each}
		{#each curves as c, i (i)}
			<path
				class="{c.area ? 'stripe' : 'curve'} {c.weight ?? 'data'} {c.tone}"
				class:dashed={c.dashed}
				d={pathOf(c)}
			/>
		{/each}
		{#if at !== null}<path class="mark quiet" stroke-dasharray="2" d="M{WIDE * across(at)} 0V{tall}" />{/if}
	</svg>
	{#each rings as ring, i (i)}
		<span
			class="point {ring.tone ?? 'ink'}"
			class:small={ring.small}
			style:left="{room.left + across(ring.x) * wide}px"
			style:top="{room.top + tall * (1 - up(ring.y, ring.right && right ? right : y))}px"
		></span>
	{/each}
	{#if point}
		<span
			class="point ink"
			style:left="{room.left + across(point.x) * wide}px"
			style:top="{room.top + tall * (1 - up(point.y, y))}px"
		></span>
		<span
			class="name ink"
			style:left="{room.left +
				Math.min(
					wide - LETTER * point.text.length,
					Math.max(0, across(point.x) * wide - (LETTER / 2) * point.text.length)
				)}px"
			style:top="{room.top + tall * (1 - up(point.y, y)) + (up(point.y, y) > 0.25 ? 8 : -22)}px"
			>{point.text}</span
		>
	{/if}
	{#each names as n, i (i)}
		<span
			class="name {n.tone}"
			style:top="{room.top + n.y}px"
			style:left={n.side === 'right' ? `${room.left + across(n.x) * wide + GAP}px` : null}
			style:right={n.side === 'left' ? `${outer - room.left - across(n.x) * wide + GAP}px` : null}
			>{n.text}</span
		>
	{/each}
	{#each levels as l, i (i)}
		<span
			class="name {l.tone}"
			style:left="{room.left + 4}px"
			style:top="{room.top + Math.max(0, tall * (1 - up(l.y, y)) - 15)}px">{l.text}</span
		>
	{/each}
	{#each figures(y) as f (f.y)}<span
			class="figure {tones.y}"
			style:top="{f.y}px"
			style:width="{room.left - 8}px"
			style:text-align="right">{f.text}</span
		>{/each}
	{#if right}{#each figures(right) as f (f.y)}<span
				class="figure {tones.right}"
				style:top="{f.y}px"
				style:right="0"
				style:width="{room.right - 8}px">{f.text}</span
			>{/each}{/if}
	{#each tickValues(x) as t (t)}<span
			class="along quiet"
			style:left="calc({room.left}px + (100% - {room.left + room.right}px) * {across(t)})"
			>{along ? along(t) : t.toFixed(x.decimals)}</span
		>{/each}
	{#if at !== null && readout}
		<p
			class="readout"
			style:top="{room.top + 4}px"
			style:left={across(at) < 0.5 ? `${room.left + across(at) * wide + 10}px` : null}
			style:right={across(at) < 0.5 ? null : `${outer - room.left - across(at) * wide + 10}px`}
		>
			{#each readout(at) as line (line)}<span>{line}</span>{/each}
		</p>
	{/if}
</div>

<style>
	.plot {
		position: relative;
		font: 11px var(--font-mono);
	}
	svg {
		position: absolute;
		overflow: visible;
		/* What leaves the axes is cut, with room for the thickness of a line along them. */
		clip-path: inset(-3px);
	}
	path {
		fill: none;
		vector-effect: non-scaling-stroke;
	}
	.grid {
		stroke: var(--grid);
	}
	.curve {
		stroke: var(--tone);
		stroke-width: var(--data-line);
		stroke-linejoin: round;
	}
	.curve.thin {
		stroke-width: 1.2;
	}
	.curve.heavy {
		stroke-width: calc(1.5 * var(--data-line));
	}
	.curve.dashed {
		stroke-dasharray: 5 5;
	}
	.stripe {
		fill: var(--tone);
		opacity: 0.16;
	}
	.mark {
		stroke: var(--tone);
	}
	.span {
		fill: var(--tone);
		opacity: 0.3;
	}
	.act {
		--tone: var(--act);
	}
	.check {
		--tone: var(--check);
	}
	.stop {
		--tone: var(--stop);
	}
	.store {
		--tone: var(--store);
	}
	.quiet {
		--tone: var(--quiet);
	}
	.ink {
		--tone: var(--ink);
	}
	.plot > span {
		position: absolute;
		line-height: 1.15;
		white-space: nowrap;
		color: var(--tone);
	}
	.name {
		/* A name that a curve passes behind is read all the same. */
		text-shadow:
			0 0 2px var(--paper),
			0 0 2px var(--paper),
			0 0 3px var(--paper),
			0 0 3px var(--paper);
	}
	.figure {
		transform: translateY(-50%);
	}
	.along {
		bottom: 2px;
		transform: translateX(-50%);
	}
	.point {
		width: 12px;
		height: 12px;
		margin: -6px 0 0 -6px;
		border: 2px solid var(--tone);
		border-radius: 50%;
		background: var(--paper);
	}
	.point.small {
		width: 7px;
		height: 7px;
		margin: -3.5px 0 0 -3.5px;
		border-width: 1.5px;
	}
	.readout {
		position: absolute;
		display: grid;
		padding: 3px 7px;
		border: var(--stroke) solid var(--rule);
		background: var(--paper);
		font-size: 12px;
		pointer-events: none;
		z-index: 1;
	}
</style>
