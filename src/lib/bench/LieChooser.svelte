<script lang="ts">
	import { readQuantity, temperatureField } from '$core/quantity/index';
	import { beds, lieWords, type Lie } from '$core/water/index';
	import { lieFromDocument, type DocumentRow } from '$lib/contract/documents';
	import { fixed, waterNumbers } from '$lib/controls/index';
	import type { Bench } from '$lib/state/bench.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps } from '$lib/ui/steps';
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
	const set = (part: Partial<Lie>) => bench.water && bench.setWater({ ...bench.water, ...part });
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
{#if bench.lie && bench.water}
	{@const lie = bench.lie}
	{@const water = bench.water}
	<!-- What is half typed belongs to this lie and must not reach the next. -->
	{#key lie.id}
		<NameField
			label="Name of this lie"
			name={lie.name}
			rename={(name) => bench.rename(lie, name)}
		/>
		<div class="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-3">
			{#each waterNumbers as { part, label, unit, field, small, big, show } (part)}
				<Stepper
					{label}
					{unit}
					value={water[part]}
					{show}
					say={field.show}
					read={(text) => readQuantity(text, field)}
					step={evenSteps(small, big, ...field.possible)}
					onchange={(value) => set({ [part]: value })}
				/>
			{/each}
			{#if bench.river}
				<Stepper
					label="Water today"
					value={bench.river.body.temperatureC}
					unit="°C"
					show={fixed(1)}
					say={temperatureField.show}
					read={(text) => readQuantity(text, temperatureField)}
					step={evenSteps(1, 5, ...temperatureField.possible)}
					onchange={(temperature) => bench.setTemperature(temperature)}
				/>
			{/if}
		</div>
		<div class="mt-2">
			<Segments
				label="Bed"
				value={water.bed}
				options={beds.map((bed) => ({ value: bed, words: bed }))}
				onchange={(bed) => set({ bed })}
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
