<script lang="ts">
	import type { Snippet } from 'svelte';
	import { lieWords } from '$core/water/index';
	import { lieFromDocument } from '$lib/documents/lie/body';
	import type { DocumentRow } from '$lib/documents/kinds';
	import DocumentChooser from './DocumentChooser.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		onchosen?: () => void;
		showHistory: (row: DocumentRow) => void;
		/** What stands between the name and the buttons. */
		children?: Snippet;
	}
	let { onchosen, showHistory, children }: Props = $props();
	const { documents, selection } = useWorkspace();

	const rows = $derived(
		documents.all('lie').map((row) => {
			const river = documents.find('river', row.riverId);
			const words = lieWords(lieFromDocument(row.body));
			return { id: row.id, name: row.name, detail: river ? `${words} · ${river.name}` : words };
		})
	);
</script>

<DocumentChooser
	word="lie"
	label="Lies"
	placeholder="Find by name, bed or river"
	{rows}
	row={selection.lie}
	choose={(id) => {
		selection.selectLie(id);
		onchosen?.();
	}}
	create={() => void selection.newLie()}
	{showHistory}
	takesFocus={onchosen !== undefined}
	{children}
/>
