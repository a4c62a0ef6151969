<script lang="ts">
	import { priceWords, readQuantity, without } from '$core/quantity/index';
	import { localDay } from '$lib/contract/day';
	import type { LotRow } from '$lib/documents/kinds';
	import {
		entryKinds,
		leftOf,
		lotUnit,
		materialOf,
		type LotBodyDocument,
		type LotEntry
	} from '$lib/documents/lot/body';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps } from '$lib/ui/steps';
	import { plainField } from './plain-field';

	interface Props {
		lot: LotRow;
		onchange: (body: LotBodyDocument) => void;
		/** Writes an entry, made of the lot as it is then. */
		enter: (what: string, entryOf: (body: LotBodyDocument) => LotEntry) => void;
	}
	let { lot, onchange, enter }: Props = $props();
	const body = $derived(lot.body);
	const unit = $derived(lotUnit(materialOf(body)!));

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

	const many = $derived(plainField('How many', 1e6, unit, unit === 'pieces'));
	const money = plainField('Paid for them', 1e6, '');
	const lowField = $derived(plainField('Low at', 1e6, unit));

	function write() {
		const on = localDay();
		const [what, count] = [kind, amount];
		const cost = what === 'bought' && paid > 0 ? { price: paid } : {};
		enter(`${entryWords[what]} ${count}`, (now) => {
			// "Counted anew" says what is there; the entry is the difference.
			const entered = what === 'corrected' ? Number((count - leftOf(now)).toFixed(3)) : count;
			return { on, kind: what, amount: entered, ...cost };
		});
		paid = 0;
	}
</script>

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
		onclick={write}>Enter it</button
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
							>{priceWords(entry.price)}</span
						>{/if}
				</li>
			{/each}
		</ol>
	{/if}
</fieldset>
