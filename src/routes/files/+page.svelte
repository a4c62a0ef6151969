<script lang="ts">
	import AboutHere from '$lib/views/files/AboutHere.svelte';
	import BringIn from '$lib/frame/BringIn.svelte';
	import Copies from '$lib/views/files/Copies.svelte';
	import TakeOut from '$lib/views/files/TakeOut.svelte';

	let { data } = $props();
</script>

<svelte:head><title>Files · Gravitas</title></svelte:head>

<div class="min-h-0 flex-1 overflow-y-auto p-4 md:p-6">
	<h1 class="text-xl font-semibold">Files</h1>
	<p class="text-quiet">
		All of it is yours: take it elsewhere, bring it in from elsewhere, go back to an earlier day.
	</p>
	<div class="mt-5 grid gap-8 md:grid-cols-2 xl:grid-cols-3">
		<TakeOut />
		<div class="grid content-start gap-8">
			<BringIn />
			<AboutHere version={data.version} folder={data.folder} />
		</div>
		<Copies />
	</div>
</div>
