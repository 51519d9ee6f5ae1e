<!-- The phone at the bench: its address as a code, and a sheet of labels that open a pack or a charger by pointing at them. -->
<script lang="ts">
	import { goto, invalidate } from '$app/navigation';
	import { toast } from 'svelte-sonner';
	import { SvelteSet } from 'svelte/reactivity';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import ToggleGroup from '$lib/ui/control/ToggleGroup.svelte';
	import { LongList } from '$lib/ui/frame/long-list.svelte';
	import { codePath, codeSide } from '$lib/ui/house/code-path';
	import { send } from '$lib/ui/server/api';
	import { moment } from '$lib/ui/words';

	let { data } = $props();
	const KINDS = [
		['all', 'packs and channels'],
		['pack', 'packs'],
		['channel', 'channels']
	] as const;
	const rows = new LongList();
	const left = new SvelteSet<string>();
	let kind = $state<'pack' | 'channel' | 'all'>('all');
	const shown = $derived(
		data.labels.filter((l) => (kind === 'all' || l.kind === kind) && !left.has(`${l.kind} ${l.id}`))
	);
	async function forget(id: string) {
		const sent = await send('DELETE', `/devices/${id}`);
		if (!sent.ok) toast.error(sent.message);
		await invalidate('app:devices');
	}
	const local = $derived(/^https?:\/\/(127\.|localhost)/.test(data.at));
</script>

<svelte:head><title>Phone and labels · Stack Tender</title></svelte:head>
<div class="page">
	<div class="print:hidden">
		<h1>Phone and labels</h1>
		<div class="mt-3 flex flex-wrap gap-6">
			<figure class="flex-none" data-address={data.at}>
				<svg
					class="code"
					width="150"
					height="150"
					viewBox="0 0 {codeSide(data.code)} {codeSide(data.code)}"
					role="img"
					aria-label="Code of {data.at}"><path d={codePath(data.code)} /></svg
				>
				<figcaption class="num mt-1 text-[12.5px]">{data.at}</figcaption>
			</figure>
			<div class="max-w-[38rem] min-w-[15rem] flex-1">
				{#if data.lan.length}
					<p>
						This bench is open to the local network, behind its passphrase. Point the phone’s camera at the
						code.
						{#if !data.secure && data.away}This address is not encrypted: the passphrase and what is shown can
							be read on that network.{/if}
					</p>
					<p class="quiet mt-1">
						A phone that is dark does not call. Stay with what charges; the phone is a second pair of eyes.
					</p>
				{:else}
					<p>
						This bench is open to this machine alone. Started with <code class="num">npm start -- --lan</code> it
						is open to the local network too, behind a passphrase that is asked for then.
					</p>
					<p class="quiet mt-1">
						With a certificate of your own (<code class="num">--cert FILE --key FILE</code>) it is encrypted,
						and the phone can be called and kept awake.
					</p>
				{/if}
				<form
					class="mt-3 flex flex-wrap items-center gap-2"
					onsubmit={(event) => {
						event.preventDefault();
						const at = new FormData(event.currentTarget).get('at');
						void goto(`/house/labels?at=${encodeURIComponent(String(at))}`, { keepFocus: true });
					}}
				>
					<label class="flex flex-wrap items-center gap-2"
						><span class="quiet">Labels open</span><input
							class="field w-[17rem]"
							name="at"
							value={data.at}
							inputmode="url"
							aria-invalid={data.wrong}
						/></label
					>
					<button class="btn">Use this address</button>
				</form>
				{#if data.wrong}<p class="text-stop" role="alert">
						An address is like http://192.0.2.7:5280, without anything behind it.
					</p>{/if}
				{#if local && !data.wrong}<p class="mt-1 text-check">
						Labels with this address open on this machine alone: name the one that the phone reaches.
					</p>{/if}
				{#if data.away}
					<form method="post" action="/leave" class="mt-3">
						<button class="btn">End this phone’s session</button>
					</form>
				{/if}
			</div>
		</div>
		{#if data.devices.length}
			<section class="mt-4" aria-label="Devices that have entered" data-devices>
				<h2>Devices that have entered <span class="quiet font-normal">{data.devices.length}</span></h2>
				<ul class="max-w-[38rem]">
					{#each data.devices as d (d.id)}
						<li class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b py-1.5">
							<span class="min-w-[14rem] flex-1"
								><b>{d.name}</b>
								<span class="quiet"
									>{d.open ? 'is in' : 'has to enter anew'}, last seen {moment(d.seenAt)}</span
								></span
							>
							<button class="btn" onclick={() => void forget(d.id)}>Forget it</button>
						</li>
					{/each}
				</ul>
				<p class="quiet mt-1 text-[12.5px]">
					One that is forgotten has to enter anew. With a new passphrase all of them have to.
				</p>
			</section>
		{/if}
		<div class="mt-4 flex flex-wrap items-center gap-3">
			<h2>Labels <span class="quiet font-normal">{shown.length}</span></h2>
			<ToggleGroup
				label="Which labels"
				class="flex gap-4"
				value={kind}
				options={KINDS}
				onchange={(next) => (kind = next)}
			/>
			<button class="btn btn-act" disabled={shown.length === 0} onclick={() => window.print()}>Print</button>
			{#if left.size}<button class="link" onclick={() => left.clear()}
					>{left.size} left out: take them back</button
				>{/if}
		</div>
		<p class="quiet mt-1 text-[12.5px]">56 by 25 mm each, three to a row on A4. Untick what needs none.</p>
	</div>
	<div class="sheet mt-3">
		{#each rows.drawn(shown) as l (`${l.kind} ${l.id}`)}
			<div class="label" data-label={l.name}>
				<svg
					class="code"
					viewBox="0 0 {codeSide(l.code)} {codeSide(l.code)}"
					role="img"
					aria-label="Code of {l.name}"><path d={codePath(l.code)} /></svg
				>
				<div class="min-w-0">
					<b>{l.name}</b>
					<span>{l.line}</span>
					<span class="print:hidden"
						><Checkbox checked={true} onchange={() => left.add(`${l.kind} ${l.id}`)}
							><span class="text-[12px]">print it</span></Checkbox
						></span
					>
				</div>
			</div>
		{:else}
			<p class="quiet">Nothing to label: put a pack or a charger on the shelf first.</p>
		{/each}
	</div>
</div>

<style>
	.code {
		background: #fff;
	}
	.code path {
		fill: #000;
	}
	.sheet {
		display: grid;
		grid-template-columns: repeat(auto-fill, 56mm);
		gap: 3mm;
	}
	.label {
		display: flex;
		width: 56mm;
		min-height: 25mm;
		gap: 2mm;
		align-items: center;
		border: 1px dashed #999;
		background: #fff;
		color: #000;
		overflow: hidden;
	}
	.label .code {
		flex: none;
		width: 25mm;
		height: 25mm;
	}
	.label b {
		display: block;
		font-size: 9.5pt;
		line-height: 1.15;
	}
	.label span {
		font-size: 7.5pt;
	}
	@media print {
		.sheet {
			grid-template-columns: repeat(3, 56mm);
		}
		.label {
			break-inside: avoid;
		}
	}
</style>
