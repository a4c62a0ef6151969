<script lang="ts">
	import type { DocumentRow } from '$lib/contract/documents';
	import { listed } from './listed';
	import type { Bench } from '$lib/state/bench.svelte';
	import DocumentButtons from './DocumentButtons.svelte';
	import NameField from './NameField.svelte';
	import RowList from './RowList.svelte';

	interface Props {
		bench: Bench;
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { bench, onchosen, showHistory }: Props = $props();
</script>

<RowList
	label="Flies"
	placeholder="Find by name, size or metal"
	rows={bench.flies.map(listed)}
	current={bench.fly?.id ?? null}
	choose={(id) => {
		bench.selectFly(id);
		onchosen();
	}}
/>
{#if bench.fly}
	{@const fly = bench.fly}
	{#key fly.id}
		<NameField
			label="Name of this fly"
			name={fly.name}
			rename={(name) => bench.rename(fly, name)}
		/>
	{/key}
{/if}
<DocumentButtons
	word="fly"
	create={() => void bench.newFly()}
	duplicate={bench.fly && (() => void bench.duplicate(bench.fly!))}
	remove={bench.fly && (() => void bench.remove(bench.fly!))}
	history={bench.fly && (() => showHistory(bench.fly!))}
/>
