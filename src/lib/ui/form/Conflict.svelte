<!-- Changed in another window while this one was typing: both values, and the two ways on. -->
<script lang="ts">
	interface Props {
		/** What is called, as it is here and as it is there now. */
		differences: readonly { label: string; mine: string; theirs: string }[];
		onmine: () => void;
		ontheirs: () => void;
	}
	// Both values must be seen before one is chosen.
	const seen = (node: HTMLElement) => node.scrollIntoView({ block: 'nearest' });
	let { differences, onmine, ontheirs }: Props = $props();
</script>

<div class="mt-4 border-l-4 border-check pl-4" role="alert" use:seen>
	<h2 class="text-check">Changed in another window meanwhile</h2>
	{#if differences.length}
		<table
			class="ledger mt-1 max-w-[44rem] max-sm:text-[13px] max-sm:[&_td]:whitespace-normal max-sm:[&_th]:whitespace-normal"
		>
			<thead><tr><th></th><th>Here</th><th>There, saved already</th></tr></thead>
			<tbody>
				{#each differences as { label, mine, theirs } (label)}
					<tr><td>{label}</td><td class="num">{mine || '–'}</td><td class="num">{theirs || '–'}</td></tr>
				{/each}
			</tbody>
		</table>
	{:else}
		<p class="mt-1">Both say the same now.</p>
	{/if}
	<p class="mt-2 flex flex-wrap gap-3">
		<button type="button" class="btn" onclick={onmine}>Save what is here</button>
		<button type="button" class="btn" onclick={ontheirs}>Take what is there</button>
	</p>
</div>
