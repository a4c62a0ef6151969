<script lang="ts">
	import {
		GRAM,
		massField,
		piecesField,
		readQuantity,
		shown,
		wireLengthField
	} from '$core/quantity/index';
	import { starterRecipe, type Recipe } from '$core/fly/index';
	import ScaleReading from '$lib/devices/ScaleReading.svelte';
	import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
	import type { WeighedThing } from '$lib/documents/entry/body';
	import { withLot } from '$lib/documents/lot/from-stock';
	import { materialOf } from '$lib/documents/lot/body';
	import { entryQuestion, othersIn, type EntryQuestion } from '$lib/evidence/doubts';
	import { weighedOf } from '$lib/evidence/observations';
	import { scale } from '$lib/state/scale.svelte';
	import AskedAgain from '$lib/ui/AskedAgain.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import { expectedMass } from './expected';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		/** What is to be weighed, and of which lot; null for that of the fly on the strip. */
		of: WeighedThing;
		lotId: string | null;
		count: number;
	}
	let { of = $bindable(), lotId = $bindable(), count = $bindable() }: Props = $props();
	const { documents, strip, parameters, selection, log } = useWorkspace();

	const STEPS = ['0.1', '0.01', '0.001'] as const;
	type StepChoice = (typeof STEPS)[number];
	let step = $state<StepChoice>('0.01');
	let typed = $state('');
	/** m of wire. */
	let length = $state(0.5);
	/** What is asked about the weight that is to be kept, and that weight in g. */
	let question = $state.raw<(EntryQuestion & { readonly grams: number }) | null>(null);
	let words = $state('');
	let teaching = $state(false);

	const material = $derived(
		({ fly: null, beads: 'bead', hooks: 'hook', wire: 'coil' } as const)[of]
	);
	const lots = $derived(
		documents.all('lot').filter(({ body }) => material !== null && materialOf(body) === material)
	);
	const lot = $derived(lots.find(({ id }) => id === lotId) ?? null);
	const recipe: Recipe | null = $derived.by(() => {
		if (lot && material) {
			return recipeFromDocument(withLot(recipeToDocument(starterRecipe), lot, material));
		}
		const own = strip.recipe;
		if (!own || (of === 'beads' && !own.bead) || (of === 'wire' && !own.coil)) return null;
		return own;
	});
	const weighed = $derived(recipe && weighedOf(of, recipe, length));
	const expected = $derived(weighed && expectedMass(weighed, parameters.distribution));
	const pieces = $derived(of === 'wire' ? 1 : count);
	const name = $derived(lot?.name ?? selection.fly?.name ?? '');
	const fromScale = $derived(
		scale.kind !== 'none' && scale.now.grams !== null && scale.now.steady && scale.now.grams > 0
	);

	// What is asked is about this thing, this many of it, on this scale.
	$effect(() => {
		void [of, lotId, count, length, step];
		question = null;
	});

	/** What all of them should weigh. @param grams of one */
	const each = (grams: number) => shown.mass.to(grams * pieces * GRAM).toPrecision(3);

	/** @param sure whatever is odd about it was asked */
	async function keep(sure = false) {
		words = '';
		question = null;
		if (!recipe) return;
		let grams: number;
		let scaleStepG = Number(step);
		if (typed.trim() !== '') {
			const reading = readQuantity(typed, { ...massField, possible: [1e-9, 1] });
			if (reading.kind !== 'value') {
				words = reading.kind === 'wrong' ? reading.message : reading.question;
				return;
			}
			grams = reading.value / GRAM;
		} else if (fromScale) {
			grams = scale.now.grams!;
			scaleStepG = scale.now.step;
		} else {
			words = 'Type what the scale says.';
			return;
		}
		const found = { mass: grams * GRAM, step: scaleStepG * GRAM, count: pieces, of: weighed! };
		const odd = sure
			? null
			: entryQuestion(
					{ kind: 'weighing', ...found },
					parameters.distribution,
					othersIn(documents.all('fly'))
				);
		if (odd) {
			question = { ...odd, grams };
			return;
		}
		const thing = { fly: '', beads: 'beads of ', hooks: 'hooks of ', wire: 'wire of ' }[of];
		const done = await log.keepEntry(`${pieces > 1 ? `${pieces} ` : ''}${thing}${name}`, {
			weighing: {
				of,
				recipe: recipeToDocument(recipe),
				count: pieces,
				scaleStepG,
				massG: Number(grams.toPrecision(6)),
				...(of === 'wire' ? { lengthM: length } : {})
			},
			...(expected ? { expected } : {})
		});
		if (done) typed = '';
	}
	function take(grams: number) {
		typed = String(Number(grams.toPrecision(6)));
		void keep(true);
	}
</script>

<form
	class="grid gap-3"
	onsubmit={(event) => {
		event.preventDefault();
		void keep();
	}}
>
	<Segments
		label="On the scale"
		value={of}
		options={[
			{ value: 'fly', words: 'fly' },
			{ value: 'beads', words: 'beads' },
			{ value: 'hooks', words: 'hooks' },
			{ value: 'wire', words: 'wire' }
		]}
		onchange={(value) => {
			of = value;
			count = value === 'fly' ? 1 : 10;
			lotId = null;
		}}
	/>
	{#if of !== 'fly'}
		<label class="grid gap-1">
			<span class="text-sm text-quiet">Which</span>
			<select
				class="h-11 w-full min-w-0 rounded-md bg-sunk px-3"
				value={lotId ?? ''}
				onchange={(event) => (lotId = event.currentTarget.value || null)}
			>
				<option value="">that of {selection.fly?.name ?? 'the fly'}</option>
				{#each lots as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
			</select>
		</label>
	{:else}
		<p class="truncate">{selection.fly?.name}</p>
	{/if}
	{#if recipe}
		<div class="grid grid-cols-2 items-end gap-3">
			<div>
				{#if of === 'wire'}
					<FieldStepper
						label="Length"
						value={length}
						field={wireLengthField}
						small={5}
						big={50}
						onchange={(metres) => (length = metres)}
					/>
				{:else}
					<FieldStepper
						label="How many"
						field={piecesField}
						small={1}
						big={5}
						value={count}
						show={piecesField.show}
						onchange={(many) => (count = many)}
					/>
				{/if}
			</div>
			<label class="grid min-w-0 gap-1">
				<span class="text-sm text-quiet"
					>weigh{pieces > 1 ? ' together' : 's'}, {shown.mass.unit}</span
				>
				<input
					type="text"
					inputmode="decimal"
					autocomplete="off"
					placeholder={fromScale
						? shown.mass.fixed(scale.now.grams! * GRAM, scale.now.step >= 0.01 ? 2 : 3)
						: ''}
					bind:value={typed}
					data-begins
					oninput={() => (question = null)}
					class="figure h-11 w-full min-w-0 rounded-md bg-sunk px-3 text-right text-xl"
				/>
			</label>
		</div>
		<Segments
			label="The scale reads to, g"
			value={step}
			options={STEPS.map((value) => ({ value, words: value }))}
			onchange={(value) => (step = value)}
		/>
		{#if expected}
			<p class="text-sm text-quiet">
				Predicted: <span class="figure">{each(expected.value)}</span>
				{shown.mass.unit},
				<span class="figure">{each(expected.low)}–{each(expected.high)}</span>
			</p>
		{/if}
		{#if words}<p role="alert" class="text-warn">{words}</p>{/if}
		{#if question}
			{@const { grams, likely } = question}
			<AskedAgain
				words={question.words}
				likely={likely && { words: likely.words, take: () => take(grams * likely.meant) }}
				kept={{ words: 'Keep it as it is', keep: () => void keep(true) }}
			/>
		{/if}
		<button type="submit" class="h-12 rounded-md bg-water px-4 text-lg text-on-water"
			>Keep the weighing</button
		>
		<div class="flex flex-wrap items-baseline gap-3 text-sm">
			{#if scale.kind !== 'none'}<ScaleReading />{/if}
			<button type="button" class="min-h-8 text-water underline" onclick={() => (teaching = true)}
				>{scale.kind === 'none' ? 'A scale on a cable …' : 'The scale …'}</button
			>
		</div>
	{:else}
		<p class="text-quiet">
			{selection.fly?.name ?? 'The fly on the strip'} has no {of === 'wire' ? 'wire' : 'bead'}.
			Choose a packet, or another fly.
		</p>
	{/if}
</form>
{#if teaching}
	{#await import('$lib/devices/ScaleDialog.svelte') then { default: ScaleDialog }}
		<ScaleDialog bind:open={teaching} />
	{/await}
{/if}
