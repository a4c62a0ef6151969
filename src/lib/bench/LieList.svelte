<script lang="ts">
	import type { Snippet } from 'svelte';
	import { lieWords } from '$core/water/index';
	import { lieFromDocument, type DocumentRow } from '$lib/contract/documents';
	import type { Bench } from '$lib/state/bench.svelte';
	import DocumentChooser from './DocumentChooser.svelte';

	interface Props {
		bench: Bench;
		onchosen?: () => void;
		showHistory: (row: DocumentRow) => void;
		/** What stands between the name and the buttons. */
		children?: Snippet;
	}
	let { bench, onchosen, showHistory, children }: Props = $props();

	const rows = $derived(
		bench.lies.map((row) => {
			const river = bench.rivers.find((r) => r.id === row.riverId);
			const words = lieWords(lieFromDocument(row.body));
			return { id: row.id, name: row.name, detail: river ? `${words} · ${river.name}` : words };
		})
	);
</script>

<DocumentChooser
	{bench}
	word="lie"
	label="Lies"
	placeholder="Find by name, bed or river"
	{rows}
	row={bench.lie}
	choose={(id) => {
		bench.selectLie(id);
		onchosen?.();
	}}
	create={() => void bench.newLie()}
	{showHistory}
	takesFocus={onchosen !== undefined}
	{children}
/>
