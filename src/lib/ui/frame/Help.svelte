<!-- Keys, and the cautions that stand behind everything here. -->
<script lang="ts">
	import Dialog from '$lib/ui/control/Dialog.svelte';
	import { PLACES } from './places';

	let { open = $bindable(false) }: { open: boolean } = $props();
</script>

<Dialog bind:open title="Keys" about="They work wherever no field has the focus.">
	<dl class="grid grid-cols-[6rem_1fr] gap-y-1">
		{#each PLACES as place (place.path)}
			<dt class="num">g {place.key}</dt>
			<dd>go to {place.name}</dd>
		{/each}
		<dt class="num">/</dt>
		<dd>find anything: packs, chargers, runs, places, settings</dd>
		<dt class="num">n</dt>
		<dd>new pack; new charger in Chargers, new plan in Plan</dd>
		<dt class="num">.</dt>
		<dd>the next action of this page</dd>
		<dt class="num">u</dt>
		<dd>undo the last change of a program</dd>
		<dt class="num">?</dt>
		<dd>this page</dd>
	</dl>
	<p class="mt-4"><a class="link" href="/emergency">If a pack hisses, swells, smokes or smells</a></p>
	<h2 class="mt-5 mb-1">Before anything charges</h2>
	<p class="quiet">
		Lithium packs can burn violently. Never charge one that is swollen, punctured, crashed or was emptied too
		far. Stay with a charge, keep it on a surface and in a vented container that do not burn, away from what
		does. If a pack hisses, swells or smokes: leave it, switch off at the wall if that is safe, get out, call
		the fire service. Do not breathe the smoke.
	</p>
	<p class="quiet mt-2">
		The pack maker's sheet, the local code and a qualified person come before anything said here. This is
		arithmetic and practice, not a safety device: the charger's own protection stays on.
	</p>
</Dialog>
