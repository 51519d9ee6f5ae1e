<!-- Said while the book goes on ahead of this machine's clock: by how much, and the way to settle it. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import { refresh } from '$lib/ui/server/refresh';
	import { send } from '$lib/ui/server/api';
	import { moment } from '$lib/ui/words';

	let { now, aheadMin }: { now: string; aheadMin: number } = $props();
	let busy = $state(false);
	const long = $derived(
		aheadMin < 90
			? `${aheadMin} min`
			: aheadMin < 36 * 60
				? `${Math.round(aheadMin / 60)} h`
				: `${Math.round(aheadMin / 1440)} days`
	);
	async function settle() {
		busy = true;
		const sent = await send<{ moved: number }>('POST', '/clock/settle', {});
		busy = false;
		if (!sent.ok) toast.error(sent.message);
		else
			toast(
				sent.value.moved === 0
					? 'The book follows this machine’s clock again.'
					: `The book follows this machine’s clock again: ${sent.value.moved} moments in the book are dated back by ${long}.`
			);
		await refresh();
	}
</script>

<div
	class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b bg-panel px-4 py-1.5 text-[13px]"
	role="status"
	data-clock
>
	<span class="min-w-[14rem] flex-1"
		><b class="text-check">This machine’s clock was set back by {long}.</b> So that nothing ends before it
		began, the book goes on by its own time: {moment(now)}.</span
	>
	<button class="btn" disabled={busy} onclick={() => void settle()}>This clock is right</button>
</div>
