<!-- A question that must be answered before anything else: what would be lost, and the two ways on. -->
<script lang="ts">
	import { AlertDialog } from 'bits-ui';

	interface Props {
		open: boolean;
		title: string;
		/** What would happen. */
		about: string;
		/** The way on that loses something, and the one that does not. */
		act: string;
		stay: string;
		onact: () => void;
	}
	let { open = $bindable(), title, about, act, stay, onact }: Props = $props();
</script>

<AlertDialog.Root bind:open>
	<AlertDialog.Portal>
		<AlertDialog.Overlay class="fixed inset-0 z-40 bg-black/40" />
		<AlertDialog.Content
			class="fixed top-1/2 left-1/2 z-50 w-[min(440px,94vw)] -translate-x-1/2 -translate-y-1/2 border bg-paper p-6"
		>
			<AlertDialog.Title class="text-[1.15rem] font-bold">{title}</AlertDialog.Title>
			<AlertDialog.Description class="mt-2">{about}</AlertDialog.Description>
			<p class="mt-4 flex flex-wrap gap-3">
				<AlertDialog.Cancel class="btn btn-act">{stay}</AlertDialog.Cancel>
				<AlertDialog.Action class="btn btn-stop" onclick={onact}>{act}</AlertDialog.Action>
			</p>
		</AlertDialog.Content>
	</AlertDialog.Portal>
</AlertDialog.Root>
