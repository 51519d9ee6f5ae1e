<!-- What a charger keeps by itself: timer, limits and caps, whose they are and what they are at. -->
<script lang="ts">
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
		are at now; empty is off.
	</p>
	<div class="mt-2 relative overflow-x-auto" use:reachable>
		<table class="ledger min-w-[50rem]">
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
						<td
							><select
								class="field"
								aria-label="Setting"
								bind:value={h.kind}
								onchange={() =>
									Object.assign(h, { ...emptyHeld(h.kind), scope: h.scope, channel: h.channel })}
								>{#each HELD_KINDS as k (k)}<option value={k}
										>{HELD_SETTINGS[k].label}, {HELD_SETTINGS[k].unit}</option
									>{/each}</select
							></td
						>
						<td>
							<select
								class="field"
								aria-label="{d.label} belongs to"
								value={h.scope === 'channel' ? `channel ${h.channel}` : h.scope}
								onchange={(e) => {
									const [scope, channel] = e.currentTarget.value.split(' ');
									h.scope = scope as typeof h.scope;
									h.channel = Number(channel ?? 0);
								}}
							>
								<option value="charger">whole charger</option>
								{#each channels as c, k (k)}<option value="channel {k}">channel {c.label}</option>{/each}
								<option value="slot">each slot</option>
							</select>
						</td>
						<td>
							<select class="field" aria-label="{d.label} of program" bind:value={h.task}>
								<option value="">all</option>
								{#each TASKS as t (t.id)}<option value={t.id}>{t.name}</option>{/each}
							</select>
						</td>
						<td>
							<select class="field" aria-label="{d.label} of chemistry" bind:value={h.chemistry}>
								<option value="">all</option>
								{#each CHEMISTRIES as x (x.id)}<option value={x.id}>{x.name}</option>{/each}
							</select>
						</td>
						{#each HELD_FIGURES as key (key)}
							<td
								><input
									class="field num !w-[5.4rem]"
									inputmode="decimal"
									aria-label="{d.label}, {HELD_SETTING[key].label}"
									bind:value={h[key]}
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
