<script lang="ts">
	import { useWorkspace } from '$lib/state/context';
	import { whenWords } from '$lib/ui/when';

	const { documents } = useWorkspace();
	const button = 'h-11 rounded-md bg-raised px-3';
</script>

{#if documents.saidAt}
	<p role="alert" class="bg-warn-soft px-4 py-2">
		Gravitas does not answer. This is what it last said ({whenWords(documents.saidAt)}): you can
		look at it, and change it once Gravitas is back.
	</p>
{/if}
{#if documents.trouble}
	<p role="alert" class="bg-warn-soft px-4 py-2">{documents.trouble}</p>
{/if}
{#if documents.unsaved}
	<p role="alert" class="bg-warn-soft px-4 py-2">{documents.unsaved}</p>
{/if}
{#if documents.notice}
	<div role="alert" class="flex flex-wrap items-center gap-3 bg-warn-soft px-4 py-2">
		<span class="min-w-0 flex-1 wrap-anywhere">{documents.notice.words}</span>
		{#each documents.notice.choices as choice (choice.words)}
			<button
				type="button"
				class={button}
				onclick={() => {
					documents.dismiss();
					choice.act();
				}}>{choice.words}</button
			>
		{:else}
			<button type="button" class={button} onclick={() => documents.dismiss()}>Close</button>
		{/each}
	</div>
{/if}
