<!-- Keeping a program: under a name among the pack's programs, and in one of the charger's memory slots. -->
<script lang="ts">
	import { offerUndo } from '$lib/ui/frame/undo.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import { toast } from 'svelte-sonner';
	import { refresh } from '$lib/ui/server/refresh';
	import type { SavedProgram } from '$lib/server/services/programs/programs';
	import type { SlotContent } from '$lib/server/services/chargers/slots';
	import { send } from '$lib/ui/server/api';
	import { moment } from '$lib/ui/words';

	interface Props {
		/** What is asked of the server to keep the program as it stands. */
		request: Record<string, unknown>;
		suggestion: string;
		chargerId: string;
		chargerName: string;
		/** How many slots the charger has, and what they hold. */
		slotCount: number;
		slots: SlotContent[];
		kept: SavedProgram[];
		/** A program with a Stop that protects from fire is not kept. */
		forbidden: boolean;
		onload: (program: SavedProgram) => void;
	}
	let { request, suggestion, chargerId, chargerName, slotCount, slots, kept, forbidden, onload }: Props =
		$props();

	// svelte-ignore state_referenced_locally
	let name = $state(suggestion);
	let slot = $state(1);
	let busy = $state(false);
	let message = $state('');
	const holds = $derived(slots.find((s) => s.slot === slot) ?? null);
	const nextVersion = $derived(
		1 + Math.max(0, ...kept.filter((p) => p.name === name.trim()).map((p) => p.version ?? 0))
	);

	async function keep(): Promise<SavedProgram | null> {
		message = '';
		if (name.trim() === '') {
			message = 'A program needs a name.';
			return null;
		}
		const sent = await send<SavedProgram>('POST', '/programs', { ...request, name: name.trim() });
		if (!sent.ok) message = sent.message;
		return sent.ok ? sent.value : null;
	}
	async function takeOff(program: SavedProgram) {
		const put = (as: string | null) => send('PATCH', `/programs/${program.id}`, { name: as });
		const sent = await put(null);
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
		offerUndo(
			`${program.name}, version ${program.version}, is off the list.`,
			async () => void (await put(program.name), await refresh())
		);
	}
	async function save() {
		busy = true;
		const program = await keep();
		busy = false;
		if (!program) return;
		await refresh();
		toast(`Kept as ${program.name}, version ${program.version}.`);
	}
	async function putInSlot() {
		busy = true;
		const program = await keep();
		if (program) {
			const put = (programId: string | null) =>
				send<{ before: string | null }>('PUT', `/chargers/${chargerId}/slots`, { slot, programId });
			const sent = await put(program.id);
			if (sent.ok) {
				const { before } = sent.value;
				await refresh();
				offerUndo(
					`Slot ${slot} of ${chargerName} now holds it. Key it in there too.`,
					async () => void (await put(before), await refresh())
				);
			} else message = sent.message;
		}
		busy = false;
	}
</script>

<section class="panel" aria-label="Keep this program">
	<div>
		<label class="block text-[13px] font-semibold" for="program-name">Name among this pack’s programs</label>
		<div class="mt-[2px] flex gap-2">
			<input id="program-name" class="field" bind:value={name} maxlength="80" />
			<button type="button" class="btn whitespace-nowrap" disabled={busy || forbidden} onclick={save}
				>Save{nextVersion > 1 ? `, version ${nextVersion}` : ''}</button
			>
		</div>
		{#if message}<p class="mt-1 text-[12.5px] text-stop" role="alert">{message}</p>{/if}
	</div>
	<div>
		{#if slotCount > 0}
			<label class="block text-[13px] font-semibold" for="slot">Memory slot of {chargerName}</label>
			<div class="mt-[2px] flex gap-2">
				<Select
					id="slot"
					label="Memory slot of {chargerName}"
					value={String(slot)}
					options={Array.from({ length: slotCount }, (_, i) => [
						String(i + 1),
						`${i + 1} · ${slots.find((x) => x.slot === i + 1)?.title ?? 'free'}`
					])}
					onchange={(chosen) => (slot = Number(chosen))}
				/>
				<button type="button" class="btn whitespace-nowrap" disabled={busy || forbidden} onclick={putInSlot}
					>{holds ? 'Replace' : 'Put there'}</button
				>
			</div>
		{:else}
			<p class="quiet pt-5 text-[13px]">{chargerName} has no memory slots.</p>
		{/if}
	</div>
	<div class="min-w-0">
		<p class="text-[13px] font-semibold">Kept for this pack</p>
		<ul class="max-h-[68px] overflow-y-auto text-[13px]">
			{#each kept as p (p.id)}
				<li class="flex items-baseline gap-2">
					<button type="button" class="link truncate" onclick={() => onload(p)}
						>{p.name}, version {p.version}</button
					>
					<span class="quiet flex-1 truncate text-[12px]">{moment(p.savedAt)}</span>
					<button
						type="button"
						class="quiet text-[12px] hover:underline"
						aria-label="Take {p.name}, version {p.version}, off the list"
						onclick={() => void takeOff(p)}>remove</button
					>
				</li>
			{:else}
				<li class="quiet">None yet.</li>
			{/each}
		</ul>
	</div>
</section>

<style>
	.panel {
		display: grid;
		grid-template-columns: 1fr 1fr 1.1fr;
		gap: 10px 26px;
		padding: 10px 20px;
		border-bottom: var(--stroke) solid var(--rule);
		background: var(--panel);
	}
	@media (max-width: 900px) {
		.panel {
			grid-template-columns: minmax(0, 1fr);
			padding-inline: 14px;
		}
	}
</style>
