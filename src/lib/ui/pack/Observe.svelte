<!-- What is seen, felt or smelt at a pack: one press each, with undo. -->
<script lang="ts">
	import { OBSERVATION, OBSERVATION_KINDS } from '$core/pack/observation';
	import type { Pack } from '$core/pack/pack';
	import { observe } from './observe';

	let { pack }: { pack: Pick<Pack, 'id' | 'name'> } = $props();
	const words: Partial<Record<string, string>> = OBSERVATION.what.words;
	let asked = $state(false);
</script>

{#if asked}
	<p class="flex flex-wrap gap-2" role="group" aria-label="What is seen at {pack.name}">
		{#each OBSERVATION_KINDS as what (what)}
			<button
				type="button"
				class="btn !min-h-[44px]"
				onclick={() => ((asked = false), void observe(pack, what))}>{words[what] ?? what}</button
			>
		{/each}
		<button type="button" class="btn !min-h-[44px]" onclick={() => (asked = false)}>nothing of this</button>
	</p>
{:else}
	<button type="button" class="link min-h-[32px]" onclick={() => (asked = true)}
		>Something is wrong with it</button
	>
{/if}
