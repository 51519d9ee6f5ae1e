<!-- How far long work is. -->
<script lang="ts">
	import { Progress } from 'bits-ui';

	/** Share done, 0 to 1, and what is being done. */
	let { done, label, class: extra = '' }: { done: number; label: string; class?: string } = $props();
</script>

<Progress.Root
	value={Math.round(100 * done)}
	max={100}
	aria-label={label}
	class="inline-block h-[6px] overflow-hidden border bg-panel {extra}"
>
	<span class="block h-full bg-act" style:width="{100 * done}%"></span>
</Progress.Root>
