<!-- The order in which a charger's screen asks for its settings; the key-in card follows it. -->
<script lang="ts">
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { CHARGER, type Ask } from '$core/charger/charger';
	import { SETTINGS, type SettingId } from '$core/request/settings';

	let { asks = $bindable() }: { asks: Ask[] } = $props();

	const OTHER_ASKS: Partial<Record<Ask, string>> = {
		chemistry: 'Chemistry',
		task: 'Program',
		capacity: 'Capacity of the pack'
	};
	const askName = (a: Ask) => OTHER_ASKS[a] ?? SETTINGS[a as SettingId].label;
	const unasked = $derived(CHARGER.asks.options.filter((a) => !asks.includes(a)));
	function move(i: number, by: number) {
		const [ask] = asks.splice(i, 1);
		asks.splice(i + by, 0, ask);
	}
</script>

<h2>The order in which its screen asks</h2>
<ol class="mt-1 max-w-[24rem]">
	{#each asks as ask, i (ask)}
		<li class="flex items-center gap-2 border-b py-1">
			<span class="quiet num w-5">{i + 1}</span><span class="flex-1">{askName(ask)}</span>
			<button
				type="button"
				class="btn !px-2"
				aria-label="{askName(ask)} earlier"
				disabled={i === 0}
				onclick={() => move(i, -1)}><ArrowUp size={14} /></button
			>
			<button
				type="button"
				class="btn !px-2"
				aria-label="{askName(ask)} later"
				disabled={i === asks.length - 1}
				onclick={() => move(i, 1)}><ArrowDown size={14} /></button
			>
			<button
				type="button"
				class="btn !px-2"
				aria-label="It does not ask for {askName(ask)}"
				onclick={() => asks.splice(i, 1)}><X size={14} /></button
			>
		</li>
	{/each}
</ol>
<p class="mt-2 flex flex-wrap gap-2">
	{#each unasked as ask (ask)}<button type="button" class="btn" onclick={() => asks.push(ask)}
			><Plus size={14} /> {askName(ask)}</button
		>{/each}
</p>
