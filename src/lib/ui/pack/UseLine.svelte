<!-- The last use of a pack: when, for how long, how it felt, and what it drew once it was charged again. -->
<script lang="ts">
	import { toast } from 'svelte-sonner';
	import Select from '../control/Select.svelte';
	import { parseFigure } from '$core/quantity/parse';
	import { USE, type Draw, type Use } from '$core/pack/use';
	import { send } from '../server/api';
	import { refresh } from '../server/refresh';
	import { ago } from '../words';

	interface Props {
		use: Use;
		draw: Draw | null;
		now: string;
	}
	let { use, draw, now }: Props = $props();

	let typed = $derived(use.minutes === null ? '' : String(use.minutes));
	let message = $state('');

	async function tell(change: object) {
		const sent = await send('PATCH', `/uses/${use.id}`, change);
		if (!sent.ok) return void toast.error(sent.message);
		await refresh();
	}
	function minutes() {
		if (typed.trim() === '') return void (use.minutes === null || tell({ minutes: null }));
		const { label, unit, min, max } = USE.minutes;
		const parsed = parseFigure(typed, { label, unit, min, max });
		message = parsed.ok ? '' : parsed.message;
		if (parsed.ok && parsed.value !== use.minutes) void tell({ minutes: parsed.value });
	}
</script>

<div class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px]">
	<span>Used {ago(use.at, now)}</span>
	<label class="flex items-center gap-1"
		><span>for</span>
		<input
			class="field num !min-h-[30px] !w-16"
			inputmode="decimal"
			aria-label="Minutes of use"
			bind:value={typed}
			onblur={minutes}
			onkeydown={(e) => e.key === 'Enter' && minutes()}
		/> min</label
	>
	<div class="flex items-center gap-1">
		<span>it felt</span>
		<Select
			class="!min-h-[30px] !w-28 !py-0"
			label="How it felt"
			value={use.felt}
			options={USE.felt.options.map((o) => [o, o] as const)}
			onchange={(felt) => void tell({ felt })}
		/>
	</div>
	{#if draw}
		<span class="quiet"
			>drew <b class="num">{draw.meanA.toFixed(1)}</b> A on average: a full pack lasts
			<b class="num">{Math.round(draw.fullMin)}</b> min</span
		>
	{:else if use.minutes === null}<span class="quiet">the minutes give its draw, after the next charge</span
		>{/if}
	{#if message}<span class="text-stop" role="alert">{message}</span>{/if}
</div>
