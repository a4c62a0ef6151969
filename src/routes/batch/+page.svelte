<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { gaugeLengths, marksOf } from '$core/batch/index';
	import BenchCard from '$lib/views/batch/BenchCard.svelte';
	import CutList from '$lib/views/batch/CutList.svelte';
	import Marks from '$lib/views/batch/Marks.svelte';
	import NewRun from '$lib/views/batch/NewRun.svelte';
	import { PlannedRun } from '$lib/views/batch/planned-run.svelte';
	import { cutListOf } from '$lib/views/batch/run';
	import { duration } from '$lib/ui/when';
	import { cautionWords } from '$lib/views/batch/words';
	import StripHead from '$lib/strip/StripHead.svelte';
	import { bindOnlyStrip } from '$lib/frame/keys';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import { batchesOf, tiedOf } from '$lib/state/batches.svelte';
	import { useWorkspace } from '$lib/state/context';
	import type { Tying } from '$lib/state/tying.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	let { data } = $props();
	const workspace = useWorkspace();
	const { selection, parameters, stock, documents, strip } = workspace;
	const batches = batchesOf(workspace);
	const run = new PlannedRun({ documents, selection, strip, parameters, batches });
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let tying = $state.raw<Tying | null>(null);

	// What reads a scale, and what is at the vise, is fetched behind the plan.
	$effect(() => {
		const { demo } = data;
		void import('$lib/state/scale.svelte').then(({ scale }) => scale.load(demo));
	});
	$effect(() => (tying ? undefined : bindOnlyStrip(selection, (which) => (chooser = which))));
	/** The run was ended or deleted, here or in another window: the vise is left. */
	$effect(() => {
		if (!run.chosen) tying = null;
	});

	/** A run that was thought of elsewhere: of the fly on the strip and these. */
	onMount(async () => {
		const also = page.url.searchParams.get('also');
		const each = Number(page.url.searchParams.get('each'));
		if (also === null || !(each > 0)) return;
		run.count = each;
		run.others = also.split(',').flatMap((id) => (id ? [{ id, count: each }] : []));
		await goto(page.url.pathname, { replaceState: true, keepFocus: true });
	});

	async function begin() {
		if (await run.begin()) await toTheVise();
	}
	async function toTheVise() {
		const { Tying } = await import('$lib/state/tying.svelte');
		const { chosen } = run;
		if (chosen) tying = new Tying(batches, chosen.id, chosen.body, run.steps);
	}
</script>

<svelte:head><title>Batch · Gravitas</title></svelte:head>
<h1 class="sr-only">Batch</h1>
<StripHead bind:chooser inert={tying !== null} />
{#if run.items.length > 0 && run.plan}
	{@const { items, at, plan, chosen } = run}
	{@const item = items[at]!}
	{@const build = run.builds[at]!}
	<div
		class="grid min-h-0 flex-1 border-t border-line md:grid-cols-[17rem_minmax(0,1fr)_minmax(0,1fr)]"
		inert={tying !== null}
	>
		<section
			aria-label="The run"
			class="flex min-h-0 flex-col gap-3 overflow-y-auto border-line px-4 py-3 *:shrink-0 md:border-r"
		>
			{#if run.running.length > 0}
				<label class="grid gap-1">
					<span class="text-sm text-quiet">Run</span>
					<select
						class="h-11 w-full rounded-md bg-sunk px-3"
						value={chosen?.id ?? ''}
						onchange={(event) => (run.chosenId = event.currentTarget.value || null)}
					>
						<option value="">a new one</option>
						{#each run.running as row (row.id)}
							<option value={row.id}>{row.name}: {tiedOf(row)}</option>
						{/each}
					</select>
				</label>
			{/if}
			{#if chosen}
				{#await import('$lib/views/batch/RunUnderWay.svelte') then { default: RunUnderWay }}
					<RunUnderWay {run} {chosen} toTheVise={() => void toTheVise()} />
				{/await}
			{:else}
				<NewRun {run} {plan} begin={() => void begin()} />
			{/if}
			<BenchCard {item} />
			<div class="text-sm text-quiet">
				{#each run.cautions as caution (caution)}<p class="pb-1">{cautionWords[caution]}</p>{/each}
			</div>
		</section>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex (it scrolls, and holds nothing else that takes the keys) -->
		<section aria-label="Marks and cut list" tabindex="0" class="min-h-0 overflow-y-auto px-4 py-3">
			{#if items.length > 1}
				<div class="pb-2">
					<Segments
						label="Marks and steps of"
						value={String(at)}
						options={items.map(({ name }, k) => ({ value: String(k), words: name }))}
						onchange={(value) => (run.shownItem = Number(value))}
					/>
				</div>
			{/if}
			<FlyPicture recipe={item.recipe} colours={item.colours} scale={20} width={360} height={150} />
			<Marks marks={marksOf(build)} lengths={gaugeLengths(build)} />
			<div class="pt-4">
				<CutList
					amounts={cutListOf(items, parameters.distribution)}
					count={run.all}
					price={run.price}
					short={run.short}
					take={chosen || at > 0 ? null : (lot, part) => stock.takeFrom(lot, part)}
				/>
			</div>
		</section>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex (as above) -->
		<section
			aria-labelledby="steps"
			tabindex="0"
			class="min-h-0 overflow-y-auto border-line px-4 py-3 md:border-l"
		>
			{#if chosen}
				{#await import('$lib/views/batch/WeighIn.svelte') then { default: WeighIn }}
					<WeighIn row={chosen} item={at} />
				{/await}
			{/if}
			<h2 id="steps" class="text-lg font-semibold">Steps</h2>
			<ol>
				{#each run.steps[at]! as step, k (k)}
					<li class="flex items-baseline gap-3 border-t border-line/60 py-1.5">
						<span class="figure w-5 shrink-0 text-quiet">{k + 1}</span>
						<span class="min-w-0 flex-1"
							>{step.words}
							{#if step.handling}<span class="block text-quiet">{step.handling}</span>{/if}</span
						>
						<span class="text-sm whitespace-nowrap text-quiet"
							>{step.dries > 0 ? `then dries ${duration(step.dries)}` : ''}</span
						>
					</li>
				{/each}
			</ol>
		</section>
	</div>
	{#if tying && run.chosen}
		{#await import('$lib/views/batch/StepView.svelte') then { default: StepView }}
			<StepView
				{tying}
				name={run.chosen.name}
				items={run.items}
				steps={run.steps.map(({ length }) => length)}
				leave={() => (tying = null)}
			/>
		{/await}
	{/if}
{:else}
	<div class="grid flex-1 place-items-center p-8">
		<p class="max-w-md text-center text-xl">
			There is no fly on the strip: choose the one to tie (F).
		</p>
	</div>
{/if}
