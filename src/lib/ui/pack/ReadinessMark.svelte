<!-- What a pack is ready for: a word, a shape and a colour, in that order of importance. -->
<script lang="ts">
	import type { ReadinessState } from '$core/care/readiness';

	let { state }: { state: ReadinessState } = $props();
	const looks: Record<ReadinessState, { colour: string; shape: string }> = {
		ready: { colour: 'var(--act)', shape: 'M1 1h10v10H1z' },
		storage: { colour: 'var(--store)', shape: 'M1 6h10v5H1z' },
		'part charged': { colour: 'var(--quiet)', shape: 'M1 4h10v7H1z' },
		low: { colour: 'var(--check)', shape: 'M1 9h10v2H1z' },
		look: { colour: 'var(--check)', shape: 'M6 1l5 10H1z' },
		'not read': { colour: 'var(--quiet)', shape: 'M1 1h10v10H1zM3 3v6h6V3z' },
		'on a charger': { colour: 'var(--act)', shape: 'M7 0L2 7h3l-1 5 6-7H6z' },
		'out of service': { colour: 'var(--stop)', shape: 'M2 1l4 4 4-4 1 1-4 4 4 4-1 1-4-4-4 4-1-1 4-4-4-4z' }
	};
	const look = $derived(looks[state]);
</script>

<span class="inline-flex items-center gap-[6px] whitespace-nowrap font-semibold" style:color={look.colour}>
	<svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true"
		><path d={look.shape} fill="currentColor" fill-rule="evenodd" /></svg
	>{state}
</span>
