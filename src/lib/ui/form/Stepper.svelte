<!--
	A figure with a press up and a press down by the charger's own step; typing is checked in words. The arrow keys do in the field
	what the presses do beside it, so by keyboard a figure is one stop.
-->
<script lang="ts">
	import Minus from '@lucide/svelte/icons/minus';
	import Plus from '@lucide/svelte/icons/plus';
	import { parseFigure } from '$core/quantity/parse';

	interface Props {
		label: string;
		unit: string;
		/** The figure as it is written. */
		figure: string;
		/** Step, least and greatest in the unit that is shown. */
		step: number;
		min: number;
		max: number;
		/** The figure is the person's own, not computed. */
		own?: boolean;
		disabled?: boolean;
		onset: (shown: number) => void;
	}
	let { label, unit, figure, step, min, max, own = false, disabled = false, onset }: Props = $props();

	const id = $props.id();
	let typed = $state<string | null>(null);
	let message = $state('');

	function commit() {
		if (typed === null) return;
		const parsed = parseFigure(typed, { label, unit, min, max });
		if (!parsed.ok) {
			message = parsed.message;
			return;
		}
		message = '';
		typed = null;
		if (parsed.value !== Number(figure)) onset(parsed.value);
	}
	function move(by: number) {
		message = '';
		typed = null;
		const from = Number(figure);
		const start = Number.isFinite(from) ? from : min;
		const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
		onset(Number(Math.min(max, Math.max(min, start + by * step)).toFixed(decimals + 1)));
	}
	function keydown(event: KeyboardEvent) {
		if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
			event.preventDefault();
			move(event.key === 'ArrowUp' ? 1 : -1);
		} else if (event.key === 'Enter') commit();
		else if (event.key === 'Escape') {
			typed = null;
			message = '';
		}
	}
</script>

<div>
	<div class="stepper" class:own>
		<button type="button" tabindex="-1" onclick={() => move(-1)} {disabled} aria-label="{label} down"
			><Minus size={13} /></button
		>
		<label class="relative flex min-w-0 items-baseline justify-center" for={id}>
			<span class="sr-only">{label} in {unit || 'figures'}</span>
			<input
				{id}
				class="num min-h-[24px] min-w-0 bg-transparent text-right text-[17px] font-semibold outline-none"
				style:width="{Math.max(2, (typed ?? figure).length) + 0.6}ch"
				inputmode="decimal"
				autocomplete="off"
				{disabled}
				value={typed ?? figure}
				oninput={(e) => (typed = e.currentTarget.value)}
				onblur={commit}
				onkeydown={keydown}
				aria-invalid={message !== ''}
				aria-describedby={message ? `${id}-message` : undefined}
			/>
			{#if unit}<span class="unit quiet">{unit}</span>{/if}
		</label>
		<button type="button" tabindex="-1" onclick={() => move(1)} {disabled} aria-label="{label} up"
			><Plus size={13} /></button
		>
	</div>
	{#if message}<p id="{id}-message" class="mt-1 text-[12px] text-stop" role="alert">{message}</p>{/if}
</div>

<style>
	.stepper {
		display: grid;
		grid-template-columns: 30px 1fr 30px;
		align-items: stretch;
		height: 34px;
		border: var(--stroke) solid var(--rule);
		border-radius: 2px;
		background: var(--panel);
	}
	.stepper:focus-within {
		border-color: var(--act);
	}
	.own {
		border-color: var(--ink);
		box-shadow: inset 0 -2px 0 var(--ink);
	}
	.stepper button {
		display: grid;
		place-items: center;
		color: var(--quiet);
	}
	.stepper button:hover:not(:disabled) {
		color: var(--ink);
	}
	.stepper button:first-child {
		border-right: var(--stroke) solid var(--rule);
	}
	.stepper button:last-child {
		border-left: var(--stroke) solid var(--rule);
	}
	.stepper label {
		align-self: center;
	}
	@media (max-width: 720px) {
		.stepper {
			grid-template-columns: 44px 1fr 44px;
			height: 44px;
		}
	}
</style>
