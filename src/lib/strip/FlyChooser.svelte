<script lang="ts">
	import type { DocumentRow } from '$lib/documents/kinds';
	import DocumentChooser from './DocumentChooser.svelte';
	import { listed } from '$lib/controls/listed';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { onchosen, showHistory }: Props = $props();
	const { documents, selection } = useWorkspace();
	$effect(() => void documents.want(['fly']));
</script>

<DocumentChooser
	word="fly"
	label="Flies"
	fetching={!documents.has(['fly'])}
	placeholder="Find by name, size or metal"
	rows={documents.all('fly').map(listed)}
	row={selection.fly}
	choose={(id) => {
		selection.selectFly(id);
		onchosen();
	}}
	create={() => void selection.newFly()}
	{showHistory}
/>
