<script lang="ts">
	import { tick } from 'svelte';
	import { bindLog } from '$lib/frame/keys';
	import StripHead from '$lib/strip/StripHead.svelte';
	import type { WeighedThing } from '$lib/documents/entry/body';
	import FoundList from '$lib/views/log/FoundList.svelte';
	import { logRows, residuals, type RowKind } from '$lib/views/log/rows';
	import { suggestions, type Suggestion, type Target } from '$lib/views/log/suggestions';
	import Taught from '$lib/views/log/Taught.svelte';
	import WeighForm from '$lib/views/log/WeighForm.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { scale } from '$lib/state/scale.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	let { data } = $props();
	const workspace = useWorkspace();
	const { parameters, documents, selection, learning } = workspace;
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	$effect(() => scale.load(data.demo));
	$effect(() =>
		bindLog(
			selection,
			(which) => (chooser = which),
			(wanted) => void enter(wanted)
		)
	);
	$effect(() => learning.judge());

	let kind = $state<RowKind>('weighing');
	let entering = $state<HTMLElement>();
	/** Fetched when the first of such entries is made. */
	let DropForm = $state.raw<typeof import('$lib/views/log/DropForm.svelte').default>();
	let OutingForm = $state.raw<typeof import('$lib/views/log/OutingForm.svelte').default>();
	async function show(wanted: RowKind) {
		kind = wanted;
		if (wanted === 'drop') DropForm ??= (await import('$lib/views/log/DropForm.svelte')).default;
		if (wanted === 'outing')
			OutingForm ??= (await import('$lib/views/log/OutingForm.svelte')).default;
	}
	/** To the first thing that is done for such an entry. */
	async function enter(wanted: RowKind) {
		await show(wanted);
		await tick();
		entering?.querySelector<HTMLElement>('[data-begins]')?.focus();
	}
	let of = $state<WeighedThing>('fly');
	let lotId = $state<string | null>(null);
	let count = $state(1);
	let only = $state<RowKind | 'all'>('all');

	const rows = $derived(logRows(parameters.found, parameters.learning));
	const shown = $derived(only === 'all' ? rows : rows.filter((row) => row.kind === only));
	const counted = $derived(rows.filter(({ excluded }) => !excluded));
	const offs = $derived(residuals(shown));
	const signed = (ratio: number) => {
		const by = 100 * (ratio - 1);
		return `${by < 0 ? '−' : '+'}${Math.abs(by).toFixed(Math.abs(by) < 10 ? 1 : 0)}`;
	};
	const many = (one: RowKind) => counted.filter((row) => row.kind === one).length;
	let aim = $state<Target>('speed');
	let cardNotes = $state(false);
	const next = $derived(suggestions(workspace, aim).slice(0, 4));

	/** A newcomer's ten minutes. */
	const first = $derived.by(() => {
		const weighed = (what: WeighedThing) =>
			documents
				.all('entry')
				.some(({ body }) => body.weighing?.of === what && body.weighing.count >= 5) ||
			documents
				.all('lot')
				.some(
					({ body }) =>
						body.measured?.togetherG !== undefined && (what === 'beads' ? body.bead : body.hook)
				);
		const drops = new Set(
			documents
				.all('entry')
				.flatMap(({ body }) => (body.drop ? [JSON.stringify(body.drop.recipe)] : []))
		).size;
		return [
			{ words: 'Weigh ten beads of one size', done: weighed('beads'), go: () => weigh('beads') },
			{ words: 'Weigh ten hooks of one packet', done: weighed('hooks'), go: () => weigh('hooks') },
			{
				words: `Drop three flies in a jug and time them${drops > 0 && drops < 3 ? `: ${3 - drops} to go` : ''}`,
				done: drops >= 3,
				go: () => void show('drop')
			}
		];
	});
	const newcomer = $derived(first.some(({ done }) => !done));

	function weigh(what: WeighedThing, lot: string | null = null, pieces = 10) {
		kind = 'weighing';
		of = what;
		lotId = lot;
		count = pieces;
	}
	function go({ form }: Suggestion) {
		if (form.kind === 'drop') void show('drop');
		else weigh(form.of, form.lotId, form.count);
	}
</script>

<svelte:head><title>Log · Gravitas</title></svelte:head>
<h1 class="sr-only">Log</h1>
<StripHead bind:chooser />
<div class="grid min-h-0 flex-1 border-t border-line md:grid-cols-[19rem_minmax(0,1fr)_17rem]">
	<section
		bind:this={entering}
		aria-label="A new entry"
		class="grid min-h-0 content-start gap-3 overflow-y-auto border-line px-4 py-3 md:border-r"
	>
		<Segments
			label="Enter"
			value={kind}
			options={[
				{ value: 'weighing', words: 'weighing' },
				{ value: 'drop', words: 'drop' },
				{ value: 'outing', words: 'outing' }
			]}
			onchange={(value) => void show(value)}
		/>
		{#if kind === 'weighing'}
			<WeighForm bind:of bind:lotId bind:count />
		{:else if kind === 'drop'}
			{#if DropForm}<DropForm />{/if}
		{:else if OutingForm}
			<OutingForm {learning} />
		{/if}
	</section>
	<div class="flex min-h-0 flex-col gap-4 overflow-y-auto px-5 py-3">
		<Taught />
		{#if learning.changed}
			<p class="text-sm text-quiet" role="status">{learning.changed}</p>
		{/if}
		<section aria-labelledby="found">
			<div class="flex flex-wrap items-center gap-x-4 gap-y-1 pb-1">
				<div class="flex-1">
					<h2 id="found" class="text-lg font-semibold whitespace-nowrap">
						Found against predicted
					</h2>
					<p class="text-sm whitespace-nowrap text-quiet">
						{many('weighing')} weighings, {many('drop')} drops, {many('outing')} outings
					</p>
				</div>
				<div class="w-72">
					<Segments
						label="Show"
						labelled
						value={only}
						options={[
							{ value: 'all', words: 'all' },
							{ value: 'weighing', words: 'weighed' },
							{ value: 'drop', words: 'timed' },
							{ value: 'outing', words: 'seen' }
						]}
						onchange={(value) => (only = value)}
					/>
				</div>
			</div>
			{#if offs.length > 0}
				<p class="pb-1">
					<span class="text-quiet">On the whole, against the prediction:</span>
					{#each offs as { group, count, ratio }, k (group)}{k > 0 ? ', ' : ''}<span
							class="whitespace-nowrap"
							>{group} <span class="figure">{signed(ratio)}</span> %
							<span class="text-quiet">({count})</span></span
						>{/each}
				</p>
			{/if}
			{#if shown.length > 0}
				<p
					class="grid grid-cols-[minmax(0,1fr)_11rem] text-sm text-quiet max-md:hidden"
					aria-hidden="true"
				>
					<span></span>
					<span class="flex justify-between"
						><span>half</span><span>predicted</span><span>twice</span></span
					>
				</p>
				<FoundList rows={shown} />
			{:else}
				<p class="text-quiet">
					{rows.length === 0
						? 'Nothing was weighed, timed or fished yet. Each entry is set beside the prediction as it stood.'
						: 'None of these yet.'}
				</p>
			{/if}
		</section>
	</div>
	<div class="flex min-h-0 flex-col gap-5 overflow-y-auto border-line px-4 py-3 md:border-l">
		{#if newcomer}
			<section aria-labelledby="first" class="rounded-md bg-raised p-3">
				<h2 id="first" class="text-lg font-semibold">Ten minutes that make it yours</h2>
				<ol class="grid gap-1 pt-1">
					{#each first as { words, done, go: begin } (words)}
						<li class="flex items-center gap-2">
							<span aria-hidden="true" class="w-4">{done ? '✓' : ''}</span>
							{#if done}<span class="text-quiet">{words}<span class="sr-only">, done</span></span
								>{:else}<button
									type="button"
									class="min-h-9 text-left text-water underline"
									onclick={begin}>{words}</button
								>{/if}
						</li>
					{/each}
				</ol>
			</section>
		{/if}
		<section aria-labelledby="next">
			<h2 id="next" class="text-lg font-semibold">What to measure next</h2>
			<p class="pb-2 text-sm text-quiet">
				How much each would narrow the range of what is predicted of {selection.fly?.name ??
					'the fly'}.
			</p>
			<Segments
				label="Of its"
				labelled
				value={aim}
				options={[
					{ value: 'speed', words: 'sink rate' },
					{ value: 'mass', words: 'weight' }
				]}
				onchange={(value) => (aim = value)}
			/>
			{#if next.length === 0}
				<p class="text-quiet">Nothing would make it much surer.</p>
			{/if}
			<ul>
				{#each next as one (one.words)}
					<li class="flex items-center gap-2 border-t border-line py-1">
						<span class="figure w-14 text-xl">{(100 * (1 - one.narrower)).toFixed(0)} %</span>
						<button
							type="button"
							class="min-h-11 min-w-0 flex-1 text-left text-water underline"
							onclick={() => go(one)}>{one.words}</button
						>
					</li>
				{/each}
			</ul>
		</section>
		<section aria-labelledby="out" class="grid gap-2">
			<h2 id="out" class="text-lg font-semibold">In and out</h2>
			<a
				href="/api/log.csv"
				download="gravitas-log.csv"
				class="grid h-11 place-items-center rounded-md bg-sunk hover:bg-line"
				data-sveltekit-reload>The log as a table (CSV)</a
			>
			<p class="text-sm text-quiet">Such a table comes in again under Files.</p>
			<button
				type="button"
				class="h-11 rounded-md bg-sunk px-3 hover:bg-line"
				onclick={() => (cardNotes = true)}>A river card’s notes</button
			>
		</section>
	</div>
</div>
{#if cardNotes}
	{#await import('$lib/views/log/CardNotesDialog.svelte') then { default: CardNotesDialog }}
		<CardNotesDialog bind:open={cardNotes} />
	{/await}
{/if}
<!-- Seldom wanted: fetched when they are. -->
