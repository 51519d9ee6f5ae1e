<!-- Stop, Check or Clear with counts, the findings in order, and one press to mend each. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { countOf, verdictOf } from '$core/program/check';
	import type { Finding, Fix } from '$core/program/rule';
	import { reachable } from '../frame/reachable';

	interface Props {
		findings: Finding[];
		onfix: (fix: Fix) => void;
		actions?: Snippet;
		/** What would happen, in a line: seen where the forecast itself is out of sight. */
		summary?: Snippet;
	}
	let { findings, onfix, actions, summary }: Props = $props();

	const verdict = $derived(verdictOf(findings));
	const words = { stop: 'Stop', check: 'Check', clear: 'Clear' };
	const n = (s: Finding['severity']) => countOf(findings, s);
	const counts = $derived(
		[verdict === 'stop' && `${n('check')} check`, `${n('note')} ${n('note') === 1 ? 'note' : 'notes'}`]
			.filter(Boolean)
			.join(' · ')
	);
	const head = $derived(verdict === 'clear' ? 'Clear' : `${words[verdict]} ${n(verdict)}`);
	const colour = $derived(verdict === 'clear' ? 'var(--act)' : `var(--${verdict})`);
</script>

<section class="verdict" style:--c={colour} aria-label="Verdict" aria-live="polite">
	<div class="head">
		<p class="text-[1.35rem] leading-tight font-bold" style:color={colour}>
			<svg width="15" height="15" viewBox="0 0 12 12" class="mr-1 inline align-[-1px]" aria-hidden="true">
				{#if verdict === 'stop'}<path d="M3.5 0h5L12 3.5v5L8.5 12h-5L0 8.5v-5z" fill="currentColor" />
				{:else if verdict === 'check'}<path d="M6 0l6 11.5H0z" fill="currentColor" />
				{:else}<path d="M1 6.5l1.6-1.6L5 7.3 9.8 2l1.5 1.6L5 10.5z" fill="currentColor" />{/if}
			</svg>{head}
		</p>
		<p class="quiet text-[12px]">{counts}</p>
	</div>
	<ul class="list" aria-label="Findings" use:reachable>
		{#each findings as finding (finding.rule)}
			<li data-rule={finding.rule}>
				<b
					class="font-semibold"
					style:color={finding.severity === 'note' ? 'var(--quiet)' : `var(--${finding.severity})`}
					title="Protects the {finding.protects}. {finding.source}"
					>{finding.severity === 'note' ? 'Note' : words[finding.severity]}:</b
				>
				<span class:quiet={finding.severity === 'note'}>{finding.sentence}</span>
				{#if finding.fix}<button type="button" class="link ml-1" onclick={() => onfix(finding.fix!)}
						>{finding.fix.label}</button
					>{/if}
			</li>
		{:else}
			<li class="quiet">
				No rule objects. Stay with the charge all the same; pack and charger makers' sheets come first.
			</li>
		{/each}
	</ul>
	{#if summary}<p class="summary">{@render summary()}</p>{/if}
	{#if actions}<div class="actions">{@render actions()}</div>{/if}
</section>

<style>
	.verdict {
		display: grid;
		grid-template-columns: 118px 1fr auto;
		gap: 4px 14px;
		align-items: center;
		border-top: 2px solid var(--c);
		background: var(--paper);
		padding: 8px 20px;
	}
	.summary {
		display: none;
		grid-column: 1 / -1;
		font-size: 13px;
	}
	.list {
		max-height: max(78px, 24dvh);
		overflow-y: auto;
		font-size: 13px;
		line-height: 1.45;
	}
	.actions {
		display: flex;
		gap: 10px;
		align-items: center;
	}
	@media (max-width: 900px) {
		.summary {
			display: block;
		}
	}
	@media (max-height: 520px) {
		.list {
			max-height: none;
		}
	}
	@media (max-width: 720px) {
		.verdict {
			grid-template-columns: auto 1fr;
			padding: 8px 14px;
		}
		.head {
			display: flex;
			gap: 12px;
			align-items: baseline;
		}
		.actions {
			grid-row: 1;
			grid-column: 2;
			justify-self: end;
		}
		.list {
			grid-column: 1 / 3;
			max-height: max(56px, 14dvh);
		}
	}
</style>
