<script lang="ts">
	import { flowField, temperatureField } from '$core/quantity/index';
	import { lieWords } from '$core/water/index';
	import { wayTable } from '$core/rig/index';
	import { MOST_LIES, MOST_RIGS, type OutingBodyDocument } from '$lib/documents/outing/body';
	import type { OutingRow, RiverRow } from '$lib/documents/kinds';
	import { useWorkspace } from '$lib/state/context';
	import { liesOf } from '$lib/state/rivers';
	import NameField from '$lib/strip/NameField.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import { lieOn, waterOn } from './day';

	interface Props {
		row: OutingRow;
		river: RiverRow;
		change: (change: Partial<OutingBodyDocument>) => void;
	}
	let { row, river, change }: Props = $props();
	const { documents } = useWorkspace();

	const { body } = $derived(row);
	const water = $derived(waterOn(body, river));
	const lies = $derived(liesOf(documents, river));
	const rigs = $derived(documents.all('rig'));
	/** A list with one more or one less; what is not here any more falls out. */
	const toggled = (
		ids: readonly string[],
		id: string,
		on: boolean,
		here: readonly { id: string }[]
	) => [
		...ids.filter((one) => one !== id && here.some((other) => other.id === one)),
		...(on ? [id] : [])
	];
	const field = 'h-11 w-full rounded-md bg-sunk px-3';
</script>

<div>
	<NameField label="Outing" name={row.name} rename={(name) => documents.rename(row, name)} />
</div>
<label class="grid gap-1">
	<span class="text-sm text-quiet">Day</span>
	<input
		type="date"
		class={field}
		value={body.on}
		onchange={(event) => event.currentTarget.value && change({ on: event.currentTarget.value })}
	/>
</label>
<label class="grid gap-1">
	<span class="text-sm text-quiet">River</span>
	<select
		class={field}
		value={river.id}
		onchange={(event) => {
			const next = documents.find('river', event.currentTarget.value);
			if (next) change({ riverId: next.id, lieIds: liesOf(documents, next).map(({ id }) => id) });
		}}
	>
		{#each documents.all('river') as { id, name } (id)}<option value={id}>{name}</option>{/each}
	</select>
</label>
<div class="grid grid-cols-2 items-end gap-2">
	{#if water.flow !== undefined}
		<FieldStepper
			label="Flow expected"
			field={flowField}
			value={water.flow}
			small={0.1}
			big={1}
			onchange={(flowM3s) => change({ flowM3s })}
		/>
	{:else}
		<button
			type="button"
			class="min-h-11 rounded-md bg-sunk px-3 hover:bg-line"
			onclick={() => change({ flowM3s: 1 })}>Enter the flow</button
		>
	{/if}
	<FieldStepper
		label="Water expected"
		field={temperatureField}
		value={water.celsius}
		small={1}
		big={5}
		onchange={(temperatureC) => change({ temperatureC })}
	/>
</div>
{#if body.flowM3s !== undefined || body.temperatureC !== undefined}
	<button
		type="button"
		class="min-h-8 justify-self-start text-sm text-water underline"
		onclick={() => change({ flowM3s: undefined, temperatureC: undefined })}
		>As the river is kept in Water</button
	>
{/if}
<fieldset class="min-w-0">
	<legend class="text-sm text-quiet">Lies</legend>
	{#each lies as lie (lie.id)}
		{@const on = body.lieIds.includes(lie.id)}
		<label class="flex min-h-10 items-center gap-2">
			<input
				type="checkbox"
				class="size-5 shrink-0 accent-(--water)"
				checked={on}
				disabled={!on && body.lieIds.length >= MOST_LIES}
				onchange={(event) =>
					change({ lieIds: toggled(body.lieIds, lie.id, event.currentTarget.checked, lies) })}
			/><span class="min-w-0 truncate"
				>{lie.name}
				<span class="text-sm text-quiet">{lieWords(lieOn(body, river, lie, 'expected'))}</span
				></span
			>
		</label>
	{:else}
		<p>This river has no lies yet: survey one in Water (V).</p>
	{/each}
</fieldset>
<fieldset class="min-w-0">
	<legend class="text-sm text-quiet">Ways of fishing, at most {MOST_RIGS}</legend>
	{#each rigs as rig (rig.id)}
		{@const on = body.rigIds.includes(rig.id)}
		<label class="flex min-h-10 items-center gap-2">
			<input
				type="checkbox"
				class="size-5 shrink-0 accent-(--water)"
				checked={on}
				disabled={!on && body.rigIds.length >= MOST_RIGS}
				onchange={(event) =>
					change({ rigIds: toggled(body.rigIds, rig.id, event.currentTarget.checked, rigs) })}
			/><span class="min-w-0 truncate"
				>{rig.name} <span class="text-sm text-quiet">{wayTable[rig.body.way].words}</span></span
			>
		</label>
	{/each}
</fieldset>
<label class="grid gap-1">
	<span class="text-sm text-quiet">Notes</span>
	<textarea
		rows="2"
		maxlength="2000"
		class="rounded-md bg-sunk px-3 py-2"
		value={body.notes ?? ''}
		onchange={(event) => change({ notes: event.currentTarget.value.trim() || undefined })}
	></textarea>
</label>
