<script lang="ts">
	import ChargerForm from '$lib/ui/charger/ChargerForm.svelte';
	let { data } = $props();
</script>

<svelte:head><title>Edit {data.charger.name} · Stack Tender</title></svelte:head>
<div class="page">
	<h1>{data.charger.name}</h1>
	<ChargerForm charger={data.charger} supplies={data.supplies} />
</div>
