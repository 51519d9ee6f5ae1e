<!-- What a charger keeps by itself: timer, limits and caps, whose they are and what they are at. -->
<script lang="ts">
	import Checkbox from '$lib/ui/control/Checkbox.svelte';
	import Select from '$lib/ui/control/Select.svelte';
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import { CHEMISTRIES } from '$core/chemistry/catalogue';
	import { HELD_KINDS, HELD_SETTING, HELD_SETTINGS } from '$core/charger/setting';
	import { TASKS } from '$core/request/task';
	import { emptyHeld, HELD_FIGURES, type ChannelDraft, type HeldDraft } from './charger-draft';
	import { reachable } from '../frame/reachable';

	interface Props {
		held: HeldDraft[];
		channels: readonly Pick<ChannelDraft, 'label'>[];
		errors: Record<string, string>;
	}
	const COLUMNS = ['kind', 'scope', 'task', 'chemistry', ...HELD_FIGURES] as const;
	let { held = $bindable(), channels, errors }: Props = $props();
</script>

<section class="mt-6 border-t pt-3">
	<h2>Settings it keeps by itself</h2>
	<p class="quiet text-[12.5px]">
		Timer, limits and caps stay as they were keyed last. Say whose they are, what the maker set, and what they
		are at now: tick <i>seen</i> where you looked at it, else it counts as not known. Empty is off.
	</p>
	<div class="mt-2 relative overflow-x-auto" use:reachable>
		<table class="ledger min-w-[58rem]">
			<thead
				><tr
					>{#each COLUMNS as key (key)}<th>{HELD_SETTING[key].label}</th>{/each}<th
						><span class="sr-only">Remove</span></th
					></tr
				></thead
			>
			<tbody>
				{#each held as h, i (i)}
					{@const d = HELD_SETTINGS[h.kind]}
					<tr>
						<td class="min-w-[11rem]"
							><Select
								label="Setting"
								value={h.kind}
								options={HELD_KINDS.map((k) => [k, `${HELD_SETTINGS[k].label}, ${HELD_SETTINGS[k].unit}`])}
								onchange={(kind) =>
									Object.assign(h, { ...emptyHeld(kind), scope: h.scope, channel: h.channel })}
							/></td
						>
						<td class="min-w-[8rem]">
							<Select
								label="{d.label} belongs to"
								value={h.scope === 'channel' ? `channel ${h.channel}` : h.scope}
								options={[
									['charger', 'whole charger'],
									...channels.map((c, k) => [`channel ${k}`, `channel ${c.label}`] as const),
									['slot', 'each slot']
								]}
								onchange={(chosen) => {
									const [scope, channel] = chosen.split(' ');
									h.scope = scope as typeof h.scope;
									h.channel = Number(channel ?? 0);
								}}
							/>
						</td>
						<td class="min-w-[6.5rem]">
							<Select
								label="{d.label} of program"
								bind:value={h.task}
								options={[['', 'all'], ...TASKS.map((t) => [t.id, t.name] as const)]}
							/>
						</td>
						<td class="min-w-[6.5rem]">
							<Select
								label="{d.label} of chemistry"
								bind:value={h.chemistry}
								options={[['', 'all'], ...CHEMISTRIES.map((x) => [x.id, x.name] as const)]}
							/>
						</td>
						{#each HELD_FIGURES as key (key)}
							<td
								>{#if key === 'heldValue'}<Checkbox bind:checked={h.known}
										><span class="sr-only">{d.label}: </span>seen</Checkbox
									>{/if}<input
									class="field num !w-[4.8rem]"
									inputmode="decimal"
									aria-label="{d.label}, {HELD_SETTING[key].label}"
									bind:value={h[key]}
									oninput={() => key === 'heldValue' && (h.known = true)}
									aria-invalid={!!errors[`held.${i}.${key}`]}
								/></td
							>
						{/each}
						<td
							><button
								type="button"
								class="btn !px-2"
								aria-label="Remove {d.label}"
								onclick={() => held.splice(i, 1)}><X size={14} /></button
							></td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
	{#each Object.entries(errors).filter(([path]) => path.startsWith('held.')) as [path, words] (path)}<p
			class="mt-1 text-[12.5px] text-stop"
			role="alert"
		>
			{words}
		</p>{/each}
	<button
		type="button"
		class="btn mt-2"
		onclick={() =>
			held.push(emptyHeld(HELD_KINDS.find((k) => !held.some((h) => h.kind === k)) ?? 'safetyTimerMin'))}
		><Plus size={14} /> setting</button
	>
</section>
