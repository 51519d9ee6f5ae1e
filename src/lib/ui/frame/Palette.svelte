<!-- Find anything: one line to type in, and where it leads. Loaded when it is asked for first. -->
<script lang="ts">
	import { justUsed } from '../pack/just-used';
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import Command from '../control/Command.svelte';
	import { send } from '../server/api';
	import { entriesOf, found, type Entry, type Findable } from './palette-items';
	import { PLACES } from './places';
	import { theme } from './theme.svelte';

	let { open = $bindable(), onhelp }: { open: boolean; onhelp: () => void } = $props();

	let typed = $state('');
	let findable = $state.raw<Omit<Findable, 'places'>>({ packs: [], chargers: [], runs: [] });
	let message = $state('');
	const entries = $derived(entriesOf({ ...findable, places: PLACES }));
	const shown = $derived(found(entries, typed));

	/** Runs of late, to go back to. */
	const RUNS = 30;

	onMount(async () => {
		const [packs, chargers, runs] = await Promise.all([
			send<Findable['packs']>('GET', '/packs'),
			send<Findable['chargers']>('GET', '/chargers'),
			send<{ runs: Findable['runs'] }>('GET', `/runs?limit=${RUNS}`)
		]);
		const wrong = [packs, chargers, runs].find((sent) => !sent.ok);
		if (wrong && !wrong.ok) message = wrong.message;
		findable = {
			packs: packs.ok ? packs.value : [],
			chargers: chargers.ok ? chargers.value : [],
			runs: runs.ok ? runs.value.runs : []
		};
	});

	function take({ go }: Entry): void {
		open = false;
		if ('theme' in go) theme.choose(go.theme);
		else if ('help' in go) onhelp();
		else if ('used' in go) void justUsed(go.used);
		// A file is not a page.
		else if (go.to.startsWith('/api/')) location.assign(go.to);
		else void goto(go.to);
	}
</script>

<Command
	bind:open
	bind:typed
	title="Find anything"
	about="A pack, a charger, a run, a place, a setting, or what to do: storage heron, limits pier, night."
	items={shown}
	{message}
	ontake={take}
/>
