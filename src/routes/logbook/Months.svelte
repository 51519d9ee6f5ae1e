<!-- The book at a glance: a bar for each month, pressed for its runs; years beneath. -->
<script lang="ts">
	import { groups } from 'd3-array';
	import dayjs from 'dayjs';
	import type { MonthInBook } from '$lib/server/services/runs/logbook';

	interface Props {
		months: readonly MonthInBook[];
		/** First and last day that are asked for. */
		from: string | undefined;
		to: string | undefined;
		/** The address of the book with other days. */
		href: (from: string | undefined, to: string | undefined) => string;
	}
	let { months, from, to, href }: Props = $props();

	/** As many as fit; what is older is reached by the days themselves. */
	const MOST = 24;
	/** Every month up to the last, those without runs too: a gap is seen. */
	const all = $derived.by(() => {
		if (months.length === 0) return [];
		const byName = new Map(months.map((m) => [m.month, m]));
		const last = dayjs(`${months[months.length - 1].month}-01`);
		const count = Math.min(MOST, last.diff(dayjs(`${months[0].month}-01`), 'month') + 1);
		return Array.from({ length: count }, (_, k) => {
			const at = last.subtract(count - 1 - k, 'month');
			return {
				at,
				...(byName.get(at.format('YYYY-MM')) ?? { runs: 0, otherwise: 0, inAh: 0, outAh: 0, hours: 0 })
			};
		});
	});
	const most = $derived(Math.max(1, ...all.map((m) => m.runs)));
	const years = $derived(
		groups(months, (m) => m.month.slice(0, 4)).map(([year, of]) => ({
			year,
			runs: of.reduce((sum, m) => sum + m.runs, 0),
			inAh: of.reduce((sum, m) => sum + m.inAh, 0),
			otherwise: of.reduce((sum, m) => sum + m.otherwise, 0)
		}))
	);
	const first = (at: dayjs.Dayjs) => at.format('YYYY-MM-DD');
	const last = (at: dayjs.Dayjs) => at.endOf('month').format('YYYY-MM-DD');
	const chosen = (at: dayjs.Dayjs) => from === first(at) && to === last(at);
	const HEIGHT = 44;
</script>

{#if all.length > 1}
	<nav class="mt-3 flex items-end gap-[3px] overflow-x-auto" aria-label="Months" data-months>
		{#each all as m (m.at.valueOf())}
			<a
				class="month flex min-w-[21px] flex-1 flex-col items-center justify-end text-[11px] no-underline"
				href={chosen(m.at) ? href(undefined, undefined) : href(first(m.at), last(m.at))}
				aria-current={chosen(m.at) ? 'true' : undefined}
				title="{m.at.format('MMMM YYYY')}: {m.runs} {m.runs === 1 ? 'run' : 'runs'}, {m.inAh.toFixed(
					1
				)} Ah in{m.otherwise ? `, ${m.otherwise} ended otherwise than meant` : ''}"
			>
				<span class="bar w-full" style:height="{Math.round((HEIGHT * m.runs) / most)}px">
					<span class="off block w-full" style:height="{Math.round((HEIGHT * m.otherwise) / most)}px"></span>
				</span>
				<span class="num quiet">{m.at.month() === 0 ? m.at.format('YY') : m.at.format('MMM')}</span>
			</a>
		{/each}
	</nav>
	<p class="quiet mt-1 text-[12.5px]" data-years>
		{#each years as y, i (y.year)}{i ? ' · ' : ''}<b class="num">{y.year}</b>
			<span class="num">{y.runs}</span> runs, <span class="num">{y.inAh.toFixed(0)}</span> Ah in{#if y.otherwise},
				<span class="num">{y.otherwise}</span> ended otherwise than meant{/if}{/each}
	</p>
{/if}

<style>
	.month {
		min-height: 60px;
		border-bottom: 2px solid transparent;
	}
	.month:hover {
		background: var(--panel);
	}
	.month[aria-current] {
		border-bottom-color: var(--act);
	}
	.bar {
		display: flex;
		flex-direction: column;
		justify-content: flex-end;
		background: color-mix(in srgb, var(--act) 55%, var(--paper));
	}
	.off {
		background: var(--check);
	}
</style>
