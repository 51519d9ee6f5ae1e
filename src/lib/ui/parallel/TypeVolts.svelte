<!-- Volts typed one pack after another, cells or the whole pack, Enter goes to the next. -->
<script lang="ts">
	import { bookNow } from '$lib/ui/server/book-time';
	import { onMount } from 'svelte';
	import { SvelteMap } from 'svelte/reactivity';
	import { readCellsLine } from '$core/pack/cells-line';
	import type { Pack } from '$core/pack/pack';
	import type { Reading } from '$core/pack/reading';
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import { send } from '$lib/ui/server/api';
	import { refresh } from '$lib/ui/server/refresh';

	interface Props {
		packs: readonly Pack[];
		/** The one to begin with. */
		first?: string | null;
		onclose: () => void;
	}
	let { packs, first = null, onclose }: Props = $props();

	const typed = new SvelteMap<string, string>();
	const said = new SvelteMap<string, { ok: boolean; words: string }>();
	const fields: Record<string, HTMLInputElement | null> = $state({});
	/** What is on its way to the server, by pack: leaving a field and Enter must not send it twice. */
	const sending: Record<string, string> = {};

	// Once only: the list is drawn anew after every reading, and the next line is being typed by then.
	onMount(() => fields[first ?? packs[0]?.id ?? '']?.focus());

	/** Cells of the pack, or the volts of the whole; what is wrong in words otherwise. */
	function understood(pack: Pack, line: string): Partial<Reading> | string {
		const pieces = readCellsLine(line).map(Number);
		if (pieces.length === 0 || pieces.some((v) => !Number.isFinite(v)))
			return 'Volts, please: 3.81 3.80 3.82, or the whole pack.';
		if (pieces.length === pack.cells) return { cellVoltagesV: pieces, packVoltageV: null };
		if (pieces.length === 1) return { cellVoltagesV: null, packVoltageV: pieces[0] };
		const asked =
			pieces.length === pack.cells - 1
				? ` Has it ${pieces.length}? Then it is not one of these: change its cells on its page.`
				: '';
		return `${pieces.length} of ${pack.cells} cells: all of them, or the whole pack.${asked}`;
	}

	/** True where the line need not be stayed with: nothing typed, or on its way. */
	function take(pack: Pack): boolean {
		const line = (typed.get(pack.id) ?? '').trim();
		if (line === '' || sending[pack.id] === line) return true;
		const what = understood(pack, line);
		if (typeof what === 'string') {
			said.set(pack.id, { ok: false, words: what });
			return false;
		}
		void save(pack, line, what);
		return true;
	}

	async function save(pack: Pack, line: string, what: Partial<Reading>) {
		sending[pack.id] = line;
		const sent = await send<Reading>('POST', `/packs/${pack.id}/readings`, {
			takenAt: bookNow(),
			state: 'rest',
			...what
		});
		if (sending[pack.id] === line) delete sending[pack.id];
		if (!sent.ok) {
			const words = Object.values(sent.fields)[0] ?? sent.message;
			return void said.set(pack.id, { ok: false, words });
		}
		const { id } = sent.value;
		// Typed on in the meantime: that is a line of its own.
		if ((typed.get(pack.id) ?? '').trim() === line) {
			typed.delete(pack.id);
			said.set(pack.id, { ok: true, words: `read ${line}` });
		}
		offerUndo(`${pack.name} reads ${line}.`, async () => {
			await send('DELETE', `/readings/${id}`);
			said.delete(pack.id);
			await refresh();
		});
		await refresh();
	}
</script>

<section class="border-b pb-3" aria-label="Type volts">
	<div class="flex flex-wrap items-baseline justify-between gap-x-4">
		<h2 class="mt-2">Volts, one pack after another</h2>
		<button type="button" class="link" onclick={onclose}>Done</button>
	</div>
	<p class="quiet text-[12.5px]">
		Every cell in one line, or the whole pack where its cells were read before and still add up, or where a
		balanced charge levelled them. At rest, right before they are joined. Enter goes to the next.
	</p>
	<ul class="mt-1 grid gap-x-8 sm:grid-cols-2 lg:grid-cols-3">
		{#each packs as pack, k (pack.id)}
			<li class="grid grid-cols-[1fr_11rem] items-center gap-x-3 border-b py-[3px]">
				<label for="volts-{pack.id}" class="min-w-0 truncate" title={pack.name}>{pack.name}</label>
				<input
					id="volts-{pack.id}"
					class="field num !min-h-[36px] max-sm:!min-h-[44px]"
					inputmode="decimal"
					autocomplete="off"
					placeholder={pack.cells === 1 ? 'V' : `${pack.cells} cells or sum`}
					bind:this={fields[pack.id]}
					value={typed.get(pack.id) ?? ''}
					aria-invalid={said.get(pack.id)?.ok === false || undefined}
					aria-describedby={said.has(pack.id) ? `said-${pack.id}` : undefined}
					oninput={(e) => {
						typed.set(pack.id, e.currentTarget.value);
						said.delete(pack.id);
					}}
					onkeydown={(e) => {
						if (e.key !== 'Enter') return;
						e.preventDefault();
						// On at once, not when the answer comes: hands are faster, and a refusal stays by its line.
						if (take(pack)) fields[packs[k + 1]?.id ?? '']?.focus();
					}}
					onblur={() => said.get(pack.id)?.ok !== false && void take(pack)}
				/>
				{#if said.has(pack.id)}
					{@const s = said.get(pack.id)!}
					<p
						id="said-{pack.id}"
						class="col-span-2 text-[12.5px]"
						class:text-stop={!s.ok}
						class:text-act={s.ok}
						role={s.ok ? 'status' : 'alert'}
					>
						{s.words}
					</p>
				{/if}
			</li>
		{/each}
	</ul>
</section>
