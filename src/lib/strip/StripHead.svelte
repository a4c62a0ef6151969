<script lang="ts">
	import type { DocumentRow } from '$lib/documents/kinds';
	import Strip from './Strip.svelte';

	interface Props {
		/** Which chooser is open. */
		chooser: 'fly' | 'rig' | 'lie' | null;
		/** Whether “how it is worked out” is open. */
		how?: boolean;
		/** Something lies over the page. */
		inert?: boolean;
	}
	let { chooser = $bindable(), how = $bindable(false), inert = false }: Props = $props();
	let history = $state<{ row: DocumentRow; open: boolean } | null>(null);
</script>

<div class="bg-ground print:hidden staying:sticky staying:top-0 staying:z-10" {inert}>
	<Strip
		bind:open={chooser}
		showHistory={(row) => (history = { row, open: true })}
		showHow={() => (how = true)}
	/>
</div>
<!-- Seldom wanted: fetched when they are. -->
{#if how}
	{#await import('./HowDialog.svelte') then { default: HowDialog }}
		<HowDialog bind:open={how} />
	{/await}
{/if}
{#if history}
	{#await import('./HistoryDialog.svelte') then { default: HistoryDialog }}
		<HistoryDialog row={history.row} bind:open={history.open} />
	{/await}
{/if}
