<script lang="ts">
	import {
		beadMetalWords,
		fullnesses,
		hookStyles,
		starterRecipe,
		styleWords,
		type Recipe
	} from '$core/fly/index';
	import { askedMetals, type BeadOption } from '$core/match/index';
	import { CENTIMETRE, GRAM, MILLIMETRE, leafField, leafOverField } from '$core/quantity/index';
	import { ways, type Rig, type Way } from '$core/rig/index';
	import type { Lie } from '$core/water/index';
	import { shelfOf } from '$lib/documents/lot/shelf';
	import { fixed, hookStepControls } from '$lib/controls/index';
	import WaterFields from '$lib/controls/WaterFields.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { matching } from '$lib/state/match.svelte';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { WhichBeadState } from '$lib/state/which-bead.svelte';
	import { faultWords, handSentences, wayWords } from '$lib/ui/drift-words';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';

	const { strip, beliefs, documents, selection } = useWorkspace();

	// A question asked here leaves the lie, the rig and the fly on the Bench as they are.
	let water = $state.raw<Lie>(strip.waterOrStill);
	let temperature = $state(strip.temperature);
	let like = $state<'usual' | 'fly'>('usual');
	let usual = $state.raw<Recipe>({
		...starterRecipe,
		hook: { ...starterRecipe.hook, ...strip.recipe?.hook, lengthX: 0, wireX: 0 },
		coil: null
	});
	let only = $state(false);
	const used = strip.usedRig.rig.way;
	let way = $state<Way>(used === 'swing' ? 'tight line' : used);
	const rig = $derived<Rig>({ ...strip.usedRig.rig, way });

	/** A leaf timed over so many metres says the speed too. */
	let leafOver = $state(3);
	const leafSeconds = $derived(leafOver / Math.max(0.01, water.surfaceSpeed));

	const recipe = $derived(like === 'fly' && strip.recipe ? strip.recipe : usual);
	const search = new WhichBeadState();
	$effect(() => {
		matching.load();
		return () => search.end();
	});
	$effect(() =>
		search.follow({
			...{ recipe, rig, lie: water, celsius: temperature, wanted: goodDrift.current },
			learned: beliefs.learning.learned,
			shelf: shelfOf(documents.all('lot'), only),
			enough: matching.wishes.enough
		})
	);
	const answer = $derived(search.answer);

	const mm = (metres: number) => fixed(1)(metres / MILLIMETRE);
	const tenths = (one: BeadOption) => (10 * one.chance).toFixed(0);
	const beadName = (one: BeadOption) =>
		one.metal ? `${mm(one.diameter)} mm ${beadMetalWords[one.metal]}` : 'no bead';
	const metalSpan = (metal: (typeof askedMetals)[number]) =>
		answer?.spans.find((span) => span.metal === metal) ?? null;
	const spans = $derived(
		askedMetals.flatMap((metal) => {
			const span = metalSpan(metal);
			if (!span) return [];
			const size = span.from === span.to ? mm(span.from) : `${mm(span.from)} to ${mm(span.to)}`;
			return [`${size} mm ${beadMetalWords[metal]}`];
		})
	);
	const none = $derived(answer?.options.find(({ metal }) => metal === null) ?? null);
	const noneDoes = $derived(none !== null && answer !== null && none.chance >= answer.mark);
	const rows = $derived(
		answer
			? [...new Set(answer.options.filter(({ metal }) => metal).map(({ diameter }) => diameter))]
					.sort((a, b) => a - b)
					.map((diameter) => ({
						diameter,
						found: askedMetals.map(
							(metal) =>
								answer.options.find((one) => one.metal === metal && one.diameter === diameter) ??
								null
						)
					}))
			: []
	);
	const heavier = $derived(
		!answer?.heavier
			? null
			: answer.heavier === 'choked'
				? 'the next larger chokes the gap'
				: {
						bed: 'the next larger lies on the bed too often',
						hung: 'the next larger hangs up too often',
						under: 'the next larger pulls under what carries it',
						late: 'the next larger needs depth and current known better',
						never: 'the next larger needs depth and current known better',
						lifted: 'the next larger is lifted out more often',
						short: 'the line is too short for more',
						unsolved: ''
					}[answer.heavier]
	);
	const does = (one: BeadOption) => answer !== null && one.chance >= answer.mark;
	const advised = $derived(
		search.advice
			? search.advice.does.length > 0
				? search.advice.does
				: search.advice.best
					? [search.advice.best]
					: []
			: []
	);
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
			<div class="mt-2 grid grid-cols-2 gap-2">
				<FieldStepper
					label="A leaf, timed over"
					unit="m"
					value={leafOver}
					show={fixed(1)}
					field={leafOverField}
					small={0.5}
					big={2}
					onchange={(metres) => {
						water = { ...water, surfaceSpeed: metres / leafSeconds };
						leafOver = metres;
					}}
				/>
				<FieldStepper
					label="takes"
					unit="s"
					value={leafSeconds}
					show={fixed(1)}
					field={leafField}
					small={0.5}
					big={2}
					onchange={(seconds) => (water = { ...water, surfaceSpeed: leafOver / seconds })}
				/>
			</div>
		</div>
		<Segments
			label="Fished"
			value={way}
			options={ways
				.filter((value) => value !== 'swing')
				.map((value) => ({ value, words: wayWords[value] }))}
			onchange={(value) => (way = value)}
		/>
		{#if selection.fly}
			<Segments
				label="For"
				value={like}
				options={[
					{ value: 'usual', words: 'any nymph' },
					{ value: 'fly', words: selection.fly.name }
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
		<div role="status" aria-busy={answer === null || answer.provisional}>
			{#if !answer}
				<p
					class="text-4xl leading-tight font-semibold text-quiet max-md:text-3xl"
					data-testid="bead"
				>
					Drifts are followed …
				</p>
			{:else if answer.take}
				{@const { take } = answer}
				<p class="text-4xl leading-tight font-semibold max-md:text-3xl" data-testid="bead">
					{#if take.metal}<span class="figure">{mm(take.diameter)}</span> mm {beadMetalWords[
							take.metal
						]}{:else}No bead{/if}
					<span class="text-xl font-normal text-quiet"
						>good in <span class="figure">{tenths(take)}</span> of 10 drifts{answer.provisional
							? ', provisional'
							: ''}</span
					>
				</p>
				<p class="text-lg" data-testid="span">
					{#if noneDoes && take.metal}No bead does too;
					{/if}
					{#if spans.length > 0}What does the job: {spans.join(', ')}.{:else}A fly without a bead
						does the job, and no bead does it as lightly.{/if}
				</p>
				{#if take.hand}
					<p class="text-lg">
						{#each handSentences(take.hand, rig) as { words, span }, k (words)}{k > 0
								? ', '
								: ''}{k === 0 ? words.charAt(0).toUpperCase() + words.slice(1) : words}<span
								class="text-quiet">{span ? ` (${span})` : ''}</span
							>{/each}.
					</p>
				{/if}
				<p class="text-sm text-quiet max-md:hidden">
					{#if answer.lightest && answer.heaviest && answer.lightest !== answer.heaviest}
						Lightest: {beadName(answer.lightest)}, {tenths(answer.lightest)} of 10{answer.lighter
							? `; lighter ones: ${faultWords(answer.lighter, way).toLowerCase()}`
							: ''}. Heaviest: {beadName(answer.heaviest)}, {tenths(answer.heaviest)} of 10{heavier
							? `; ${heavier}`
							: ''}.
					{/if}
					On {strip.usedRig.name}{like === 'usual' ? ', without wire' : ''}{answer.provisional
						? '; each bead is counted from its drifts now.'
						: ', each from 60 drifts.'}
				</p>
			{:else}
				<p class="text-3xl leading-tight font-semibold" data-testid="bead">
					{answer.provisional ? 'Probably no bead alone does it' : 'No bead alone does it'}
				</p>
				<p class="text-lg">
					{#if rows.length === 0}
						{only ? 'You own no bead that fits this hook.' : 'No bead fits this hook.'}
					{:else if search.advice}
						{#if advised.length > 0}
							What would: {advised
								.map(({ words, chance }) => `${words} (${(10 * chance).toFixed(0)} of 10)`)
								.join(', or ')}.
						{:else}
							The most that can be had here is good in {(10 * search.advice.most).toFixed(1)} of 10 drifts{search
								.advice.binds
								? `: ${faultWords(search.advice.binds, way).toLowerCase()}`
								: '.'}
						{/if}
					{:else}
						Looking for what would …
					{/if}
				</p>
			{/if}
		</div>
	</section>

	<section aria-label="All beads" class="flex min-h-0 flex-col gap-3 md:overflow-y-auto md:p-5">
		{#if answer && answer.options.length > 0}
			<table class="w-full max-w-2xl border-collapse">
				<caption class="pb-1 text-left text-sm text-quiet">
					Good drifts of 10, and the sink rate, of
					{like === 'fly' ? (selection.fly?.name ?? '') : `a ${usual.dressing.fullness} nymph`} on a
					{styleWords[recipe.hook.style]}
					{recipe.hook.size}, in {water.depth} m at {fixed(2)(water.surfaceSpeed)} m/s, {wayWords[
						way
					]}.
				</caption>
				<thead>
					<tr class="border-b-2 border-line">
						<th scope="col" class="py-1 text-left font-semibold">bead</th>
						{#each askedMetals as metal (metal)}
							<th scope="col" class="px-3 py-1 text-right font-semibold max-md:px-1.5"
								>{beadMetalWords[metal]}</th
							>
						{/each}
					</tr>
				</thead>
				<tbody>
					{#if none}
						<tr class="border-b border-line">
							<th scope="row" class="py-1 text-left font-normal">none</th>
							<td
								colspan={askedMetals.length}
								class="px-3 py-1 text-right {does(none) ? 'bg-water-soft' : ''}"
							>
								{@render cell(none)}
							</td>
						</tr>
					{/if}
					{#each rows as { diameter, found } (diameter)}
						<tr class="border-b border-line">
							<th scope="row" class="figure py-1 text-left font-normal">{mm(diameter)} mm</th>
							{#each found as one, k (k)}
								<td
									class="px-3 py-1 text-right max-md:px-1.5 {one && does(one) && !one.trouble
										? 'bg-water-soft'
										: ''}"
								>
									{#if one}{@render cell(one)}{:else}<span class="text-sm text-quiet">·</span>{/if}
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
		{/if}
	</section>
</div>

{#snippet cell(one: BeadOption)}
	<span class="figure text-lg {does(one) ? 'font-semibold' : ''} {one.drifts ? '' : 'text-quiet'}"
		>{tenths(one)}</span
	><span class="text-sm text-quiet">/10</span>
	<span class="block text-sm whitespace-nowrap text-quiet"
		><span class="figure">{(one.speed / CENTIMETRE).toFixed(0)}</span> cm/s,
		<span class="figure">{(one.mass / GRAM).toFixed(2)}</span> g</span
	>
	{#if one.trouble}<span class="block text-sm text-warn">{one.trouble}</span>{/if}
{/snippet}
