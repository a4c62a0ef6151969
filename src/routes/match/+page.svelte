<script lang="ts">
	import { goto } from '$app/navigation';
	import { beadWords, coilWords, dressingOf, dressingWords, hookWords } from '$core/fly/index';
	import type { FoundBuild, MatchQuestion } from '$core/match/index';
	import StripHead from '$lib/strip/StripHead.svelte';
	import { shelfOf } from '$lib/documents/lot/shelf';
	import { bindMatch } from '$lib/frame/keys';
	import Choices from '$lib/views/match/Choices.svelte';
	import Pinned from '$lib/views/match/Pinned.svelte';
	import RankedBuilds from '$lib/views/match/RankedBuilds.svelte';
	import TradeOff from '$lib/views/match/TradeOff.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { searchOf } from '$lib/state/match.svelte';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	const workspace = useWorkspace();
	const { strip, parameters, selection, documents, choices } = workspace;
	const search = searchOf(workspace);
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let table = $state(false);
	let view = $state<'lie' | 'pair' | 'several'>('lie');

	$effect(() => choices.load());
	const question = $derived.by((): MatchQuestion | null => {
		const { recipe, water, temperature } = strip;
		const lots = documents.all('lot');
		const { rig } = strip.usedRig;
		if (!recipe || !water) return null;
		return {
			recipe,
			rig,
			lie: water,
			celsius: temperature,
			wanted: goodDrift.current,
			locks: choices.locks,
			wishes: choices.wishes,
			shelf: shelfOf(lots, choices.wishes.onlyOwned),
			distribution: parameters.distribution
		};
	});
	$effect(() => search.follow(question));
	$effect(() => bindMatch(selection, (which) => (chooser = which), tieAt));

	const answer = $derived(search.answer);
	const list = $derived(search.list);
	const pattern = $derived.by(() => {
		const recipe = strip.recipe;
		if (!recipe) return { hook: '', bead: '', coil: '', rib: '', dressing: '' };
		const { rib, body, hackle } = dressingOf(recipe);
		return {
			hook: hookWords(recipe.hook),
			bead: recipe.bead ? beadWords(recipe.bead) : 'none',
			coil: recipe.coil ? coilWords(recipe.coil) : 'none',
			rib: rib ? dressingWords.rib(rib) : 'none',
			dressing: [
				body ? dressingWords.body(body) : '',
				hackle ? dressingWords.hackle(hackle) : 'no hackle'
			]
				.filter(Boolean)
				.join('; ')
		};
	});

	/** As a fly of its own: the pattern stays as it is. */
	async function tie(one: Pick<FoundBuild, 'recipe'>) {
		await selection.newBuild(
			one.recipe,
			`${selection.fly?.name ?? 'Nymph'} for ${selection.lie?.name ?? 'the water'}`
		);
		await goto('/');
	}
	function tieAt(place: number) {
		const one = list[place];
		if (one) void tie(one);
	}
</script>

<svelte:head><title>Match · Gravitas</title></svelte:head>
<h1 class="sr-only">Match</h1>
<StripHead bind:chooser />
{#if question}
	<div class="grid min-h-0 flex-1 border-t border-line md:grid-cols-[15rem_minmax(0,1fr)_20rem]">
		<section
			aria-label="What is looked for"
			class="min-h-0 overflow-y-auto border-line px-4 py-2 md:border-r max-md:order-2"
		>
			<div class="pb-2">
				<Segments
					label="Flies for"
					value={view}
					options={[
						{ value: 'lie', words: 'this lie' },
						{ value: 'pair', words: 'two on a line' },
						{ value: 'several', words: 'several waters' }
					]}
					onchange={(value) => (view = value)}
				/>
			</div>
			<Choices {pattern} />
		</section>
		{#if view === 'pair'}
			<section aria-label="Two flies" class="flex min-h-0 flex-col px-4 py-2 md:col-span-2">
				{#await import('$lib/views/match/PairPanel.svelte') then { default: PairPanel }}
					<PairPanel {question} builds={list} />
				{/await}
			</section>
		{:else if view === 'several'}
			<section aria-label="The fewest flies" class="flex min-h-0 flex-col px-4 py-2 md:col-span-2">
				{#await import('$lib/views/match/LadderPanel.svelte') then { default: LadderPanel }}
					<LadderPanel {question} tie={(one) => void tie(one)} />
				{/await}
			</section>
		{:else}
			<RankedBuilds {question} {tie} />
			<aside
				aria-label="The picture, and what is pinned"
				class="flex min-h-0 min-w-0 flex-col gap-3 overflow-y-auto border-line px-4 py-2 md:border-l max-md:order-3"
			>
				{#if answer && answer.seen.length > 0}
					<TradeOff
						{answer}
						piece={search.piece}
						brush={(piece) => void search.show(piece)}
						showTable={() => (table = true)}
					/>
				{/if}
				{#if search.pinned.length > 0}
					<Pinned
						builds={search.pinned}
						take={(one) => void tie(one)}
						remove={(one) => search.pin(one)}
					/>
				{:else if answer}
					<p class="text-sm text-quiet">
						Drag over a piece of the picture to list what is in it. Pin up to three builds to see
						them side by side.
					</p>
				{/if}
			</aside>
		{/if}
	</div>
	{#if table && answer}
		{#await import('$lib/views/match/SeenTable.svelte') then { default: SeenTable }}
			<SeenTable bind:open={table} seen={answer.seen} />
		{/await}
	{/if}
{:else}
	<div class="grid flex-1 place-items-center p-8">
		<p class="max-w-md text-center text-xl">
			{strip.recipe
				? 'Describe the water first (W): the search begins with the lie.'
				: 'There is no fly on the strip: choose one (F) as the pattern to begin with.'}
		</p>
	</div>
{/if}
