<!-- Whose program this is: the pack as it was last read, and the two choices that everything else follows from. -->
<script lang="ts">
	import { chemistryOf } from '$core/chemistry/catalogue';
	import { channelItems } from '$lib/ui/charger/channel-items';
	import { toast } from 'svelte-sonner';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { refresh } from '$lib/ui/server/refresh';
	import { goto } from '$app/navigation';
	import type { Readiness } from '$core/care/readiness';
	import type { Charger } from '$core/charger/charger';
	import type { Supply } from '$core/charger/supply';
	import { cellsLabel, type Pack } from '$core/pack/pack';
	import { packVoltage, spreadV, type Reading } from '$core/pack/reading';
	import type { ProgramContext, Resolved } from '$core/request/context';
	import { amps, cRate, text } from '$core/quantity/format';
	import type { ChannelOffer } from '$core/choose/rank';
	import { send } from '$lib/ui/server/api';
	import VerdictWord from '$lib/ui/program/VerdictWord.svelte';
	import type { ChannelState } from '$lib/server/services/house/today';
	import StackGlyph from '$lib/ui/pack/StackGlyph.svelte';
	import { ago } from '$lib/ui/words';

	interface Props {
		context: ProgramContext;
		resolved: Resolved;
		packs: { pack: Pack; reading: Reading | null; readiness: Readiness }[];
		chargers: Charger[];
		supplies: Supply[];
		/** The run that stands in the way of a start. */
		inTheWay: ChannelState | null;
		href: (change: Record<string, string>) => string;
	}
	let { context, resolved: r, packs, chargers, supplies, inTheWay, href }: Props = $props();

	const { pack, charger } = $derived(context);
	const chemistry = $derived(r.chemistry);
	const reading = $derived(context.reading);
	const packItems = $derived(
		packs.map((p) => ({
			value: p.pack.id,
			label: p.pack.name,
			search: `${cellsLabel(p.pack)} ${chemistryOf(p.pack.chemistry).name} ${p.pack.usedIn}`,
			of: p
		}))
	);
	/** What each channel would do, asked for when the list is opened; best first, as in the table. */
	let offers = $state.raw<ChannelOffer[]>([]);
	async function ask() {
		const sent = await send<ChannelOffer[]>(
			'GET',
			`/packs/${pack.id}/channels?task=${context.task}&purpose=${context.purpose}`
		);
		if (sent.ok) offers = sent.value;
	}
	const channels = $derived.by(() => {
		const place = (id: string) => offers.findIndex((o) => o.channelId === id);
		return channelItems(chargers)
			.map((item) => ({ ...item, offer: offers[place(item.value)] ?? null }))
			.sort((a, b) => place(a.value) - place(b.value));
	});
	const soc = $derived(Math.round(Math.min(1, Math.max(0, r.chargeState.soc)) * 100));
	const othersUse = $derived(
		charger.sharedPowerW !== null && context.othersOutputW > 0
			? `others use ${Math.round(context.othersOutputW)} of ${charger.sharedPowerW} W · `
			: ''
	);
	/** Mains at the bench or the battery in the car: where the charger draws from now. */
	const feeds = $derived<[string, string][]>([
		...supplies.map((s): [string, string] => [s.id, s.name]),
		['', 'supply not stated']
	]);
	async function feed(supplyId: string, before = charger.supplyId) {
		const sent = await send('PUT', `/chargers/${charger.id}/supply`, { supplyId: supplyId || null });
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
		const name = supplies.find((s) => s.id === supplyId)?.name ?? 'a supply that is not stated';
		if (supplyId !== (before ?? ''))
			offerUndo(`${charger.name} is fed by ${name} from now on.`, () => feed(before ?? '', supplyId));
	}
</script>

<header class="head">
	<StackGlyph
		{pack}
		cellV={reading?.cellVoltagesV ?? null}
		packV={reading?.packVoltageV ?? null}
		charge={r.chargeState}
		size={52}
	/>
	<div class="min-w-0 flex-1">
		<h1 class="truncate">
			<a class="hover:underline" href="/packs/{pack.id}">{pack.name}</a>
		</h1>
		<p class="quiet truncate text-[13px]">
			{chemistry.name}
			{cellsLabel(pack)} · {Math.round(pack.capacityAh * 1000)} mAh · {pack.labelChargeRateC === null
				? 'no label rate'
				: `label ${cRate(pack.labelChargeRateC)}`} ·
			{#if reading}
				read {ago(reading.takenAt, context.now)}:
				{#if reading.cellVoltagesV}<span class="num text-ink"
						>{reading.cellVoltagesV.map((v) => v.toFixed(2)).join('  ')}</span
					>
					V{#if pack.cells > 1}, spread {Math.round((spreadV(reading) ?? 0) * 1000)} mV{/if}{:else}<span
						class="num text-ink">{packVoltage(reading).toFixed(2)}</span
					> V{/if}, about {soc} %{#if r.chargeState.known}, {r.chargeState.known.how}{/if}
			{:else}not measured{/if}
		</p>
	</div>
	<div class="pickers">
		<Combobox label="Pack" value={pack.id} items={packItems} onchange={(id) => void goto(href({ pack: id }))}>
			{#snippet row(item)}
				<StackGlyph
					pack={item.of.pack}
					cellV={item.of.reading?.cellVoltagesV ?? null}
					packV={item.of.reading?.packVoltageV ?? null}
					charge={item.of.readiness}
					size={18}
				/>
				<span class="min-w-0 flex-1 truncate">{item.label}</span>
				<span class="quiet text-[12px]">{item.of.readiness.state}</span>
			{/snippet}
		</Combobox>
		<Combobox
			label="Channel"
			class="font-semibold"
			value={context.channelId}
			items={channels}
			onopen={() => void ask()}
			onchange={(id) => void goto(href({ channel: id }))}
		>
			{#snippet row(item)}
				<span class="min-w-0 flex-1 truncate">{item.label}</span>
				{#if item.offer}
					<span class="quiet num text-[12px] whitespace-nowrap"
						>{item.offer.currentA === null
							? ''
							: `${text(amps(item.offer.currentA))} · ${Math.round(item.offer.minutes!)} min`}</span
					>
					<VerdictWord verdict={item.offer.verdict} checks={item.offer.checks} />
				{/if}
			{/snippet}
		</Combobox>
		{#if inTheWay}
			<p class="truncate text-[12px] sm:text-right">
				<a class="link" href="/run/{inTheWay.run!.id}"
					>{inTheWay.pack?.id === pack.id ? 'this pack is charging' : `charging ${inTheWay.pack?.name}`}</a
				>
			</p>
		{:else}
			<p class="feeds quiet text-[12px]">
				<Select
					class="!min-h-[24px] !w-auto !min-w-0 !border-0 !bg-transparent !py-0 !text-[12px]"
					label="{charger.name} is fed by"
					value={charger.supplyId ?? ''}
					options={feeds}
					onchange={(id) => void feed(id)}
				/>
				<span class="truncate">{othersUse}</span>
				<a
					class="link"
					href="/program/channels?pack={pack.id}&channel={context.channelId}&task={context.task}&purpose={context.purpose}"
					>which channel?</a
				>
			</p>
		{/if}
	</div>
</header>

<style>
	.head {
		display: flex;
		align-items: center;
		gap: 16px;
		padding: 10px 20px 9px;
		border-bottom: var(--stroke) solid var(--rule);
	}
	.feeds {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 6px;
	}
	.feeds a {
		white-space: nowrap;
	}
	.pickers {
		width: 232px;
		display: grid;
		gap: 2px;
	}
	.pickers :global(.field) {
		min-height: 26px;
		padding-block: 0;
	}
	@media (max-width: 720px) {
		.head {
			padding-inline: 14px;
			flex-wrap: wrap;
		}
		.pickers {
			width: 100%;
		}
		.pickers :global(.field) {
			min-height: 40px;
		}
	}
</style>
