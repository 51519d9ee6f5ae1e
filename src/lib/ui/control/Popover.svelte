<!-- A few lines that belong to a word, opened by pressing it. -->
<script lang="ts">
	import { Popover } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		/** The word that is pressed. */
		word: Snippet;
		/** What the word opens, for who cannot see it. */
		label?: string;
		children: Snippet;
		class?: string;
	}
	let { word, label, children, class: extra = '' }: Props = $props();
</script>

<Popover.Root>
	<Popover.Trigger class={extra} aria-label={label}>{@render word()}</Popover.Trigger>
	<Popover.Portal>
		<Popover.Content
			sideOffset={4}
			collisionPadding={8}
			class="z-50 max-w-[min(340px,92vw)] border bg-panel px-3 py-2 text-[13px] outline-none"
			>{@render children()}</Popover.Content
		>
	</Popover.Portal>
</Popover.Root>
