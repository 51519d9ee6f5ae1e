<!--
	Channels against the clock: hours with somebody there as light, each run with the tail in which it may still end, watts beneath, now.
	A run is dragged to another time or channel, or moved with the arrow keys; the rest makes room.
-->
<script lang="ts">
	import type { Hours, Job, PlannedRun } from '$core/plan/plan';
	import type { PowerCurve } from '$core/plan/outcome';
	import type { Progress } from '$core/plan/reality';
	import { runWords } from '$core/plan/words';
	import { reachable } from '$lib/ui/frame/reachable';
	import { clock } from '$lib/ui/words';
	import { axisOf } from './axis';

	interface Props {
		from: string;
		until: string;
		hours: readonly Hours[];
		channels: readonly { id: string; name: string }[];
		planned: readonly PlannedRun[];
		jobs: readonly Job[];
		nameOf: (jobId: string) => string;
		progressOf: (jobId: string) => Progress;
		power: { curves: PowerCurve[]; from: string; slotMin: number } | null;
		now: string;
		chosen: string | null;
		onchoose: (jobId: string) => void;
		/** To another channel or another moment (ISO 8601). */
		onmove: (jobId: string, to: { channelId: string; startsAt: string }) => void;
	}
	let {
		from,
		until,
		hours,
		channels,
		planned,
		jobs,
		nameOf,
		progressOf,
		power,
		now,
		chosen,
		onchoose,
		onmove
	}: Props = $props();

	const STEP_MS = 5 * 60e3;
	const ROW = 44;
	const axis = $derived(axisOf(from, until, hours));
	const pct = (x: number) => `${(100 * x).toFixed(3)}%`;
	const ms = (at: string) => Date.parse(at);
	let field = $state<HTMLElement>();
	let width = $state(1000);

	const rows = $derived(
		channels.map((channel) => ({
			channel,
			bars: planned
				.filter((p) => p.channelId === channel.id)
				.flatMap((run) => {
					const job = jobs.find((j) => j.id === run.jobId);
					const state = progressOf(run.jobId);
					return run.spans.map((span, n) => {
						const [x0, x1] = [axis.at(ms(span.from)), axis.at(ms(span.likely))];
						return {
							key: `${run.jobId} ${n}`,
							run,
							job,
							span,
							first: n === 0,
							x0,
							x1: Math.max(x1, x0 + 0.004),
							x2: axis.at(ms(span.to)),
							state: state.state,
							movable: state.state === 'to come' && n === 0,
							pinned: job !== undefined && (job.startsAt !== null || job.channelId !== null),
							store: span.task === 'storage' || span.task === 'discharge'
						};
					});
				})
		}))
	);
	type Bar = (typeof rows)[number]['bars'][number];
	/** Bars narrower than this have their name beside them, px. */
	const NAMED = 60;
	const shown = $derived(ms(now) >= ms(from) && ms(now) <= ms(until) ? axis.at(ms(now)) : null);

	/** The curve that is nearest to what there is. */
	const curve = $derived(
		power?.curves
			.map((c) => ({ ...c, share: Math.max(...c.watts) / c.capW }))
			.sort((a, b) => b.share - a.share)[0] ?? null
	);
	const POWER = 64;
	const area = $derived.by(() => {
		if (!curve || !power) return '';
		const start = ms(power.from);
		const top = Math.max(curve.capW, ...curve.watts);
		const points = curve.watts.flatMap((w, s) => {
			const y = POWER - (POWER - 6) * (w / top);
			const [a, b] = [start + s * power.slotMin * 60e3, start + (s + 1) * power.slotMin * 60e3];
			return [
				`${(1000 * axis.at(a)).toFixed(1)},${y.toFixed(1)}`,
				`${(1000 * axis.at(b)).toFixed(1)},${y.toFixed(1)}`
			];
		});
		return `M0,${POWER} L${points.join(' L')} L1000,${POWER} Z`;
	});
	const capY = $derived(
		curve ? POWER - (POWER - 6) * (curve.capW / Math.max(curve.capW, ...curve.watts)) : 0
	);

	let drag = $state.raw<{ id: string; dx: number; dy: number; x: number; y: number; moved: boolean } | null>(
		null
	);
	const snapped = (t: number) => new Date(Math.round(t / STEP_MS) * STEP_MS).toISOString();

	function begin(event: PointerEvent, id: string, movable: boolean) {
		// A finger scrolls; it moves runs by the buttons below.
		if (!movable || event.pointerType === 'touch' || event.button !== 0) return;
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		drag = { id, dx: 0, dy: 0, x: event.clientX, y: event.clientY, moved: false };
	}
	function going(event: PointerEvent) {
		if (!drag) return;
		const [dx, dy] = [event.clientX - drag.x, event.clientY - drag.y];
		drag = { ...drag, dx, dy, moved: drag.moved || Math.hypot(dx, dy) > 4 };
	}
	function drop() {
		const over = drag;
		drag = null;
		if (!over?.moved || !field) return;
		const run = planned.find((p) => p.jobId === over.id);
		if (!run) return;
		const row = channels.findIndex((c) => c.id === run.channelId) + Math.round(over.dy / ROW);
		const channel = channels[Math.max(0, Math.min(channels.length - 1, row))];
		const x = axis.at(ms(run.spans[0].from)) + over.dx / field.clientWidth;
		onmove(over.id, { channelId: channel.id, startsAt: snapped(axis.momentAt(Math.max(0, Math.min(1, x)))) });
	}
	function keys(event: KeyboardEvent, run: PlannedRun, movable: boolean) {
		if (!movable) return;
		const at = ms(run.spans[0].from);
		const row = channels.findIndex((c) => c.id === run.channelId);
		const to = (channel: number, t: number) => {
			event.preventDefault();
			const { id } = channels[Math.max(0, Math.min(channels.length - 1, channel))];
			onmove(run.jobId, { channelId: id, startsAt: snapped(t) });
		};
		if (event.key === 'ArrowLeft') to(row, at - STEP_MS);
		else if (event.key === 'ArrowRight') to(row, at + STEP_MS);
		else if (event.key === 'ArrowUp') to(row - 1, at);
		else if (event.key === 'ArrowDown') to(row + 1, at);
	}
	const said = (b: Bar, channel: string) =>
		`, ${channel}, ${clock(b.span.from)} to ${clock(b.span.likely)}, ${clock(b.span.to)} at the latest${b.run.inTime ? '' : ', late'}${b.pinned ? ', pinned' : ''}${b.state === 'running' ? ', running' : b.state === 'done' ? ', done' : ''}`;
</script>

{#snippet label(b: Bar)}
	<b class="truncate">{b.pinned ? '▪ ' : ''}{nameOf(b.run.jobId)}</b>
	<span class="line num"
		><span class="truncate">{b.first ? runWords(b.run) : 'goes on'}</span
		>{#if (b.x1 - b.x0) * width > 110}<span class="end"
				>{b.state === 'done' ? '✓ ' : ''}{clock(b.span.likely)}</span
			>{/if}</span
	>
{/snippet}

<div class="chart" role="region" aria-label="Channels against the clock" use:reachable>
	<div class="names" aria-hidden="true">
		<div class="head"></div>
		{#each channels as c (c.id)}<div class="name">{c.name}</div>{/each}
		{#if curve}<div class="name watts">{curve.name}</div>{/if}
	</div>
	<div class="plot" bind:this={field} bind:clientWidth={width}>
		<div class="head">
			{#each axis.stretches as s (s.fromMs)}
				{@const wide = (s.x1 - s.x0) * width}
				{#if wide > 40}
					<span class="who num" style:left={pct(s.x0)} style:max-width="{wide - 8}px"
						>{#if s.watched}{s.who}{s.hands ? '' : ' watches'}{wide > 150
								? `, ${clock(new Date(s.fromMs).toISOString())} to ${clock(new Date(s.toMs).toISOString())}`
								: ''}{:else if wide > 70}nobody there{/if}</span
					>
				{/if}
			{/each}
		</div>
		<div class="rows">
			{#each axis.stretches.filter((s) => !s.watched || !s.hands) as s (s.fromMs)}
				<div class="dark" class:half={s.watched} style:left={pct(s.x0)} style:width={pct(s.x1 - s.x0)}></div>
			{/each}
			{#each axis.ticks as t (t)}<div class="tick" style:left={pct(axis.at(t))}></div>{/each}
			{#each rows as { channel, bars } (channel.id)}
				<ul class="row" style:height="{ROW}px" aria-label={channel.name}>
					{#each bars as b (b.key)}
						{@const moving = drag?.id === b.run.jobId && drag.moved}
						<li
							class="bar"
							class:moving
							style:left={pct(b.x0)}
							style:width={pct(b.x2 - b.x0)}
							style:transform={moving ? `translate(${drag!.dx}px, ${drag!.dy}px)` : undefined}
						>
							<span class="tail" class:store={b.store} style:left={pct((b.x1 - b.x0) / (b.x2 - b.x0))}></span>
							<button
								type="button"
								class="body"
								class:store={b.store}
								class:late={!b.run.inTime}
								class:over={b.state === 'done' || b.state === 'ticked off'}
								class:running={b.state === 'running'}
								class:failed={b.state === 'failed'}
								class:movable={b.movable}
								aria-pressed={chosen === b.run.jobId}
								data-job={b.run.jobId}
								style:width={pct((b.x1 - b.x0) / (b.x2 - b.x0))}
								onclick={() => onchoose(b.run.jobId)}
								onpointerdown={(e) => begin(e, b.run.jobId, b.movable)}
								onpointermove={going}
								onpointerup={drop}
								onpointercancel={() => (drag = null)}
								onkeydown={(e) => keys(e, b.run, b.movable)}
							>
								{#if (b.x1 - b.x0) * width > NAMED}{@render label(b)}<span class="sr-only"
										>{said(b, channel.name)}</span
									>{:else}<span class="sr-only"
										>{nameOf(b.run.jobId)}, {runWords(b.run)}{said(b, channel.name)}</span
									>{/if}
							</button>
							{#if (b.x1 - b.x0) * width <= NAMED && (b.x2 - b.x0) * width > NAMED}
								<span class="beside" aria-hidden="true" style:left={pct((b.x1 - b.x0) / (b.x2 - b.x0))}
									>{@render label(b)}</span
								>
							{/if}
						</li>
					{/each}
				</ul>
			{/each}
			{#if shown !== null}<div class="now" style:left={pct(shown)}></div>{/if}
		</div>
		{#if curve}
			<svg
				class="power"
				viewBox="0 0 1000 {POWER}"
				preserveAspectRatio="none"
				role="img"
				aria-label="Watts kept, {curve.name}: {Math.round(Math.max(...curve.watts))} W at most"
			>
				<path
					d={area}
					fill="var(--act-soft)"
					stroke="var(--act)"
					stroke-width="1.5"
					vector-effect="non-scaling-stroke"
				/>
				<line x1="0" x2="1000" y1={capY} y2={capY} stroke="var(--stop)" vector-effect="non-scaling-stroke" />
			</svg>
		{/if}
		<div class="foot num" aria-hidden="true">
			{#each axis.ticks as t, n (t)}{#if (n === 0 || (axis.at(t) - axis.at(axis.ticks[n - 1])) * width > 40) && (shown === null || Math.abs(axis.at(t) - shown) * width > 60)}<span
						class:edge={axis.at(t) * width < 18}
						style:left={pct(axis.at(t))}>{clock(new Date(t).toISOString())}</span
					>{/if}{/each}
			{#if shown !== null}<span class="here" class:edge={shown * width < 18} style:left={pct(shown)}
					>{clock(now)}</span
				>{/if}
		</div>
	</div>
</div>

<style>
	.chart {
		display: grid;
		grid-template-columns: 118px minmax(640px, 1fr);
		overflow-x: auto;
		padding-bottom: 2px;
	}
	.names {
		position: sticky;
		left: 0;
		z-index: 3;
		background: var(--paper);
	}
	.head {
		position: relative;
		height: 22px;
		font-size: 11.5px;
	}
	.who {
		position: absolute;
		padding-left: 4px;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
		color: var(--quiet);
	}
	.name {
		display: flex;
		align-items: center;
		height: 44px;
		padding-right: 8px;
		font-size: 12.5px;
		line-height: 1.15;
		border-top: var(--stroke) solid var(--rule);
	}
	.name.watts {
		height: 64px;
		color: var(--quiet);
		font-size: 11.5px;
	}
	.plot {
		position: relative;
		min-width: 0;
		margin-right: 20px;
	}
	.rows {
		position: relative;
		border-right: var(--stroke) solid var(--rule);
		border-left: var(--stroke) solid var(--rule);
	}
	.row {
		position: relative;
		border-top: var(--stroke) solid var(--rule);
	}
	.dark {
		position: absolute;
		inset-block: 0;
		background: color-mix(in srgb, var(--rule) 55%, transparent);
	}
	.dark.half {
		background: color-mix(in srgb, var(--rule) 25%, transparent);
	}
	:global([data-theme='sun']) .dark {
		background: repeating-linear-gradient(135deg, transparent 0 7px, #b8b8b8 7px 8px);
	}
	.tick {
		position: absolute;
		inset-block: 0;
		border-left: 1px solid var(--grid);
	}
	.bar {
		position: absolute;
		top: 4px;
		bottom: 4px;
		z-index: 1;
	}
	.bar.moving {
		z-index: 4;
		opacity: 0.8;
	}
	.tail {
		position: absolute;
		inset-block: 5px;
		right: 0;
		background: var(--act-soft);
		border-right: 1px solid var(--act);
	}
	.tail.store {
		background: var(--store-soft);
		border-right-color: var(--store);
	}
	.body {
		position: relative;
		display: flex;
		flex-direction: column;
		justify-content: center;
		height: 100%;
		min-width: 6px;
		padding: 0 5px;
		overflow: hidden;
		text-align: left;
		font-size: 12px;
		line-height: 1.2;
		color: var(--ink);
		background: var(--act-soft);
		border: var(--stroke) solid var(--act);
	}
	.body.store {
		background: var(--store-soft);
		border-color: var(--store);
	}
	.body.late {
		border-style: dashed;
		border-color: var(--check);
	}
	.body.failed {
		border: 2px solid var(--stop);
	}
	.body.over {
		background: var(--panel);
		color: var(--quiet);
	}
	.body.running {
		border-left-width: 5px;
	}
	.body.movable {
		cursor: grab;
		touch-action: auto;
	}
	.body[aria-pressed='true'] {
		outline: 2px solid var(--ink);
		outline-offset: 1px;
	}
	.beside {
		position: absolute;
		inset-block: 0;
		right: 0;
		display: flex;
		flex-direction: column;
		justify-content: center;
		padding: 0 4px;
		overflow: hidden;
		font-size: 12px;
		line-height: 1.2;
		pointer-events: none;
	}
	.line {
		display: flex;
		justify-content: space-between;
		gap: 6px;
		font-size: 11px;
	}
	.end {
		color: var(--act);
	}
	.now {
		position: absolute;
		inset-block: -6px 0;
		z-index: 2;
		border-left: 2px solid var(--ink);
		pointer-events: none;
	}
	.power {
		display: block;
		width: 100%;
		height: 64px;
		border-top: var(--stroke) solid var(--rule);
		border-bottom: var(--stroke) solid var(--rule);
	}
	.foot {
		position: relative;
		height: 18px;
		font-size: 11px;
		color: var(--quiet);
	}
	.foot span {
		position: absolute;
		transform: translateX(-50%);
	}
	/* The names stand left of the first and would cover half of it. */
	.foot span.edge {
		transform: none;
	}
	.foot span.here {
		padding: 0 4px;
		color: var(--ink);
		font-weight: 700;
		background: var(--paper);
	}
	@media print {
		.chart {
			overflow: visible;
		}
	}
</style>
