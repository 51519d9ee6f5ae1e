<script lang="ts">
	import PackForm from '$lib/ui/pack/PackForm.svelte';
	let { data } = $props();
</script>

<svelte:head><title>Edit {data.pack.name} · Stack Tender</title></svelte:head>
<div class="page">
	<h1>{data.pack.name}</h1>
	<PackForm pack={data.pack} others={data.others} practice={data.practice} />
</div>
