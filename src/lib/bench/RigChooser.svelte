<script lang="ts">
	import { GRAVITY } from '$core/material/index';
	import { rigNotes, rigWords } from '$core/rig/index';
	import { rigFromDocument, type DocumentRow } from '$lib/contract/documents';
	import RigFields from '$lib/controls/RigFields.svelte';
	import { wayWords } from '$lib/controls/rig';
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

	const FREE = 'free';
	const rows = $derived([
		...bench.rigs.map(({ id, name, body }) => {
			const rig = rigFromDocument(body);
			return { id, name, detail: `${wayWords[rig.way]}, ${rigWords(rig)}` };
		}),
		{ id: FREE, name: 'Free sinking', detail: 'no line at all' }
	]);
	const notes = $derived(
		bench.rig
			? rigNotes(
					bench.rig,
					bench.water?.depth ?? null,
					bench.water?.zoneTop ?? 0,
					(bench.prediction?.submergedWeight?.value ?? 0) / GRAVITY
				)
			: []
	);
</script>

<RowList
	label="Rigs"
	placeholder="Find by name or way"
	{rows}
	current={bench.rigRow?.id ?? FREE}
	choose={(id) => {
		bench.selectRig(id === FREE ? null : id);
		onchosen();
	}}
/>
{#if bench.rigRow && bench.rig}
	{@const row = bench.rigRow}
	<!-- What is half typed belongs to this rig and must not reach the next. -->
	{#key row.id}
		<NameField
			label="Name of this rig"
			name={row.name}
			rename={(name) => bench.rename(row, name)}
		/>
		<div class="mt-2">
			<RigFields rig={bench.rig} set={(rig) => bench.setRig(rig)} {notes} />
		</div>
	{/key}
{/if}
<DocumentButtons
	word="rig"
	create={() => void bench.newRig()}
	duplicate={bench.rigRow && (() => void bench.duplicate(bench.rigRow!))}
	remove={bench.rigRow && (() => void bench.remove(bench.rigRow!))}
	history={bench.rigRow && (() => showHistory(bench.rigRow!))}
/>
