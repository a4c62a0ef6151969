<script lang="ts">
	import type { Distribution } from '$core/parameter/index';
	import {
		GRAM,
		hookWireField,
		massField,
		MILLIMETRE,
		type QuantityField,
		readQuantity,
		shown,
		without
	} from '$core/quantity/index';
	import type { LotRow } from '$lib/documents/kinds';
	import { materialOf, weighedEach, type LotBodyDocument } from '$lib/documents/lot/body';
	import { entryQuestion } from '$lib/evidence/doubts';
	import { fromLot } from '$lib/evidence/observations';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps, fieldSteps } from '$lib/ui/steps';
	import { plainField } from './plain-field';

	interface Props {
		lot: LotRow;
		onchange: (body: LotBodyDocument) => void;
		distribution: Distribution;
	}
	let { lot, onchange, distribution }: Props = $props();
	const body = $derived(lot.body);
	const material = $derived(materialOf(body));
	const each = $derived(weighedEach(body));
	/** A weight or a wire that is hardly believable is asked about in place. */
	const odd = $derived.by(() => {
		const [found] = fromLot(lot);
		return found ? entryQuestion(found, distribution) : null;
	});

	const pieces = plainField('Pieces together', 10_000, 'pieces', true);
	const together: QuantityField = {
		...massField,
		name: 'They weigh',
		possible: [0, 10],
		usual: [0, 2]
	};

	function measure(change: NonNullable<LotBodyDocument['measured']>) {
		const all = Object.fromEntries(
			Object.entries({ ...body.measured, ...change }).filter(([, n]) => n !== undefined && n > 0)
		);
		onchange(
			Object.keys(all).length
				? { ...body, measured: all }
				: (without(body, 'measured') as LotBodyDocument)
		);
	}
</script>

<fieldset class="grid grid-cols-2 gap-2">
	<legend class="mb-1 font-semibold">What you measured</legend>
	{#if material === 'hook' || material === 'bead'}
		<Stepper
			label="Pieces together"
			value={body.measured?.pieces ?? 0}
			show={String}
			read={(text) => readQuantity(text, pieces)}
			step={evenSteps(1, 10, 0, 10_000)}
			onchange={(n) => measure({ pieces: n })}
		/>
		<Stepper
			label="They weigh"
			value={(body.measured?.togetherG ?? 0) * GRAM}
			unit={shown.mass.unit}
			show={(kg) => shown.mass.trimmed(kg, 3)}
			read={(text) => readQuantity(text, together)}
			step={fieldSteps(together, 0.01, 0.1)}
			onchange={(kg) => measure({ togetherG: Number((kg / GRAM).toFixed(4)) })}
		/>
	{/if}
	{#if material !== 'bead'}
		<Stepper
			label="Wire by calliper"
			value={(body.measured?.wireMm ?? 0) * MILLIMETRE}
			unit={shown.small.unit}
			show={(m) => (m === 0 ? '—' : shown.small.trimmed(m, 3))}
			read={(text) => readQuantity(text, hookWireField)}
			step={fieldSteps({ ...hookWireField, possible: [0, 3e-3] }, 0.01, 0.05)}
			onchange={(m) => measure({ wireMm: Number((m / MILLIMETRE).toFixed(4)) })}
		/>
	{/if}
	{#if odd}
		<p role="status" class="col-span-2 rounded-md bg-warn-soft p-3">{odd.words}</p>
	{/if}
	<p class="col-span-2 text-sm text-quiet">
		{each === null
			? 'Weigh ten or more together: one piece is too light for most scales.'
			: `${Number((each * 1000).toPrecision(3))} mg each. Flies that are tied from this lot are predicted with it.`}
	</p>
</fieldset>
