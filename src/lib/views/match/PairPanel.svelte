<script lang="ts">
	import { beadWords, coilWords } from '$core/fly/index';
	import type { FoundBuild, MatchQuestion } from '$core/match/index';
	import { DRIFTS } from '$core/predict/index';
	import { aboveField, dropperField, shown } from '$core/quantity/index';
	import { withCast } from '$core/rig/index';
	import { boxKinds } from '$lib/documents/batch/box';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import { putPair } from '$lib/state/cast';
	import { useWorkspace } from '$lib/state/context';
	import { PairState, type NamedFly } from '$lib/state/pair.svelte';
	import { handSentences } from '$lib/ui/drift-words';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import LongWork from '$lib/ui/LongWork.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	interface Props {
		question: MatchQuestion;
		/** What the search of this lie lists, of what may be tied. */
		builds: readonly FoundBuild[];
	}
	let { question, builds }: Props = $props();
	const workspace = useWorkspace();
	const { documents, selection } = workspace;

	const search = new PairState();
	$effect(() => () => search.stop());
	$effect(() => void documents.want(['batch', 'fly']));

	/** Where the upper one is tied in first: half a metre above the point (common practice, no source). */
	const USUAL_ABOVE = 0.5;
	/** A fly that is good less often than this does not fish here (our choice). */
	const SELDOM = 0.05;
	// svelte-ignore state_referenced_locally
	const tied = question.rig.cast?.[0];
	let from = $state<'box' | 'flies' | 'stock'>('box');
	let settled = $state<'none' | 'point' | 'upper'>('none');
	let above = $state(tied?.above ?? USUAL_ABOVE);
	/** Where else it is looked for, where its place is open (our choice). */
	const PLACES = [0.25, 0.35, 0.5, 0.7];
	let open = $state(false);
	let dropper = $state(tied?.dropper ?? 0);
	const upper = $derived(question.rig.cast?.[0] ?? null);

	/** A build of the pattern is told by what it weighs with. */
	const buildName = ({ bead, coil }: NamedFly['recipe']) =>
		[bead ? beadWords(bead) : 'no bead', coil ? coilWords(coil) : 'no wire'].join(', ');
	function flies(): NamedFly[] {
		if (from === 'box')
			return boxKinds(documents.all('batch')).map(({ name, recipe }) => ({
				name,
				recipe: recipeFromDocument(recipe)
			}));
		if (from === 'stock') return builds.map(({ recipe }) => ({ name: buildName(recipe), recipe }));
		return documents
			.all('fly')
			.map(({ name, body }) => ({ name, recipe: recipeFromDocument(body.recipe) }));
	}
	/** Why there is nothing to choose from; null where there is. */
	const empty = $derived(
		from === 'box' && boxKinds(documents.all('batch')).length === 0
			? 'The box is empty: tie some first.'
			: from === 'stock' && builds.length === 0
				? 'Wait until this lie has its list of what to tie.'
				: null
	);

	function find() {
		const { recipe, rig, lie, celsius, wanted, distribution } = question;
		const place = { rig: withCast(rig, []), lie, celsius, wanted, distribution };
		const some = flies();
		const fixed =
			settled === 'point'
				? { point: some.push({ name: selection.fly?.name ?? 'the fly on the strip', recipe }) - 1 }
				: settled === 'upper' && upper
					? { upper: some.push(upper) - 1 }
					: {};
		void search.find({
			place,
			flies: some,
			above,
			...(open && { orAbove: PLACES }),
			dropper,
			...(tied?.of && { of: tied.of }),
			...fixed
		});
	}
	const tenths = (chance: number) => `${(10 * chance).toFixed(1)} of 10`;
</script>

<div class="min-h-0 flex-1 overflow-y-auto">
	<div class="grid gap-3 py-1">
		<Segments
			label="Two flies from"
			value={from}
			options={[
				{ value: 'box', words: 'the box' },
				{ value: 'flies', words: 'all my flies' },
				{ value: 'stock', words: 'what may be tied for this lie' }
			]}
			onchange={(value) => (from = value)}
		/>
		<Segments
			label="Settled already"
			value={settled}
			options={[
				{ value: 'none', words: 'neither' },
				{ value: 'point', words: `on the point: ${selection.fly?.name ?? 'the fly'}` },
				...(upper ? [{ value: 'upper', words: `above: ${upper.name}` } as const] : [])
			]}
			onchange={(value) => (settled = value)}
		/>
		<div class="grid max-w-md grid-cols-2 gap-2">
			<FieldStepper
				label="Above the point"
				field={aboveField}
				value={above}
				small={0.05}
				big={0.25}
				onchange={(value) => (above = value)}
			/>
			<FieldStepper
				label="On a dropper of"
				field={dropperField}
				value={dropper}
				small={1}
				big={5}
				onchange={(value) => (dropper = value)}
			/>
		</div>
		<label class="flex min-h-11 items-center gap-2"
			><input type="checkbox" bind:checked={open} class="size-5 accent-(--water)" />look for its
			place, too: {PLACES.map((one) => shown.water.fixed(one, 2)).join(', ')}
			{shown.water.unit} above the point</label
		>
		<LongWork
			words="Find the pair"
			about={empty ?? 'the heavier one on the point, on this rig'}
			working="Pairs are followed …"
			progress={search.progress}
			counts="Pairs followed"
			disabled={empty !== null}
			main
			begin={find}
			stop={() => search.stop()}
		/>
	</div>
	{#if search.found}
		{@const { pairs, question: asked } = search.found}
		<p class="pt-2 text-xl" role="status">
			{pairs.length === 0
				? 'There is no such pair: of two flies that sink the lighter goes above.'
				: `${asked.flies[pairs[0]!.point]!.name} on the point, ${asked.flies[pairs[0]!.upper]!.name} above.`}
		</p>
		{#if pairs.length > 0 && pairs.every(({ chances }) => chances[1] < SELDOM)}
			<p class="text-warn">
				{asked.orAbove
					? 'Wherever it is tied in'
					: `${shown.water.words(asked.above, 2)} above the point`} none comes into a zone {shown.water.words(
					asked.place.lie.zoneTop,
					2
				)} high: tie it in lower, or fish the one on the point alone.
			</p>
		{/if}
		<ol aria-label="Pairs, the best first">
			{#each pairs as { point, upper: light, above: tiedIn, chances, hand } (`${point} ${light}`)}
				{@const [low, high] = [asked.flies[point]!, asked.flies[light]!]}
				<li class="grid gap-x-4 border-b border-line/70 py-2 sm:grid-cols-[minmax(0,1fr)_auto]">
					<div class="min-w-0">
						<p class="leading-snug">
							<span class="text-sm text-quiet">point</span> <b>{low.name}</b>, good in
							<span class="figure">{tenths(chances[0])}</span>
						</p>
						<p class="leading-snug">
							<span class="text-sm text-quiet">{shown.water.words(tiedIn, 2)} above</span>
							<b>{high.name}</b>, good in
							<span class="figure">{tenths(chances[1])}</span>
						</p>
						<p class="text-sm text-quiet">
							{handSentences(hand, asked.place.rig)
								.map(({ words }) => words)
								.join('. ')}
						</p>
					</div>
					<button
						type="button"
						class="h-11 self-center rounded-md bg-sunk px-3 hover:bg-line disabled:opacity-45"
						disabled={!selection.lastRig}
						aria-label="Put {low.name} and {high.name} on the line"
						onclick={() =>
							void putPair(workspace, low, {
								name: high.name,
								recipe: high.recipe,
								above: tiedIn,
								dropper: asked.dropper,
								...(asked.of && { of: asked.of })
							})}>Put them on the line</button
					>
				</li>
			{/each}
		</ol>
		{#if pairs.length > 0}
			<p class="pt-1 text-sm text-quiet">
				Each pair was followed through {DRIFTS.listed} drifts; first comes the one whose two flies are
				good most often.
			</p>
		{/if}
	{/if}
</div>
