<!-- Something over the page that is looked at and closed. -->
<script lang="ts">
	import { Dialog } from 'bits-ui';
	import X from '@lucide/svelte/icons/x';
	import type { Snippet } from 'svelte';

	interface Props {
		open: boolean;
		title: string;
		/** What it is for, under the title. */
		about: string;
		children: Snippet;
	}
	let { open = $bindable(), title, about, children }: Props = $props();
</script>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-black/40" />
		<Dialog.Content
			class="fixed top-1/2 left-1/2 z-50 max-h-[90dvh] w-[min(560px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border bg-paper p-6"
		>
			<div class="flex items-start justify-between">
				<Dialog.Title class="text-[1.15rem] font-bold">{title}</Dialog.Title>
				<Dialog.Close class="grid size-8 place-items-center" aria-label="Close"><X size={18} /></Dialog.Close>
			</div>
			<Dialog.Description class="quiet mb-3">{about}</Dialog.Description>
			{@render children()}
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
