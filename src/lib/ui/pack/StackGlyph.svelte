<!--
	A pack as a stack of plates, bottom cell first. A plate is filled to where its cell stands between the chemistry's empty
	and full; a tick marks storage; where volts say little it is filled to the least charge that may be in
	it, and hatched up to the most; unknown cells are hatched; parallel groups are wider. Cells that stand outside their limits
	carry a mark, so that colour is never the only sign.
-->
<script lang="ts">
	import { chemistryOf } from '$core/chemistry/catalogue';
	import type { Window } from '$core/chemistry/chemistry';
	import { fillWindow } from '$core/chemistry/fill-window';
	import type { ReadinessState } from '$core/care/readiness';
	import type { Pack } from '$core/pack/pack';

	interface Props {
		pack: Pick<Pack, 'chemistry' | 'cells' | 'parallel' | 'condition'>;
		/** Volts of each cell, bottom first; null where nothing is known. */
		cellV: number[] | null;
		/** Volts of the pack where no cell can be read: drawn as a mean, under the hatching. */
		packV?: number | null;
		/**
		 * Estimated share of its charge with its band, 0 to 1: drawn instead of the volts where the
		 * band is wide.
		 */
		charge?: { soc: number | null; band: Window | null; state?: ReadinessState } | null;
		/** Height in px; the width follows. */
		size?: number;
		/** What it says to who listens; empty where the words beside it say the same. */
		label?: string;
	}
	let { pack, cellV, packV = null, charge = null, size = 32, label }: Props = $props();

	/**
	 * A band wider than this is shown as what it is; of lithium cells that were read it is about a
	 * tenth.
	 */
	const WIDE = 0.25;

	const id = $props.id();
	const chemistry = $derived(chemistryOf(pack.chemistry));
	const voltages = $derived(chemistry.voltages);
	const fill = $derived(fillWindow(chemistry));
	const width = $derived(size * (pack.parallel > 1 ? 1.45 : 1.1));
	const gap = $derived(Math.min(3, Math.max(1, size / 16)));
	// A lone cell is drawn as a plate, not as a block.
	const slots = $derived(Math.max(pack.cells, 3));
	const plate = $derived((size - gap * (slots - 1)) / slots);
	const offset = $derived(((slots - pack.cells) * (plate + gap)) / 2);
	const share = (v: number) => Math.min(1, Math.max(0.02, (v - fill.low) / (fill.high - fill.low)));
	const storageX = $derived(width * share(voltages.storageV));
	/** What was read is of before a use or a run: nothing is known of it now. */
	const past = $derived(charge?.state === 'not read' || charge?.state === 'on a charger');
	const known = $derived(!past && cellV?.length === pack.cells);
	const meanV = $derived(!past && !known && packV !== null ? packV / pack.cells : null);
	const isWrong = (v: number) => v > voltages.cellMaxV || v < voltages.hardFloorV;
	const vague = $derived(
		charge?.band && charge.soc !== null && charge.band.high - charge.band.low > WIDE && !cellV?.some(isWrong)
			? { soc: charge.soc, ...charge.band }
			: null
	);
	const percent = (of: number) => `${Math.round(100 * of)}`;
	const spoken = $derived(
		label ??
			(vague
				? `${pack.cells} cells, charge about ${percent(vague.soc)} %, between ${percent(vague.low)} and ${percent(vague.high)} %`
				: null) ??
			(known
				? `${pack.cells} cells: ${cellV!.map((v) => v.toFixed(2)).join(', ')} V`
				: meanV !== null
					? `${pack.cells} cells, ${meanV.toFixed(2)} V each on average`
					: `${pack.cells} cells, not measured`)
	);
</script>

<svg
	width={width + 2}
	height={size + 2}
	viewBox="-1 -1 {width + 2} {size + 2}"
	role={spoken ? 'img' : undefined}
	aria-label={spoken || undefined}
	aria-hidden={spoken ? undefined : true}
	class="shrink-0"
	class:opacity-60={pack.condition !== 'in service'}
>
	<defs>
		<pattern id="hatch-{id}" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
			<line x1="0" y1="0" x2="0" y2="4" stroke="var(--quiet)" stroke-width="1.2" />
		</pattern>
	</defs>
	{#each { length: pack.cells } as _, i (i)}
		{@const y = size - offset - (i + 1) * plate - i * gap}
		{@const v = known ? cellV![i] : null}
		{@const wrong = v !== null && isWrong(v)}
		<rect x="0" {y} {width} height={plate} fill="var(--panel)" stroke="var(--quiet)" stroke-width="0.75" />
		{#if vague}
			<rect x="0" {y} width={width * vague.low} height={plate} fill="var(--act)" opacity="0.6" />
			<rect
				x={width * vague.low}
				{y}
				width={width * (vague.high - vague.low)}
				height={plate}
				fill="url(#hatch-{id})"
			/>
			<rect x={width * vague.soc - 1} {y} width="2" height={plate} fill="var(--act)" />
		{:else if v === null}
			{#if meanV !== null}<rect
					x="0"
					{y}
					width={width * share(meanV)}
					height={plate}
					fill="var(--act)"
					opacity="0.6"
				/>{/if}
			<rect x="0" {y} {width} height={plate} fill="url(#hatch-{id})" opacity="0.55" />
		{:else}
			<rect x="0" {y} width={width * share(v)} height={plate} fill={wrong ? 'var(--stop)' : 'var(--act)'} />
			{#if wrong && plate >= 4}
				<path
					d="M {width - plate} {y + plate * 0.2} l {plate * 0.6} {plate * 0.6} m 0 {-plate * 0.6} l {-plate *
						0.6} {plate * 0.6}"
					stroke="var(--stop)"
					stroke-width="1.4"
				/>
			{/if}
		{/if}
		{#if pack.parallel > 1}
			<line x1={width / 2} x2={width / 2} y1={y} y2={y + plate} stroke="var(--paper)" stroke-width="1" />
		{/if}
	{/each}
	{#if size >= 20 && chemistry.storage.kind === 'volts' && !vague}
		<line
			x1={storageX}
			x2={storageX}
			y1="-1"
			y2={size + 1}
			stroke="var(--ink)"
			stroke-width="1"
			stroke-dasharray="1.5 1.5"
			opacity="0.8"
		/>
	{/if}
</svg>
