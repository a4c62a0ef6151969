<script lang="ts">
	import { untrack } from 'svelte';
	import {
		dropField,
		MILLIMETRE,
		reactionField,
		readQuantity,
		runField,
		temperatureField
	} from '$core/quantity/index';
	import { recipeToDocument } from '$lib/documents/fly/recipe';
	import { entryQuestion, othersIn, type EntryQuestion } from '$lib/evidence/doubts';
	import { gates } from '$lib/state/gates.svelte';
	import AskedAgain from '$lib/ui/AskedAgain.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import { expectedTime } from './expected';
	import Stopwatch from './Stopwatch.svelte';
	import { useWorkspace } from '$lib/state/context';
	const { strip, parameters, documents, log, selection, answer } = useWorkspace();

	let wet = $state<'soaked' | 'fresh'>('soaked');
	/** m */
	let distance = $state(0.5);
	/** What is asked about the runs that are to be kept. */
	let question = $state.raw<EntryQuestion | null>(null);
	let celsius = $state(15);
	let reaction = $state(0.1);
	let line = $state<'free' | 'tippet'>('free');
	let typed = $state('');
	let runs = $state.raw<readonly number[]>([]);
	let words = $state('');
	let teaching = $state(false);
	/** How the runs so far were timed: an entry is of one way. */
	let gated = $state(false);
	$effect(() => {
		const { last } = gates;
		if (!last || last.count === heard) return;
		heard = last.count;
		untrack(() => {
			runs = gated ? [...runs, last.seconds] : [last.seconds];
			gated = true;
		});
	});
	let heard = gates.last?.count ?? 0;

	const tippet = $derived(strip.rig?.tippet.diameter ?? 0.00013);
	const drop = $derived(
		strip.recipe && {
			recipe: strip.recipe,
			wet,
			celsius,
			distance,
			...(line === 'tippet' ? { tippet } : {}),
			...(gated || gates.kind !== 'none' ? { gates: true } : {})
		}
	);
	const expected = $derived(drop && expectedTime(drop, parameters.distribution));

	function type() {
		const found: number[] = [];
		for (const word of typed.split(/[\s;]+/).filter(Boolean)) {
			const reading = readQuantity(word, runField);
			if (reading.kind !== 'value') {
				words = reading.kind === 'wrong' ? reading.message : reading.question;
				return;
			}
			found.push(reading.value);
		}
		words = '';
		runs = [...runs, ...found];
		typed = '';
	}
	// What is asked is about this drop.
	$effect(() => {
		void [distance, celsius, reaction, wet, line];
		question = null;
	});

	/** @param sure whatever is odd about it was asked */
	async function keep(sure = false) {
		question = null;
		if (typed.trim() !== '') type();
		if (!drop || runs.length === 0 || words) {
			words ||= 'Time at least one run: a tap as it goes under, and one as it arrives.';
			return;
		}
		const timed = { ...drop, seconds: runs, reaction };
		question = sure
			? null
			: entryQuestion(
					{ kind: 'drop', ...timed },
					parameters.distribution,
					othersIn(documents.all('fly'))
				);
		if (question) return;
		const done = await log.keepEntry(`${selection.fly?.name ?? 'A fly'}, timed`, {
			drop: {
				recipe: recipeToDocument(drop.recipe),
				wet,
				temperatureC: celsius,
				distanceM: distance,
				runsS: [...runs],
				reactionS: reaction,
				...(line === 'tippet' ? { tippetMm: Number((tippet / MILLIMETRE).toFixed(3)) } : {}),
				...(drop.gates ? { gates: true } : {})
			},
			...(expected ? { expected } : {})
		});
		if (done) {
			runs = [];
			gated = false;
		}
	}
	function take({ run, likely }: EntryQuestion) {
		runs = runs.map((seconds, k) =>
			k === run ? Number((seconds * likely!.meant).toFixed(3)) : seconds
		);
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
	<p class="truncate">{selection.fly?.name}, dropped in still water</p>
	<div class="grid grid-cols-2 gap-2">
		<FieldStepper
			label="Distance"
			value={distance}
			field={dropField}
			small={5}
			big={50}
			onchange={(metres) => (distance = metres)}
		/>
		<FieldStepper
			label="Water"
			value={celsius}
			field={temperatureField}
			small={0.5}
			big={5}
			onchange={(degrees) => (celsius = degrees)}
		/>
		<div title="How much one key press comes early or late">
			<FieldStepper
				label="Reaction"
				value={reaction}
				field={reactionField}
				small={0.01}
				big={0.1}
				onchange={(seconds) => (reaction = seconds)}
			/>
		</div>
	</div>
	<div class="grid grid-cols-2 gap-2">
		<Segments
			label="The fly is"
			value={wet}
			options={[
				{ value: 'soaked', words: 'soaked' },
				{ value: 'fresh', words: 'dry' }
			]}
			onchange={(value) => (wet = value)}
		/>
		<Segments
			label="It falls"
			value={line}
			options={[
				{ value: 'free', words: 'free' },
				{ value: 'tippet', words: 'on tippet' }
			]}
			onchange={(value) => (line = value)}
		/>
	</div>
	{#if gates.kind === 'none'}
		<Stopwatch timed={(seconds) => (runs = [...runs, seconds])} />
	{:else if gates.kind === 'simulated'}
		<button
			type="button"
			data-begins
			class="h-20 rounded-md bg-water text-xl text-on-water disabled:opacity-60"
			disabled={!expected || gates.falling}
			onclick={() => expected && gates.fall(expected.value)}
			>{gates.falling ? 'Falling …' : 'Let it fall through the simulated gates'}</button
		>
	{:else}
		<p class="grid h-20 place-items-center rounded-md bg-sunk px-3 text-center">
			{gates.pattern ? 'Each fall between the gates is a run.' : 'The gates are not taught yet.'}
		</p>
	{/if}
	{#if runs.length > 0}
		<ul aria-label="Runs" class="flex flex-wrap gap-2">
			{#each runs as seconds, k (k)}
				<li>
					<button
						type="button"
						class="figure h-11 rounded-md bg-sunk px-3 hover:bg-line"
						title="Take this run out"
						onclick={() => {
							runs = runs.filter((_, other) => other !== k);
							question = null;
						}}>{seconds.toFixed(2)}<span class="sr-only">seconds, take out</span></button
					>
				</li>
			{/each}
		</ul>
	{/if}
	{#if gates.kind === 'none'}
		<label class="grid gap-1">
			<span class="text-sm text-quiet">Or timed otherwise, s</span>
			<input
				type="text"
				inputmode="decimal"
				autocomplete="off"
				placeholder="1.32 1.28 1.40"
				bind:value={typed}
				class="figure h-11 w-full min-w-0 rounded-md bg-sunk px-3"
			/>
		</label>
	{/if}
	{#if expected}
		<p class="text-sm text-quiet">
			Predicted: <span class="figure">{expected.value.toFixed(2)}</span> s,
			<span class="figure">{expected.low.toFixed(2)}–{expected.high.toFixed(2)}</span>
		</p>
	{:else if answer.prediction?.floats}
		<p class="text-sm text-quiet">By the model it floats: a drop says nothing to it.</p>
	{/if}
	{#if words}<p role="alert" class="text-warn">{words}</p>{/if}
	{#if question}
		{@const odd = question}
		<AskedAgain
			words={odd.words}
			likely={odd.likely && { words: odd.likely.words, take: () => take(odd) }}
			kept={{ words: 'Keep it as it is', keep: () => void keep(true) }}
		/>
	{/if}
	<button type="submit" class="h-12 rounded-md bg-sunk px-4 text-lg hover:bg-line"
		>Keep {['the drop', 'the run'][runs.length] ?? `the ${runs.length} runs`}</button
	>
	<button
		type="button"
		class="min-h-8 justify-self-start text-sm text-water underline"
		onclick={() => (teaching = true)}
		>{gates.kind === 'none' ? 'A drop tube with light gates …' : 'The light gates …'}</button
	>
</form>
{#if teaching}
	{#await import('./GatesDialog.svelte') then { default: GatesDialog }}
		<GatesDialog bind:open={teaching} />
	{/await}
{/if}
