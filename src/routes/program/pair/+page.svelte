<!-- Two packs that work as a pair, on two channels, with the same current and the same end. -->
<script lang="ts">
	import { channelItems } from '$lib/ui/charger/channel-items';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { mayJoin } from '$core/simulate/joining/may-join';
	import { resolvePractice } from '$core/practice/practice';
	import { solvePair } from '$core/program/pair';
	import { showSetting, settingName } from '$core/request/settings';
	import { taskOf } from '$core/request/task';
	import { send } from '$lib/ui/server/api';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import JoinedPanel from './JoinedPanel.svelte';

	let { data } = $props();
	const pair = $derived(data.b ? solvePair(data.a, data.b) : null);
	const contexts = $derived(data.b ? [data.a, data.b] : [data.a]);
	/** Schools of the person; a pair has no practice of its own. */
	const joined = $derived(
		data.b
			? mayJoin(
					[data.a, data.b].map(({ pack, reading }) => ({ pack, reading })),
					resolvePractice(data.a.around?.practice?.person),
					data.a.now
				)
			: null
	);
	/** Packs that could be its partner, by how near their capacity is. */
	const alike = $derived(
		data.packs
			.map((pack) => ({
				pack,
				percent: Math.round(100 * (pack.capacityAh / data.pack.capacityAh - 1))
			}))
			.sort((a, b) => Math.abs(a.percent) - Math.abs(b.percent))
	);
	let saved = $state<(string | null)[]>([null, null]);
	let busy = $state(false);

	function href(change: Record<string, string>): string {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- made and read at once
		const query = new URLSearchParams(page.url.searchParams);
		for (const [key, value] of Object.entries(change)) query.set(key, value);
		return `/program/pair?${query}`;
	}
	/** Keeps both programs, each with the settings that were made equal. */
	async function keep() {
		if (!pair) return;
		busy = true;
		const ids: (string | null)[] = [];
		for (const [i, context] of contexts.entries()) {
			const sent = await send<{ id: string }>('POST', '/programs', {
				packId: context.pack.id,
				chargerId: context.charger.id,
				channelId: context.channelId,
				task: context.task,
				purpose: context.purpose,
				overrides: pair.shared
			});
			if (!sent.ok) toast.error(`${contexts[i].pack.name}: ${sent.message}`);
			ids.push(sent.ok ? sent.value.id : null);
		}
		saved = ids;
		busy = false;
	}
</script>

<svelte:head><title>Pair with {data.pack.name} · Stack Tender</title></svelte:head>
<div class="page">
	<h1>The same program for a pair</h1>
	<p class="quiet mt-1 max-w-[44rem]">
		Both get the smaller of the two currents and the lower end, within what the two channels can do together,
		so that they age alike. {taskOf(data.a.task).name}, {data.a.purpose}.
	</p>
	<div class="mt-3 flex flex-wrap gap-3">
		<div class="w-[16rem]">
			<span class="block text-[13px] font-semibold">{data.pack.name} with</span>
			<div class="mt-[2px]">
				<Combobox
					label="{data.pack.name} with"
					value={data.b?.pack.id ?? ''}
					items={data.packs.map((p) => ({ value: p.id, label: p.name }))}
					onchange={(id) => void goto(href({ with: id }))}
				/>
			</div>
		</div>
		{#each contexts as context, i (i)}
			<div class="w-[16rem]">
				<span class="block text-[13px] font-semibold">{context.pack.name} on</span>
				<div class="mt-[2px]">
					<Combobox
						label="{context.pack.name} on"
						value={context.channelId}
						items={channelItems(data.chargers)}
						onchange={(id) => void goto(href({ [i === 0 ? 'channel' : 'channel2']: id }))}
					/>
				</div>
			</div>
		{/each}
	</div>
	{#if !data.packs.length}
		<p class="mt-5 text-check">
			No other pack on the shelf has the same chemistry and cells, so nothing can be its partner.
		</p>
	{:else if !pair}
		<h2 class="mt-6 border-b pb-1">Choose the pack it works with, the most alike first</h2>
		<ul class="max-w-[44rem]">
			{#each alike as { pack, percent } (pack.id)}
				<li class="flex items-baseline gap-4 border-b py-2">
					<a class="link min-w-0 flex-1" href={href({ with: pack.id })}>{pack.name}</a>
					<span class="quiet text-[13px]">{pack.usedIn}</span>
					<span class="num w-44 text-right"
						>{Math.round(pack.capacityAh * 1000)} mAh<span class="quiet"
							>{percent === 0 ? ', the same' : `, ${percent > 0 ? '+' : '−'}${Math.abs(percent)} %`}</span
						></span
					>
				</li>
			{/each}
		</ul>
	{:else if pair.differences.length}
		{#each pair.differences as words (words)}<p class="mt-3 text-stop">{words}</p>{/each}
	{:else}
		<div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-2">
			{#each pair.both as solution, i (i)}
				{@const context = contexts[i]}
				<section aria-label={context.pack.name}>
					<header class="flex items-center gap-4 border-b pb-2">
						<StackGlyph
							pack={context.pack}
							cellV={context.reading?.cellVoltagesV ?? null}
							packV={context.reading?.packVoltageV ?? null}
							size={48}
						/>
						<div>
							<h2>{context.pack.name}</h2>
							<p class="quiet text-[13px]">
								{#if solution.forecast}<span class="num"
										>{Math.round(solution.forecast.timeMin.median)} min, {Math.round(
											solution.forecast.chargeAh.median * 1000
										)} mAh</span
									>{:else}no forecast{/if}
							</p>
						</div>
					</header>
					<dl class="mt-2 grid grid-cols-[11rem_1fr] gap-y-1">
						{#each solution.resolved.settingIds.filter((id) => solution.settings[id] !== null) as id (id)}
							<dt class="quiet">{settingName(id, context.task)}</dt>
							<dd class="num" class:font-bold={pair.shared[id] !== undefined}>
								{showSetting(id, solution.settings[id])}
							</dd>
						{/each}
					</dl>
					<ul class="mt-2 text-[13px]">
						{#each solution.findings.filter((f) => f.severity !== 'note') as f (f.rule)}
							<li>
								<b style:color="var(--{f.severity})">{f.severity === 'stop' ? 'Stop' : 'Check'}:</b>
								{f.sentence}
							</li>
						{/each}
					</ul>
					{#if saved[i]}
						<p class="mt-3 flex gap-2">
							<a class="btn" href="/program/{saved[i]}/card">Key-in card</a>
							<a class="btn btn-act" href="/run/start/{saved[i]}">Check and connect</a>
						</p>
					{/if}
				</section>
			{/each}
		</div>
		{#if saved.every((id) => id === null)}
			<p class="mt-4">
				<button
					class="btn btn-act"
					data-next
					disabled={busy ||
						pair.both.some((s) => s.findings.some((f) => f.severity === 'stop' && !f.overridable))}
					onclick={() => void keep()}>Make both programs</button
				>
			</p>
		{/if}
	{/if}
	{#if pair && joined && data.b}
		<JoinedPanel packs={[data.a.pack, data.b.pack]} {joined} />
	{/if}
</div>
