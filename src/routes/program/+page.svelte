<script lang="ts">
	import { page } from '$app/state';
	import Workbench from './Workbench.svelte';

	let { data } = $props();

	/** The address of this page with something else chosen. */
	function href(change: Record<string, string>): string {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- made and read at once
		const query = new URLSearchParams(page.url.searchParams);
		for (const [key, value] of Object.entries(change)) query.set(key, value);
		return `/program?${query}`;
	}
</script>

<svelte:head
	><title>{data.context ? `Program ${data.context.pack.name}` : 'Program'} · Stack Tender</title></svelte:head
>
{#if data.context}
	{#key `${data.context.pack.id} ${data.context.channelId} ${data.context.task} ${data.context.purpose} ${data.start?.id}`}
		<Workbench
			context={data.context}
			kept={data.kept}
			slots={data.slots}
			start={data.start}
			follow={data.follow}
			packs={data.packs}
			chargers={data.chargers}
			supplies={data.supplies}
			channels={data.channels}
			{href}
		/>
	{/key}
{:else if data.Chooser}
	<data.Chooser
		packs={data.packs}
		chargers={data.chargers}
		channels={data.channels}
		chosen={data.chosen}
		{href}
	/>
{/if}
