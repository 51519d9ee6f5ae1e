<script lang="ts">
	import { browser } from '$app/environment';
	import { tick, untrack } from 'svelte';
	import { replaceState } from '$app/navigation';
	import { page } from '$app/state';
	import { fit } from '$lib/ui/control/find';
	import Select from '$lib/ui/control/Select.svelte';
	import { LongList } from '$lib/ui/frame/long-list.svelte';
	import { reachable } from '$lib/ui/frame/reachable';
	import { READINESS } from '$core/care/readiness';
	import { CHEMISTRIES, chemistryOf } from '$core/chemistry/catalogue';
	import { cellsLabel } from '$core/pack/pack';
	import { spreadV } from '$core/pack/reading';
	import ReadinessMark from '$lib/ui/pack/ReadinessMark.svelte';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import { ago } from '$lib/ui/words';

	let { data } = $props();
	const rows = new LongList();

	const ORDERS = [
		['readiness', 'what needs a hand first'],
		['name', 'by name'],
		['capacity', 'by capacity'],
		['used', 'last used first']
	] as const;
	type Order = (typeof ORDERS)[number][0];

	// What is looked for stands in the address, so that Back and a reload find it again. (The
	// router's own address is the one without it: it is told of what was typed, and does not load
	// the page anew.)
	const asked = browser ? new URLSearchParams(location.search) : page.url.searchParams;
	let wanted = $state(asked.get('find') ?? '');
	let chemistry = $state(asked.get('chemistry') ?? '');
	let readiness = $state(asked.get('readiness') ?? '');
	let order = $state<Order>(ORDERS.find(([o]) => o === asked.get('order'))?.[0] ?? 'readiness');
	$effect(() => {
		const said = { find: wanted, chemistry, readiness, order: order === 'readiness' ? '' : order };
		const query = new URLSearchParams(Object.entries(said).filter(([, v]) => v !== ''));
		const search = query.size ? `?${query}` : '';
		// The router must have begun before it can be told of an address.
		untrack(() => {
			if (search !== location.search) void tick().then(() => replaceState(`/packs${search}`, page.state));
		});
	});

	const orders: Record<Order, (a: (typeof data.packs)[number], b: (typeof data.packs)[number]) => number> = {
		name: (a, b) => a.pack.name.localeCompare(b.pack.name),
		readiness: (a, b) =>
			READINESS.indexOf(a.readiness.state) - READINESS.indexOf(b.readiness.state) ||
			a.pack.name.localeCompare(b.pack.name),
		capacity: (a, b) => b.pack.capacityAh - a.pack.capacityAh,
		used: (a, b) => (b.lastRunAt ?? '').localeCompare(a.lastRunAt ?? '')
	};
	const shown = $derived(
		data.packs
			.filter(({ pack, readiness: r }) => {
				const text = `${pack.name} ${pack.usedIn} ${cellsLabel(pack)} ${chemistryOf(pack.chemistry).name}`;
				return (
					fit(wanted, text) > 0 &&
					(!chemistry || pack.chemistry === chemistry) &&
					(!readiness || r.state === readiness)
				);
			})
			.sort(orders[order])
	);
	const present = $derived(READINESS.filter((s) => data.packs.some((p) => p.readiness.state === s)));
</script>

<svelte:head><title>Packs · Stack Tender</title></svelte:head>
<div class="page">
	<header class="flex flex-wrap items-center justify-between gap-3">
		<h1>Packs</h1>
		{#if data.packs.length > 1}<a class="btn ml-auto" href="/parallel">Several together</a>{/if}
		<a class="btn btn-act" href="/packs/new" data-next={data.packs.length === 0 ? '' : undefined}>New pack</a>
	</header>
	{#if data.packs.length}
		<div class="mt-3 flex flex-wrap items-end gap-3">
			<label class="min-w-[12rem] flex-1">
				<span class="sr-only">Find a pack</span>
				<input class="field" data-find placeholder="Find by name, use, cells" bind:value={wanted} />
			</label>
			<div class="min-w-[9rem]">
				<Select
					label="Readiness"
					bind:value={readiness}
					options={[['', 'any readiness'], ...present.map((state) => [state, state] as const)]}
				/>
			</div>
			{#if CHEMISTRIES.length > 1}
				<div class="min-w-[9rem]">
					<Select
						label="Chemistry"
						bind:value={chemistry}
						options={[['', 'any chemistry'], ...CHEMISTRIES.map((c) => [c.id, c.name] as const)]}
					/>
				</div>
			{/if}
			<div class="min-w-[12rem]">
				<Select label="Order" bind:value={order} options={ORDERS} />
			</div>
		</div>
		<div class="mt-3 relative overflow-x-auto" use:reachable>
			<table class="ledger">
				<thead>
					<tr>
						<th><span class="sr-only">Cells</span></th>
						<th>Pack</th>
						<th>Readiness</th>
						<th class="right hidden sm:table-cell">Charge</th>
						<th class="right hidden sm:table-cell">Capacity</th>
						<th class="right hidden md:table-cell">Spread</th>
						<th class="right hidden md:table-cell">Runs</th>
						<th><span class="sr-only">Action</span></th>
					</tr>
				</thead>
				<tbody>
					{#each rows.drawn(shown) as { pack, reading, readiness: r, runs, lastRunAt } (pack.id)}
						{@const spread = reading ? spreadV(reading) : null}
						<tr>
							<td class="w-[52px]"
								><StackGlyph
									{pack}
									cellV={reading?.cellVoltagesV ?? null}
									packV={reading?.packVoltageV ?? null}
									charge={r}
									size={28}
								/></td
							>
							<td>
								<a class="font-semibold hover:underline" href="/packs/{pack.id}">{pack.name}</a>
								<span class="quiet block text-[12px]"
									>{chemistryOf(pack.chemistry).name}
									<span class="num">{cellsLabel(pack)}</span>{pack.usedIn && pack.usedIn !== pack.name
										? ` · ${pack.usedIn}`
										: ''}</span
								>
							</td>
							<td>
								<ReadinessMark state={r.state} />
								<span class="quiet hidden text-[12px] sm:block">{r.sentence}</span>
							</td>
							<td class="right num hidden sm:table-cell">
								{#if r.soc !== null && r.band}
									{Math.round(Math.min(1, Math.max(0, r.soc)) * 100)}<span class="unit">%</span>
									<span class="quiet block text-[11px]"
										>{Math.round(r.band.low * 100)} to {Math.round(r.band.high * 100)}</span
									>
								{:else}<span class="quiet">–</span>{/if}
							</td>
							<td class="right num hidden sm:table-cell"
								>{Math.round(pack.capacityAh * 1000)}<span class="unit">mAh</span></td
							>
							<td class="right num hidden md:table-cell" class:text-check={(spread ?? 0) > 0.05}
								>{spread === null ? '–' : Math.round(spread * 1000)}{#if spread !== null}<span class="unit"
										>mV</span
									>{/if}</td
							>
							<td class="right num hidden md:table-cell"
								>{runs}{#if lastRunAt}<span class="quiet block font-sans text-[11px]"
										>{ago(lastRunAt, data.now)}</span
									>{/if}</td
							>
							<td class="right"
								>{#if r.state === 'out of service'}<span class="quiet text-[12px]">no program</span>{:else}<a
										class="btn"
										href="/program?pack={pack.id}"
										aria-label="Program {pack.name}">Program</a
									>{/if}</td
							>
						</tr>
					{:else}
						<tr
							><td colspan="8" class="quiet py-6"
								>No pack fits. <button
									class="link"
									onclick={() => ((wanted = ''), (readiness = ''), (chemistry = ''))}>Show all</button
								></td
							></tr
						>
					{/each}
				</tbody>
			</table>
		</div>
		<p class="quiet mt-2 text-[12.5px]">
			{shown.length} of {data.packs.length}. Charge is an estimate from rest volts with its band; common
			tables disagree, this is the curve of the chemistry.
		</p>
	{:else}
		<p class="quiet mt-4">No pack yet. Take one in hand, read its label, and add it.</p>
	{/if}
</div>
