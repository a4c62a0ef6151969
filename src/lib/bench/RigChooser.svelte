<script lang="ts">
	import { GRAVITY } from '$core/material/index';
	import { asUsual, rigNotes, rigWords } from '$core/rig/index';
	import { rigFromDocument, type DocumentRow } from '$lib/contract/documents';
	import RigFields from '$lib/controls/RigFields.svelte';
	import { wayWords } from '$lib/ui/drift-words';
	import type { Bench } from '$lib/state/bench.svelte';
	import { useDrift } from '$lib/state/context';
	import DocumentChooser from './DocumentChooser.svelte';

	interface Props {
		bench: Bench;
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { bench, onchosen, showHistory }: Props = $props();

	const drift = useDrift();
	const FREE = 'free';
	const rows = $derived([
		...bench.rigs.map(({ id, name, body }) => {
			const rig = rigFromDocument(body);
			return { id, name, detail: `${wayWords[rig.way]}, ${rigWords(rig)}` };
		}),
		{ id: FREE, name: 'Sinking freely', detail: 'no line at all' }
	]);
	const notes = $derived(
		bench.rig
			? rigNotes(
					drift.hand?.rig ?? asUsual(bench.rig),
					bench.water?.depth ?? null,
					bench.water?.zoneTop ?? 0,
					(bench.prediction?.submergedWeight?.value ?? 0) / GRAVITY
				)
			: []
	);
</script>

<DocumentChooser
	{bench}
	word="rig"
	label="Rigs"
	placeholder="Find by name or way"
	{rows}
	row={bench.rigRow}
	current={bench.rigRow?.id ?? FREE}
	choose={(id) => {
		bench.selectRig(id === FREE ? null : id);
		onchosen();
	}}
	create={() => void bench.newRig()}
	{showHistory}
>
	{#if bench.rig}
		<div class="mt-2">
			<RigFields
				rig={bench.rig}
				set={(rig) => bench.setRig(rig)}
				{notes}
				hand={drift.hand}
				wouldBe={drift.wouldBe}
			/>
		</div>
	{/if}
</DocumentChooser>
