<script lang="ts">
	import { SvelteMap } from 'svelte/reactivity';
	import { CLUE_IDS, clueOf, type Clue, type ClueId } from '$core/diagnose/clue';
	import type { Revealed } from '$lib/server/services/drill/drills';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import RadioGroup from '$lib/ui/control/RadioGroup.svelte';
	import Plot from '$lib/ui/charts/Plot.svelte';
	import { minuteTicks, roundTicks } from '$lib/ui/charts/ticks';
	import { send } from '$lib/ui/server/api';

	let { data } = $props();
	const { bench } = $derived(data);
	const at = $derived(`/drill/${data.grade}/${data.seed}`);

	const found = new SvelteMap<ClueId, { answer: string; detail: string }>();
	let causeId = $state('');
	let goOn = $state<'yes' | 'no' | null>(null);
	let revealed = $state.raw<Revealed | null>(null);
	let message = $state('');
	let busy = $state(false);
	$effect(() => {
		void at;
		found.clear();
		causeId = '';
		goOn = null;
		revealed = null;
		message = '';
	});

	const minutes = $derived([...found.keys()].reduce((sum, clue) => sum + clueOf(clue).minutes, 0));
	const inTime = (m: number) =>
		m < 1 ? `${Math.round(60 * m)} s` : m < 120 ? `${Math.round(m)} min` : `${Math.round(m / 60)} h`;
	const STAGE_WORDS: Partial<Record<Clue['stage'], string>> = {
		danger: 'Eye, nose, hand',
		page: 'The charger’s own pages',
		known: 'On record',
		hands: 'Hands',
		meter: 'Meter',
		swap: 'Swap',
		long: 'Takes long'
	};
	const stages = $derived(
		(Object.keys(STAGE_WORDS) as Clue['stage'][]).map((stage) => ({
			stage,
			clues: CLUE_IDS.filter((id) => {
				const { families, stage: own } = clueOf(id);
				return (
					own === stage &&
					(!families || families.includes(bench.family)) &&
					!bench.known.some((k) => k.clue === id)
				);
			})
		}))
	);

	async function look(clue: ClueId) {
		busy = true;
		const sent = await send<{ answer: string; detail: string }>('POST', `${at}/looks`, { clue });
		busy = false;
		if (sent.ok) found.set(clue, sent.value);
		else message = sent.message;
	}
	async function commit() {
		if (causeId === '' || goOn === null) {
			message = causeId === '' ? 'Say what it is.' : 'Say whether charge may go on.';
			return;
		}
		busy = true;
		const sent = await send<Revealed>('POST', `${at}/decide`, {
			causeId,
			goOn: goOn === 'yes',
			looks: [...found.keys()]
		});
		busy = false;
		message = sent.ok ? '' : sent.message;
		if (sent.ok) revealed = sent.value;
	}

	const endMin = $derived((bench.log.timeS.at(-1) ?? 0) / 60);
	const points = (column: number[]) => bench.log.timeS.map((t, k) => ({ x: t / 60, y: column[k] }));
	const [lowV, highV] = $derived([Math.min(...bench.log.packV), Math.max(...bench.log.packV)]);
</script>

<svelte:head><title>Drill: {bench.title} · Stack Tender</title></svelte:head>
<div class="page !max-w-none">
	<header class="flex flex-wrap items-baseline justify-between gap-x-6 border-b pb-3">
		<div>
			<h1>{bench.title}</h1>
			<p class="quiet">
				Grade {data.grade} · {bench.chemistry}
				<span class="num">{bench.pack.cells}S {Math.round(1000 * bench.pack.capacityAh)} mAh</span> ·
				{bench.program.currentA.toFixed(1)} A{bench.program.endVoltageV === null
					? ' to its dip'
					: ` to ${bench.program.endVoltageV.toFixed(2)} V per cell`}{bench.program.balance
					? ', balancing'
					: ''} · the channel gives
				{bench.program.powerW} W
			</p>
		</div>
		<p class="num">{found.size} {found.size === 1 ? 'look' : 'looks'}, {inTime(minutes)}</p>
	</header>
	<div class="grid gap-x-10 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
		<section class="mt-3 min-w-0" aria-label="The charger">
			<h2>What the charger shows</h2>
			<dl class="mt-1 grid grid-cols-[9rem_1fr] gap-y-1">
				<dt class="quiet">Before the start</dt>
				<dd class="num">
					{bench.check.cells === null ? 'no count' : `${bench.check.cells}S`}, {bench.check.packV.toFixed(2)} V
				</dd>
				{#if bench.minutes !== null}
					<dt class="quiet">{bench.endReason === null ? 'It runs for' : 'It ended after'}</dt>
					<dd class="num">{Math.round(bench.minutes)} min{bench.endReason ? `: ${bench.endReason}` : ''}</dd>
					{#if bench.log.timeS.length}
						<dt class="quiet">Now</dt>
						<dd class="num">
							{bench.log.packV.at(-1)!.toFixed(2)} V, {bench.log.currentA.at(-1)!.toFixed(2)} A, {Math.round(
								1000 * bench.log.chargeAh.at(-1)!
							)} mAh
						</dd>
					{/if}
				{/if}
				{#if bench.refused || bench.message}<dt class="quiet">It says</dt>
					<dd>{bench.refused ?? bench.message}</dd>{/if}
			</dl>
			{#if bench.log.timeS.length > 5}
				<div role="img" aria-label="Volts and amps so far" class="mt-2">
					<Plot
						x={minuteTicks(Math.max(1, endMin))}
						y={roundTicks(lowV - 0.02 * highV, highV * 1.01)}
						right={roundTicks(0, 1.1 * Math.max(...bench.log.currentA.map(Math.abs), 0.1))}
						tones={{ y: 'act', right: 'check' }}
						room={{ left: 50, right: 44, top: 10, bottom: 24 }}
						curves={[
							{ points: points(bench.log.packV), tone: 'act' },
							{ points: points(bench.log.currentA.map(Math.abs)), tone: 'check', right: true }
						]}
						height={220}
					/>
				</div>
			{/if}
			<h2 class="mt-4">Decide</h2>
			<div class="mt-1 grid max-w-[30rem] gap-3">
				<p class="-mb-2 text-[13px] font-semibold" aria-hidden="true">What is it?</p>
				<Combobox
					label="What is it?"
					value={causeId}
					items={bench.causes}
					onchange={(id) => (causeId = id)}
				/>
				<RadioGroup
					label="May charge go on?"
					value={goOn ?? ''}
					options={[
						['yes', 'it may go on'],
						['no', 'nothing flows']
					]}
					onchange={(v) => (goOn = v as 'yes' | 'no')}
				/>
				<p>
					<button
						type="button"
						class="btn btn-act !min-h-[44px]"
						disabled={busy || revealed !== null}
						onclick={commit}>Commit</button
					>
				</p>
				{#if message}<p class="text-stop" role="alert">{message}</p>{/if}
			</div>
		</section>
		<section class="mt-3 min-w-0" aria-label={revealed ? 'How it came out' : 'Looks'}>
			{#if revealed}
				<h2
					class="text-[1.2rem]"
					style:color={revealed.right && revealed.safe ? 'var(--act)' : 'var(--stop)'}
					data-revealed={revealed.right}
				>
					{revealed.right ? 'Right' : 'Not so'}{revealed.safe ? '' : ', and it burns'}
				</h2>
				<p class="mt-1">
					It was: <b>{revealed.truth.name}</b>{#if revealed.truth.burns}<span class="ml-2 text-stop"
							>▲ can burn</span
						>{/if}. {revealed.truth.tells}
				</p>
				<p class="mt-1"><b>{revealed.truth.action}.</b> {revealed.truth.remedies.join('; ')}.</p>
				{#if revealed.truth.never}<p class="mt-1 text-stop">{revealed.truth.never}</p>{/if}
				<p class="mt-2 border-l-4 border-check pl-3">{revealed.cost}</p>
				<div class="mt-4 grid gap-6 sm:grid-cols-2">
					<div class="min-w-0">
						<h2>Your looks <span class="num quiet font-normal">{inTime(revealed.minutes)}</span></h2>
						<ol class="text-[13px]">
							{#each [...found] as [clue, f] (clue)}<li class="border-b py-1">
									{clueOf(clue).asks} <b>{f.detail || f.answer}</b>
								</li>{:else}<li class="quiet py-1">none</li>{/each}
						</ol>
					</div>
					<div class="min-w-0">
						<h2>
							Whoever knows <span class="num quiet font-normal">{inTime(revealed.expert.minutes)}</span>
						</h2>
						<ol class="text-[13px]">
							{#each revealed.expert.looks as l (l.asks)}<li class="border-b py-1">
									{l.asks} <b>{l.detail || l.answer}</b>
								</li>{/each}
							<li class="py-1">
								then: {revealed.expert.may === 'yes'
									? 'it may go on'
									: revealed.expert.may === 'not yet'
										? 'not before it is mended'
										: 'nothing flows'}
							</li>
						</ol>
					</div>
				</div>
				<p class="mt-4 flex gap-2">
					<a class="btn btn-act" data-next href="/drill/{data.grade}/{data.seed + 1}">The next one</a>
					<a class="btn" href="/drill">All drills</a>
				</p>
			{:else}
				<h2>Look at</h2>
				{#each stages as { stage, clues } (stage)}
					{#if clues.length}
						<h3 class="quiet mt-2 text-[12.5px]">{STAGE_WORDS[stage]}</h3>
						<ul>
							{#each clues as clue (clue)}
								{@const f = found.get(clue)}
								<li class="flex items-center justify-between gap-3 border-b py-[2px]">
									{#if f}
										<span class="min-w-0 flex-1 text-[13px]"
											>{clueOf(clue).asks} <b class="num">{f.detail || f.answer}</b></span
										>
									{:else}
										<button
											type="button"
											class="link min-h-[44px] flex-1 text-left sm:min-h-[26px]"
											disabled={busy}
											onclick={() => void look(clue)}>{clueOf(clue).asks}</button
										>
										<span class="num quiet text-[12px]">{inTime(clueOf(clue).minutes)}</span>
									{/if}
								</li>
							{/each}
						</ul>
					{/if}
				{/each}
			{/if}
		</section>
	</div>
</div>
