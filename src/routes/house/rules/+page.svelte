<!-- Everything that is checked, grouped by what it protects, each with its source. -->
<script lang="ts">
	import type { Protects } from '$core/program/rule';
	import { RULES } from '$core/program/rules';

	const GROUPS: { protects: Protects; title: string }[] = [
		{ protects: 'person', title: 'People' },
		{ protects: 'pack', title: 'The pack' },
		{ protects: 'charger', title: 'Charger and supply' },
		{ protects: 'result', title: 'The result' }
	];
	const WORDS = { stop: 'Stop', check: 'Check', note: 'Note' };
	const ORDER = { stop: 0, check: 1, note: 2 };
	const of = (protects: Protects) =>
		RULES.filter((r) => r.protects === protects).sort((a, b) => ORDER[a.severity] - ORDER[b.severity]);
</script>

<svelte:head><title>What is checked · Stack Tender</title></svelte:head>
<div class="page max-w-[62rem]">
	<h1>What is checked</h1>
	<p class="quiet mt-1 max-w-[44rem]">
		{RULES.length} rules look at every program. A Stop must not run; a Check wants a decision that goes into the
		log; a Note is worth knowing. A Stop that protects from fire has no override. The words of a rule name the figures
		when it speaks; here is what it is about, and where it comes from. What you do by habit is set under
		<a class="link" href="/house">Your practice</a>.
	</p>
	{#each GROUPS as group (group.protects)}
		<section class="mt-5">
			<h2 class="border-b pb-1">
				{group.title} <span class="quiet font-normal">{of(group.protects).length}</span>
			</h2>
			<ul>
				{#each of(group.protects) as rule (rule.id)}
					<li class="grid gap-x-4 border-b py-[5px] sm:grid-cols-[8rem_1fr_1.2fr]">
						<b
							class="font-semibold"
							style:color={rule.severity === 'note' ? 'var(--quiet)' : `var(--${rule.severity})`}
							>{WORDS[rule.severity]}{rule.fire ? ', no override' : ''}</b
						>
						<span>{rule.title}</span>
						<span class="quiet text-[12.5px]">{rule.source}</span>
					</li>
				{/each}
			</ul>
		</section>
	{/each}
</div>
