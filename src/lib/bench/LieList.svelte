<script lang="ts">
	import type { Snippet } from 'svelte';
	import { lieWords } from '$core/water/index';
	import { lieFromDocument, type DocumentRow } from '$lib/contract/documents';
	import type { Bench } from '$lib/state/bench.svelte';
	import DocumentButtons from './DocumentButtons.svelte';
	import NameField from './NameField.svelte';
	import RowList from './RowList.svelte';

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

<RowList
	label="Lies"
	placeholder="Find by name, bed or river"
	{rows}
	current={bench.lie?.id ?? null}
	takesFocus={onchosen !== undefined}
	choose={(id) => {
		bench.selectLie(id);
		onchosen?.();
	}}
/>
{#if bench.lie}
	{@const lie = bench.lie}
	<!-- What is half typed belongs to this lie and must not reach the next. -->
	{#key lie.id}
		<NameField
			label="Name of this lie"
			name={lie.name}
			rename={(name) => bench.rename(lie, name)}
		/>
		{@render children?.()}
	{/key}
{/if}
<DocumentButtons
	word="lie"
	create={() => void bench.newLie()}
	duplicate={bench.lie && (() => void bench.duplicate(bench.lie!))}
	remove={bench.lie && (() => void bench.remove(bench.lie!))}
	history={bench.lie && (() => showHistory(bench.lie!))}
/>
