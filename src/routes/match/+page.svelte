<script lang="ts">
	import { goto } from '$app/navigation';
	import { beadWords, coilWords, dressingOf, dressingWords, hookWords } from '$core/fly/index';
	import { dearestIn, type Found, type MatchQuestion } from '$core/match/index';
	import Strip from '$lib/bench/Strip.svelte';
	import type { DocumentRow } from '$lib/contract/documents';
	import { shelfOf } from '$lib/contract/shelf';
	import { bindMatch } from '$lib/frame/keys';
	import BuildRow from '$lib/match/BuildRow.svelte';
	import Choices from '$lib/match/Choices.svelte';
	import Pinned from '$lib/match/Pinned.svelte';
	import { reasonFor } from '$lib/match/reasons';
	import SeenTable from '$lib/match/SeenTable.svelte';
	import TradeOff from '$lib/match/TradeOff.svelte';
	import WaysOut from '$lib/match/WaysOut.svelte';
	import { useBench } from '$lib/state/context';
	import { matching } from '$lib/state/match.svelte';
	import { goodDrift } from '$lib/state/preferences.svelte';

	const bench = useBench();
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let history = $state<{ row: DocumentRow; open: boolean } | null>(null);
	let how = $state(false);
	let table = $state(false);
	let rule = $state(false);

	$effect(() => matching.load());
	const question = $derived.by((): MatchQuestion | null => {
		const { recipe, water, rig, temperature, lots } = bench;
		if (!recipe || !water) return null;
		return {
			...{ recipe, rig, lie: water, celsius: temperature, wanted: goodDrift.current },
			...{ locks: matching.locks, wishes: matching.wishes },
			shelf: shelfOf(lots, matching.wishes.onlyOwned)
		};
	});
	$effect(() => matching.follow(question));
	$effect(() => bindMatch(bench, (which) => (chooser = which), tieAt));

	const answer = $derived(matching.answer);
	const list = $derived(matching.list);
	const dearest = $derived(question ? dearestIn(question) : 0);
	const pattern = $derived.by(() => {
		const recipe = bench.recipe;
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
	/** Parts that were open to choose, and that a tier who keeps a stock does not have there. */
	function missing({ recipe: { hook, bead, coil } }: Found): string[] {
		if (bench.lots.length === 0) return [];
		const { locks } = matching;
		return [
			locks.hook || hook.lot ? '' : 'hook',
			locks.bead || !bead || bead.lot ? '' : 'bead',
			locks.coil || !coil || coil.lot ? '' : 'wire'
		].filter(Boolean);
	}

	/** As a fly of its own: the pattern stays as it is. */
	async function tie(one: Pick<Found, 'recipe'>) {
		await bench.newBuild(
			one.recipe,
			`${bench.fly?.name ?? 'Nymph'} for ${bench.lie?.name ?? 'the water'}`
		);
		await goto('/');
	}
	function tieAt(place: number) {
		const one = list[place];
		if (one) void tie(one);
	}
	const phases = {
		asking: 'What lie and rig ask for …',
		looking: 'Builds looked at …',
		following: 'The first is followed through 150 drifts …',
		done: 'Looking for what would help …'
	};
	const quick = 'h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line';
</script>

<svelte:head><title>Match · Gravitas</title></svelte:head>
<h1 class="sr-only">Match</h1>
<div class="bg-ground max-md:sticky max-md:top-0 max-md:z-10">
	<Strip
		{bench}
		bind:open={chooser}
		showHistory={(row) => (history = { row, open: true })}
		showHow={() => (how = true)}
	/>
</div>
{#if question}
	<div class="grid min-h-0 flex-1 border-t border-line md:grid-cols-[15rem_minmax(0,1fr)_20rem]">
		<section
			aria-label="What is looked for"
			class="min-h-0 overflow-y-auto border-line px-4 py-2 max-md:order-2 md:border-r"
		>
			<Choices {pattern} />
		</section>
		<section aria-labelledby="builds" class="flex min-h-0 min-w-0 flex-col px-4 py-2">
			<div class="flex min-h-10 flex-wrap items-center gap-x-3 gap-y-1">
				<h2 id="builds" class="font-semibold">
					{matching.piece ? 'In the piece of the picture' : 'What to tie'}
				</h2>
				{#if matching.progress}
					<progress
						class="h-2 w-28 accent-(--water)"
						max="1"
						value={matching.progress.share}
						aria-label="Search"
					></progress>
					<span class="text-sm text-quiet">{phases[matching.progress.phase]}</span>
					<button type="button" class={quick} onclick={() => matching.stop()}>Stop</button>
				{:else if matching.stopped}
					<span class="text-sm text-quiet">Stopped.</span>
					<button type="button" class={quick} onclick={() => matching.resume()}>Go on</button>
				{:else if answer}
					<span class="text-sm text-quiet" role="status"
						>the best of <span class="figure">{answer.looked.toLocaleString('en')}</span>
						builds{answer.confirmed && bench.rig ? '; the first in 150 drifts' : ''}</span
					>
				{/if}
				<span class="flex-1"></span>
				{#if matching.piece}
					<button type="button" class={quick} onclick={() => void matching.show(null)}
						>All again</button
					>
				{/if}
				<button
					type="button"
					class="min-h-8 text-sm text-water underline underline-offset-2"
					onclick={() => (rule = true)}>How they are ranked</button
				>
			</div>
			{#if matching.limit}
				<WaysOut {bench} {tie} />
			{/if}
			{#if list.length > 0 && answer}
				<ol class="min-h-0 flex-1 overflow-y-auto" aria-labelledby="builds">
					{#each list as one, place (JSON.stringify(one.recipe))}
						<BuildRow
							{one}
							{place}
							reason={reasonFor(one, list[0]!, answer.mark, matching.wishes, dearest)}
							pattern={question.recipe}
							missing={missing(one)}
							tie={() => void tie(one)}
						/>
					{/each}
				</ol>
			{:else if answer && !matching.progress}
				<p class="py-6 text-lg">
					{matching.piece ? 'Nothing that can be tied lies there.' : 'Nothing of this can be tied.'}
				</p>
			{/if}
		</section>
		<aside
			aria-label="The picture, and what is pinned"
			class="flex min-h-0 min-w-0 flex-col gap-3 overflow-y-auto border-line px-4 py-2 max-md:order-3 md:border-l"
		>
			{#if answer && answer.seen.length > 0}
				<TradeOff
					{answer}
					piece={matching.piece}
					brush={(piece) => void matching.show(piece)}
					showTable={() => (table = true)}
				/>
			{/if}
			{#if matching.pinned.length > 0}
				<Pinned
					builds={matching.pinned}
					take={(one) => void tie(one)}
					remove={(one) => matching.pin(one)}
				/>
			{:else if answer}
				<p class="text-sm text-quiet">
					Drag over a piece of the picture to list what is in it. Pin up to three builds to see them
					side by side.
				</p>
			{/if}
		</aside>
	</div>
	{#if table && answer}<SeenTable bind:open={table} seen={answer.seen} />{/if}
{:else}
	<div class="grid flex-1 place-items-center p-8">
		<p class="max-w-md text-center text-xl">
			{bench.recipe
				? 'Describe the water first (W): the search begins with what a lie asks for.'
				: 'There is no fly on the strip: choose one (F) as the pattern to begin with.'}
		</p>
	</div>
{/if}
{#if rule}
	{#await import('$lib/match/RuleDialog.svelte') then { default: RuleDialog }}
		<RuleDialog bind:open={rule} />
	{/await}
{/if}
{#if how}
	{#await import('$lib/bench/HowDialog.svelte') then { default: HowDialog }}
		<HowDialog {bench} bind:open={how} />
	{/await}
{/if}
{#if history}
	{#await import('$lib/bench/HistoryDialog.svelte') then { default: HistoryDialog }}
		<HistoryDialog {bench} row={history.row} bind:open={history.open} />
	{/await}
{/if}
