<!-- A look at the screen of a charger without a link: four figures, laid over the forecast. -->
<script lang="ts">
	import { refresh } from '$lib/ui/server/refresh';
	import { RUN_LOOK, type Run } from '$core/log/run';
	import { readFigure } from '$core/quantity/field-draft';
	import { send } from '$lib/ui/server/api';

	let { run }: { run: Run } = $props();

	const FIELDS = Object.entries(RUN_LOOK);
	let typed = $state<Record<string, string>>({});
	let messages = $state<string[]>([]);

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		const values: Record<string, number | null> = {};
		messages = [];
		for (const [key, field] of FIELDS) {
			const read = readFigure(field, typed[key] ?? '');
			if (read.ok) values[key] = read.value;
			else messages.push(read.message);
		}
		if (messages.length) return;
		const sent = await send('POST', `/runs/${run.id}/looks`, values);
		if (!sent.ok) {
			messages = [sent.message];
			return;
		}
		typed = {};
		await refresh();
	}
</script>

<form onsubmit={submit} novalidate class="mt-3">
	<h2>A look at the screen</h2>
	<div class="mt-1 grid grid-cols-2 gap-2">
		{#each FIELDS as [key, field] (key)}
			<label
				><span class="quiet block text-[12px]">{field.label}, {field.unit}</span><input
					class="field num"
					inputmode="decimal"
					bind:value={typed[key]}
				/></label
			>
		{/each}
	</div>
	<button class="btn mt-2">Lay it over the forecast</button>
	{#each messages as words (words)}<p class="mt-1 text-[12.5px] text-stop" role="alert">{words}</p>{/each}
</form>
