<script lang="ts">
	import ChargerForm from '$lib/ui/charger/ChargerForm.svelte';
	let { data } = $props();
</script>

<svelte:head><title>New charger · Stack Tender</title></svelte:head>
<div class="page">
	<h1>New charger</h1>
	<p class="quiet mt-1">
		{data.like
			? `Like ${data.like.name}: give it a name of its own, and change what differs.`
			: 'Read it from the printed specification. Fields come filled with what is usual; change what differs.'}
	</p>
	<ChargerForm like={data.like} supplies={data.supplies} />
</div>
