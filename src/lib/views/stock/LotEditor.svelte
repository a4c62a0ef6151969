<script lang="ts">
	import { priceWords } from '$core/quantity/index';
	import type { Distribution } from '$core/parameter/index';
	import { partWords, type PartName } from '$core/fly/index';
	import {
		isLow,
		leftOf,
		lotUnit,
		materialOf,
		nominalWords,
		priceEach,
		type LotBodyDocument,
		type LotEntry
	} from '$lib/documents/lot/body';
	import type { LotRow } from '$lib/documents/kinds';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { lotControls } from '$lib/controls/index';
	import LotLedger from './LotLedger.svelte';
	import LotMeasured from './LotMeasured.svelte';

	interface Props {
		lot: LotRow;
		rename: (name: string) => string | null;
		onchange: (body: LotBodyDocument) => void;
		enter: (what: string, entryOf: (body: LotBodyDocument) => LotEntry) => void;
		remove: () => void;
		/** The parts of the Bench's fly that can be made from it. */
		parts: readonly PartName[];
		take: (part: PartName) => void;
		distribution: Distribution;
	}
	let { lot, rename, onchange, enter, remove, parts, take, distribution }: Props = $props();
	const body = $derived(lot.body);
	const material = $derived(materialOf(body)!);
	const unit = $derived(lotUnit(material));
	const price = $derived(priceEach(body));

	let wrongName = $state<string | null>(null);
	const controls = $derived(lotControls(body));
</script>

<div class="flex flex-col gap-4">
	<div>
		<label class="block text-sm text-quiet" for="lot-name">Name of this lot</label>
		<input
			id="lot-name"
			class="h-11 w-full rounded-md bg-sunk px-3 text-lg"
			value={lot.name}
			autocomplete="off"
			onchange={(event) => {
				wrongName = rename(event.currentTarget.value);
			}}
		/>
		{#if wrongName}<p role="alert" class="mt-1 rounded-md bg-warn-soft p-2 text-sm">
				{wrongName}
			</p>{/if}
	</div>

	<p>
		<span class="figure text-4xl font-medium">{leftOf(body)}</span>
		<span class="text-quiet">{lotUnit(material, leftOf(body))} left</span>
		{#if isLow(body)}<span class="text-warn">· low</span>{/if}
		{#if price !== null}
			<span class="block text-sm text-quiet"
				><span class="figure text-ink">{priceWords(price)}</span>
				{unit === 'm' ? 'a metre' : 'each'}</span
			>
		{/if}
	</p>

	<fieldset class="grid grid-cols-2 gap-2">
		<legend class="mb-1 font-semibold">What it is</legend>
		{#each controls as control (control.label)}
			{#if control.kind === 'choice'}
				<div class="col-span-2">
					<Segments
						label={control.label}
						value={control.value}
						options={control.options}
						onchange={(value) => onchange(control.set(value))}
					/>
				</div>
			{:else}
				<Stepper
					label={control.label}
					unit={control.unit}
					value={control.value}
					show={control.show}
					read={control.read}
					step={control.step}
					onchange={(value) => onchange(control.set(value))}
				/>
			{/if}
		{/each}
		<p class="col-span-2 text-sm text-quiet">{nominalWords(body)}</p>
	</fieldset>

	{#if material === 'hook' || material === 'bead' || material === 'coil' || material === 'rib'}
		<LotMeasured {lot} {onchange} {distribution} />
	{/if}

	<LotLedger {lot} {onchange} {enter} />

	<div class="flex flex-wrap gap-2">
		{#each parts as part (part)}
			<button
				type="button"
				class="min-h-11 rounded-md bg-sunk px-4 hover:bg-line"
				onclick={() => take(part)}
				>{parts.length === 1
					? 'Use it for the fly on the Bench'
					: `As ${partWords[part]} of the fly on the Bench`}</button
			>
		{/each}
		<button type="button" class="h-11 rounded-md bg-sunk px-4 hover:bg-line" onclick={remove}
			>Delete this lot</button
		>
	</div>
</div>
