<!-- How this person does things where practitioners differ. -->
<script lang="ts">
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { toast } from 'svelte-sonner';
	import { refresh } from '$lib/ui/server/refresh';
	import { DEFAULT_PRACTICE, type PracticeLayer } from '$core/practice/practice';
	import { SCHOOLS, showChoice } from '$core/practice/schools';
	import Conflict from '$lib/ui/form/Conflict.svelte';
	import { send } from '$lib/ui/server/api';
	import PracticeList from '$lib/ui/program/PracticeList.svelte';

	let { data } = $props();

	// What is chosen shows at once; a list that is walked through by keyboard changes with every press, so the writes go one
	// after another and the page takes the stored value over only when none is waiting.
	// svelte-ignore state_referenced_locally
	let layer = $state.raw<PracticeLayer>(data.practice);
	/** What this window knows to be kept: a choice made in another one is not overwritten unseen. */
	// svelte-ignore state_referenced_locally
	let seen = data.practice;
	let waiting = 0;
	let queue: Promise<unknown> = Promise.resolve();

	let conflict = $state.raw<{ mine: PracticeLayer; theirs: PracticeLayer } | null>(null);
	/** The schools on which the two windows differ, as each is written. */
	const differences = $derived(
		conflict
			? SCHOOLS.filter((s) => conflict!.mine[s.id] !== conflict!.theirs[s.id]).map((s) => {
					const said = (of: PracticeLayer) =>
						of[s.id] === undefined
							? `${showChoice(s.id, DEFAULT_PRACTICE[s.id])} (usual)`
							: showChoice(s.id, of[s.id]);
					return { label: s.question, mine: said(conflict!.mine), theirs: said(conflict!.theirs) };
				})
			: []
	);
	function take(which: 'mine' | 'theirs') {
		const { mine, theirs } = conflict!;
		conflict = null;
		if (which === 'mine') void put(mine);
		else layer = theirs;
	}

	function put(practice: PracticeLayer): Promise<boolean> {
		layer = practice;
		waiting++;
		const written = queue.then(async () => {
			// Passed over by a later choice.
			const sent =
				waiting > 1 ? null : await send('PATCH', '/preferences', { practice, was: { practice: seen } });
			waiting--;
			if (sent === null) return false;
			if (sent.ok) seen = practice;
			else if (!sent.current) toast.error(sent.message);
			await refresh();
			if (!sent.ok) seen = data.practice;
			// What was chosen here stays in sight until one of the two is.
			if (!sent.ok && sent.current) conflict = { mine: layer, theirs: data.practice };
			else if (waiting === 0 && !conflict) layer = data.practice;
			return sent.ok;
		});
		queue = written.catch(() => undefined);
		return written;
	}
	async function save(next: PracticeLayer) {
		if (conflict) {
			// Chosen while the two stand beside each other: it is part of what is here.
			conflict = { ...conflict, mine: next };
			layer = next;
			return;
		}
		const before = data.practice;
		if (await put(next)) offerUndo('Noted. Every program follows it from now on.', () => void put(before));
	}
</script>

<svelte:head><title>Your practice · Stack Tender</title></svelte:head>
<div class="page max-w-[62rem]">
	<h1>Your practice</h1>
	<p class="quiet mt-1 max-w-[44rem]">
		Where practitioners differ there is a usual way and there is yours. A pack can have its own on its page, a
		program its own while you build it; the nearest wins, and the program says whose it followed.
	</p>
	<p class="mt-1"><a class="link" href="/house/rules">What is checked in every program</a></p>
	{#if conflict}<Conflict {differences} onmine={() => take('mine')} ontheirs={() => take('theirs')} />{/if}
	<div class="mt-3"><PracticeList {layer} onset={(next) => void save(next)} /></div>
</div>
