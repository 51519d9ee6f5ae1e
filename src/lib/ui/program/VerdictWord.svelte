<!-- Clear, Check or Stop in a line of a list. -->
<script lang="ts">
	import type { Verdict } from '$core/program/check';

	let { verdict, checks = 0 }: { verdict: Verdict; checks?: number } = $props();
	const WORDS: Record<Verdict, string> = { stop: 'Stop', check: 'Check', clear: 'Clear' };
	const COLOURS: Record<Verdict, string> = { stop: 'text-stop', check: 'text-check', clear: 'text-act' };
</script>

<b class="whitespace-nowrap {COLOURS[verdict]}"
	>{WORDS[verdict]}{verdict === 'check' && checks > 1 ? ` ${checks}` : ''}</b
>
