<!-- A pack over time: capacity and resistance with their bands, what its cells lose, and what follows from it. -->
<script lang="ts">
	import dayjs from 'dayjs';
	import type { DrawnAgeing, DrawnCourse } from '$lib/server/services/packs/ageing-drawn';
	import type { Source } from '$core/ageing/points';
	import type { Pack } from '$core/pack/pack';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import Plot from '$lib/ui/charts/Plot.svelte';
	import type { Tone } from '$lib/ui/charts/plot';
	import { roundTicks, type Ticks } from '$lib/ui/charts/ticks';
	import { changePack } from './change-pack';

	let { pack, ageing, now }: { pack: Pack; ageing: DrawnAgeing; now: string } = $props();

	const WORD: Record<DrawnAgeing['says'][number]['kind'], string> = {
		go: 'Retire',
		soon: 'Soon',
		look: 'Look',
		keep: 'Known'
	};
	const TONE: Record<Source, Tone> = { measured: 'ink', 'judged run': 'act', looks: 'quiet', meter: 'act' };
	const MONTH_MS = (365.25 / 12) * 86400e3;
	/** Months from now: what lies before is negative. */
	const months = (at: string): number => (Date.parse(at) - Date.parse(now)) / MONTH_MS;
	const named = (x: number): string => dayjs(now).add(Math.round(x), 'month').format('MMM YY');

	/** A yearly change that is known no better than this is no figure. */
	const TELLS_RATE = 0.4;

	interface Drawn {
		what: string;
		unit: string;
		course: DrawnCourse;
		factor: number;
		decimals: number;
		limitText: string;
	}
	const { traits } = $derived(chemistryOf(pack.chemistry));
	const drawn = $derived<Drawn[]>([
		...(ageing.capacity
			? [
					{
						what: 'Capacity',
						unit: 'mAh',
						course: ageing.capacity,
						factor: 1000,
						decimals: 0,
						limitText: `${Math.round(100 * traits.wornShare)} % of the label`
					}
				]
			: []),
		...(ageing.resistance
			? [
					{
						what: 'Resistance of a cell at 20 °C',
						unit: 'mΩ',
						course: ageing.resistance,
						factor: 1000,
						decimals: 1,
						limitText: 'twice what it was'
					}
				]
			: []),
		...(ageing.spread
			? [
					{
						what: 'Cells apart at rest',
						unit: '% of the charge',
						course: ageing.spread,
						factor: 100,
						decimals: 1,
						limitText: 'to be levelled'
					}
				]
			: [])
	]);
	const axes = (d: Drawn): { x: Ticks; y: Ticks } => {
		const { line, points, limit } = d.course;
		const all = [...points.map((p) => p.value), ...line.flatMap((l) => [l.low, l.high]), limit].map(
			(v) => d.factor * v
		);
		const from = Math.min(...points.map((p) => months(p.at)));
		const step = from < -60 ? 24 : from < -24 ? 12 : from < -10 ? 6 : 3;
		const min = -Math.max(step, Math.ceil(-from / step) * step);
		return {
			x: { min, max: 12, count: Math.round((12 - min) / step), decimals: 0 },
			y: roundTicks(Math.min(...all), Math.max(...all), 4)
		};
	};
	const counted = (course: DrawnCourse): string => {
		const of = (from: Source) => course.counted[from] ?? 0;
		const says = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
		return [
			...says(of('measured'), 'discharge from full', 'discharges from full'),
			...says(of('judged run'), 'judged run', 'judged runs'),
			...says(of('looks'), 'run by its looks', 'runs by their looks'),
			...says(of('meter'), 'reading', 'readings')
		].join(', ');
	};
	const keep = (capacityAh: number) =>
		void changePack(
			pack,
			{ measuredCapacityAh: capacityAh },
			`${pack.name} is counted with ${Math.round(1000 * capacityAh)} mAh from now on.`
		);
	const retire = () =>
		void changePack(pack, { condition: 'retired' }, `${pack.name} is retired: no program starts on it.`);
</script>

<section class="mt-6" aria-label="Over time" data-over-time>
	<h2>Over time</h2>
	{#if ageing.says.length}
		<ul class="mt-1">
			{#each ageing.says as s (s.id)}
				<li class="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b py-1.5" data-says={s.id}>
					<b
						class="w-[4rem] flex-none"
						class:text-stop={s.kind === 'go'}
						class:text-check={s.kind === 'soon' || s.kind === 'look'}>{WORD[s.kind]}</b
					>
					<span class="min-w-[14rem] flex-1">{s.sentence}</span>
					{#if s.capacityAh !== undefined && pack.condition === 'in service'}{@const ah = s.capacityAh}<button
							class="btn"
							onclick={() => keep(ah)}>Count with <span class="num">{Math.round(1000 * ah)}</span> mAh</button
						>{/if}
					{#if s.kind === 'go' && pack.condition === 'in service'}<button class="btn" onclick={retire}
							>Retire it</button
						>{/if}
				</li>
			{/each}
		</ul>
		{#if ageing.says.some((s) => s.kind === 'go')}
			<p class="quiet mt-1 text-[12.5px]">
				A retired pack is stored apart, {chemistryOf(pack.chemistry).traits.burns
					? 'outdoors or in a fire-resistant box, discharged gently,'
					: ''} and given to whoever takes batteries where you live: what may go where is set by local rules.
			</p>
		{/if}
	{/if}
	{#if drawn.length === 0}
		<p class="quiet mt-1">
			Nothing yet says what it holds. {traits.restsAtEnd
				? 'Charges that end full, begun from cells read at rest, tell it one by one.'
				: 'A discharge from full to its end measures it.'}
		</p>
	{/if}
	<div class="grid gap-x-6 gap-y-3 xl:grid-cols-2">
		{#each drawn as d (d.what)}
			{@const { x, y } = axes(d)}
			{@const c = d.course}
			<figure class="min-w-0" data-course={d.what}>
				<figcaption class="mt-2 flex flex-wrap items-baseline gap-x-2">
					<span class="quiet">{d.what}</span>
					<b class="num">{(d.factor * c.now.value).toFixed(d.decimals)}</b><span class="unit">{d.unit}</span>
					<span class="quiet text-[12.5px]"
						><span class="num"
							>{(d.factor * c.now.low).toFixed(d.decimals)} to {(d.factor * c.now.high).toFixed(
								d.decimals
							)}</span
						>{#if c.perYearError < TELLS_RATE},
							<span class="num"
								>{c.perYear >= 0 ? '+' : '−'}{Math.abs(100 * c.perYear).toFixed(0)} ± {(
									164.5 * c.perYearError
								).toFixed(0)}</span
							> % a year{/if}</span
					>
				</figcaption>
				<div
					role="img"
					aria-label="{d.what} over {Math.round(-x.min)} months and a year ahead: {(
						d.factor * c.now.value
					).toFixed(d.decimals)} {d.unit} now"
				>
					<Plot
						{x}
						{y}
						height={170}
						room={{ left: 44, right: 26, top: 10, bottom: 24 }}
						along={named}
						curves={[
							{
								points: c.line
									.filter((l) => l.at <= now)
									.map((l) => ({ x: months(l.at), y: d.factor * l.value })),
								tone: 'act'
							},
							{
								points: c.line
									.filter((l) => l.at > now)
									.map((l) => ({ x: months(l.at), y: d.factor * l.value })),
								tone: 'act',
								dashed: true
							}
						]}
						stripes={[
							{
								x: c.line.map((l) => months(l.at)),
								low: c.line.map((l) => d.factor * l.low),
								high: c.line.map((l) => d.factor * l.high),
								tone: 'act'
							}
						]}
						marks={[{ x: 0, text: 'now', tone: 'quiet', dash: 2, foot: true }]}
						levels={[{ y: d.factor * c.limit, text: d.limitText, tone: 'check' }]}
						rings={c.points.map((p) => ({
							x: months(p.at),
							y: d.factor * p.value,
							tone: TONE[p.from],
							small: true
						}))}
						readout={(at) => {
							const near = c.line.reduce((a, b) =>
								Math.abs(months(b.at) - at) < Math.abs(months(a.at) - at) ? b : a
							);
							return [
								dayjs(near.at).format('D MMM YYYY'),
								`${(d.factor * near.value).toFixed(d.decimals)} ${d.unit}`,
								`${(d.factor * near.low).toFixed(d.decimals)} to ${(d.factor * near.high).toFixed(d.decimals)}`
							];
						}}
					/>
				</div>
				<p class="quiet text-[12.5px]">
					From {counted(c)}; the band holds nine of ten.
				</p>
			</figure>
		{/each}
	</div>
	{#if ageing.leaks}
		{@const { worst, perMonth, days, pairs } = ageing.leaks}
		<p class="mt-2 text-[13px]" data-leaks>
			<span class="quiet"
				>At rest for {days.toFixed(days < 10 ? 1 : 0)} days between {pairs}
				{pairs === 1 ? 'pair' : 'pairs'} of readings:</span
			>
			{#if perMonth}it loses <span class="num">{(100 * perMonth.share).toFixed(1)}</span> ±
				<span class="num">{(164.5 * perMonth.error).toFixed(1)}</span> % of its charge a month{worst
					? ';'
					: '.'}{/if}
			{#if worst}cell {worst.cell} most beyond its fellows,
				<span class="num">{worst.mvPerDay.toFixed(1)}</span> ±
				<span class="num">{(1.645 * worst.error).toFixed(1)}</span> mV a day.{/if}
		</p>
	{/if}
</section>
