<!-- Keys, and the cautions that stand behind everything here. -->
<script lang="ts">
	import { Dialog } from 'bits-ui';
	import X from '@lucide/svelte/icons/x';
	import { PLACES } from './places';

	let { open = $bindable(false) }: { open: boolean } = $props();
</script>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-black/40" />
		<Dialog.Content
			class="fixed top-1/2 left-1/2 z-50 max-h-[90dvh] w-[min(560px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border bg-paper p-6"
		>
			<div class="flex items-start justify-between">
				<Dialog.Title class="text-[1.15rem] font-bold">Keys</Dialog.Title>
				<Dialog.Close class="p-1" aria-label="Close"><X size={18} /></Dialog.Close>
			</div>
			<Dialog.Description class="quiet mb-3">They work wherever no field has the focus.</Dialog.Description>
			<dl class="grid grid-cols-[6rem_1fr] gap-y-1">
				{#each PLACES as place (place.path)}
					<dt class="num">g {place.key}</dt>
					<dd>go to {place.name}</dd>
				{/each}
				<dt class="num">/</dt>
				<dd>find a pack</dd>
				<dt class="num">n</dt>
				<dd>new pack, or new charger in Chargers</dd>
				<dt class="num">.</dt>
				<dd>the next action of this page</dd>
				<dt class="num">u</dt>
				<dd>undo the last change of a program</dd>
				<dt class="num">?</dt>
				<dd>this page</dd>
			</dl>
			<h2 class="mt-5 mb-1">Before anything charges</h2>
			<p class="quiet">
				Lithium packs can burn violently. Never charge one that is swollen, punctured, crashed or was emptied
				too far. Stay with a charge, keep it on a surface and in a vented container that do not burn, away
				from what does. If a pack hisses, swells or smokes: leave it, switch off at the wall if that is safe,
				get out, call the fire service. Do not breathe the smoke.
			</p>
			<p class="quiet mt-2">
				The pack maker's sheet, the local code and a qualified person come before anything said here. This is
				arithmetic and practice, not a safety device: the charger's own protection stays on.
			</p>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
