<!-- A program set up by hand: label, meter and charger on one side, what is keyed on the other; silent until it is committed. -->
<script lang="ts">
	import { parseFigure } from '$core/quantity/parse';
	import { SETTINGS, type SettingId } from '$core/request/settings';
	import type { JudgedProgram } from '$lib/server/services/drill/program-drills';
	import RadioGroup from '$lib/ui/control/RadioGroup.svelte';
	import { send } from '$lib/ui/server/api';

	let { data } = $props();
	const { bench } = $derived(data);
	const at = $derived(`/drill/programs/${data.grade}/${data.seed}`);

	let typed = $state<Record<string, string>>({});
	let wrong = $state<Record<string, string>>({});
	let judged = $state.raw<JudgedProgram | null>(null);
	let message = $state('');
	let busy = $state(false);
	$effect(() => {
		void at;
		typed = {};
		wrong = {};
		judged = null;
		message = '';
	});

	/** What stands in the fields as it is stored; null where something is missing or no figure. */
	function keyed(): Record<string, number | boolean> | null {
		const out: Record<string, number | boolean> = {};
		wrong = {};
		for (const { id, label, unit, per, flag } of bench.asked) {
			const text = typed[id] ?? '';
			if (flag) {
				if (text === '') wrong[id] = 'Say whether.';
				else out[id] = text === 'on';
				continue;
			}
			const field = SETTINGS[id as SettingId];
			const [min, max] = field.kind === 'figure' ? [field.min * per, field.max * per] : [0, Infinity];
			const figure = text === '' ? null : parseFigure(text, { label, unit, min, max });
			if (figure === null) wrong[id] = 'Key it in.';
			else if (figure.ok) out[id] = figure.value / per;
			else wrong[id] = figure.message;
		}
		return Object.keys(wrong).length ? null : out;
	}
	async function commit(refuse: boolean) {
		const settings = refuse ? null : keyed();
		message = '';
		if (!refuse && settings === null) return;
		busy = true;
		const sent = await send<JudgedProgram>('POST', at, { keyed: settings });
		busy = false;
		if (sent.ok) judged = sent.value;
		else message = sent.message;
	}
	const inTime = (m: number | null) => (m === null ? '–' : `${Math.round(m)} min`);
	const verdict = $derived(
		judged === null
			? ''
			: judged.right
				? 'Right'
				: judged.safe
					? judged.refused
						? 'Safe, and it could have been charged'
						: 'Safe, and not as good as it could be'
					: 'It would have been stopped'
	);
</script>

<svelte:head><title>Drill: {bench.title} · Stack Tender</title></svelte:head>
<div class="page !max-w-none">
	<header class="border-b pb-3">
		<h1>{bench.title}</h1>
		<p class="quiet">
			Grade {data.grade} · {bench.task}, for use this evening · set it up by hand; nothing is checked before
			you commit
		</p>
	</header>
	<div class="grid gap-x-10 lg:grid-cols-2">
		<section class="mt-3 min-w-0" aria-label="What there is">
			{#each [['The pack', bench.pack], ['The channel', bench.charger]] as const as [title, facts] (title)}
				<h2 class="mt-2">{title}</h2>
				<dl class="mt-1 grid grid-cols-[8.5rem_minmax(0,1fr)] gap-y-1">
					{#each facts as [name, value] (name)}
						<dt class="quiet">{name}</dt>
						<dd class="num">{value}</dd>
					{/each}
				</dl>
			{/each}
			<form
				class="mt-4"
				onsubmit={(event) => {
					event.preventDefault();
					void commit(false);
				}}
			>
				<h2>Key in</h2>
				<div class="mt-1 grid max-w-[30rem] gap-2">
					{#each bench.asked as { id, label, unit, flag } (id)}
						{#if flag}
							<RadioGroup
								{label}
								value={typed[id] ?? ''}
								options={[
									['on', `${label.toLowerCase()} on`],
									['off', `${label.toLowerCase()} off`]
								]}
								onchange={(v) => (typed[id] = v)}
							/>
						{:else}
							<label class="grid grid-cols-[minmax(0,1fr)_8rem_4rem] items-center gap-x-3">
								<span>{label}</span>
								<input
									class="field num !min-h-[44px]"
									inputmode="decimal"
									autocomplete="off"
									disabled={judged !== null}
									aria-invalid={wrong[id] ? 'true' : undefined}
									bind:value={typed[id]}
								/>
								<span class="quiet">{unit}</span>
							</label>
						{/if}
						{#if wrong[id]}<p class="-mt-1 text-[13px] text-stop" role="alert">{wrong[id]}</p>{/if}
					{/each}
					<p class="flex flex-wrap gap-2">
						<button type="submit" class="btn btn-act !min-h-[44px]" disabled={busy || judged !== null}
							>Commit</button
						>
						<button
							type="button"
							class="btn !min-h-[44px]"
							disabled={busy || judged !== null}
							onclick={() => void commit(true)}>It must not be charged</button
						>
					</p>
					{#if message}<p class="text-stop" role="alert">{message}</p>{/if}
				</div>
			</form>
		</section>
		<section class="mt-3 min-w-0" aria-label="How it came out" aria-live="polite">
			{#if judged}
				<h2
					class="text-[1.2rem]"
					style:color={judged.right ? 'var(--act)' : judged.safe ? 'var(--check)' : 'var(--stop)'}
					data-judged={judged.right ? 'right' : judged.safe ? 'safe' : 'unsafe'}
				>
					{verdict}
				</h2>
				{#if judged.trap}<p class="mt-1">{judged.trap}</p>{/if}
				{#if judged.findings.length}
					<ul class="mt-2">
						{#each judged.findings as f (f.sentence)}
							<li class="border-b py-1">
								<b class={f.severity === 'stop' ? 'text-stop' : 'text-check'}
									>{f.severity === 'stop' ? '■ Stop' : '▲ Check'}</b
								>
								{f.sentence}
							</li>
						{/each}
					</ul>
				{:else}<p class="quiet mt-2">Nothing to say against it.</p>{/if}
				{#if judged.proposed}
					<table class="mt-4 w-full text-[13.5px]">
						<thead>
							<tr class="quiet text-left">
								<th class="pr-3 font-normal">setting</th><th class="pr-3 font-normal">keyed</th><th
									class="font-normal">set here</th
								>
							</tr>
						</thead>
						<tbody>
							{#each judged.rows as row (row.label)}
								<tr class="border-t align-top">
									<th class="py-1 pr-3 text-left font-semibold">{row.label}</th>
									<td class="num py-1 pr-3">{row.keyed ?? '–'}</td>
									<td class="py-1"><b class="num">{row.own}</b> <span class="quiet">{row.why}</span></td>
								</tr>
							{/each}
							<tr class="border-t">
								<th class="py-1 pr-3 text-left font-semibold">Takes</th>
								<td class="num py-1 pr-3">{inTime(judged.minutes.keyed)}</td>
								<td class="num py-1"><b>{inTime(judged.minutes.own)}</b></td>
							</tr>
						</tbody>
					</table>
				{/if}
				<p class="mt-4 flex gap-2">
					<a class="btn btn-act" data-next href="/drill/program/{data.grade}/{data.seed + 1}">The next one</a>
					<a class="btn" href="/drill">All drills</a>
				</p>
			{/if}
		</section>
	</div>
</div>
