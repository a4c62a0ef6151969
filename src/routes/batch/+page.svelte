<script lang="ts">
	import { tick } from 'svelte';
	import { gaugeLengths, marksOf, pacesOf, planOf, stepsOf } from '$core/batch/index';
	import { buildFly, mediansFor, partNames, type PartName } from '$core/fly/index';
	import { carryField, fliesField, readQuantity } from '$core/quantity/index';
	import CutList from '$lib/views/batch/CutList.svelte';
	import Marks from '$lib/views/batch/Marks.svelte';
	import {
		cutListOf,
		figuresOf,
		itemFromDocument,
		itemToDocument,
		reservedFor,
		shortOf,
		substitutesFor,
		timesOf,
		usedFor,
		type RunItem
	} from '$lib/views/batch/run';
	import StepView from '$lib/views/batch/StepView.svelte';
	import Timeline from '$lib/views/batch/Timeline.svelte';
	import WeighIn from '$lib/views/batch/WeighIn.svelte';
	import { cautionWords, duration } from '$lib/views/batch/words';
	import type { CardPage } from '$lib/views/batch/card';
	import Strip from '$lib/strip/Strip.svelte';
	import { fliesOf, itemOf, MOST_FLIES } from '$lib/documents/batch/body';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import type { DocumentRow } from '$lib/documents/kinds';
	import { costOf } from '$lib/documents/lot/shelf';
	import { bindOnlyStrip } from '$lib/frame/keys';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import { tiedOf } from '$lib/state/batches.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { scale } from '$lib/state/scale.svelte';
	import { Tying } from '$lib/state/tying.svelte';
	import { saveBlob, saveText } from '$lib/ui/save';
	import Segments from '$lib/ui/Segments.svelte';
	import { evenSteps } from '$lib/ui/steps';
	import Stepper from '$lib/ui/Stepper.svelte';

	let { data } = $props();
	const { documents, selection, strip, beliefs, batches, stock } = useWorkspace();
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let history = $state<{ row: DocumentRow; open: boolean } | null>(null);
	let how = $state(false);
	let count = $state(6);
	let carry = $state(4);
	/** Other flies of the same run, by id: other sizes, or other rungs of a ladder. */
	let others = $state.raw<readonly { readonly id: string; readonly count: number }[]>([]);
	/** Which run is looked at; null: the next one. */
	let chosenId = $state<string | null>(null);
	let shownItem = $state(0);
	let tying = $state.raw<Tying | null>(null);
	let page = $state<CardPage>('A5');
	/** The card while it is printed. */
	let printed = $state.raw<{ readonly svg: string; readonly page: CardPage } | null>(null);

	$effect(() => scale.load(data.demo));
	$effect(() => (tying ? undefined : bindOnlyStrip(selection, (which) => (chooser = which))));
	const running = $derived(documents.all('batch').filter(({ body }) => body.state === 'tying'));
	const chosen = $derived(running.find(({ id }) => id === chosenId) ?? null);
	/** The run was ended or deleted, here or in another window: the vise is left. */
	$effect(() => {
		if (!chosen) tying = null;
	});
	const complete = $derived(chosen !== null && chosen.body.flies.length === fliesOf(chosen.body));
	const pace = $derived(pacesOf(timesOf(documents.all('batch').map(({ body }) => body))));
	const timed = $derived(documents.all('batch').some(({ body }) => body.times.length > 0));

	const items = $derived.by((): readonly RunItem[] => {
		if (chosen) return chosen.body.items.map(itemFromDocument);
		if (!selection.fly || !strip.recipe) return [];
		const more = others.flatMap(({ id, count }) => {
			const row = documents.all('fly').find((fly) => fly.id === id);
			return row ? [{ name: row.name, recipe: recipeFromDocument(row.body.recipe), count }] : [];
		});
		return [{ name: selection.fly.name, recipe: strip.recipe, count }, ...more];
	});
	const all = $derived(items.reduce((sum, one) => sum + one.count, 0));
	const builds = $derived(
		items.map(({ recipe }) => buildFly(recipe, mediansFor(recipe, beliefs.believed)))
	);
	const steps = $derived(builds.map((build) => stepsOf(build, pace)));
	const plan = $derived(
		items.length > 0
			? planOf(
					items.map((one, k) => ({ steps: steps[k]!, count: one.count })),
					chosen?.body.carry ?? carry
				)
			: null
	);
	const at = $derived(Math.min(shownItem, Math.max(0, items.length - 1)));
	const cautions = $derived([...new Set(steps.flat().flatMap(({ caution }) => caution ?? []))]);
	const price = $derived(
		items.reduce<number | null>((sum, one, k) => {
			for (const part of ['hook', 'bead', 'coil'] as const) {
				const cost = costOf(builds[k]!, part, documents.all('lot'));
				sum = sum === null || cost === null ? null : sum + cost * one.count;
			}
			return sum;
		}, 0)
	);
	/** What the stock lacks, and what can stand in; what is reserved already is there. */
	const short = $derived.by(() => {
		if (chosen) return {};
		const lacks = shortOf(items, documents.all('lot'));
		return Object.fromEntries(
			partNames.flatMap((part: PartName) => {
				const found = lacks[part];
				if (!found || !items[at]) return [];
				const substitutes = substitutesFor(
					...([
						items[at],
						part,
						found.need,
						documents.all('lot'),
						strip.temperature,
						beliefs.believed
					] as const)
				);
				return [[part, { words: found.words, substitutes }] as const];
			})
		);
	});

	async function begin() {
		if (!plan || all > MOST_FLIES) return;
		const order = plan.turns.map(({ fly, stretch }) => {
			const { from, to } = plan.stretches[fly]![stretch]!;
			return { fly, from, to };
		});
		const bodies = items.map((one) => itemToDocument(one, strip.temperature, beliefs.believed));
		const id = await batches.beginBatch(
			bodies,
			carry,
			order,
			reservedFor(items, documents.all('lot'), beliefs.believed)
		);
		if (!id) return;
		others = [];
		chosenId = id;
		toTheVise();
	}
	function toTheVise() {
		if (chosen) tying = new Tying(batches, chosen.id, chosen.body, steps);
	}
	async function end() {
		if (!chosen) return;
		const { body } = chosen;
		const tied = body.items.map((one, k) => ({
			...itemFromDocument(one),
			count: body.flies.filter(({ fly }) => itemOf(body, fly) === k).length
		}));
		const times = batches.tyingOf(chosen.id)?.times ?? body.times;
		if (
			await batches.endBatch(chosen, usedFor(tied, documents.all('lot'), beliefs.believed), times)
		)
			chosenId = null;
	}
	/** The bench card of the fly that is looked at. */
	async function saveCard(as: 'pdf' | 'svg' | 'print') {
		const { cardPdf, cardSvg } = await import('$lib/views/batch/card');
		const item = items[at]!;
		const card = {
			...item,
			amounts: cutListOf([item], beliefs.believed),
			believed: beliefs.believed,
			figures: figuresOf(item, strip.temperature, beliefs.believed)
		};
		const name = `${item.name} bench card`;
		if (as === 'svg') saveText(`${name}.svg`, 'image/svg+xml', cardSvg(card, page));
		else if (as === 'pdf') saveBlob(`${name}.pdf`, await cardPdf(card, page));
		else {
			printed = { svg: cardSvg(card, page), page };
			await tick();
			window.print();
			printed = null;
		}
	}
	async function intoTheBox() {
		for (const one of items) {
			await batches.putInBox(
				itemToDocument(one, strip.temperature, beliefs.believed),
				usedFor([one], documents.all('lot'), beliefs.believed)
			);
		}
	}
</script>

<svelte:head><title>Batch · Gravitas</title></svelte:head>
<h1 class="sr-only">Batch</h1>
<div
	class="bg-ground print:hidden staying:sticky staying:top-0 staying:z-10"
	inert={tying !== null}
>
	<Strip
		bind:open={chooser}
		showHistory={(row) => (history = { row, open: true })}
		showHow={() => (how = true)}
	/>
</div>
{#if items.length > 0 && plan}
	{@const item = items[at]!}
	{@const build = builds[at]!}
	<div
		class="grid min-h-0 flex-1 border-t border-line md:grid-cols-[17rem_minmax(0,1fr)_minmax(0,1fr)] print:hidden"
		inert={tying !== null}
	>
		<section
			aria-label="The run"
			class="flex min-h-0 flex-col gap-3 overflow-y-auto border-line px-4 py-3 *:shrink-0 md:border-r"
		>
			{#if running.length > 0}
				<label class="grid gap-1">
					<span class="text-sm text-quiet">Run</span>
					<select
						class="h-11 w-full rounded-md bg-sunk px-3"
						value={chosen?.id ?? ''}
						onchange={(event) => (chosenId = event.currentTarget.value || null)}
					>
						<option value="">a new one</option>
						{#each running as row (row.id)}
							<option value={row.id}>{row.name}: {tiedOf(row)}</option>
						{/each}
					</select>
				</label>
			{/if}
			{#if chosen}
				<p>
					<span class="figure text-2xl">{chosen.body.flies.length}</span> of {fliesOf(chosen.body)}
					tied, begun {chosen.body.on}
				</p>
				<button
					type="button"
					class="h-12 rounded-md px-4 text-lg {complete
						? 'bg-sunk hover:bg-line'
						: 'bg-water text-on-water'}"
					onclick={toTheVise}
					>{(batches.tyingOf(chosen.id)?.place ?? 0) > 0 ? 'Go on tying' : 'To the vise'}</button
				>
				<button
					type="button"
					class="min-h-11 rounded-md px-4 py-2 {complete
						? 'bg-water text-lg text-on-water'
						: 'bg-sunk hover:bg-line'}"
					onclick={() => void end()}>End the run: {chosen.body.flies.length} into the box</button
				>
				<button
					type="button"
					class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
					onclick={() => void documents.erase(chosen)}>Delete the run</button
				>
			{:else}
				<Stepper
					label={items.length > 1 ? item.name : 'Flies'}
					value={count}
					show={String}
					read={(text) => readQuantity(text, fliesField)}
					step={evenSteps(1, 6, 1, 60)}
					onchange={(value) => (count = value)}
				/>
				{#each others as other (other.id)}
					{@const name = documents.all('fly').find(({ id }) => id === other.id)?.name ?? ''}
					<div class="grid gap-1">
						<Stepper
							label={name}
							value={other.count}
							show={String}
							read={(text) => readQuantity(text, fliesField)}
							step={evenSteps(1, 6, 1, 60)}
							onchange={(value) =>
								(others = others.map((one) =>
									one.id === other.id ? { ...one, count: value } : one
								))}
						/>
						<button
							type="button"
							class="min-h-8 justify-self-start text-sm text-water underline"
							onclick={() => (others = others.filter(({ id }) => id !== other.id))}
							>leave {name} out</button
						>
					</div>
				{/each}
				<label class="grid gap-1">
					<span class="text-sm text-quiet">And of another size, or another rung</span>
					<select
						class="h-11 w-full rounded-md bg-sunk px-3"
						value=""
						onchange={(event) => {
							const id = event.currentTarget.value;
							event.currentTarget.value = '';
							if (id) others = [...others, { id, count: 3 }];
						}}
					>
						<option value="">none</option>
						{#each documents
							.all('fly')
							.filter(({ id }) => id !== selection.fly?.id && !others.some((one) => one.id === id)) as row (row.id)}
							<option value={row.id}>{row.name}</option>
						{/each}
					</select>
				</label>
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
							: 'no waiting'}, by {timed ? 'your own times' : 'what steps usually take'}</span
					>
				</p>
				<Timeline {plan} />
				<button
					type="button"
					class="min-h-12 rounded-md bg-water px-4 text-lg text-on-water disabled:opacity-40"
					disabled={all > MOST_FLIES}
					onclick={() => void begin()}>Begin: to the vise</button
				>
				<button
					type="button"
					class="min-h-11 rounded-md bg-sunk px-4 py-1.5 hover:bg-line"
					onclick={() => void intoTheBox()}>They are tied already: into the box</button
				>
			{/if}
			<fieldset class="grid gap-2 border-t border-line pt-2">
				<legend class="sr-only">Bench card</legend>
				<Segments
					label="Bench card"
					value={page}
					options={[
						{ value: 'A5', words: 'A5' },
						{ value: 'letter', words: 'letter' }
					]}
					onchange={(value) => (page = value)}
				/>
				<div class="grid grid-cols-3 gap-2">
					<button
						type="button"
						class="h-11 rounded-md bg-sunk hover:bg-line"
						onclick={() => void saveCard('pdf')}>PDF</button
					>
					<button
						type="button"
						class="h-11 rounded-md bg-sunk hover:bg-line"
						onclick={() => void saveCard('svg')}>SVG</button
					>
					<button
						type="button"
						class="h-11 rounded-md bg-sunk hover:bg-line"
						onclick={() => void saveCard('print')}>Print</button
					>
				</div>
			</fieldset>
			<div class="text-sm text-quiet">
				{#each cautions as caution (caution)}<p class="pb-1">{cautionWords[caution]}</p>{/each}
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
						onchange={(value) => (shownItem = Number(value))}
					/>
				</div>
			{/if}
			<FlyPicture recipe={item.recipe} scale={20} width={360} height={150} />
			<Marks marks={marksOf(build)} lengths={gaugeLengths(build)} />
			<div class="pt-4">
				<CutList
					amounts={cutListOf(items, beliefs.believed)}
					count={all}
					{price}
					{short}
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
			{#if chosen}<WeighIn row={chosen} item={at} />{/if}
			<h2 id="steps" class="text-lg font-semibold">Steps</h2>
			<ol>
				{#each steps[at]! as step, k (step.key)}
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
	{#if tying && chosen}
		<StepView
			{tying}
			name={chosen?.name ?? item.name}
			{items}
			steps={steps.map(({ length }) => length)}
			leave={() => (tying = null)}
		/>
	{/if}
{:else}
	<div class="grid flex-1 place-items-center p-8">
		<p class="max-w-md text-center text-xl">
			There is no fly on the strip: choose the one to tie (F).
		</p>
	</div>
{/if}
{#if printed}
	<!-- The bench card alone, black on white. -->
	<div class="hidden print:block" data-testid="card">
		<!-- eslint-disable-next-line svelte/no-at-html-tags -- our own drawing, every text in it escaped -->
		{@html printed.svg}
	</div>
{/if}
{#if how}
	{#await import('$lib/strip/HowDialog.svelte') then { default: HowDialog }}
		<HowDialog bind:open={how} />
	{/await}
{/if}
{#if history}
	{#await import('$lib/strip/HistoryDialog.svelte') then { default: HistoryDialog }}
		<HistoryDialog row={history.row} bind:open={history.open} />
	{/await}
{/if}
