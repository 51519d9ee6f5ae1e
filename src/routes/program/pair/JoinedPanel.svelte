<!-- Whether the two packs may be charged joined on one channel, and what flows as they meet. -->
<script lang="ts">
	import type { MayJoin } from '$core/simulate/joining/may-join';
	import type { Pack } from '$core/pack/pack';
	import type { Settling } from '$core/simulate/joining/settling';
	import { reachable } from '$lib/ui/frame/reachable';

	let { packs, joined }: { packs: readonly Pack[]; joined: MayJoin } = $props();

	const meeting = $derived(joined.meeting);
	const word = $derived(
		!joined.may ? 'Stop' : joined.findings.some((f) => f.severity === 'check') ? 'Check' : 'Clear'
	);
	/** The least, the likely and the greatest of a figure, by how well the resistances are known. */
	function span(of: (s: Settling) => number, unit: string, digits: number): string {
		if (!meeting) return '';
		const { low, high } = meeting.range;
		const ends = [of(low), of(high)].sort((a, b) => a - b).map((v) => v.toFixed(digits));
		const likely = of(meeting.settling).toFixed(digits);
		return ends[0] === ends[1] ? `${likely}${unit}` : `${likely}${unit} (${ends[0]} to ${ends[1]})`;
	}
	const signed = (mah: number) => `${mah < 0 ? '−' : '+'}${Math.abs(Math.round(mah))}`;
</script>

<section class="mt-6 border-t pt-3" aria-label="Joined in parallel" data-joined>
	<h2>
		Joined on one channel: <span style:color="var(--{word === 'Clear' ? 'act' : word.toLowerCase()})"
			>{word}</span
		>
	</h2>
	<div class="mt-1 grid gap-x-10 gap-y-3 lg:grid-cols-2">
		<div>
			{#each joined.findings as f (f.rule + f.sentence)}
				<p class="border-b py-1" data-rule={f.rule}>
					<b style:color="var(--{f.severity})">{f.severity === 'stop' ? 'Stop' : 'Check'}:</b>
					{f.sentence}
				</p>
			{:else}
				<p>
					Their volts are close at every cell, and little flows as they meet. The balance leads are joined
					with the main leads, or not at all. One charge then serves both: capacities add.
				</p>
			{/each}
			<p class="quiet mt-2 text-[12.5px]">
				Packs that are joined stay joined until the charge has ended. Never join a pack that is connected to
				another channel.
			</p>
		</div>
		{#if meeting}
			<div class="relative overflow-x-auto" use:reachable>
				<table class="ledger">
					<thead>
						<tr
							><th>As they meet</th><th class="right">Apart</th>
							{#each packs as pack (pack.id)}<th class="right">{pack.name}</th>{/each}
							<th class="right">Settle at</th></tr
						>
					</thead>
					<tbody>
						{#each meeting.positions as p, i (i)}
							<tr
								><td>Cell {i + 1}</td>
								<td class="right num">{Math.round(p.apartV * 1000)}<span class="unit">mV</span></td>
								{#each p.firstA as a, k (k)}<td class="right num"
										>{a < -0.005 ? '−' : ''}{Math.abs(a).toFixed(1)}<span class="unit">A</span></td
									>{/each}
								<td class="right num">{p.settledV.toFixed(2)}<span class="unit">V</span></td></tr
							>
						{/each}
						<tr
							><td>Moves</td><td></td>
							{#each meeting.movedAh as ah, k (k)}<td class="right num"
									>{signed(ah * 1000)}<span class="unit">mAh</span></td
								>{/each}
							<td></td></tr
						>
					</tbody>
				</table>
				<p class="quiet mt-1 text-[12.5px]">
					The table is the first moment, by the packs’ own resistance; leads make it less. Through the main
					leads {span((s) => Math.max(...s.peakA.map(Math.abs)), ' A', 1)} at first, {span(
						(s) => Math.max(...s.minuteMeanA.map(Math.abs)),
						' A',
						1
					)} on average over the first minute, level after {span((s) => s.levelMin, ' min', 0)}. Through a
					balance contact {meeting.balanceFirstA.toFixed(1)}&nbsp;A if those touch first, {meeting.balanceAfterA.toFixed(
						1
					)}&nbsp;A once the main leads are level; it carries 2&nbsp;A.
				</p>
			</div>
		{/if}
	</div>
</section>
