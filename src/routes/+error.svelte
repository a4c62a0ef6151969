<script lang="ts">
	import { page } from '$app/state';
</script>

<svelte:head><title>Gravitas: error</title></svelte:head>
<main class="mx-auto max-w-xl p-8">
	<h1 class="text-2xl font-semibold">{page.error?.message}</h1>
	<p class="mt-4"><a class="text-water underline" href="/">Back to the Bench</a></p>
</main>
