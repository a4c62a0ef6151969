<script lang="ts">
	import type { Beliefs } from '$core/belief/index';
	import { partWords, type PartName } from '$core/fly/index';
	import {
		entryKinds,
		isLow,
		leftOf,
		lotUnit,
		materialOf,
		nominalWords,
		priceEach,
		weighedEach,
		type LotBodyDocument
	} from '$lib/documents/lot/body';
	import type { LotRow } from '$lib/documents/kinds';
	import { localDay } from '$lib/contract/day';
	import { entryQuestion } from '$lib/evidence/doubts';
	import { fromLot } from '$lib/evidence/observations';
	import {
		GRAM,
		hookWireField,
		massField,
		MILLIMETRE,
		readQuantity,
		without,
		type QuantityField
	} from '$core/quantity/index';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps } from '$lib/ui/steps';
	import { lotControls } from '$lib/controls/index';

	interface Props {
		lot: LotRow;
		rename: (name: string) => string | null;
		onchange: (body: LotBodyDocument) => void;
		remove: () => void;
		/** The parts of the Bench's fly that can be made from it. */
		parts: readonly PartName[];
		take: (part: PartName) => void;
		believed: Beliefs;
	}
	let { lot, rename, onchange, remove, parts, take, believed }: Props = $props();
	const body = $derived(lot.body);
	const material = $derived(materialOf(body)!);
	const unit = $derived(lotUnit(material));
	const each = $derived(weighedEach(body));
	const price = $derived(priceEach(body));

	let wrongName = $state<string | null>(null);
	let kind = $state<(typeof entryKinds)[number]>('bought');
	let amount = $state(10);
	let paid = $state(0);
	const entryWords = {
		bought: 'bought',
		used: 'used',
		returned: 'put back',
		reserved: 'set aside',
		corrected: 'counted anew'
	} as const;

	/** A count or a weight that is not tied to a trade size. */
	const plain = (name: string, most: number, whole: boolean, unit: string): QuantityField => ({
		name,
		units: { [unit]: (n) => n },
		bare: (n) => n,
		possible: [0, most],
		usual: [0, most],
		show: (n) => `${Number(n.toFixed(3))} ${unit}`,
		example: whole ? '25' : '1.03',
		whole
	});
	const pieces = plain('Pieces together', 10_000, true, 'pieces');
	const together: QuantityField = {
		...massField,
		name: 'They weigh',
		possible: [0, 10],
		usual: [0, 2]
	};
	const many = $derived(plain('How many', 1e6, unit === 'pieces', unit));
	const money = plain('Paid for them', 1e6, false, '');
	const lowField = $derived(plain('Low at', 1e6, false, unit));

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
	function enter() {
		const on = localDay();
		// "Counted anew" says what is there; the entry is the difference.
		const entered = kind === 'corrected' ? Number((amount - leftOf(body)).toFixed(3)) : amount;
		const cost = kind === 'bought' && paid > 0 ? { price: paid } : {};
		onchange({ ...body, entries: [...body.entries, { on, kind, amount: entered, ...cost }] });
		paid = 0;
	}
	const controls = $derived(lotControls(body));
	const odd = $derived.by(() => {
		const [found] = fromLot(lot);
		return found ? entryQuestion(found, believed) : null;
	});
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
				><span class="figure text-ink">{price.toFixed(2)}</span>
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
					unit="g"
					value={(body.measured?.togetherG ?? 0) * GRAM}
					show={(kg) => String(Number((kg / GRAM).toFixed(3)))}
					read={(text) => readQuantity(text, together)}
					step={(kg, direction, big) =>
						evenSteps(0.01, 0.1, 0, 10_000)(kg / GRAM, direction, big) * GRAM}
					onchange={(kg) => measure({ togetherG: Number((kg / GRAM).toFixed(4)) })}
				/>
			{/if}
			{#if material !== 'bead'}
				<Stepper
					label="Wire by calliper"
					unit="mm"
					value={(body.measured?.wireMm ?? 0) * MILLIMETRE}
					show={(m) => (m === 0 ? '—' : String(Number((m / MILLIMETRE).toFixed(3))))}
					read={(text) => readQuantity(text, hookWireField)}
					step={(m, direction, big) =>
						evenSteps(0.01, 0.05, 0, 3)(m / MILLIMETRE, direction, big) * MILLIMETRE}
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
	{/if}

	<fieldset class="grid grid-cols-2 gap-2">
		<legend class="mb-1 font-semibold">Ledger</legend>
		<div class="col-span-2">
			<Segments
				label="What happened"
				value={kind}
				options={entryKinds.map((value) => ({ value, words: entryWords[value] }))}
				onchange={(value) => (kind = value)}
			/>
		</div>
		<Stepper
			label={kind === 'corrected' ? 'There are' : 'How many'}
			{unit}
			value={amount}
			show={String}
			read={(text) => readQuantity(text, many)}
			step={evenSteps(1, 10, 0, 1e6)}
			onchange={(n) => (amount = n)}
		/>
		{#if kind === 'bought'}
			<Stepper
				label="Paid for them"
				value={paid}
				show={(n) => n.toFixed(2)}
				read={(text) => readQuantity(text, money)}
				step={evenSteps(0.5, 5, 0, 1e6)}
				onchange={(n) => (paid = n)}
			/>
		{/if}
		<button
			type="button"
			class="col-span-2 h-11 rounded-md bg-water px-4 text-on-water disabled:opacity-40"
			disabled={kind !== 'corrected' && amount === 0}
			onclick={enter}>Enter it</button
		>
		<Stepper
			label="Low at"
			{unit}
			value={body.lowAt ?? 0}
			show={(n) => (n === 0 ? 'never' : String(n))}
			read={(text) => readQuantity(text, lowField)}
			step={evenSteps(1, 10, 0, 1e6)}
			onchange={(n) =>
				onchange(n > 0 ? { ...body, lowAt: n } : (without(body, 'lowAt') as LotBodyDocument))}
		/>
		{#if body.entries.length}
			<ol class="col-span-2 max-h-40 overflow-auto text-sm" aria-label="Entries, newest first">
				{#each body.entries.toReversed() as entry, i (body.entries.length - i)}
					<li class="flex gap-3">
						<span class="figure text-quiet">{entry.on}</span>
						<span class="flex-1">{entryWords[entry.kind]}</span>
						<span class="figure">{entry.amount}</span>
						{#if entry.price !== undefined}<span class="figure text-quiet"
								>{entry.price.toFixed(2)}</span
							>{/if}
					</li>
				{/each}
			</ol>
		{/if}
	</fieldset>

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
