<!-- Who is called to which run: in every place, with a sound, in the title and, where it is allowed, from behind other windows. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { toast } from 'svelte-sonner';
	import { page } from '$app/state';
	import type { Alarm } from '$core/follow/alarms';
	import { send } from '../server/api';
	import { refresh } from '../server/refresh';
	import { sound } from './alarm-sound';

	let { alarms }: { alarms: Alarm[] } = $props();
	const first = $derived(alarms[0] ?? null);

	/** A sound that nobody answers is repeated, ms. */
	const AGAIN_MS = 30_000;
	const SNOOZE_MIN = 5;
	let mayNotify = $state(false);
	/** Alarms that were told of once already. */
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing is drawn from it
	const told = new Set<string>();
	const nameOf = (a: Alarm) => `${a.runId} ${a.kind} ${a.since}`;

	onMount(() => {
		mayNotify = typeof Notification !== 'undefined' && Notification.permission === 'default';
		const again = setInterval(() => {
			if (alarms.length) sound();
		}, AGAIN_MS);
		return () => {
			clearInterval(again);
			document.title = document.title.replace(/^▲ /, '');
		};
	});
	$effect(() => {
		const fresh = alarms.filter((a) => !told.has(nameOf(a)));
		if (!fresh.length) return;
		sound();
		for (const alarm of fresh) {
			told.add(nameOf(alarm));
			if (document.hidden && typeof Notification !== 'undefined' && Notification.permission === 'granted')
				new Notification('Stack Tender', { body: alarm.sentence, tag: nameOf(alarm) });
		}
	});
	// The page's own title is set by the page; a mark is put before it as long as something calls.
	$effect(() => {
		void page.url.href;
		const calls = alarms.length > 0;
		const wait = setTimeout(() => {
			const bare = document.title.replace(/^▲ /, '');
			document.title = calls ? `▲ ${bare}` : bare;
		}, 50);
		return () => clearTimeout(wait);
	});

	async function answer(alarm: Alarm, snoozeMin = 0) {
		const sent = await send('POST', `/runs/${alarm.runId}/alarms`, {
			kind: alarm.kind,
			snoozeMin,
			said: snoozeMin ? `in ${snoozeMin} min` : alarm.answer
		});
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
	}
	/** What floats above the dock keeps clear of it. */
	let height = $state(0);
	$effect(() => {
		document.documentElement.style.setProperty('--bar-h', `${height}px`);
		return () => document.documentElement.style.removeProperty('--bar-h');
	});
	async function notify() {
		mayNotify = false;
		await Notification.requestPermission();
	}
</script>

{#if first}
	<section class="bar no-print" aria-label="Called to a run" bind:clientHeight={height}>
		<p class="min-w-0 grow basis-[260px]" role="alert">
			<b class="text-check">▲</b>
			{first.sentence}
			{#if alarms.length > 1}<span class="quiet">and {alarms.length - 1} more</span>{/if}
		</p>
		<p class="flex flex-wrap items-center gap-2">
			<button type="button" class="btn btn-act" onclick={() => void answer(first)}>{first.answer}</button>
			<a class="btn" href={first.kind === 'connected' ? `/logbook/${first.runId}` : `/run/${first.runId}`}
				>Open</a
			>
			{#if first.kind === 'seen'}<a class="btn" href="/diagnose?run={first.runId}">Find out why</a>{/if}
			{#if first.kind === 'presence'}<a class="btn text-stop" href="/emergency">Hot or odd</a>{/if}
			<button type="button" class="btn" onclick={() => void answer(first, SNOOZE_MIN)}
				>In {SNOOZE_MIN} min</button
			>
			{#if mayNotify}<button type="button" class="link text-[12.5px]" onclick={() => void notify()}
					>Tell me in other windows too</button
				>{/if}
		</p>
	</section>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 18px;
		padding: 7px 16px;
		border-top: 2px solid var(--check);
		background: var(--check-soft);
	}
</style>
