<!-- One setting: its name, its figure, and what decided it. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Decision } from '$core/program/decide';
	import {
		settingName,
		showFigure,
		shownPerStored,
		type ProgramSettings,
		type SettingId,
		unitOf
	} from '$core/request/settings';
	import type { TaskId } from '$core/request/task';
	import LimitLadder from './LimitLadder.svelte';
	import Stepper from '../form/Stepper.svelte';

	interface Props {
		id: SettingId;
		task: TaskId;
		decision: Decision;
		value: ProgramSettings[SettingId];
		own: boolean;
		/** Least, greatest and step in the stored unit. */
		range: { min: number; max: number; step: number };
		/** Show every limit at once, not only the one that decided; the others are one press away. */
		ladder?: boolean;
		fixed?: boolean;
		/** Where the setting can be off: what switches it on, and off again. */
		switched?: { on: () => void; off: () => void } | null;
		extra?: Snippet;
		onset: (value: ProgramSettings[SettingId]) => void;
		onrelease: () => void;
	}
	let {
		id,
		task,
		decision,
		value,
		own,
		range,
		ladder = false,
		fixed = false,
		switched = null,
		extra,
		onset,
		onrelease
	}: Props = $props();
	let open = $state(false);
	const many = $derived(decision.candidates.length > 1);
	const name = $derived(settingName(id, task));
	const shown = (stored: number) => Number((stored * shownPerStored(id)).toPrecision(9));
	/**
	 * Limits are written to a tenth, down as what is keyed: a limit of 3.86 A does not read 3.9
	 * above a setting of 3.8.
	 */
	function show(stored: number): string {
		if (id !== 'currentA' && id !== 'dischargeA') return showFigure(id, stored);
		const per = stored < 1 ? 100 : 10;
		return (Math.floor(stored * per + 1e-6) / per).toFixed(stored < 1 ? 2 : 1);
	}
	const sentence = $derived(decision.why ? decision.why[0].toUpperCase() + decision.why.slice(1) : '');
</script>

<div class="setting" data-setting={id}>
	<h3>{name}</h3>
	<div>
		{#if typeof decision.value === 'boolean'}
			<button
				type="button"
				class="toggle"
				class:own
				aria-pressed={value === true}
				onclick={() => onset(value !== true)}
			>
				{showFigure(id, value)}
			</button>
		{:else if typeof value === 'string'}
			<button
				type="button"
				class="toggle"
				class:own
				aria-label="{name}: {value}, change"
				onclick={() => onset(value === 'down first' ? 'up first' : 'down first')}
			>
				{value}
			</button>
		{:else if value === null && switched}
			<button type="button" class="toggle" class:own aria-label="{name}: off" onclick={switched.on}>
				off
			</button>
		{:else if value === null}
			<p class="toggle quiet">not on this charger</p>
		{:else}
			<Stepper
				label={name}
				unit={unitOf(id)}
				figure={showFigure(id, value)}
				step={shown(range.step)}
				min={shown(range.min)}
				max={shown(range.max)}
				{own}
				disabled={fixed}
				onset={(v) => onset(v / shownPerStored(id))}
			/>
		{/if}
	</div>
	<div class="min-w-0 text-[12.5px]">
		{#if many && (ladder || open)}
			<LimitLadder candidates={decision.candidates} decidedBy={decision.decidedBy} {show} />
		{:else}
			<p class="quiet">
				{sentence}
				{#if many}<button
						type="button"
						class="link whitespace-nowrap"
						aria-label="{decision.candidates.length} limits on {name}"
						onclick={() => (open = true)}>{decision.candidates.length} limits</button
					>{/if}
				{#if switched && value !== null}<button
						type="button"
						class="link ml-2 whitespace-nowrap"
						aria-label="off: {name}"
						onclick={switched.off}>off</button
					>{/if}
			</p>
		{/if}
		{#if open && !ladder}<button type="button" class="link" onclick={() => (open = false)}>close</button>{/if}
		{#if own}
			<p>
				Yours; computed is <span class="num">{showFigure(id, decision.value)}</span>.
				<button type="button" class="link" onclick={onrelease}>Use it</button>
			</p>
		{/if}
		{@render extra?.()}
	</div>
</div>

<style>
	.setting {
		display: grid;
		grid-template-columns: 96px 150px 1fr;
		gap: 4px 14px;
		align-items: start;
		padding: 7px 0;
		border-bottom: var(--stroke) solid var(--rule);
	}
	h3 {
		font-weight: 650;
		padding-top: 7px;
		line-height: 1.2;
	}
	.toggle {
		display: grid;
		place-items: center;
		width: 100%;
		height: 34px;
		border: var(--stroke) solid var(--rule);
		border-radius: 2px;
		background: var(--panel);
		font-weight: 600;
	}
	.own {
		border-color: var(--ink);
		box-shadow: inset 0 -2px 0 var(--ink);
	}
	p.toggle {
		font-weight: 400;
		font-size: 12px;
		border-style: dashed;
	}
	/* Where forecast and settings share a narrow window, the reasons stand under the figure; 900 px and less is one column. */
	@media (min-width: 901px) and (max-width: 1180px), (max-width: 720px) {
		.setting {
			grid-template-columns: 1fr 170px;
		}
		.setting > :last-child {
			grid-column: 1 / 3;
		}
	}
	@media (max-width: 720px) {
		.toggle {
			height: 44px;
		}
	}
</style>
