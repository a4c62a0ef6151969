<script lang="ts">
	import type { Documents } from '$lib/state/documents.svelte';

	let { bench }: { bench: Documents } = $props();
	const button = 'h-11 rounded-md bg-raised px-3';
</script>

{#if bench.notice}
	<div role="alert" class="flex flex-wrap items-center gap-3 bg-warn-soft px-4 py-2">
		<span class="min-w-0 flex-1 wrap-anywhere">{bench.notice.words}</span>
		{#each bench.notice.choices as choice (choice.words)}
			<button
				type="button"
				class={button}
				onclick={() => {
					bench.dismiss();
					choice.act();
				}}>{choice.words}</button
			>
		{:else}
			<button type="button" class={button} onclick={() => bench.dismiss()}>Close</button>
		{/each}
	</div>
{/if}
