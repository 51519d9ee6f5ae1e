<script lang="ts">
	import PackForm from '$lib/ui/pack/PackForm.svelte';

	let { data } = $props();
</script>

<svelte:head><title>New pack · Stack Tender</title></svelte:head>
<div class="page">
	<h1>New pack</h1>
	<p class="quiet mt-1">
		{data.like
			? `Like ${data.like.name}: give it a name of its own, and change what differs.`
			: 'Read it from the label. What the label does not say stays empty.'}
	</p>
	<PackForm like={data.like} others={data.others} practice={data.practice} />
</div>
