<script lang="ts">
	import { GRAM, massField, readQuantity, shown } from '$core/quantity/index';
	import { fliesOf, itemOf } from '$lib/documents/batch/body';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import type { BatchRow } from '$lib/documents/kinds';
	import { entryQuestion, othersIn } from '$lib/evidence/doubts';
	import { USUAL_STEP } from '$lib/evidence/observations';
	import { scale } from '$lib/state/scale.svelte';
	import ControlChart from './ControlChart.svelte';
	import { sightOf } from './run';
	import ScaleReading from '$lib/devices/ScaleReading.svelte';
	import { batchesOf } from '$lib/state/batches.svelte';
	import { useWorkspace } from '$lib/state/context';

	let { row, item }: { row: BatchRow; item: number } = $props();
	const workspace = useWorkspace();
	const { parameters, documents } = workspace;
	const batches = batchesOf(workspace);

	const flies = $derived(row.body.flies.filter(({ fly }) => itemOf(row.body, fly) === item));
	const sight = $derived(
		sightOf(
			row.body,
			item,
			scale.kind === 'none' ? USUAL_STEP : scale.now.step || USUAL_STEP,
			parameters.distribution
		)
	);
	const unweighed = $derived(flies.filter(({ massG }) => massG === undefined));
	let typed = $state('');
	let words = $state('');
	let teaching = $state(false);
	/** g that were asked about; keeping them once more is an answer. */
	let asked: number | null = null;

	/** Those without a weight, together on the scale. */
	function together() {
		words = '';
		let grams: number;
		let step: number | null = null;
		if (typed.trim() !== '') {
			const reading = readQuantity(typed, massField);
			if (reading.kind !== 'value') {
				words = reading.kind === 'wrong' ? reading.message : reading.question;
				return;
			}
			grams = reading.value / GRAM;
		} else if (scale.now.grams !== null && scale.now.steady && scale.now.grams > 0) {
			({ grams, step } = { grams: scale.now.grams, step: scale.now.step });
		} else {
			words = 'Type what they weigh together, or wait until the scale is steady.';
			return;
		}
		const of = { kind: 'fly', recipe: recipeFromDocument(row.body.items[item]!.recipe) } as const;
		const found = {
			mass: grams * GRAM,
			step: (step ?? USUAL_STEP) * GRAM,
			count: unweighed.length
		};
		const odd =
			asked === grams
				? null
				: entryQuestion(
						{ kind: 'weighing', of, ...found },
						parameters.distribution,
						othersIn(documents.all('fly'))
					);
		asked = grams;
		if (odd) {
			words = `${odd.words} Keep it once more if it is right.`;
			return;
		}
		batches.weighedTogether(
			row.id,
			unweighed.map(({ fly }) => fly),
			grams,
			step
		);
		typed = '';
	}
</script>

<section aria-labelledby="weigh-in" class="pb-4 print:hidden">
	<div class="flex flex-wrap items-baseline gap-x-4">
		<h2 id="weigh-in" class="flex-1 text-lg font-semibold">Weigh-in</h2>
		{#if scale.kind !== 'none'}<ScaleReading />{/if}
		<button type="button" class="h-11 text-water underline" onclick={() => (teaching = true)}
			>{scale.kind === 'none'
				? 'No scale'
				: scale.kind === 'simulated'
					? 'Simulated scale'
					: 'Scale'} …</button
		>
	</div>
	<p class="text-sm text-quiet">
		{row.body.flies.length} of {fliesOf(row.body)} tied; each is weighed as it leaves the vise.
	</p>
	<p class="text-sm text-quiet">{sight}</p>
	<ControlChart {row} {item} />
	{#if flies.length > 0}
		<ul class="flex flex-wrap gap-x-4 gap-y-1 py-1">
			{#each flies as { fly, massG, together = 1 } (fly)}
				<li>
					<span class="text-quiet">fly {fly + 1}</span>
					{#if massG === undefined}not weighed{:else}<span class="figure"
							>{shown.mass.fixed(massG * GRAM, 3)}</span
						>
						{shown.mass.unit}{together > 1 ? `, one of ${together}` : ''}{/if}
				</li>
			{/each}
		</ul>
	{/if}
	{#if unweighed.length > 0}
		<div class="flex flex-wrap items-baseline gap-2">
			<label class="flex items-baseline gap-2">
				<span
					>{unweighed.length === 1 ? 'The one' : `The ${unweighed.length}`} not weighed, together</span
				>
				<input
					type="text"
					inputmode="decimal"
					autocomplete="off"
					bind:value={typed}
					class="figure h-11 w-28 rounded-md bg-sunk px-3 text-right"
				/>
				{shown.mass.unit}
			</label>
			<button type="button" class="h-11 rounded-md bg-sunk px-4 hover:bg-line" onclick={together}
				>Keep</button
			>
		</div>
		{#if words}<p role="alert" class="text-warn">{words}</p>{/if}
	{/if}
</section>
{#if teaching}
	{#await import('$lib/devices/ScaleDialog.svelte') then { default: ScaleDialog }}
		<ScaleDialog bind:open={teaching} />
	{/await}
{/if}
