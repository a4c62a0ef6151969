<script lang="ts">
	import { castWeight } from '$core/predict/index';
	import { GRAVITY } from '$core/material/index';
	import { asUsual, rigNotes, rigWords, wayTable } from '$core/rig/index';
	import { rigFromDocument } from '$lib/documents/rig/body';
	import type { DocumentRow } from '$lib/documents/kinds';
	import RigFields from '$lib/controls/RigFields.svelte';
	import { useWorkspace } from '$lib/state/context';
	import CastFields from './CastFields.svelte';
	import DocumentChooser from './DocumentChooser.svelte';

	interface Props {
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { onchosen, showHistory }: Props = $props();
	const { documents, strip, answer, parameters, selection, drift } = useWorkspace();

	const FREE = 'free';
	const rows = $derived([
		...documents.all('rig').map(({ id, name, body }) => {
			const rig = rigFromDocument(body);
			return { id, name, detail: `${wayTable[rig.way].words}, ${rigWords(rig)}` };
		}),
		{ id: FREE, name: 'Sinking freely', detail: 'no line at all' }
	]);
	const notes = $derived(
		strip.rig
			? rigNotes(
					drift.hand?.rig ?? asUsual(strip.rig),
					strip.water?.depth ?? null,
					strip.water?.zoneTop ?? 0,
					Math.max(0, answer.atMedians?.sink.submergedWeight ?? 0) / GRAVITY +
						castWeight(strip.rig, strip.temperature, parameters.distribution)
				)
			: []
	);
</script>

<DocumentChooser
	word="rig"
	label="Rigs"
	placeholder="Find by name or way"
	{rows}
	row={selection.rig}
	current={selection.rig?.id ?? FREE}
	choose={(id) => {
		selection.selectRig(id === FREE ? null : id);
		onchosen();
	}}
	create={() => void selection.newRig()}
	{showHistory}
>
	{#if strip.rig}
		<div class="mt-2">
			<RigFields
				rig={strip.rig}
				set={(rig) => strip.setRig(rig)}
				{notes}
				hand={drift.hand}
				wouldBe={drift.wouldBe}
				distribution={parameters.distribution}
			/>
			<CastFields rig={strip.rig} set={(rig) => strip.setRig(rig)} />
		</div>
	{/if}
</DocumentChooser>
