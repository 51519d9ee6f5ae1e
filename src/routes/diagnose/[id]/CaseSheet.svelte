<!-- A case on paper, for somebody who is asked: what shows, everything that is known with its figures, the odds, what is done and what is not. -->
<script lang="ts">
	import { clueOf } from '$core/diagnose/clue';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import type { Pack } from '$core/pack/pack';
	import { ACTIONS } from '$core/diagnose/cause';
	import type { Report } from '$lib/server/services/diagnose/report';
	import { dayAndClock } from '$lib/ui/words';

	interface Props {
		report: Report;
		pack: Pack | null;
		where: string | null;
	}
	let { report, pack, where }: Props = $props();
	const c = $derived(report.case);
	/** What stands on paper is weighed against what is likely at all. */
	const SHOWN_FROM = 0.02;
	const likely = $derived(report.causes.filter((w) => w.impossible === null && w.now >= SHOWN_FROM));
	const excluded = $derived(report.causes.filter((w) => w.impossible !== null));
	const percent = (p: number) => `${Math.min(99, Math.round(100 * p))} %`;
	const WORDS = { yes: 'yes', 'not yet': 'not yet', no: 'no', never: 'no, never again' } as const;
	const by = { person: 'seen', known: 'on record' } as const;
</script>

<article class="sheet" aria-label="The case on paper">
	<h1>{report.title}</h1>
	<p>
		{[
			pack
				? `${pack.name}, ${chemistryOf(pack.chemistry).name} ${pack.cells}S, ${Math.round(1000 * pack.capacityAh)} mAh`
				: '',
			where,
			c.message ? `it says “${c.message}”` : '',
			`opened ${dayAndClock(c.openedAt)}`
		]
			.filter(Boolean)
			.join(' · ')}
	</p>
	<p class="may">
		<b>May charge go on? {WORDS[report.may.may][0].toUpperCase()}{WORDS[report.may.may].slice(1)}.</b>
		{report.may.because}
	</p>
	{#if report.actions[0]}<p>
			Likeliest to be done, at {percent(report.actions[0].p)}: {report.actions[0].words}.
		</p>{/if}

	<h2>What is known</h2>
	<table>
		<tbody>
			{#each report.answers as a (a.clue)}
				<tr>
					<td>{clueOf(a.clue).asks}</td>
					<td><b>{a.answer}</b>{a.detail ? `, ${a.detail}` : ''}{a.sure === 'sure' ? '' : ` (${a.sure})`}</td>
					<td>{by[a.from]}</td>
				</tr>
			{:else}<tr><td>Nothing yet.</td></tr>{/each}
		</tbody>
	</table>

	<h2>What it may be</h2>
	<table>
		<tbody>
			{#each likely as w (w.id)}
				<tr>
					<td class="odds">{percent(w.now)}</td>
					<td>
						<b>{w.name}</b>{w.burns ? ' (can burn)' : ''}
						{#if w.for.length}<br />for it: {w.for.join('; ')}{/if}
						{#if w.against.length}<br />against it: {w.against.join('; ')}{/if}
						{#if w.sum}<br />{w.sum}{/if}
						<br />told apart by: {w.tells}
					</td>
					<td>{ACTIONS[w.action]}{w.never ? `. ${w.never}` : ''}</td>
				</tr>
			{:else}<tr><td>Nothing that is known fits.</td></tr>{/each}
			<tr><td class="odds">{percent(report.none)}</td><td>none of these</td><td></td></tr>
		</tbody>
	</table>
	{#if excluded.length}
		<p>
			Cannot be: {excluded.map((w) => `${w.name} (${w.impossible!.replace(/\.$/, '')})`).join('; ')}.
		</p>
	{/if}
	{#if report.next}<p>To be looked at next: {clueOf(report.next.clue).asks}</p>{/if}
	{#if c.notes}<p>{c.notes}</p>{/if}
	<p class="small">
		Odds are common practice and what was seen here, no certainty. The pack maker’s sheet, local rules and
		whoever is licensed for the work come first. Hissing, swelling, smoke or a smell of acid: leave it, power
		off if that is safe, out, call.
	</p>
</article>

<style>
	.sheet {
		display: none;
	}
	@media print {
		.sheet {
			display: block;
			color: #000;
			font-size: 10.5pt;
		}
		.sheet h1 {
			font-size: 16pt;
		}
		.sheet h2 {
			margin-top: 10pt;
			font-size: 12pt;
		}
		.sheet p {
			margin-top: 4pt;
		}
		.may {
			padding: 4pt 6pt;
			border: 1.5pt solid #000;
		}
		table {
			width: 100%;
			border-collapse: collapse;
		}
		td {
			padding: 2pt 8pt 2pt 0;
			border-bottom: 0.5pt solid #888;
			vertical-align: top;
		}
		tr {
			break-inside: avoid;
		}
		.odds {
			width: 3.2em;
			text-align: right;
			white-space: nowrap;
		}
		.small {
			font-size: 9pt;
		}
	}
</style>
