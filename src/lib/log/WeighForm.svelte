<script lang="ts">
	import { GRAM, massField, readQuantity } from '$core/quantity/index';
	import { starterRecipe, type Recipe } from '$core/fly/index';
	import ScaleDialog from '$lib/batch/ScaleDialog.svelte';
	import ScaleReading from '$lib/batch/ScaleReading.svelte';
	import { recipeFromDocument, recipeToDocument } from '$lib/contract/documents';
	import type { WeighedThing } from '$lib/contract/entries';
	import { withLot } from '$lib/contract/from-stock';
	import { materialOf } from '$lib/contract/lots';
	import { weighedOf } from '$lib/contract/observations';
	import type { Bench } from '$lib/state/bench.svelte';
	import { scale } from '$lib/state/scale.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import { expectedMass } from './expected';

	interface Props {
		bench: Bench;
		/** What is to be weighed, and of which lot; null for that of the fly on the strip. */
		of: WeighedThing;
		lotId: string | null;
		count: number;
	}
	let { bench, of = $bindable(), lotId = $bindable(), count = $bindable() }: Props = $props();

	const STEPS = ['0.1', '0.01', '0.001'] as const;
	type StepChoice = (typeof STEPS)[number];
	let step = $state<StepChoice>('0.01');
	let typed = $state('');
	let centimetres = $state(50);
	let words = $state('');
	let teaching = $state(false);

	const material = $derived(
		({ fly: null, beads: 'bead', hooks: 'hook', wire: 'coil' } as const)[of]
	);
	const lots = $derived(
		bench.lots.filter(({ body }) => material !== null && materialOf(body) === material)
	);
	const lot = $derived(lots.find(({ id }) => id === lotId) ?? null);
	const recipe: Recipe | null = $derived.by(() => {
		if (lot && material) {
			return recipeFromDocument(withLot(recipeToDocument(starterRecipe), lot, material));
		}
		const own = bench.recipe;
		if (!own || (of === 'beads' && !own.bead) || (of === 'wire' && !own.coil)) return null;
		return own;
	});
	const weighed = $derived(recipe && weighedOf(of, recipe, centimetres / 100));
	const expected = $derived(weighed && expectedMass(weighed, bench.believed));
	const pieces = $derived(of === 'wire' ? 1 : count);
	const name = $derived(lot?.name ?? bench.fly?.name ?? '');
	const fromScale = $derived(
		scale.kind !== 'none' && scale.now.grams !== null && scale.now.steady && scale.now.grams > 0
	);

	async function keep() {
		words = '';
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
		const thing = { fly: '', beads: 'beads of ', hooks: 'hooks of ', wire: 'wire of ' }[of];
		const done = await bench.keepEntry(`${pieces > 1 ? `${pieces} ` : ''}${thing}${name}`, {
			weighing: {
				...{ of, recipe: recipeToDocument(recipe), count: pieces, scaleStepG },
				massG: Number(grams.toPrecision(6)),
				...(of === 'wire' ? { lengthM: centimetres / 100 } : {})
			},
			...(expected ? { expected } : {})
		});
		if (done) typed = '';
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
				<option value="">that of {bench.fly?.name ?? 'the fly'}</option>
				{#each lots as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
			</select>
		</label>
	{:else}
		<p class="truncate">{bench.fly?.name}</p>
	{/if}
	{#if recipe}
		<div class="flex flex-wrap items-end gap-3">
			<label class="grid gap-1">
				<span class="text-sm text-quiet">{of === 'wire' ? 'Length, cm' : 'How many'}</span>
				{#if of === 'wire'}
					<input
						type="number"
						min="1"
						max="1000"
						required
						bind:value={centimetres}
						class="figure h-11 w-20 rounded-md bg-sunk px-2 text-right"
					/>
				{:else}
					<input
						type="number"
						min="1"
						max="1000"
						step="1"
						required
						bind:value={count}
						class="figure h-11 w-20 rounded-md bg-sunk px-2 text-right"
					/>
				{/if}
			</label>
			<label class="grid min-w-0 flex-1 gap-1">
				<span class="text-sm text-quiet">weigh{pieces > 1 ? ' together' : 's'}, g</span>
				<input
					type="text"
					inputmode="decimal"
					autocomplete="off"
					placeholder={fromScale ? scale.now.grams!.toFixed(scale.now.step >= 0.01 ? 2 : 3) : ''}
					bind:value={typed}
					class="figure h-11 w-full min-w-0 rounded-md bg-sunk px-3 text-right text-xl"
				/>
			</label>
		</div>
		<Segments
			label="The scale shows steps of, g"
			value={step}
			options={STEPS.map((value) => ({ value, words: value }))}
			onchange={(value) => (step = value)}
		/>
		{#if expected}
			<p class="text-sm text-quiet">
				Predicted: <span class="figure">{(expected.value * pieces).toPrecision(3)}</span> g,
				<span class="figure"
					>{(expected.low * pieces).toPrecision(3)}–{(expected.high * pieces).toPrecision(3)}</span
				>
			</p>
		{/if}
		{#if words}<p role="alert" class="text-warn">{words}</p>{/if}
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
			{bench.fly?.name ?? 'The fly on the strip'} has no {of === 'wire' ? 'wire' : 'bead'}. Choose a
			packet, or another fly.
		</p>
	{/if}
</form>
<ScaleDialog bind:open={teaching} />
