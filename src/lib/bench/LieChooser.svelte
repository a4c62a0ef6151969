<script lang="ts">
	import { lieWords, type Lie } from '$core/water/index';
	import { lieFromDocument, type DocumentRow } from '$lib/contract/documents';
	import WaterFields from '$lib/controls/WaterFields.svelte';
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

	const rows = $derived(
		bench.lies.map((row) => {
			const river = bench.rivers.find((r) => r.id === row.riverId);
			const words = lieWords(lieFromDocument(row.body));
			return { id: row.id, name: row.name, detail: river ? `${words} · ${river.name}` : words };
		})
	);
	const set = (part: Partial<Lie>) =>
		bench.surveyed && bench.setWater({ ...bench.surveyed, ...part });
</script>

<RowList
	label="Lies"
	placeholder="Find by name, bed or river"
	{rows}
	current={bench.lie?.id ?? null}
	choose={(id) => {
		bench.selectLie(id);
		onchosen();
	}}
/>
{#if bench.lie && bench.surveyed}
	{@const lie = bench.lie}
	{@const water = bench.surveyed}
	<!-- What is half typed belongs to this lie and must not reach the next. -->
	{#key lie.id}
		<NameField
			label="Name of this lie"
			name={lie.name}
			rename={(name) => bench.rename(lie, name)}
		/>
		<div class="mt-2">
			<WaterFields
				{water}
				{set}
				temperature={bench.river?.body.temperatureC ?? null}
				setTemperature={(temperatureC) => bench.setRiver({ temperatureC })}
				wide
			/>
		</div>
		<p class="mt-2 text-sm text-quiet">
			Depth where a wading stick stops, speed of a leaf on the surface: both judged from the bank.
			Do not wade to measure; when in doubt stay out, and local rules decide.
		</p>
	{/key}
{/if}
<DocumentButtons
	word="lie"
	create={() => void bench.newLie()}
	duplicate={bench.lie && (() => void bench.duplicate(bench.lie!))}
	remove={bench.lie && (() => void bench.remove(bench.lie!))}
	history={bench.lie && (() => showHistory(bench.lie!))}
/>
