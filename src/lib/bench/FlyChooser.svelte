<script lang="ts">
	import { beadWords, hookWords } from '$core/fly/index';
	import { recipeFromDocument, type DocumentRow, type FlyRow } from '$lib/contract/documents';
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

	function detail(row: FlyRow): string {
		const { hook, bead } = recipeFromDocument(row.body.recipe);
		return `${hookWords(hook)} · ${bead ? beadWords(bead) : 'no bead'}`;
	}
</script>

<RowList
	label="Flies"
	placeholder="Find by name, size or metal"
	rows={bench.flies.map((row) => ({ id: row.id, name: row.name, detail: detail(row) }))}
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
