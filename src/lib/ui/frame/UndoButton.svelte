<!-- What was done on this page and can still be taken back, after its toast is gone. -->
<script lang="ts">
	import Undo2 from '@lucide/svelte/icons/undo-2';
	import Popover from '../control/Popover.svelte';
	import { undoList } from './undo.svelte';
</script>

{#if undoList.items.length}
	<div
		class="no-print fixed bottom-[150px] left-[14px] z-30 max-[720px]:bottom-[calc(132px+var(--bar-h,0px))] max-[720px]:left-3"
	>
		<Popover class="btn" label="What can be taken back">
			{#snippet word()}<Undo2 size={14} aria-hidden="true" /> {undoList.items.length}{/snippet}
			<ul class="grid gap-2">
				{#each undoList.items.toReversed() as item (item)}
					<li class="flex items-baseline justify-between gap-4">
						<span>{item.said}</span>
						<button type="button" class="link" onclick={() => undoList.take(item)}>Undo</button>
					</li>
				{/each}
			</ul>
		</Popover>
	</div>
{/if}
