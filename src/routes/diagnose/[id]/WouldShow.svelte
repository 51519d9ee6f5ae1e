<!-- What the charger's screen would have shown under the likeliest causes, laid over what was seen: amps against minutes. -->
<script lang="ts">
	import type { WouldShow } from '$core/diagnose/explain';
	import Plot from '$lib/ui/charts/Plot.svelte';
	import type { Curve, Mark } from '$lib/ui/charts/plot';
	import { minuteTicks, roundTicks } from '$lib/ui/charts/ticks';

	interface Props {
		courses: readonly WouldShow[];
		seen: { timeS: number[]; currentA: number[] } | null;
		nameOf: (causeId: string) => string;
	}
	let { courses, seen, nameOf }: Props = $props();

	const TONES = ['stop', 'store'] as const;
	const isForecast = (c: WouldShow) => c.causeId === 'as forecast';
	const toneOf = (c: WouldShow) => (isForecast(c) ? 'quiet' : (TONES[courses.indexOf(c)] ?? 'check'));
	const seenMin = $derived((seen?.timeS.at(-1) ?? 0) / 60);
	const endMin = $derived(Math.max(seenMin, ...courses.map((c) => c.timeMin.at(-1) ?? 0), 1));
	const mostA = $derived(
		Math.max(0.1, ...(seen?.currentA ?? []).map(Math.abs), ...courses.flatMap((c) => c.currentA))
	);
	const curves = $derived.by((): Curve[] => [
		...courses.map((c): Curve => ({
			points: c.timeMin.map((x, k) => ({ x, y: c.currentA[k] })),
			tone: toneOf(c),
			weight: 'thin',
			dashed: true
		})),
		...(seen?.timeS.length
			? [
					{
						points: seen.timeS.map((t, k) => ({ x: t / 60, y: Math.abs(seen.currentA[k]) })),
						tone: 'ink',
						weight: 'heavy'
					} as Curve
				]
			: [])
	]);
	const marks = $derived.by((): Mark[] =>
		courses
			.filter((c) => (c.timeMin.at(-1) ?? 0) < endMin * 0.995)
			.map((c) => ({ x: c.timeMin.at(-1)!, text: nameOf(c.causeId), tone: toneOf(c), dash: 2 }))
	);
</script>

<div class="flex flex-wrap items-baseline justify-between gap-x-4">
	<h2>What its screen would have shown</h2>
	<p class="quiet text-[12px]">amps against minutes</p>
</div>
<ul class="flex flex-wrap gap-x-5 text-[12.5px]">
	<li class="font-semibold">bold: seen</li>
	{#each courses as c (c.causeId)}<li style:color="var(--{toneOf(c)})" class="font-semibold">
			{isForecast(c) ? 'as forecast' : `if: ${nameOf(c.causeId).toLowerCase()}`}
		</li>{/each}
</ul>
<div
	role="img"
	aria-label="Amps as seen, and as they would have been under {courses
		.map((c) => nameOf(c.causeId))
		.join(', ')}"
>
	<Plot x={minuteTicks(endMin)} y={roundTicks(0, mostA * 1.08)} {curves} {marks} height={210} />
</div>
