<script lang="ts">
	import type { ComponentProps, Snippet } from 'svelte';
	import type { DocumentRow } from '$lib/documents/kinds';
	import DocumentButtons from './DocumentButtons.svelte';
	import NameField from './NameField.svelte';
	import RowList from '$lib/controls/RowList.svelte';
	import { useWorkspace } from '$lib/state/context';

	type Row = Extract<DocumentRow, { kind: 'fly' | 'rig' | 'lie' }>;
	interface Props {
		word: 'fly' | 'rig' | 'lie';
		/** Of the list. */
		label: string;
		placeholder: string;
		rows: ComponentProps<typeof RowList>['rows'];
		/** What is chosen, and its place in the list. */
		row: Row | null;
		current?: string | null;
		choose: (id: string) => void;
		create: () => void;
		showHistory: (row: DocumentRow) => void;
		takesFocus?: boolean;
		/** Whether not all rows are here yet. */
		fetching?: boolean;
		/** What stands between the name and the buttons. */
		children?: Snippet;
	}
	let {
		word,
		label,
		placeholder,
		rows,
		row,
		current,
		choose,
		create,
		showHistory,
		takesFocus = true,
		fetching = false,
		children
	}: Props = $props();
	const { documents, selection } = useWorkspace();
</script>

{#if fetching}
	<p role="status" class="px-1 text-quiet">The other {label.toLowerCase()} are on their way …</p>
{/if}
<RowList {label} {placeholder} {rows} current={current ?? row?.id ?? null} {choose} {takesFocus} />
{#if row}
	<!-- What is half typed belongs to this document and must not reach the next. -->
	{#key row.id}
		<NameField
			label="Name of this {word}"
			name={row.name}
			rename={(name) => documents.rename(row, name)}
		/>
		{@render children?.()}
	{/key}
{/if}
<DocumentButtons
	{word}
	{create}
	duplicate={row && (() => void selection.duplicate(row))}
	remove={row && (() => void selection.remove(row))}
	history={row && (() => showHistory(row))}
/>
