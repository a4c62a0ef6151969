<script lang="ts">
	import { dearestIn, type FoundBuild, type MatchQuestion } from '$core/match/index';
	import BuildRow from './BuildRow.svelte';
	import { reasonFor } from './reasons';
	import WaysOut from './WaysOut.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { searchOf } from '$lib/state/match.svelte';

	interface Props {
		question: MatchQuestion;
		tie: (one: Pick<FoundBuild, 'recipe'>) => Promise<void>;
	}
	let { question, tie }: Props = $props();
	const workspace = useWorkspace();
	const { documents, strip, choices } = workspace;
	const search = searchOf(workspace);

	let rule = $state(false);
	const answer = $derived(search.answer);
	const list = $derived(search.list);
	const dearest = $derived(dearestIn(question));
	/** Through how many drifts they were followed: the first few until their chances were sure enough. */
	const followedWords = $derived.by(() => {
		const others = answer?.list.at(-1)?.drifts ?? 0;
		if (!answer || others === 0) return '';
		const surer = answer.list.map(({ drifts }) => drifts).filter((drifts) => drifts > others);
		if (surer.length === 0) return `, on ${strip.usedRig.name}; each in ${others} drifts`;
		const [least, most] = [Math.min(...surer), Math.max(...surer)];
		const first = least === most ? `${most}` : `${least} to ${most}`;
		return `, on ${strip.usedRig.name}; the first ${surer.length} in ${first} drifts, the others in ${others}`;
	});
	/** Parts that were open to choose, and that a tier who keeps a stock does not have there. */
	function missing({ recipe: { hook, bead, coil } }: FoundBuild): string[] {
		if (documents.all('lot').length === 0) return [];
		const { locks } = choices;
		return [
			locks.hook || hook.lot ? '' : 'hook',
			locks.bead || !bead || bead.lot ? '' : 'bead',
			locks.coil || !coil || coil.lot ? '' : 'wire'
		].filter(Boolean);
	}
	const phases = {
		asking: 'The chance over the sink rate …',
		looking: 'Builds looked at …',
		following: 'Each is followed through its drifts …',
		confirming: 'The first six until they are sure …',
		done: 'Looking for what would help …'
	};
	const quick = 'h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line';
</script>

<section aria-labelledby="builds" class="flex min-h-0 min-w-0 flex-col px-4 py-2">
	<div class="flex min-h-10 flex-wrap items-center gap-x-3 gap-y-1">
		<h2 id="builds" class="font-semibold">
			{search.piece ? 'In the piece of the picture' : 'What to tie'}
		</h2>
		{#if search.progress}
			<progress
				class="h-2 w-28 accent-(--water)"
				max="1"
				value={search.progress.share}
				aria-label="Search"
			></progress>
			<span class="text-sm text-quiet">{phases[search.progress.phase]}</span>
			<button type="button" class={quick} onclick={() => search.stop()}>Stop</button>
		{:else if search.stopped}
			<span class="text-sm text-quiet">Stopped.</span>
			<button type="button" class={quick} onclick={() => search.resume()}>Go on</button>
		{:else if answer}
			<span class="text-sm text-quiet" role="status"
				>the best of <span class="figure">{answer.looked.toLocaleString('en')}</span>
				{answer.looked === 1 ? 'build' : 'builds'}{followedWords}</span
			>
		{/if}
		<span class="flex-1"></span>
		{#if search.piece}
			<button type="button" class={quick} onclick={() => void search.show(null)}>All again</button>
		{/if}
		<button
			type="button"
			class="min-h-8 text-sm text-water underline underline-offset-2"
			onclick={() => (rule = true)}>How they are ranked</button
		>
	</div>
	{#if search.limit}
		<WaysOut tie={(one) => void tie(one)} />
	{/if}
	{#if list.length > 0 && answer}
		<ol class="min-h-0 flex-1 overflow-y-auto" aria-labelledby="builds">
			{#each list as one, place (JSON.stringify(one.recipe))}
				<BuildRow
					{one}
					{place}
					reason={reasonFor(one, list[0]!, answer.mark, choices.wishes, dearest)}
					pattern={question.recipe}
					missing={missing(one)}
					tie={() => void tie(one)}
				/>
			{/each}
		</ol>
	{:else if answer && !search.progress}
		<p class="py-6 text-lg">
			{search.piece ? 'Nothing that can be tied lies there.' : 'Nothing of this can be tied.'}
		</p>
	{/if}
</section>
{#if rule}
	{#await import('./RuleDialog.svelte') then { default: RuleDialog }}
		<RuleDialog bind:open={rule} />
	{/await}
{/if}
