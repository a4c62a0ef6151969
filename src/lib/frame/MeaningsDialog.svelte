<script lang="ts">
	import Modal from '$lib/ui/Modal.svelte';
	import { meanings } from './meanings';

	let { open = $bindable() }: { open: boolean } = $props();
</script>

<Modal bind:open title="What the words mean" width={44}>
	<dl class="mt-3">
		{#each meanings as [word, words] (word)}
			<dt class="mt-3 font-semibold first-letter:uppercase">{word}</dt>
			<dd>{words}</dd>
		{/each}
	</dl>
	<button
		type="button"
		onclick={() => (open = false)}
		class="mt-4 h-11 rounded-md bg-water px-4 text-on-water">Close</button
	>
</Modal>
