<script lang="ts">
	import {
		beadMetalWords,
		fullnesses,
		hookStyles,
		starterRecipe,
		styleWords,
		type Recipe
	} from '$core/fly/index';
	import { beadTable, lightest, tableMetals, type TableMetal } from '$core/match/index';
	import { predict } from '$core/predict/index';
	import { CENTIMETRE, GRAM, MILLIMETRE } from '$core/quantity/index';
	import { fluidAt, type Lie } from '$core/water/index';
	import { shelfOf } from '$lib/contract/shelf';
	import { fixed, hookStepControls } from '$lib/controls/index';
	import WaterFields from '$lib/controls/WaterFields.svelte';
	import { useBench } from '$lib/state/context';
	import { whenStill } from '$lib/state/when-still.svelte';
	import { chanceWords, speedWords } from '$lib/ui/figures';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';

	const bench = useBench();
	/** So often it has to get down for a bead to be an answer. */
	const SURE = 0.9;

	// A question asked here leaves the lie and the fly on the Bench as they are.
	let water = $state.raw<Lie>(bench.waterOrStill);
	let temperature = $state(bench.temperature);
	let like = $state<'usual' | 'fly'>('usual');
	let usual = $state.raw<Recipe>({
		...starterRecipe,
		hook: { ...starterRecipe.hook, ...bench.recipe?.hook, lengthX: 0, wireX: 0 },
		coil: null
	});
	let only = $state(false);

	const recipe = $derived(like === 'fly' && bench.recipe ? bench.recipe : usual);
	const answer = whenStill(
		() => [water, temperature, recipe, only, bench.lots],
		() => {
			const rows = beadTable(
				recipe,
				fluidAt(temperature),
				shelfOf(bench.lots, only),
				bench.believed
			);
			const chances = new Map(
				rows.flatMap(({ found }) =>
					Object.values(found).flatMap((candidate) =>
						candidate
							? [
									[
										candidate,
										predict(candidate.recipe, water, temperature, bench.believed)
									] as const
								]
							: []
					)
				)
			);
			const best = (metal: TableMetal) =>
				lightest(
					rows,
					metal,
					(candidate) => !candidate.trouble && chances.get(candidate)!.chance >= SURE
				);
			const { requiredSpeed } = predict(recipe, water, temperature, bench.believed);
			return { rows, chances, requiredSpeed, best: tableMetals.map(best) };
		}
	);
	const mm = (metres: number) => fixed(2)(metres / MILLIMETRE);
	const bead = (candidate: { recipe: Recipe }) => mm(candidate.recipe.bead!.diameter);
	/** The lightest first. */
	const best = $derived(
		answer.current.best.filter((found) => found !== null).sort((a, b) => a.mass - b.mass)
	);
	const words = (candidate: { recipe: Recipe }) => beadMetalWords[candidate.recipe.bead!.metal];
</script>

<svelte:head><title>Which bead? · Gravitas</title></svelte:head>
<div
	class="grid min-h-0 flex-1 max-md:gap-4 max-md:p-4 md:grid-cols-[23rem_1fr] md:grid-rows-[auto_1fr] md:overflow-hidden print:block"
>
	<section
		aria-label="The question"
		class="flex min-h-0 flex-col gap-3 border-line md:row-span-2 md:overflow-y-auto md:border-r md:p-4 print:hidden"
	>
		<h1 class="text-xl font-semibold max-md:sr-only">Which bead?</h1>
		<div>
			<WaterFields
				{water}
				set={(change) => (water = { ...water, ...change })}
				{temperature}
				setTemperature={(celsius) => (temperature = celsius)}
			/>
		</div>
		{#if bench.fly}
			<Segments
				label="For"
				value={like}
				options={[
					{ value: 'usual', words: 'any nymph' },
					{ value: 'fly', words: bench.fly.name }
				]}
				onchange={(value) => (like = value)}
			/>
		{/if}
		{#if like === 'usual'}
			<Segments
				label="Hook"
				value={usual.hook.style}
				options={hookStyles.map((value) => ({ value, words: styleWords[value] }))}
				onchange={(style) =>
					(usual = {
						...usual,
						hook: { ...usual.hook, style, lengthX: style === 'longShank' ? 3 : 0 }
					})}
			/>
			<div class="grid grid-cols-2 gap-2">
				{#each hookStepControls( usual.hook, (hook) => ({ ...usual, hook: { ...usual.hook, ...hook } }) ).slice(0, 1) as control (control.label)}
					<Stepper
						label={control.label}
						value={control.value}
						show={control.show}
						say={control.say ?? control.show}
						read={control.read}
						step={control.step}
						onchange={(value) => (usual = control.set(value))}
					/>
				{/each}
			</div>
			<Segments
				label="Dressed"
				value={usual.dressing.fullness}
				options={fullnesses.map((value) => ({ value, words: value }))}
				onchange={(fullness) => (usual = { ...usual, dressing: { fullness } })}
			/>
		{/if}
		<label class="flex min-h-11 items-center gap-2">
			<input type="checkbox" class="size-5 accent-(--water)" bind:checked={only} />only beads that I
			own</label
		>
	</section>

	<section
		aria-label="The answer"
		class="bg-ground max-md:sticky max-md:top-0 max-md:z-10 max-md:order-first max-md:py-1 md:px-5 md:pt-5"
	>
		<div role="status">
			{#if best[0]}
				{@const [first, ...others] = best}
				<p class="text-4xl leading-tight font-semibold max-md:text-3xl" data-testid="bead">
					<span class="figure">{bead(first)}</span> mm {words(first)}
				</p>
				<p class="text-lg">
					{#if others.length > 0}
						or {#each others as other, k (other)}{k > 0 ? ' or ' : ''}<span class="figure"
								>{bead(other)}</span
							>
							mm {words(other)}{/each}.
					{:else}
						No bead of another metal that fits this hook is enough{only ? ' or yours' : ''}.
					{/if}
				</p>
			{:else}
				<p class="text-3xl leading-tight font-semibold" data-testid="bead">No bead alone does it</p>
				<p class="text-lg">
					{answer.current.rows.length === 0
						? only
							? 'You own no bead that fits this hook.'
							: 'No bead fits this hook.'
						: 'Land it further above the fish, add wire behind the bead, or take a larger hook.'}
				</p>
			{/if}
			<p class="text-sm text-quiet max-md:hidden">
				The lightest that gets down 9 times in 10{like === 'usual' ? ', without wire' : ''}. The lie
				asks for <span class="figure text-ink">{speedWords(answer.current.requiredSpeed)}</span>;
				sinking free, no line and no turbulence yet.
			</p>
		</div>
	</section>

	<section aria-label="All beads" class="flex min-h-0 flex-col gap-3 md:overflow-y-auto md:p-5">
		<table class="w-full max-w-2xl border-collapse">
			<caption class="pb-1 text-left text-sm text-quiet">
				Sink rate in cm/s, and how often it gets down, of
				{like === 'fly' ? (bench.fly?.name ?? '') : `a ${usual.dressing.fullness} nymph`} on a
				{styleWords[recipe.hook.style]}
				{recipe.hook.size}, in {water.depth} m at {fixed(2)(water.surfaceSpeed)} m/s.
			</caption>
			<thead>
				<tr class="border-b-2 border-line">
					<th class="py-1 text-left font-semibold">bead</th>
					{#each tableMetals as metal (metal)}
						<th class="px-3 py-1 text-right font-semibold max-md:px-1.5">{beadMetalWords[metal]}</th
						>
					{/each}
				</tr>
			</thead>
			<tbody>
				{#each answer.current.rows as { diameter, found } (diameter)}
					<tr class="border-b border-line">
						<th class="figure py-1 text-left font-normal">{mm(diameter)} mm</th>
						{#each tableMetals as metal (metal)}
							{@const candidate = found[metal]}
							{@const chance = candidate ? answer.current.chances.get(candidate)!.chance : 0}
							<td
								class="px-3 py-1 text-right max-md:px-1.5 {chance >= SURE ? 'bg-water-soft' : ''}"
							>
								{#if candidate}
									<span class="figure text-lg {chance >= SURE ? 'font-semibold' : ''}"
										>{(candidate.speed / CENTIMETRE).toFixed(0)}</span
									>
									<span class="block text-sm whitespace-nowrap {chance >= SURE ? '' : 'text-quiet'}"
										>{chanceWords(chance)}<span class="max-md:hidden">,</span>
										<span class="max-md:block"
											><span class="figure">{(candidate.mass / GRAM).toFixed(2)}</span> g</span
										></span
									>
									{#if candidate.trouble}<span class="block text-sm text-warn"
											>{candidate.trouble}</span
										>{/if}
								{:else}
									<span class="text-sm text-quiet">·</span>
								{/if}
							</td>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
		<button
			type="button"
			class="h-11 shrink-0 self-start rounded-md bg-sunk px-5 hover:bg-line print:hidden"
			onclick={() => print()}>Print this table</button
		>
	</section>
</div>
