<script lang="ts">
	import type { DocumentRow } from '$lib/contract/documents';
	import type { Bench } from '$lib/state/bench.svelte';
	import DocumentChooser from './DocumentChooser.svelte';
	import { listed } from './listed';

	interface Props {
		bench: Bench;
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { bench, onchosen, showHistory }: Props = $props();
</script>

<DocumentChooser
	{bench}
	word="fly"
	label="Flies"
	placeholder="Find by name, size or metal"
	rows={bench.flies.map(listed)}
	row={bench.fly}
	choose={(id) => {
		bench.selectFly(id);
		onchosen();
	}}
	create={() => void bench.newFly()}
	{showHistory}
/>
