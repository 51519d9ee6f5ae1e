<!-- One batch: where, with what, until when, who is treated worst, and what flows as its packs meet. -->
<script lang="ts">
	import Collapsible from '$lib/ui/control/Collapsible.svelte';
	import type { Pack } from '$core/pack/pack';
	import { dndzone, type DndEvent } from 'svelte-dnd-action';
	import type { BatchDetail } from '$lib/workers/parallel.worker';
	import { clock, endOf } from '$lib/ui/words';
	import { milliampHours, text } from '$core/quantity/format';
	import type { Proposal } from './proposal';

	interface Props {
		letter: string;
		packs: readonly Pack[];
		placeName: string;
		/** The board at that channel, by name. */
		board: string | null;
		/** ISO 8601; null: now. */
		startsAt: string | null;
		word: { text: string; tone: 'act' | 'check' | 'stop' };
		proposal: Proposal | null;
		detail: BatchDetail | null;
		now: string;
		chosen: boolean;
		onchoose: () => void;
		/** A pack was dropped here from elsewhere. */
		ondrop: (packId: string) => void;
		onleave: (packId: string) => void;
	}
	let {
		letter,
		packs,
		placeName,
		board,
		startsAt,
		word,
		proposal,
		detail,
		now,
		chosen,
		onchoose,
		ondrop,
		onleave
	}: Props = $props();

	interface Item {
		id: string;
		name: string;
	}
	let items = $derived<Item[]>(packs.map(({ id, name }) => ({ id, name })));
	function finalize(event: CustomEvent<DndEvent<Item>>) {
		items = event.detail.items;
		const fresh = items.find((i) => !packs.some((p) => p.id === i.id));
		if (fresh) ondrop(fresh.id);
	}
	const nameOf = (id: string) => packs.find((p) => p.id === id)?.name ?? '';
	const settings = $derived(proposal?.settings ?? null);
	const wholeAh = $derived(packs.reduce((sum, p) => sum + p.capacityAh, 0));
	const forecast = $derived(proposal?.forecast ?? null);
	const from = $derived(startsAt ?? now);
	/** The first currents to one scale, rate 1/h. */
	const most = $derived(Math.max(1, ...(detail?.order.steps.map((s) => s.peakC) ?? [])));
	const rate = (c: number) => `${c < 0.095 ? c.toFixed(2) : c.toFixed(1)}C`;
</script>

<section class="min-w-0" aria-label="Batch {letter}" data-batch={letter}>
	<header class="flex items-baseline gap-x-2 border-b pb-1">
		<h2>
			<button
				type="button"
				class="min-h-[24px] font-bold"
				class:underline={chosen}
				aria-pressed={chosen}
				onclick={onchoose}>Batch {letter}</button
			>
		</h2>
		<p class="quiet min-w-0 flex-1 text-[13px]">
			{packs.length} packs on {placeName}{board ? ` with ${board}` : ''}, {startsAt
				? `from ${clock(startsAt)}`
				: 'now'}
		</p>
		<b class="text-[13px] whitespace-nowrap" style:color="var(--{word.tone})">{word.text}</b>
	</header>
	<ul
		class="mt-1 flex min-h-[32px] flex-wrap items-start gap-1"
		aria-label="Packs of batch {letter}"
		use:dndzone={{ items, flipDurationMs: 120, dropTargetStyle: {}, type: 'pack', zoneTabIndex: -1 }}
		onconsider={(e: CustomEvent<DndEvent<Item>>) => (items = e.detail.items)}
		onfinalize={finalize}
	>
		{#each items as item (item.id)}
			<li
				class="member"
				aria-label={item.name}
				title="Drag it to another batch, or press Enter and move it with Tab"
			>
				<span class="min-w-0 truncate">{item.name}</span>
				<button
					type="button"
					class="out"
					aria-label="Leave {item.name} out"
					onmousedown={(e) => e.stopPropagation()}
					ontouchstart={(e) => e.stopPropagation()}
					onkeydown={(e) => e.stopPropagation()}
					onclick={() => onleave(item.id)}>×</button
				>
			</li>
		{/each}
	</ul>
	<dl class="mt-1 grid grid-cols-[7rem_1fr] gap-y-[1px]">
		{#if settings}
			<dt class="quiet">current</dt>
			<dd>
				<b class="num">{settings.currentA.toFixed(1)} A</b>
				<span class="quiet text-[12.5px]"
					>{(settings.currentA / wholeAh).toFixed(2)}C of {text(milliampHours(wholeAh))}: {proposal?.decisions
						?.currentA.why}</span
				>
			</dd>
			{#if settings.capacityLimitAh !== null}
				<dt class="quiet">capacity limit</dt>
				<dd class="num">{text(milliampHours(settings.capacityLimitAh))}</dd>
			{/if}
		{/if}
		{#if forecast}
			<dt class="quiet">ends</dt>
			<dd>
				<b class="num">{clock(endOf(from, forecast.timeMin.median))}</b>
				<span class="quiet num text-[12.5px]"
					>{Math.round(forecast.timeMin.median)} min, {clock(endOf(from, forecast.timeMin.p5))} to {clock(
						endOf(from, forecast.timeMin.p95)
					)}</span
				>
			</dd>
		{/if}
		{#if detail?.shares}
			{@const worst = detail.shares.worst}
			<dt class="quiet">worst treated</dt>
			<dd>
				{worst.pack.name}
				<span class="quiet num text-[12.5px]"
					>{worst.mostC.toFixed(2)}C{worst.aboveMeanMin >= 1
						? `, above the others for ${Math.round(worst.aboveMeanMin)} min`
						: ''}</span
				>
			</dd>
		{/if}
	</dl>
	{#if detail}
		<p class="quiet mt-2 text-[12.5px]">as they meet, in this order: first current, mean of a minute</p>
		<ol class="text-[12.5px]" data-order>
			{#each detail.order.steps as step (step.packIds.join())}
				<li class="grid grid-cols-[minmax(5rem,1fr)_minmax(0,auto)] items-center gap-x-2">
					<span class="truncate" title={step.packIds.map(nameOf).join(' then ')}
						>{step.packIds.map(nameOf).join(' then ')}</span
					>
					<span class="flex flex-wrap items-center gap-x-2 sm:whitespace-nowrap">
						<span class="bar" style:width="{Math.max(1, 44 * (step.peakC / most))}px"></span>
						<span class="num quiet">{rate(step.peakC)}, minute {rate(step.minuteC)}</span>
					</span>
				</li>
			{/each}
		</ol>
		<p class="mt-1 text-[13px]">
			Main leads first, in this order{#if detail.order.levelMin > 0}; level in <b class="num"
					>{Math.max(1, Math.ceil(detail.order.levelMin))} min</b
				>{/if}, then the balance leads: <span class="num">{detail.order.balanceA.toFixed(1)} A</span> through a
			contact then. A spark: stop and look.
		</p>
		{#if detail.order.whyLevel}<p class="quiet text-[12.5px]">{detail.order.whyLevel}</p>{/if}
		<Collapsible class="mt-1 text-[12.5px]" title="What the charger will not see, and each one’s share">
			<ul>
				{#each detail.hidden as h (h.what)}<li class="border-b py-1"><b>{h.what}.</b> {h.shows}</li>{/each}
			</ul>
			{#if detail.shares}
				<table class="ledger mt-1">
					<thead
						><tr
							><th>Its share</th><th class="right">mAh</th><th class="right">of all</th><th class="right"
								>most</th
							></tr
						></thead
					>
					<tbody>
						{#each detail.shares.members as m (m.pack.id)}
							<tr
								><td>{m.pack.name}</td><td class="right num">{Math.round(1000 * m.chargeAh)}</td><td
									class="right num">{Math.round(100 * m.share)} %</td
								><td class="right num">{m.mostC.toFixed(2)}C</td></tr
							>
						{/each}
					</tbody>
				</table>
			{/if}
		</Collapsible>
	{/if}
</section>

<style>
	.member {
		display: flex;
		align-items: center;
		gap: 4px;
		max-width: 100%;
		border: var(--stroke) solid var(--act);
		background: var(--panel);
		padding: 1px 2px 1px 8px;
		font-size: 13px;
		cursor: grab;
	}
	.out {
		min-width: 26px;
		min-height: 26px;
		color: var(--quiet);
	}
	.bar {
		display: inline-block;
		height: 8px;
		background: var(--act);
	}
	@media (max-width: 640px) {
		.member,
		.out {
			min-height: 44px;
		}
		.out {
			min-width: 44px;
		}
	}
</style>
