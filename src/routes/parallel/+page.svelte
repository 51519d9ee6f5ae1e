<!-- Which packs may charge together: volts typed once, the fewest batches on the channels there are, and what each batch does. -->
<script lang="ts">
	import { bookNow } from '$lib/ui/server/book-time';
	import { onMount, untrack } from 'svelte';
	import { toast } from 'svelte-sonner';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { whyAlone } from '$core/parallel/alone';
	import type { Sorted } from '$core/parallel/batches';
	import { batchKey, type Sorting } from '$core/parallel/sorter';
	import { widthV } from '$core/parallel/fits';
	import { pileItem, sift } from '$core/parallel/pile';
	import { whyNotTogether } from '$core/parallel/together';
	import { packVoltage } from '$core/pack/reading';
	import { resolvePractice } from '$core/practice/practice';
	import { mayJoin, windowV } from '$core/simulate/joining/may-join';
	import type { Member } from '$core/simulate/joining/member';
	import Select from '$lib/ui/control/Select.svelte';
	import Stepper from '$lib/ui/form/Stepper.svelte';
	import { sortJudged } from '$lib/ui/parallel/judged-sorting';
	import { PileClient } from '$lib/ui/parallel/pile-client.svelte';
	import TypeVolts from '$lib/ui/parallel/TypeVolts.svelte';
	import VoltageRail, { type Chip } from '$lib/ui/parallel/VoltageRail.svelte';
	import { send } from '$lib/ui/server/api';
	import { endOf } from '$lib/ui/words';
	import BatchCard from './BatchCard.svelte';
	import { BatchAnswers, type Batch } from './batch-answers.svelte';
	import Besides from './Besides.svelte';
	import GroupVerdict from './GroupVerdict.svelte';

	let { data } = $props();

	const practice = $derived(resolvePractice(data.practice));
	const chemistry = $derived(data.pile.length ? chemistryOf(data.pile[0].pack.chemistry) : null);
	const cells = $derived(data.pile[0]?.pack.cells ?? 0);

	// Time passes while the page is open, and readings with it.
	let now = $derived(data.now);
	onMount(() => {
		const tick = setInterval(() => (now = bookNow()), 15_000);
		return () => clearInterval(tick);
	});

	// What a person decides stands in the address: it survives reload and Back.
	const asked = $derived(page.url.searchParams);
	const out = $derived(new Set((asked.get('out') ?? '').split(',').filter(Boolean)));
	const pinned = $derived(
		(asked.get('together') ?? '')
			.split(',')
			.filter(Boolean)
			.map((group) => group.split('.'))
	);
	const widestV = $derived(chemistry ? windowV(chemistry, practice) : 0.1);
	const usedV = $derived(Math.min(widestV, Number(asked.get('window')) || widestV));
	function ask(change: Record<string, string | null>) {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- made and read at once
		const query = new URLSearchParams(asked);
		for (const [key, value] of Object.entries(change)) {
			if (value) query.set(key, value);
			else query.delete(key);
		}
		return goto(`/parallel?${query}`, { replaceState: true, noScroll: true, keepFocus: true });
	}
	const leave = (id: string) =>
		ask({ out: [...out, id].join(','), together: groupsWithout(id).join(',') || null });
	const takeBack = (id: string) => ask({ out: [...out].filter((o) => o !== id).join(',') || null });
	const groupsWithout = (id: string) =>
		pinned
			.map((g) => g.filter((o) => o !== id))
			.filter((g) => g.length > 1)
			.map((g) => g.join('.'));

	const sifted = $derived(
		sift(
			data.pile.filter((m) => !out.has(m.pack.id)),
			practice,
			now
		)
	);
	const members = $derived(new Map<string, Member>(sifted.fit.map((m) => [m.pack.id, m])));
	const sorting = $derived<Sorting | null>(
		chemistry && data.places.length
			? {
					items: sifted.fit.map(pileItem),
					places: data.places,
					fitting: {
						curve: chemistry.curve,
						relaxS: chemistry.defaults.relaxS,
						windowV: usedV,
						sameMake: practice.values.parallel === 'same model only'
					},
					pinned: pinned.map((g) => g.filter((id) => members.has(id))).filter((g) => g.length > 1)
				}
			: null
	);
	const atOnce = $derived(
		sorting ? sortJudged(sorting, members, practice, now) : { sorted: null, forbidden: new Set<string>() }
	);
	/** What the sorting hangs on: while it is the same, what a longer search found still holds. */
	const sortingKey = $derived(
		JSON.stringify([
			sorting?.items.map((m) => [m.id, m.cellV]),
			sorting?.places.map((p) => [p.channelId, Math.round(p.freeInMin / 2)]),
			usedV,
			sorting?.pinned
		])
	);
	const client = new PileClient();
	let ready = $state(false);
	onMount(() => {
		const close = client.open();
		ready = true;
		return close;
	});
	$effect(() => {
		const key = sortingKey;
		if (!ready) return;
		untrack(() => {
			const { sorted, forbidden } = atOnce;
			if (!sorting || !sorted || sorted.proved) return client.cancel();
			void client.sort(key, { ...$state.snapshot(sorting), forbidden } as Sorting);
		});
	});
	const sorted = $derived.by((): Sorted | null => {
		const better = client.better;
		if (!better || better.key !== sortingKey) return atOnce.sorted;
		const whole = better.sorted.batches.every(
			(b) =>
				b.ids.every((id) => members.has(id)) &&
				(b.ids.length < 2 ||
					mayJoin(
						b.ids.map((id) => members.get(id)!),
						practice,
						now
					).may)
		);
		return whole ? better.sorted : atOnce.sorted;
	});

	const meanV = (m: Member) => packVoltage(m.reading) / m.pack.cells;
	const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
	const batches = $derived(
		(sorted?.batches ?? [])
			.filter((b) => b.ids.length > 1)
			// Lettered as they stand on the ruler.
			.map((b) => ({ ...b, lowV: Math.min(...b.ids.map((id) => meanV(members.get(id)!))) }))
			.sort((a, b) => a.lowV - b.lowV)
			.map((b, k): Batch & typeof b => ({
				...b,
				letter: LETTERS[k] ?? `${k + 1}`,
				key: `${b.channelId} ${batchKey(b.ids.map((id) => ({ id })))} ${b.ids.map((id) => members.get(id)!.reading.takenAt).join()}`,
				members: b.ids.map((id) => members.get(id)!),
				place: data.places.find((p) => p.channelId === b.channelId)!
			}))
	);
	const alone = $derived(
		(sorted?.batches ?? [])
			.filter((b) => b.ids.length === 1)
			.map((b) => ({ ...b, member: members.get(b.ids[0])! }))
	);
	const answers = new BatchAnswers(client);
	$effect(() => {
		if (!ready) return;
		for (const b of batches) untrack(() => void answers.learn(b));
	});

	let chosenKey = $state<string | null>(null);
	const chosen = $derived(batches.find((b) => b.key === chosenKey) ?? batches[0] ?? null);
	const proposal = $derived(chosen && answers.proposalOf(chosen));
	/** How far apart the chosen batch's packs are at the worst cell position, mV. */
	const chosenApartMv = $derived(
		chosen ? Math.round(1000 * widthV(chosen.members.map((m) => pileItem(m)))) : 0
	);
	function wordOf(b: Batch): { text: string; tone: 'act' | 'check' | 'stop' } {
		const p = answers.proposalOf(b);
		if (!p) return { text: 'looking …', tone: 'check' };
		if (p.verdict === 'stop') return { text: '■ stop', tone: 'stop' };
		const checks = p.findings.filter((f) => f.severity === 'check').length;
		return checks ? { text: `▲ ${checks} to look at`, tone: 'check' } : { text: '● clear', tone: 'act' };
	}

	/** Why these cannot be one batch; null where they can. */
	const whyNot = (ids: readonly string[]) =>
		sorting &&
		whyNotTogether(
			ids.map((id) => members.get(id)!),
			sorting.fitting,
			mostPlaces,
			practice,
			now
		);
	/** Drops a pack into a batch: it is held there if the two may go together at all. */
	function hold(b: Batch, packId: string) {
		const known = members.get(packId);
		const group = [...b.ids, packId];
		if (!known || !sorting) return;
		const why = whyNot(group);
		if (why) {
			refused = `${known.pack.name} cannot join batch ${b.letter}: ${why}`;
			shaken++;
			return;
		}
		void ask({
			together: [
				...groupsWithout(packId).filter((g) => !g.split('.').some((id) => b.ids.includes(id))),
				group.join('.')
			].join(',')
		});
	}
	/** Counts moves that were refused: the lists are drawn anew, as they are. */
	let shaken = $state(0);
	/** Why the last move was refused; said where it was made, until something changes. */
	let refused = $state('');
	$effect(() => {
		void sortingKey;
		refused = '';
	});

	/** Parts that a look alone would bring back. */
	const toRead = $derived(sifted.out.filter((o) => o.readAgain));
	const notNow = $derived(sifted.out.filter((o) => !o.readAgain));
	let typing = $state<{ ids: string[]; first: string | null } | null>(null);
	const typingPacks = $derived(
		typing ? data.pile.map((m) => m.pack).filter((p) => typing!.ids.includes(p.id)) : []
	);
	const allIds = $derived(
		data.pile.filter((m) => !m.busy && m.pack.condition === 'in service').map((m) => m.pack.id)
	);

	const ageOf = (takenAt: string) => {
		const min = Math.max(0, Math.floor((Date.parse(now) - Date.parse(takenAt)) / 60e3));
		return min < 100
			? `${min} min`
			: min < 48 * 60
				? `${Math.round(min / 60)} h`
				: `${Math.round(min / 1440)} d`;
	};
	const chips = $derived(
		data.pile.flatMap(({ pack, reading }): Chip[] => {
			if (!reading || out.has(pack.id)) return [];
			const state = batches.some((b) => b.ids.includes(pack.id))
				? 'in'
				: toRead.some((o) => o.pack.id === pack.id)
					? 'stale'
					: members.has(pack.id)
						? 'alone'
						: 'out';
			return [
				{
					id: pack.id,
					name: pack.name,
					v: packVoltage(reading) / pack.cells,
					age: ageOf(reading.takenAt),
					state
				}
			];
		})
	);
	const brackets = $derived(
		batches.map((b) => {
			const volts = b.members.map(meanV);
			return { letter: b.letter, low: Math.min(...volts), high: Math.max(...volts), chosen: b === chosen };
		})
	);
	let from = $state<number | null>(null);
	const inWindow = $derived(
		from === null
			? []
			: chips.filter((c) => members.has(c.id) && c.v >= from! - 1e-9 && c.v <= from! + usedV + 1e-9)
	);
	function joinWindow() {
		const ids = inWindow.map((c) => c.id);
		refused = whyNot(ids) ?? '';
		if (refused) return;
		void ask({
			together: [
				...pinned.filter((g) => !g.some((id) => ids.includes(id))).map((g) => g.join('.')),
				ids.join('.')
			].join(',')
		});
		from = null;
	}
	const mostPlaces = $derived(Math.max(1, ...data.places.map((p) => p.places)));
	const whyOf = (m: Member) =>
		whyAlone(
			m,
			[
				...batches.map((b) => ({
					name: `batch ${b.letter}`,
					members: b.members,
					currentA: answers.proposalOf(b)?.settings?.currentA ?? b.place.mostA,
					places: b.place.places
				})),
				...alone
					.filter((b) => b.member !== m)
					.map((b) => ({
						name: b.member.pack.name,
						members: [b.member],
						currentA: b.member.pack.capacityAh,
						places: mostPlaces
					}))
			],
			sorting!.fitting,
			practice,
			now
		);
	const boards = $derived(data.places.filter((p) => p.places > 1));
	const ends = $derived(
		Math.max(
			0,
			...batches.map(
				(b) => b.startMin + (answers.proposalOf(b)?.forecast?.timeMin.median ?? b.endMin - b.startMin)
			),
			...alone.map((b) => b.endMin)
		)
	);

	let busy = $state(false);
	async function make(then: (id: string) => string) {
		if (!chosen) return;
		busy = true;
		const sent = await send<{ id: string }>('POST', '/programs', answers.requestOf(chosen));
		busy = false;
		if (!sent.ok) return void toast.error(sent.message);
		await goto(then(sent.value.id));
	}
</script>

<svelte:head><title>Parallel · Stack Tender</title></svelte:head>
<div class="page !max-w-none">
	<header class="flex flex-wrap items-center gap-x-5 gap-y-2 border-b pb-3">
		<h1>Parallel</h1>
		{#if data.kind}
			<div class="w-[10rem]">
				<Select
					label="Chemistry and cells"
					value={data.kind.id}
					options={data.kinds.map((k) => [k.id, `${k.name} (${k.packs})`] as const)}
					onchange={(kind) => void ask({ kind, out: null, together: null, window: null })}
				/>
			</div>
			<p class="quiet min-w-[12rem] flex-1 text-[13px] max-sm:order-last max-sm:basis-full">
				{data.pile.length} packs of the pile ·
				{#if data.assumed}one board with <span class="num">6</span> places is assumed:
					<a class="link" href="/chargers/stock">say which you have</a>{:else if boards.length}{boards
						.map((p) => `${p.board} with ${p.places} places on ${p.name}`)
						.join('; ')}{:else}no board takes {cells}S: each charges alone{/if}
			</p>
			<div class="flex items-center gap-2">
				<span class="text-[13px]">window</span>
				<div class="w-[9.5rem] max-sm:w-[11rem]">
					<Stepper
						label="Window"
						unit="V"
						figure={usedV.toFixed(2)}
						step={0.01}
						min={0.01}
						max={widestV}
						own={usedV < widestV}
						onset={(v) => void ask({ window: v >= widestV - 1e-9 ? null : v.toFixed(2) })}
					/>
				</div>
			</div>
			{#if toRead.length}
				<button
					class="btn"
					onclick={() => (typing = { ids: toRead.map((o) => o.pack.id), first: toRead[0].pack.id })}
					>Read again <span class="num">{toRead.length}</span></button
				>
			{/if}
			<button class="btn" data-next onclick={() => (typing = { ids: allIds, first: null })}>Type volts</button
			>
		{/if}
	</header>

	{#if !data.kind}
		<p class="mt-5 max-w-[40rem]">
			Nothing to join yet: two packs of one lithium chemistry and one cell count are needed. Nickel and lead
			are never charged in parallel.
		</p>
		<p class="mt-3"><a class="btn btn-act" href="/packs/new">Add a pack</a></p>
	{:else}
		{#if typing}
			{#key typing}<TypeVolts
					packs={typingPacks}
					first={typing.first}
					onclose={() => (typing = null)}
				/>{/key}
		{/if}
		<div class="mt-3">
			{#if chips.length}
				<VoltageRail
					{chips}
					{brackets}
					windowV={usedV}
					bind:from
					onchip={(id) => (typing = { ids: allIds.includes(id) ? allIds : [...allIds, id], first: id })}
				/>
				<p class="quiet mt-1 flex min-h-[28px] flex-wrap items-center gap-x-4 text-[12.5px]">
					{#if from !== null}
						<span
							>window <span class="num">{from.toFixed(3)} to {(from + usedV).toFixed(3)} V</span>: {inWindow.length}
							{inWindow.length === 1 ? 'pack' : 'packs'}</span
						>
						<button class="btn" disabled={inWindow.length < 2} onclick={joinWindow}
							>Make them one batch</button
						>
						<button class="link" onclick={() => (from = null)}>put the window away</button>
					{:else}
						Slide the window along the ruler to hold packs together, or drag them between batches.
					{/if}
					{#if pinned.length}<button class="link" onclick={() => void ask({ together: null })}
							>let everything be sorted again</button
						>{/if}
				</p>
			{:else}
				<p class="quiet py-6">
					None of these packs has been read since it was last charged or used. Type their volts: they take
					their places on the ruler.
				</p>
			{/if}
		</div>

		{#if refused}<p class="border-l-4 border-stop pl-3" role="alert">{refused}</p>{/if}
		<div class="grid gap-x-8 gap-y-5 border-t pt-3 lg:grid-cols-[minmax(0,3fr)_minmax(14rem,1fr)]">
			<div class="grid content-start gap-x-8 gap-y-5 md:grid-cols-2">
				{#key shaken}
					{#each batches as b (b.key)}
						<BatchCard
							letter={b.letter}
							packs={b.members.map((m) => m.pack)}
							placeName={b.place.name}
							board={b.place.board}
							startsAt={b.startMin > 0.5 ? endOf(now, b.startMin) : null}
							word={wordOf(b)}
							proposal={answers.proposalOf(b)}
							detail={answers.detailOf(b)}
							{now}
							chosen={b === chosen}
							onchoose={() => (chosenKey = b.key)}
							ondrop={(id) => hold(b, id)}
							onleave={(id) => void leave(id)}
						/>
					{:else}
						<p class="quiet">
							{#if members.size < 2}No two packs may be joined as they are: read them again, at rest.
							{:else}No two of them are close enough to be joined: each charges alone.{/if}
						</p>
					{/each}
				{/key}
			</div>
			<Besides
				alone={alone.map((b) => ({ ...b, why: whyOf(b.member) }))}
				{toRead}
				{notNow}
				left={data.pile.filter((m) => out.has(m.pack.id)).map((m) => m.pack)}
				{sorted}
				{ends}
				{now}
				boards={boards.length}
				batches={batches.length}
				{client}
				ontakeback={(id) => void takeBack(id)}
			/>
		</div>

		{#if chosen}
			<GroupVerdict
				ids={chosen.ids}
				letter={chosen.letter}
				tone={wordOf(chosen).tone}
				{proposal}
				apartMv={chosenApartMv}
				readWithin={ageOf(chosen.members.map((m) => m.reading.takenAt).sort()[0])}
				mayStart={chosen.startMin <= 0.5}
				{busy}
				oncard={() => void make((id) => `/program/${id}/card`)}
				onjoin={() => void make((id) => `/run/start/${id}`)}
			/>
		{/if}
	{/if}
</div>
