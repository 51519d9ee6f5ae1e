<!-- What the book is asked for: pack, charger, task, end, how the end was judged, days, words. All of it stands in the address. -->
<script lang="ts">
	import { END_REASONS } from '$core/pack/end-reason';
	import { TASKS } from '$core/request/task';
	import Combobox from '$lib/ui/control/Combobox.svelte';
	import Select from '$lib/ui/control/Select.svelte';

	type Asked = Partial<Record<'pack' | 'charger' | 'task' | 'end' | 'judged' | 'from' | 'to' | 'q', string>>;
	interface Props {
		asked: Asked;
		packs: readonly { id: string; name: string }[];
		chargers: readonly { id: string; name: string }[];
		onchange: (change: Asked) => void;
	}
	let { asked, packs, chargers, onchange }: Props = $props();

	/** In place of one of them: a list of its own kind knows no empty value. */
	const EVERY = 'every';
	const given = (v: string): string | undefined => (v === EVERY || v === '' ? undefined : v);
	const any = $derived(Object.values(asked).some((v) => v !== undefined));
	const JUDGED = [
		['', 'judged or not'],
		['sound', 'sound'],
		['doubtful', 'doubtful'],
		['not what it says', 'not what it says']
	] as const;
	/** Words are looked for once typing rests, ms. */
	const REST_MS = 350;
	let waiting: ReturnType<typeof setTimeout> | undefined;
	function typed(event: Event & { currentTarget: HTMLInputElement }): void {
		const { value } = event.currentTarget;
		clearTimeout(waiting);
		waiting = setTimeout(() => onchange({ q: given(value.trim()) }), REST_MS);
	}
</script>

<form
	class="mt-3 grid grid-cols-2 items-end gap-2 sm:flex sm:flex-wrap"
	role="search"
	aria-label="Find runs"
	onsubmit={(event) => event.preventDefault()}
	data-filter
>
	<input
		class="field max-sm:col-span-2 sm:w-[13rem]"
		type="search"
		placeholder="words in notes, names, messages"
		aria-label="Words"
		value={asked.q ?? ''}
		oninput={typed}
	/>
	<Combobox
		class="sm:w-[12rem]"
		label="Pack"
		value={asked.pack ?? EVERY}
		items={[{ value: EVERY, label: 'every pack' }, ...packs.map((p) => ({ value: p.id, label: p.name }))]}
		onchange={(id) => onchange({ pack: given(id) })}
	/>
	<div class="sm:w-[10rem]">
		<Select
			label="Charger"
			value={asked.charger ?? ''}
			options={[['', 'every charger'], ...chargers.map((c) => [c.id, c.name] as const)]}
			onchange={(id) => onchange({ charger: given(id) })}
		/>
	</div>
	<div class="sm:w-[10rem]">
		<Select
			label="Task"
			value={asked.task ?? ''}
			options={[['', 'every task'], ...TASKS.map((t) => [t.id as string, t.name] as const)]}
			onchange={(id) => onchange({ task: given(id) })}
		/>
	</div>
	<div class="sm:w-[11.5rem]">
		<Select
			label="End"
			value={asked.end ?? ''}
			options={[
				['', 'every end'],
				['well', 'as it was meant'],
				['otherwise', 'otherwise than meant'],
				...END_REASONS.map((r) => [r as string, r] as const)
			]}
			onchange={(end) => onchange({ end: given(end) })}
		/>
	</div>
	<div class="sm:w-[10rem]">
		<Select
			label="Judged"
			value={asked.judged ?? ''}
			options={JUDGED}
			onchange={(judged) => onchange({ judged: given(judged) })}
		/>
	</div>
	<label class="flex items-center gap-1.5 max-sm:flex-col max-sm:items-start max-sm:gap-0"
		><span class="quiet">from</span><input
			class="field w-full sm:w-[9.5rem]"
			type="date"
			value={asked.from ?? ''}
			max={asked.to}
			onchange={(event) => onchange({ from: given(event.currentTarget.value) })}
		/></label
	>
	<label class="flex items-center gap-1.5 max-sm:flex-col max-sm:items-start max-sm:gap-0"
		><span class="quiet">to</span><input
			class="field w-full sm:w-[9.5rem]"
			type="date"
			value={asked.to ?? ''}
			min={asked.from}
			onchange={(event) => onchange({ to: given(event.currentTarget.value) })}
		/></label
	>
	{#if any}<a class="link py-2" href="/logbook">everything again</a>{/if}
</form>
