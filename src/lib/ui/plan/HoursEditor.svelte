<!-- The hours in which somebody is there: typed, or taken from a calendar. -->
<script lang="ts">
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import type { Hours } from '$core/plan/plan';
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import Moment from '$lib/ui/control/Moment.svelte';
	import { upload } from '$lib/ui/server/upload.svelte';

	interface Props {
		hours: Hours[];
		/** Hours from a calendar are taken between these moments. */
		from: string;
		until: string;
		onchange: (hours: Hours[]) => void;
	}
	let { hours, from, until, onchange }: Props = $props();
	let message = $state('');

	const set = (n: number, change: Partial<Hours>) =>
		onchange(hours.map((h, k) => (k === n ? { ...h, ...change } : h)));
	function more() {
		const last = hours[hours.length - 1];
		const begin = last ? Date.parse(last.to) + 3600e3 : Date.parse(from);
		const at = (ms: number) => new Date(ms).toISOString();
		onchange([...hours, { from: at(begin), to: at(begin + 2 * 3600e3), who: 'you', hands: true }]);
	}
	/** A file that names a zone which nobody knows: what that zone is is asked for. */
	let asked = $state<File | null>(null);
	const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
	// UTC is in no browser’s list of zones.
	const zones = [...new Set([own, 'UTC', ...Intl.supportedValuesOf('timeZone')])];
	let zone = $state(own);
	let reading = $state(false);
	function choose(event: Event) {
		const input = event.currentTarget as HTMLInputElement;
		const file = input.files?.[0];
		input.value = '';
		if (file) void bring(file, null);
	}
	async function bring(file: File, inZone: string | null) {
		const query = new URLSearchParams({ from, until, ...(inZone ? { zone: inZone } : {}) });
		reading = true;
		const found = await upload(`/hours?${query}`, file).result;
		reading = false;
		if (!found.ok) {
			asked = found.fields.zone ? file : null;
			return void (message = found.message);
		}
		asked = null;
		const { hours: list, leftOut } = found.value as { hours: Hours[]; leftOut: string[] };
		const fresh = list.filter((h) => !hours.some((o) => o.from === h.from && o.to === h.to));
		message = fresh.length
			? `${fresh.length} ${fresh.length === 1 ? 'stretch' : 'stretches'} taken from ${file.name}.`
			: `${file.name} has nothing new between these moments.`;
		if (leftOut.length)
			message += ` Left out, as it comes again in a way that could not be followed: ${leftOut.join(', ')}.`;
		if (fresh.length) onchange([...hours, ...fresh].sort((a, b) => (a.from < b.from ? -1 : 1)));
	}
</script>

<ul class="grid gap-2" aria-label="Hours">
	{#each hours as h, n (n)}
		<li class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b pb-2">
			<span class="flex items-center gap-2 text-[12.5px]"
				><span class="w-[2rem]">from</span><Moment
					label="From"
					value={h.from}
					onchange={(at) => at && set(n, { from: at })}
				/></span
			>
			<span class="flex items-center gap-2 text-[12.5px]"
				><span class="w-[2rem] sm:w-auto">to</span><Moment
					label="To"
					value={h.to}
					invalid={h.to <= h.from}
					onchange={(at) => at && set(n, { to: at })}
				/></span
			>
			<label class="text-[12.5px]"
				>who <input
					class="field !w-[8rem]"
					maxlength="40"
					value={h.who}
					onchange={(e) => set(n, { who: e.currentTarget.value.trim() || 'you' })}
				/></label
			>
			<Checkbox class="text-[13px]" checked={h.hands} onchange={(hands) => set(n, { hands })}
				>plugs and unplugs</Checkbox
			>
			<button
				type="button"
				class="btn ml-auto !px-2"
				aria-label="Remove these hours"
				onclick={() => onchange(hours.filter((_, k) => k !== n))}
				><Trash2 size={15} aria-hidden="true" /></button
			>
			{#if h.to <= h.from}<p class="basis-full text-[12.5px] text-stop">It ends before it begins.</p>{/if}
		</li>
	{:else}
		<li class="quiet">Nobody is there yet: nothing charges unwatched.</li>
	{/each}
</ul>
<div class="mt-2 flex flex-wrap items-center gap-3">
	<button type="button" class="btn" onclick={more}>Add hours</button>
	<label class="btn cursor-pointer focus-within:outline-2 focus-within:outline-act"
		>From a calendar file<input
			type="file"
			accept=".ics,text/calendar"
			class="sr-only"
			onchange={choose}
		/></label
	>
	<span class="text-[12.5px]" role="status">{reading ? 'reading the calendar …' : message}</span>
</div>
{#if asked}
	{@const file = asked}
	<div class="mt-2 flex flex-wrap items-center gap-2">
		<div class="w-[16rem]">
			<Combobox
				label="Time zone of the calendar"
				value={zone}
				items={zones.map((name) => ({ value: name, label: name }))}
				onchange={(name) => (zone = name)}
			/>
		</div>
		<button type="button" class="btn" disabled={reading} onclick={() => void bring(file, zone)}
			>Take its hours</button
		>
	</div>
{/if}
