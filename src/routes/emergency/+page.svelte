<!-- What to do when a pack hisses, swells, smokes or smells: in one press from every place, and on paper for the wall. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import { send } from '$lib/ui/server/api';

	let { data } = $props();
	const running = $derived(data.channels.filter((c) => c.run));
	async function stop(id: string) {
		const sent = await send('POST', `/runs/${id}/stop`);
		if (!sent.ok) toast.error(`${sent.message} Switch off at the wall if that is safe.`);
		else toast('Stop was sent. It only ends the current: a pack that burns goes on.');
	}
</script>

<svelte:head><title>Emergency · Stack Tender</title></svelte:head>
<div class="page card">
	<header class="flex flex-wrap items-baseline justify-between gap-3 border-b pb-2">
		<h1>If a pack hisses, swells, smokes or smells</h1>
		<button type="button" class="btn no-print" onclick={() => window.print()}>Print for the wall</button>
	</header>
	<ol class="first">
		<li><b>Leave it.</b> Get everybody away. Do not lean over it, do not carry it, do not pull a plug.</li>
		<li><b>Power off at the wall</b>, if you reach the switch without passing the pack.</li>
		<li>
			<b>Get out and close the door.</b> Do not breathe the smoke: it is poisonous, clear as it may look.
		</li>
		<li><b>Call the fire service.</b> Say that a battery burns, of which kind, and what stands beside it.</li>
	</ol>
	{#if running.length}
		<section class="no-print mt-4" aria-label="What runs now">
			<h2 class="border-b pb-1">What runs now</h2>
			<ul>
				{#each running as c (c.channelId)}
					<li class="flex items-center gap-4 border-b py-2">
						<span class="min-w-0 flex-1"
							><b>{c.pack?.name ?? 'a pack'}</b>
							<span class="quiet">on {c.chargerName}{c.single ? '' : ` ${c.channelLabel}`}</span></span
						>
						{#if c.run!.mode === 'link'}
							<button type="button" class="btn btn-stop !min-h-[44px]" onclick={() => void stop(c.run!.id)}
								>Stop {c.pack?.name ?? ''}</button
							>
						{:else}<span class="text-stop">stop it at the charger, or at the wall</span>{/if}
					</li>
				{/each}
			</ul>
		</section>
	{/if}
	<div class="mt-4 grid gap-x-8 gap-y-4 md:grid-cols-3">
		<section>
			<h2>Lithium</h2>
			<p>
				Hissing, a sweet smell of solvent, swelling, white smoke: seconds later there may be flames. One cell
				sets the next alight, and it can begin again hours later. Sand smothers sparks and keeps the fire
				small; much water cools what stands beside it; no extinguisher puts the cells themselves out.
			</p>
			<p>
				Swollen and quiet: power off at the wall, let nobody near for an hour, then take it outside in
				something that does not burn, away from what does. Never charge it again.
			</p>
		</section>
		<section>
			<h2>Lead</h2>
			<p>
				A smell of acid or of rotten eggs, or a hot case: <b>off at the wall before anyone touches a clamp</b
				>. A spark there sets off the gas above the battery. No flame and no light switch in that room; open
				doors and windows.
			</p>
			<p>Acid on skin or in eyes: rinse with running water for a quarter of an hour, and see a doctor.</p>
		</section>
		<section>
			<h2>Nickel</h2>
			<p>
				Too hot to hold, or hissing: power off at the wall and leave it to cool in the open. What vents is gas
				that burns and lye that bites: no flame, no bare hands. Never charge it again.
			</p>
		</section>
	</div>
	<section class="mt-4">
		<h2>Afterwards</h2>
		<p>
			What burned or swelled is watched outside for a day. Where it goes then, your local rules say: a
			collection point for batteries, never the bin, never the post. Clean up with gloves, in fresh air. What
			stood beside it is measured, cell by cell, before it is used.
		</p>
		<p class="quiet mt-2">
			This is practice among people who charge packs, not the advice of your fire service: theirs comes first,
			and the pack maker's sheet with it.
		</p>
	</section>
	<dl class="lines">
		<dt>Fire service</dt>
		<dd></dd>
		<dt>Wall switch</dt>
		<dd></dd>
		<dt>Sand, extinguisher</dt>
		<dd></dd>
	</dl>
</div>

<style>
	.first {
		margin-top: 12px;
		display: grid;
		gap: 6px;
		padding-left: 1.6em;
		list-style: decimal;
		font-size: 1.25rem;
		line-height: 1.35;
	}
	.first li::marker {
		font-weight: 700;
		color: var(--stop);
	}
	.card p {
		margin-top: 4px;
	}
	.lines {
		display: none;
	}
	@media print {
		.lines {
			display: grid;
			grid-template-columns: 10rem 1fr;
			gap: 18px 0;
			margin-top: 28px;
		}
		.lines dd {
			border-bottom: 1px solid #000;
		}
	}
</style>
