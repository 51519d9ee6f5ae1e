<!-- A look at the screen of a charger without a link: four figures, laid over the forecast. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { Run } from '$core/log/run';
	import { parseFigure } from '$core/quantity/parse';
	import { send } from '$lib/ui/api';

	let { run }: { run: Run } = $props();

	const FIELDS = [
		{ key: 'timeMin', label: 'Minutes', unit: 'min', max: 10000 },
		{ key: 'packV', label: 'Pack', unit: 'V', max: 90 },
		{ key: 'currentA', label: 'Current', unit: 'A', max: 200 },
		{ key: 'chargeMah', label: 'Put in', unit: 'mAh', max: 1e6 }
	] as const;
	let typed = $state<Record<string, string>>({});
	let messages = $state<string[]>([]);

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		const values: Record<string, number> = {};
		messages = [];
		for (const f of FIELDS) {
			const parsed = parseFigure(typed[f.key] ?? '', { ...f, min: 0 });
			if (parsed.ok) values[f.key] = parsed.value;
			else messages.push(parsed.message);
		}
		if (messages.length) return;
		const { chargeMah, ...rest } = values;
		const sent = await send('POST', `/runs/${run.id}/looks`, { ...rest, chargeAh: chargeMah / 1000 });
		if (!sent.ok) {
			messages = [sent.message];
			return;
		}
		typed = {};
		await invalidateAll();
	}
</script>

<form onsubmit={submit} novalidate class="mt-3">
	<h2>A look at the screen</h2>
	<div class="mt-1 grid grid-cols-2 gap-2">
		{#each FIELDS as f (f.key)}
			<label
				><span class="quiet block text-[12px]">{f.label}, {f.unit}</span><input
					class="field num"
					inputmode="decimal"
					bind:value={typed[f.key]}
				/></label
			>
		{/each}
	</div>
	<button class="btn mt-2">Lay it over the forecast</button>
	{#each messages as words (words)}<p class="mt-1 text-[12.5px] text-stop" role="alert">{words}</p>{/each}
</form>
