<script lang="ts">
	import type { DocumentRow } from '$lib/documents/kinds';
	import DocumentChooser from './DocumentChooser.svelte';
	import { flyOrderNames, flyOrders, inOrder, listed, type FlyOrder } from '$lib/controls/listed';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { onchosen, showHistory }: Props = $props();
	const { documents, selection } = useWorkspace();
	let order = $state<FlyOrder>('name');
	$effect(() => void documents.want(['fly']));
</script>

<label class="mb-2 flex items-center gap-2 text-sm text-quiet"
	>Listed by
	<select bind:value={order} class="h-11 min-w-0 flex-1 rounded-md bg-sunk px-2 text-base text-ink">
		{#each flyOrderNames as name (name)}
			<option value={name}>{flyOrders[name].words}</option>
		{/each}
	</select>
</label>
<DocumentChooser
	word="fly"
	label="Flies"
	fetching={!documents.has(['fly'])}
	placeholder="Find by name, size or metal"
	rows={inOrder(documents.all('fly'), order).map((row) => listed(row, order))}
	row={selection.fly}
	choose={(id) => {
		selection.selectFly(id);
		onchosen();
	}}
	create={() => void selection.newFly()}
	{showHistory}
/>
