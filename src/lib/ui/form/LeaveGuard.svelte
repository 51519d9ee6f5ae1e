<!-- Asks before a page with something unsaved is left, and says that what came back was typed before. -->
<script lang="ts">
	import { beforeNavigate, goto } from '$app/navigation';
	import AlertDialog from '../control/AlertDialog.svelte';
	import { ago } from '../words';
	import type { KeptDraft } from './kept-draft.svelte';

	interface Props {
		kept: KeptDraft;
		/** Whether something is typed that is not saved. */
		dirty: boolean;
		/** Puts everything back as it was before anybody typed. */
		onanew: () => void;
	}
	let { kept, dirty, onanew }: Props = $props();

	let asking = $state(false);
	let to: string | null = null;

	beforeNavigate((navigation) => {
		if (!dirty) return;
		// The browser itself asks when its window is closed; what was typed comes back with it anyway.
		if (navigation.willUnload) return;
		navigation.cancel();
		to = navigation.to
			? navigation.to.url.pathname + navigation.to.url.search + navigation.to.url.hash
			: null;
		asking = true;
	});

	function leave(): void {
		kept.forget();
		onanew();
		if (to) void goto(to);
	}
</script>

{#if kept.restoredFrom}
	<p class="mt-3 border-l-4 border-check pl-3 text-[13px]" role="status">
		What you typed {ago(kept.restoredFrom, new Date().toISOString())} and did not save is here again.
		<button
			type="button"
			class="link"
			onclick={() => {
				kept.restoredFrom = null;
				onanew();
			}}>Start anew</button
		>
	</p>
{/if}
<AlertDialog
	bind:open={asking}
	title="Leave without saving?"
	about="What you typed here is not saved. It would be gone."
	act="Leave"
	stay="Stay"
	onact={leave}
/>
