<!-- The schools of practice as one list: what this layer follows, what it leaves to the layer above, and why the default. -->
<script lang="ts">
	import Select from '$lib/ui/control/Select.svelte';
	import { DEFAULT_PRACTICE, type PracticeLayer } from '$core/practice/practice';
	import { REASONS } from '$core/practice/reasons';
	import { SCHOOL_GROUPS, SCHOOLS, showChoice, type School } from '$core/practice/schools';

	interface Props {
		layer: PracticeLayer;
		/** What the layer above says; the usual practice when absent. */
		above?: PracticeLayer;
		/** Whose list it is: a pack, or one program, has only some of the schools of its own. */
		of?: 'person' | 'pack' | 'program';
		onset: (next: PracticeLayer) => void;
	}
	let { layer, above = {}, of = 'person', onset }: Props = $props();

	const id = $props.id();
	/** A program stands in a narrow column: the reasons are left to the person's own page. */
	const narrow = $derived(of === 'program');
	const aboveIs = $derived(narrow ? 'as usual here' : 'yours');
	const schools = $derived(
		SCHOOLS.filter((s) => of === 'person' || (of === 'pack' ? s.ofPack : s.ofProgram))
	);
	const inherited = (s: School) => ({ ...DEFAULT_PRACTICE, ...above })[s.id];
	/** The values a school offers, each as it is written. */
	function options(s: School): { value: unknown; text: string }[] {
		if (Array.isArray(s.choices)) return s.choices.map((c) => ({ value: c, text: c }));
		const { min, max, step, off } = s.choices as Exclude<School['choices'], readonly string[]>;
		const count = Math.round((max - min) / step);
		const values = Array.from({ length: count + 1 }, (_, i) => Number((min + i * step).toFixed(3)));
		return [...(off === null ? [] : [null]), ...values].map((value) => ({
			value,
			text: showChoice(s.id, value)
		}));
	}
	function choose(s: School, index: string) {
		const { [s.id]: _dropped, ...rest } = layer;
		onset(index === '' ? rest : { ...rest, [s.id]: options(s)[Number(index)].value });
	}
</script>

{#each SCHOOL_GROUPS.filter((g) => schools.some((s) => s.about === g)) as group (group)}
	<p
		class="mt-4 border-b pb-1 text-[12.5px] font-semibold text-act first-letter:uppercase"
		id="{id}-{group.replaceAll(' ', '-')}"
	>
		{group}
	</p>
	<ul aria-labelledby="{id}-{group.replaceAll(' ', '-')}">
		{#each schools.filter((s) => s.about === group) as s (s.id)}
			{@const list = options(s)}
			{@const own = layer[s.id] !== undefined}
			<li
				class="grid gap-x-4 gap-y-1 border-b py-2 {narrow
					? 'sm:grid-cols-2'
					: 'sm:grid-cols-[11rem_16rem_1fr]'}"
				data-school={s.id}
			>
				<label class="font-semibold" for="school-{s.id}">{s.question}</label>
				<Select
					id="school-{s.id}"
					label={s.question}
					class={own ? 'font-semibold' : ''}
					value={own ? String(list.findIndex((o) => o.value === layer[s.id])) : ''}
					options={[
						['', `${showChoice(s.id, inherited(s))} (${above[s.id] === undefined ? 'usual' : aboveIs})`],
						...list.map((o, i) => [String(i), o.text] as const)
					]}
					onchange={(chosen) => choose(s, chosen)}
				/>
				{#if !narrow}<p class="quiet text-[12.5px]">{REASONS[s.id]}</p>{/if}
			</li>
		{/each}
	</ul>
{/each}
