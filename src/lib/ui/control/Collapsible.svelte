<!-- What few need: a line that opens. -->
<script lang="ts">
	import { Collapsible } from 'bits-ui';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import type { Snippet } from 'svelte';

	interface Props {
		/** The line that opens it. */
		title: string;
		open?: boolean;
		children: Snippet;
		class?: string;
	}
	let { title, open = $bindable(false), children, class: extra = '' }: Props = $props();
</script>

<Collapsible.Root bind:open class={extra}>
	<Collapsible.Trigger class="link flex min-h-[28px] items-center gap-1 text-left">
		<ChevronRight size={14} class="shrink-0 {open ? 'rotate-90' : ''}" aria-hidden="true" />
		{title}
	</Collapsible.Trigger>
	<Collapsible.Content>{@render children()}</Collapsible.Content>
</Collapsible.Root>
