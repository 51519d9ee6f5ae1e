<!-- Why a pack is believed to stand where it stands: its events, newest first, each to be taken back with what that would change. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import type { StoryLine } from '$core/log/pack-story';
	import { offerUndo } from '../frame/undo.svelte';
	import { send } from '../server/api';
	import { refresh } from '../server/refresh';
	import { ago } from '../words';

	interface Without {
		low: number;
		high: number;
		readiness: string;
	}
	interface Props {
		lines: readonly StoryLine[];
		/** What would be believed without an event, by its id; null where nothing would be known. */
		without: Record<string, Without | null>;
		now: string;
	}
	let { lines, without, now }: Props = $props();

	const percent = (share: number): number => Math.round(100 * share);
	/** The newest say it; older ones are overtaken and folded. */
	const NEWEST = 6;
	let all = $state(false);
	const shown = $derived(all ? lines : lines.slice(0, NEWEST));
	let asked = $state<string | null>(null);

	async function takeBack(line: StoryLine) {
		const path = { reading: 'readings', use: 'uses', observation: 'observations' }[line.kind as 'reading'];
		const sent = await send('DELETE', `/${path}/${line.id}`);
		if (!sent.ok) return void toast.error(sent.message);
		asked = null;
		await refresh();
		offerUndo('Taken back.', async () => {
			await send('POST', `/${path}/${line.id}/restore`);
			await refresh();
		});
	}
</script>

<ol class="mt-1" data-story>
	{#each shown as line (line.id)}
		<li class="border-b py-1">
			<div class="flex flex-wrap items-baseline gap-x-3">
				<span class="num w-[8rem] shrink-0 font-semibold whitespace-nowrap"
					>{line.charge ? `${percent(line.charge.low)} to ${percent(line.charge.high)} %` : '–'}</span
				>
				<span class="min-w-[14rem] flex-1 text-[13px]"
					>{#if line.kind === 'run'}<a class="hover:underline" href="/logbook/{line.id}">{line.words}</a
						>{:else}{line.words}{/if}{#if line.contradicted}<b class="text-check">
							· does not fit the rest</b
						>{/if}{#if line.doubted}<span class="block text-check">{line.doubted}</span>{/if}</span
				>
				<span class="quiet text-[12px]">{ago(line.at, now)}</span>
				{#if line.kind === 'run'}
					<a class="link min-h-[24px] text-[12px]" href="/logbook/{line.id}">correct</a>
				{:else}
					<button
						type="button"
						class="link min-h-[24px] text-[12px]"
						aria-label="Take back: {line.words}"
						onclick={() => (asked = asked === line.id ? null : line.id)}>take back</button
					>
				{/if}
			</div>
			{#if asked === line.id}
				{@const after = without[line.id]}
				<p class="mt-1 flex flex-wrap items-center gap-x-3 text-[13px]">
					<span
						>Without it: {after
							? `${percent(after.low)} to ${percent(after.high)} %. ${after.readiness}`
							: 'nothing would be known of its charge.'}</span
					>
					<button type="button" class="btn !min-h-[32px]" onclick={() => void takeBack(line)}
						>Take it back</button
					>
					<button type="button" class="btn !min-h-[32px]" onclick={() => (asked = null)}>Keep it</button>
				</p>
			{/if}
		</li>
	{:else}
		<li class="quiet py-1">Nothing on record says anything of its charge.</li>
	{/each}
</ol>
{#if !all && lines.length > shown.length}<button
		type="button"
		class="link mt-1 min-h-[32px] text-[13px]"
		onclick={() => (all = true)}>{lines.length - shown.length} before that</button
	>{/if}
