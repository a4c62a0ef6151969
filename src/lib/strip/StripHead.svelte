<script lang="ts">
	import type { DocumentRow } from '$lib/documents/kinds';
	import FoldedStrip from './FoldedStrip.svelte';
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
	let whole = $state<HTMLElement | null>(null);
	/** It is scrolled out of sight, but for what one line covers. */
	let away = $state(false);
	$effect(() => {
		if (!whole) return;
		const seen = new IntersectionObserver(
			([entry]) => (away = !entry!.isIntersecting && entry!.boundingClientRect.top < 0),
			{ rootMargin: '-64px 0px 0px 0px' }
		);
		seen.observe(whole);
		return () => seen.disconnect();
	});
</script>

<div class="bg-ground" bind:this={whole} {inert} data-on-paper>
	<Strip
		bind:open={chooser}
		showHistory={(row) => (history = { row, open: true })}
		showHow={() => (how = true)}
	/>
</div>
<div class="sticky top-0 z-10 h-0 print:hidden" {inert}>
	{#if away}<FoldedStrip />{/if}
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
