<script lang="ts">
	interface Props {
		/** What is odd, and the likely slip. */
		words: string;
		/** What was probably meant, and taking it; null where only the person knows. */
		likely: { readonly words: string; readonly take: () => void } | null;
		/** As it was entered, and keeping it so. */
		kept: { readonly words: string; readonly keep: () => void };
	}
	let { words, likely, kept }: Props = $props();
	const button = 'h-11 rounded-md bg-raised px-3 hover:bg-line';
</script>

<div role="alert" class="grid gap-2 rounded-md bg-warn-soft p-3">
	<p>{words}</p>
	<div class="flex flex-wrap gap-2">
		{#if likely}
			<button type="button" class={button} onclick={likely.take}>It is {likely.words}</button>
		{/if}
		<button type="button" class={button} onclick={kept.keep}>{kept.words}</button>
	</div>
</div>
