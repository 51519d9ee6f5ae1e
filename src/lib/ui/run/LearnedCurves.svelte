<!-- What nobody knew at the start, before and after the looks: as bells, and as figures with their error. -->
<script lang="ts">
	import type { Learned } from '$core/follow/following';

	interface Props {
		learned: { startSoc: Learned; capacityAh: Learned; cellOhm: Learned };
	}
	let { learned }: Props = $props();

	const figures = $derived([
		{ name: 'charge at the start', of: learned.startSoc, per: 100, unit: '%', decimals: 0 },
		{ name: 'capacity', of: learned.capacityAh, per: 1000, unit: 'mAh', decimals: 0 },
		{ name: 'resistance of a cell', of: learned.cellOhm, per: 1000, unit: 'mΩ', decimals: 1 }
	]);
	const WIDE = 150;
	const TALL = 34;
	/**
	 * A bell over ±3.2 standard deviations of what was known before; narrower ones are taller, up to
	 * the picture's height.
	 */
	const bell = (l: Learned, of: 'before' | 'now') => {
		const { mean, sigma } = l[of];
		const reach = 3.2 * Math.max(l.before.sigma, 1e-9);
		const height =
			TALL * Math.min(1, of === 'before' ? 0.55 : (0.55 * l.before.sigma) / Math.max(sigma, 1e-9));
		return Array.from({ length: 61 }, (_, k) => {
			const value = l.before.mean + reach * (k / 30 - 1);
			const y = height * Math.exp(-(((value - mean) / Math.max(sigma, 1e-9)) ** 2) / 2);
			return `${k ? 'L' : 'M'}${((k / 60) * WIDE).toFixed(1)} ${(TALL - y).toFixed(1)}`;
		}).join('');
	};
</script>

<ul class="grid grid-cols-3 gap-4">
	{#each figures as { name, of, per, unit, decimals } (name)}
		<li class="min-w-0">
			<span class="quiet block truncate text-[12px]" title={name}>{name}</span>
			<svg viewBox="0 0 {WIDE} {TALL + 1}" class="w-full max-w-[160px]" aria-hidden="true">
				<path d="{bell(of, 'before')}Z" fill="var(--rule)" opacity="0.55" />
				<path d={bell(of, 'now')} fill="none" stroke="var(--act)" stroke-width="2" />
			</svg>
			<span
				><b class="num">{(of.now.mean * per).toFixed(decimals)}</b>
				{unit}
				<span class="quiet num text-[12px]"
					>was {(of.before.mean * per).toFixed(decimals)} ± {(of.before.sigma * per).toFixed(decimals)}, now ± {(
						of.now.sigma * per
					).toFixed(decimals)}</span
				></span
			>
		</li>
	{/each}
</ul>
