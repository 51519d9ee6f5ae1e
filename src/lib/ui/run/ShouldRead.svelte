<!-- What a charger's own screen should show now: figures for two metres, each with its band and where the last look lies in it. -->
<script lang="ts">
	import type { Expected } from '$core/follow/following';
	import { LOOK_KINDS, type KeptLook, type LookKind } from '$core/log/look';

	interface Props {
		shows: Record<LookKind, Expected>;
		/** In the order in which they are shown. */
		kinds: readonly LookKind[];
		minute: number;
		moved: string;
		/** The newest look, to be laid into its band; null where none is as fresh as that. */
		last: KeptLook | null;
	}
	let { shows, kinds, minute, moved, last }: Props = $props();

	const figure = (what: LookKind, value: number) =>
		(value * LOOK_KINDS[what].per).toFixed(what.endsWith('CellV') ? 2 : LOOK_KINDS[what].decimals);
	const name = (what: LookKind) => (what === 'chargeAh' ? moved.toLowerCase() : LOOK_KINDS[what].label);
	/** Share of the bar at which a value lies: the bar reaches as far as a sound pack's figures do. */
	const place = (e: Expected, value: number) => {
		const least = Math.min(e.least, e.p5);
		const most = Math.max(e.most, e.p95);
		return 100 * Math.min(1, Math.max(0, (value - least) / Math.max(1e-9, most - least)));
	};
</script>

<dl class="rows">
	<div>
		<dt>minutes</dt>
		<dd class="num">{Math.floor(minute)}<span class="unit">min</span></dd>
		<dd></dd>
	</div>
	{#each kinds as what (what)}
		{@const e = shows[what]}
		<div data-shows={what}>
			<dt>{name(what)}</dt>
			<dd class="num">{figure(what, e.median)}<span class="unit">{LOOK_KINDS[what].unit}</span></dd>
			<dd class="band">
				<span class="bar" aria-hidden="true">
					<span class="likely" style:left="{place(e, e.p5)}%" style:right="{100 - place(e, e.p95)}%"></span>
					<span class="mark" style:left="{place(e, e.median)}%"></span>
					{#if last?.what === what}<span class="ring" style:left="{place(e, last.value)}%"></span>{/if}
				</span>
				<span class="num ends"
					><span>{figure(what, e.p5)}</span><span class="sr-only">to</span><span>{figure(what, e.p95)}</span
					></span
				>
			</dd>
		</div>
	{/each}
</dl>

<style>
	.rows > div {
		display: grid;
		grid-template-columns: 92px minmax(0, 1fr) 150px;
		gap: 14px;
		align-items: end;
		border-bottom: var(--stroke) solid var(--rule);
		padding: 3px 0 5px;
	}
	dt {
		color: var(--quiet);
		padding-bottom: 5px;
	}
	dd.num {
		text-align: right;
		font-size: 2.5rem;
		line-height: 1.05;
		font-weight: 700;
	}
	dd.num .unit {
		margin-left: 4px;
		font-size: 1rem;
	}
	.band {
		font-size: 11.5px;
		color: var(--quiet);
	}
	.bar {
		position: relative;
		display: block;
		height: 18px;
	}
	.bar::before {
		content: '';
		position: absolute;
		inset: 8px 0 auto;
		border-top: var(--stroke) solid var(--rule);
	}
	.likely {
		position: absolute;
		top: 4px;
		height: 9px;
		background: var(--act);
		opacity: 0.22;
	}
	.mark {
		position: absolute;
		top: 1px;
		height: 15px;
		border-left: 2.5px solid var(--act);
	}
	.ring {
		position: absolute;
		top: 3px;
		width: 11px;
		height: 11px;
		margin-left: -5px;
		border: 2px solid var(--ink);
		border-radius: 50%;
		background: var(--paper);
	}
	.ends {
		display: flex;
		justify-content: space-between;
	}
	@media (max-width: 720px) {
		.rows > div {
			grid-template-columns: 76px minmax(0, 1fr) 96px;
			gap: 8px;
		}
		dd.num {
			font-size: 2rem;
		}
	}
</style>
