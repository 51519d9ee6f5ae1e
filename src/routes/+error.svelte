<script lang="ts">
	import { page } from '$app/state';
</script>

<svelte:head><title>{page.status} · Stack Tender</title></svelte:head>
<div class="page">
	<h1>{page.status}</h1>
	<p class="mt-2">{page.error?.message}</p>
	<p class="mt-4"><a class="link" href="/">Back to Today</a></p>
</div>
