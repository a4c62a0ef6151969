<script lang="ts">
	import { priorBeliefs, valuesAt } from '$core/belief/index';
	import { amountsFor, gaugeLengths, marksOf, planOf, stepsOf } from '$core/batch/index';
	import { buildFly } from '$core/fly/index';
	import { carryField, fliesField, readQuantity } from '$core/quantity/index';
	import Strip from '$lib/bench/Strip.svelte';
	import CutList from '$lib/batch/CutList.svelte';
	import Marks from '$lib/batch/Marks.svelte';
	import StepView from '$lib/batch/StepView.svelte';
	import { cautionWords, duration } from '$lib/batch/words';
	import type { DocumentRow } from '$lib/contract/documents';
	import { lotsOf } from '$lib/contract/from-stock';
	import { leftOf, lotUnit, materialOf } from '$lib/contract/lots';
	import { costOf } from '$lib/contract/shelf';
	import { bindOnlyStrip, bindSteps } from '$lib/frame/keys';
	import FlyPicture from '$lib/match/FlyPicture.svelte';
	import { useBench } from '$lib/state/context';
	import { Tying } from '$lib/state/tying.svelte';
	import { massFigure, speedFigure } from '$lib/ui/figures';
	import { evenSteps } from '$lib/ui/steps';
	import Stepper from '$lib/ui/Stepper.svelte';

	const MEDIANS = valuesAt(priorBeliefs);
	const bench = useBench();
	const tying = new Tying();
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let history = $state<{ row: DocumentRow; open: boolean } | null>(null);
	let how = $state(false);
	let count = $state(6);
	let carry = $state(4);
	let atTheVise = $state(false);
	/** Read again when one leaves the vise. */
	let visits = $state(0);

	$effect(() =>
		atTheVise
			? bindSteps({ on: () => tying.on(Date.now()), back: () => tying.back(), leave })
			: bindOnlyStrip(bench, (which) => (chooser = which))
	);
	const run = $derived(
		bench.recipe && {
			build: buildFly(bench.recipe, MEDIANS),
			amounts: amountsFor(bench.recipe, count),
			key: JSON.stringify([bench.recipe, count, carry])
		}
	);
	const steps = $derived(run ? stepsOf(run.build) : []);
	const plan = $derived(run && planOf(steps, count, carry));
	const marks = $derived(run ? marksOf(run.build) : []);
	const cautions = $derived([...new Set(steps.flatMap(({ caution }) => caution ?? []))]);
	const price = $derived.by(() => {
		if (!run) return null;
		const parts = (['hook', 'bead', 'coil'] as const).map((part) =>
			costOf(run.build, part, bench.lots)
		);
		return parts.reduce<number | null>(
			(sum, part) => (sum === null || part === null ? null : sum + part),
			0
		);
	});
	/** What is taken from the stock and is not there in so many. */
	const short = $derived.by(() => {
		const words: Record<string, string> = {};
		for (const { part, total } of run?.amounts ?? []) {
			for (const id of bench.recipe ? lotsOf(bench.recipe, part) : []) {
				const lot = bench.lots.find((row) => row.id === id);
				const material = lot && materialOf(lot.body);
				if (!lot || !material || material === 'dressing' || material === 'finish') continue;
				const there = leftOf(lot.body);
				if (there < total)
					words[part] = `only ${there} ${lotUnit(material, there)} left of ${lot.name}`;
			}
		}
		return words;
	});
	/** A run like this was left before its end. */
	const left = $derived(visits >= 0 && run !== null && tying.left(run.key));
	function toTheVise() {
		if (!run) return;
		tying.begin(run.key, steps, count, carry);
		if (!tying.now) tying.again();
		atTheVise = true;
	}
	function leave() {
		atTheVise = false;
		visits++;
	}
</script>

<svelte:head><title>Batch · Gravitas</title></svelte:head>
<h1 class="sr-only">Batch</h1>
<div class="bg-ground max-md:sticky max-md:top-0 max-md:z-10 print:hidden">
	<Strip
		{bench}
		bind:open={chooser}
		showHistory={(row) => (history = { row, open: true })}
		showHow={() => (how = true)}
	/>
</div>
{#if bench.recipe && run && plan}
	{@const recipe = bench.recipe}
	<!-- Printed, this is the bench card: black on white, on half a page or a whole one. -->
	<div
		class="grid min-h-0 flex-1 border-t border-line md:grid-cols-[15rem_minmax(0,1fr)_minmax(0,1fr)] print:block print:border-0"
	>
		<section
			aria-label="The run"
			class="grid min-h-0 content-start gap-3 overflow-y-auto border-line px-4 py-3 md:border-r print:hidden"
		>
			<Stepper
				label="Flies"
				value={count}
				show={String}
				read={(text) => readQuantity(text, fliesField)}
				step={evenSteps(1, 6, 1, 60)}
				onchange={(value) => (count = value)}
			/>
			<Stepper
				label="Under way together"
				value={carry}
				show={String}
				read={(text) => readQuantity(text, carryField)}
				step={evenSteps(1, 3, 1, 12)}
				onchange={(value) => (carry = value)}
			/>
			<p>
				<span class="figure text-2xl">{duration(plan.total)}</span><br /><span
					class="text-sm text-quiet"
					>{plan.waits > 30
						? `${duration(plan.waits)} of it waiting for what dries; ${plan.carried} under way at once`
						: 'no waiting'}, by what steps usually take</span
				>
			</p>
			<button
				type="button"
				class="h-12 rounded-md bg-water px-4 text-lg text-on-water"
				onclick={toTheVise}>{left ? 'Go on tying' : 'To the vise'}</button
			>
			{#if left}
				<button
					type="button"
					class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
					onclick={() => {
						tying.begin(run.key, steps, count, carry);
						tying.again();
						visits++;
					}}>Begin anew</button
				>
			{/if}
			<button
				type="button"
				class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
				onclick={() => window.print()}>Print the bench card</button
			>
			<div class="text-sm text-quiet">
				{#each cautions as caution (caution)}<p class="pb-1">{cautionWords[caution]}</p>{/each}
			</div>
		</section>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex (it scrolls, and holds nothing else that takes the keys) -->
		<section
			aria-label="Marks and cut list"
			tabindex="0"
			class="min-h-0 overflow-y-auto px-4 py-3 print:overflow-visible"
		>
			<div class="hidden print:block">
				<h2 class="text-2xl font-semibold">{bench.fly?.name}</h2>
				{#if bench.prediction}
					<p>
						{massFigure(bench.prediction.mass).number} g ({massFigure(bench.prediction.mass)
							.interval}){#if bench.prediction.speed}, sinks {speedFigure(bench.prediction.speed)
								.number} cm/s ({speedFigure(bench.prediction.speed).interval}){/if}
					</p>
				{/if}
			</div>
			<FlyPicture {recipe} scale={20} width={360} height={150} />
			<Marks {marks} lengths={gaugeLengths(run.build)} />
			<div class="pt-4"><CutList amounts={run.amounts} {count} {price} {short} /></div>
		</section>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex (as above) -->
		<section
			aria-labelledby="steps"
			tabindex="0"
			class="min-h-0 overflow-y-auto border-line px-4 py-3 md:border-l print:overflow-visible"
		>
			<h2 id="steps" class="text-lg font-semibold">Steps</h2>
			<ol>
				{#each steps as step, k (step.key)}
					<li class="flex items-baseline gap-3 border-t border-line/60 py-1.5">
						<span class="figure w-5 shrink-0 text-quiet">{k + 1}</span>
						<span class="min-w-0 flex-1">{step.words}</span>
						<span class="text-sm whitespace-nowrap text-quiet"
							>{step.dries > 0 ? `then dries ${duration(step.dries)}` : ''}</span
						>
					</li>
				{/each}
			</ol>
		</section>
	</div>
	{#if atTheVise}
		<StepView
			{tying}
			name={bench.fly?.name ?? 'Nymph'}
			{recipe}
			{count}
			steps={steps.length}
			{marks}
			lengths={gaugeLengths(run.build)}
			{leave}
		/>
	{/if}
{:else}
	<div class="grid flex-1 place-items-center p-8">
		<p class="max-w-md text-center text-xl">
			There is no fly on the strip: choose the one to tie (F).
		</p>
	</div>
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
