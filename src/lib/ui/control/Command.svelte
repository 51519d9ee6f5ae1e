<!-- A line to type in over the page, and what it finds; Enter takes the first. -->
<script lang="ts" generics="Item extends { id: string; label: string; about: string }">
	import { Command, Dialog } from 'bits-ui';

	interface Props {
		open: boolean;
		typed: string;
		title: string;
		about: string;
		/** Found already, best first. */
		items: readonly Item[];
		/** What is wrong, where not everything could be looked through. */
		message?: string;
		ontake: (item: Item) => void;
	}
	let {
		open = $bindable(),
		typed = $bindable(),
		title,
		about,
		items,
		message = '',
		ontake
	}: Props = $props();
</script>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-black/40" />
		<Dialog.Content
			class="fixed top-[12dvh] left-1/2 z-50 flex max-h-[72dvh] w-[min(620px,94vw)] -translate-x-1/2 flex-col border bg-paper"
		>
			<Dialog.Title class="sr-only">{title}</Dialog.Title>
			<Dialog.Description class="sr-only">{about}</Dialog.Description>
			<Command.Root shouldFilter={false} loop label={title} class="flex min-h-0 flex-col">
				<Command.Input
					bind:value={typed}
					class="w-full border-b bg-panel px-4 py-3 text-[1.1rem] outline-none"
					placeholder={about}
					aria-label={title}
					autofocus
				/>
				<Command.List class="min-h-0 overflow-y-auto py-1">
					<Command.Viewport>
						{#each items as item (item.id)}
							<Command.Item
								value={item.id}
								onSelect={() => ontake(item)}
								class="flex min-h-[34px] cursor-pointer max-sm:min-h-[44px] items-center justify-between gap-4 px-4 py-1 data-[selected]:bg-act data-[selected]:text-act-ink [&[data-selected]_.quiet]:text-inherit"
							>
								<span class="min-w-0 truncate">{item.label}</span>
								<span class="quiet shrink-0 text-[12.5px]">{item.about}</span>
							</Command.Item>
						{:else}
							<p class="quiet px-4 py-2">Nothing is called that.</p>
						{/each}
					</Command.Viewport>
				</Command.List>
			</Command.Root>
			{#if message}<p class="border-t px-4 py-2 text-[12.5px] text-stop" role="alert">
					{message} Packs and chargers may be missing here.
				</p>{/if}
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
