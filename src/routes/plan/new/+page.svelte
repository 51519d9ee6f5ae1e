<!-- A new plan: by when, when somebody is there, and what each pack is to be. -->
<script lang="ts">
	import dayjs from 'dayjs';
	import { goto } from '$app/navigation';
	import { cellsLabel } from '$core/pack/pack';
	import { GOALS, type Goal, type Hours, type Job, type Plan } from '$core/plan/plan';
	import { GOAL_WORDS } from '$core/plan/words';
	import { fit } from '$lib/ui/control/find';
	import Moment from '$lib/ui/control/Moment.svelte';
	import Choice from '$lib/ui/form/Choice.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { LongList } from '$lib/ui/frame/long-list.svelte';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import HoursEditor from '$lib/ui/plan/HoursEditor.svelte';
	import { send } from '$lib/ui/server/api';

	let { data } = $props();
	const rows = new LongList();
	/** With more packs than this one is found by typing. */
	const MANY = 24;
	let wanted = $state('');

	const iso = (d: dayjs.Dayjs) => d.toISOString();
	// svelte-ignore state_referenced_locally
	const now = dayjs(data.now);
	const quarter = now
		.minute(Math.ceil(now.minute() / 15) * 15)
		.second(0)
		.millisecond(0);
	/** An evening from seven to ten: tonight's, or what is left of it. */
	const evening = now.hour() < 19 ? now.hour(19).minute(0).second(0).millisecond(0) : quarter;
	const due = evening.add(1, 'day').hour(9).minute(0);
	let by = $state<string | null>(iso(due));
	let name = $state('');
	let hours = $state<Hours[]>([
		{
			from: iso(evening),
			to: iso(evening.hour() < 22 ? evening.hour(22).minute(0) : evening.add(2, 'hour')),
			who: 'you',
			hands: true
		},
		{ from: iso(due.subtract(1, 'hour')), to: iso(due), who: 'you', hands: true }
	]);
	let message = $state('');
	let busy = $state(false);

	type Wish = Goal | '';
	/** What is offered for a pack: what its care asks for, or to be ready where it is not. */
	function offered(id: string): Wish {
		return data.care.find((c) => c.packId === id && c.goal !== 'capacity check')?.goal ?? '';
	}
	// svelte-ignore state_referenced_locally
	let wishes = $state<Record<string, Wish>>(
		Object.fromEntries(
			data.shelf.map(({ pack }) => [
				pack.id,
				data.pack === pack.id ? 'ready' : data.joined.length || data.pack ? '' : offered(pack.id)
			])
		)
	);
	let matters = $state<Job['matters']>('wanted');
	const whyOf = (id: string) => data.care.find((c) => c.packId === id && c.goal === wishes[id])?.why ?? '';
	const wishItems = [['', 'leave it'], ...GOALS.map((g) => [g, GOAL_WORDS[g]] as const)] as const;
	const joinedNames = $derived(
		data.joined.map((id) => data.shelf.find((s) => s.pack.id === id)?.pack.name ?? '').join(' + ')
	);
	const past = $derived(by !== null && by <= data.now);
	const from = $derived(hours.map((h) => h.from).sort()[0] ?? data.now);
	const until = $derived([...hours.map((h) => h.to), ...(by ? [by] : [])].sort().at(-1) ?? data.now);
	const count = $derived(Object.values(wishes).filter(Boolean).length + (data.joined.length > 1 ? 1 : 0));

	const free = $derived(data.shelf.filter(({ pack }) => !data.joined.includes(pack.id)));
	const shown = $derived(
		free.filter(({ pack }) => fit(wanted, `${pack.name} ${pack.usedIn} ${cellsLabel(pack)}`) > 0)
	);

	/** All that are shown: what is found by typing alone, where something was typed. */
	function setAll(wish: Wish) {
		wishes = { ...wishes, ...Object.fromEntries(shown.map(({ pack }) => [pack.id, wish])) };
	}
	function jobs(): Job[] {
		const plain = (packId: string, goal: Goal, joined: string[]): Job => ({
			id: `${goal.slice(0, 1)}-${packId}`,
			packId,
			joined,
			goal,
			due: goal === 'ready' ? by : null,
			notBefore: null,
			usedByThen: false,
			matters: goal === 'capacity check' ? 'if it fits' : matters,
			pace: 'as it needs',
			channelId: null,
			startsAt: null,
			doneAt: null,
			why: joined.length ? '' : whyOf(packId).slice(0, 200)
		});
		const group = data.joined.length > 1 ? [plain(data.joined[0], 'ready', data.joined.slice(1))] : [];
		return [
			...group,
			...data.shelf.flatMap(({ pack }) => {
				const wish = wishes[pack.id];
				return wish && !data.joined.includes(pack.id) ? [plain(pack.id, wish, [])] : [];
			})
		];
	}
	async function make() {
		busy = true;
		const sent = await send<Plan>('POST', '/plans', {
			name: name.trim() || (by ? dayjs(by).format('dddd H:mm') : 'Care'),
			from,
			until: until > from ? until : iso(dayjs(from).add(3, 'hour')),
			hours,
			jobs: jobs(),
			planned: [],
			madeAt: null,
			plannedAt: null
		});
		busy = false;
		if (!sent.ok) return void (message = Object.values(sent.fields)[0] ?? sent.message);
		await goto(`/plan/${sent.value.id}`);
	}
	async function addTo(id: string) {
		busy = true;
		const got = await send<{ plan: Plan }>('GET', `/plans/${id}`);
		if (got.ok) {
			const { plan } = got.value;
			const { id: _id, ...fields } = plan;
			const fresh = jobs().filter((j) => !plan.jobs.some((o) => o.id === j.id));
			const within = fresh.map((j) => ({ ...j, due: j.due && j.due > plan.until ? plan.until : j.due }));
			const sent = await send<Plan>('PUT', `/plans/${id}`, {
				...fields,
				jobs: [...plan.jobs, ...within],
				was: { jobs: plan.jobs }
			});
			busy = false;
			if (!sent.ok) return void (message = sent.message);
			return goto(`/plan/${id}`);
		}
		busy = false;
		message = got.message;
	}
</script>

<svelte:head><title>Plan a day · Stack Tender</title></svelte:head>
<div class="page">
	<header class="border-b pb-3">
		<p class="text-[12.5px]"><a class="link" href="/plan?all">Plans</a></p>
		<h1>Plan a day</h1>
	</header>
	<div class="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
		<div class="min-w-0">
			<div class="flex flex-wrap gap-4">
				<div class="text-[13px]">
					<span class="mb-[2px] block font-semibold">Ready by</span>
					<Moment label="Ready by" value={by} optional invalid={past} onchange={(at) => (by = at)} />
					{#if past}<p class="text-[12.5px] text-stop">That is over already.</p>{/if}
				</div>
				<label class="block min-w-[10rem] flex-1 text-[13px] font-semibold"
					>Name <input
						class="field mt-[2px] font-normal"
						maxlength="80"
						placeholder={by ? dayjs(by).format('dddd H:mm') : 'Care'}
						bind:value={name}
					/></label
				>
			</div>
			<h2 class="mt-5">When somebody is there</h2>
			<p class="quiet mb-2 text-[12.5px]">
				Nothing charges unwatched. Who watches without plugging is there all the same: take the tick away.
			</p>
			<HoursEditor
				{hours}
				from={data.now}
				until={iso(dayjs(data.now).add(4, 'day'))}
				onchange={(h) => (hours = h)}
			/>
			<div class="mt-5 max-w-[16rem]">
				<Choice
					label="How much it matters"
					options={[
						['must', 'must'],
						['wanted', 'wanted'],
						['if it fits', 'if it fits']
					] as const}
					bind:value={matters}
					hint="Each job can be set by itself in the plan."
				/>
			</div>
		</div>
		<section class="min-w-0" aria-label="What each pack is to be">
			<div class="flex flex-wrap items-baseline gap-x-4">
				<h2 class="flex-1">What each pack is to be</h2>
				<button type="button" class="link min-h-[28px] px-1 text-[13px]" onclick={() => setAll('ready')}
					>all ready</button
				>
				<button type="button" class="link min-h-[28px] px-1 text-[13px]" onclick={() => setAll('')}
					>none</button
				>
			</div>
			{#if data.joined.length > 1}
				<p class="mt-2 border-l-4 border-act pl-3">
					<b>{joinedNames}</b>, joined on one channel: ready for use.
				</p>
			{/if}
			{#if free.length > MANY}
				<label class="mt-2 block">
					<span class="sr-only">Find a pack</span>
					<input class="field" data-find placeholder="Find by name, use, cells" bind:value={wanted} />
				</label>
			{/if}
			<ul>
				{#each rows.drawn(shown) as { pack, reading, readiness } (pack.id)}
					<li class="flex items-center gap-3 border-b py-[3px]">
						<StackGlyph
							{pack}
							cellV={reading?.cellVoltagesV ?? null}
							packV={reading?.packVoltageV ?? null}
							charge={readiness}
							size={22}
							label=""
						/>
						<span class="min-w-0 flex-1">
							<span class="block truncate font-semibold"
								>{pack.name} <span class="quiet num text-[11.5px] font-normal">{cellsLabel(pack)}</span></span
							>
							<span class="quiet block truncate text-[12px]" title={whyOf(pack.id) || readiness.sentence}
								>{whyOf(pack.id) || readiness.sentence}</span
							>
						</span>
						<div class="w-[9.5rem] shrink-0">
							<Select
								label="{pack.name}: what for"
								value={wishes[pack.id]}
								options={wishItems}
								onchange={(wish) => (wishes[pack.id] = wish as Wish)}
							/>
						</div>
					</li>
				{:else}
					<li class="quiet py-2">
						{#if free.length}No pack fits. <button type="button" class="link" onclick={() => (wanted = '')}
								>Show all {free.length}</button
							>{:else}The shelf is empty. <a class="link" href="/packs/new">Add a pack</a>{/if}
					</li>
				{/each}
			</ul>
		</section>
	</div>
	<footer class="page-foot">
		{#if message}<p class="text-stop" role="alert">{message}</p>{/if}
		<span class="flex-1 text-[13px]">{count} {count === 1 ? 'job' : 'jobs'}</span>
		{#if data.current}
			<button
				class="btn !min-h-[44px]"
				disabled={busy || count === 0 || past}
				onclick={() => void addTo(data.current!.id)}>Add to {data.current.name}</button
			>
		{/if}
		<button
			class="btn btn-act !min-h-[44px]"
			data-next
			disabled={busy || count === 0 || past}
			onclick={() => void make()}>Plan it</button
		>
	</footer>
</div>
