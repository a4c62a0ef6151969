<script lang="ts">
	import { goto } from '$app/navigation';
	import {
		cellsOf,
		doublesIn,
		evaluate,
		USUAL_WISHES,
		waterAt,
		type MapSpan
	} from '$core/match/index';
	import { depthField, math, shown, speedField, type QuantityField } from '$core/quantity/index';
	import { wayTable } from '$core/rig/index';
	import { fluidAt } from '$core/water/index';
	import { boxKinds, boxLetter } from '$lib/documents/batch/box';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import { BoxMapState } from '$lib/state/box-map.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';

	const { documents, parameters, selection, strip } = useWorkspace();

	/** Cells along each side. */
	const CELLS = 12;
	const lines = Array.from({ length: CELLS }, (_, k) => k);
	/** The chance that does the job. */
	const ENOUGH = USUAL_WISHES.enough;
	const map = new BoxMapState();
	$effect(() => () => map.stop());

	/** Each kind once, however many runs it came from. */
	const kinds = $derived(
		boxKinds(documents.all('batch')).map(({ name, count, recipe }) => {
			const { speed, weight } = evaluate(
				recipeFromDocument(recipe),
				fluidAt(strip.temperature),
				parameters.distribution
			);
			return { name, count, speed, weight };
		})
	);

	/** The person's own lies, and some room round them. */
	const around = $derived.by((): MapSpan => {
		const lies = documents.all('lie').map(({ body }) => body);
		const span = (values: number[], least: number): [number, number] => {
			const [low, high] = [Math.min(...values), Math.max(...values)];
			return [
				Math.max(least, Math.round(8 * low) / 10),
				Math.max(least + 0.4, Math.round(12 * high) / 10)
			];
		};
		return lies.length === 0
			? { depths: [0.4, 1.4], speeds: [0.2, 1] }
			: {
					depths: span(
						lies.map(({ depthM }) => depthM),
						0.2
					),
					speeds: span(
						lies.map(({ surfaceSpeedMs }) => surfaceSpeedMs),
						0.1
					)
				};
	});
	let chosen = $state.raw<MapSpan | null>(null);
	const span = $derived(chosen ?? around);
	const question = $derived(
		strip.recipe && strip.water
			? {
					recipe: strip.recipe,
					rig: strip.usedRig.rig,
					lie: strip.water,
					celsius: strip.temperature,
					wanted: goodDrift.current,
					distribution: parameters.distribution
				}
			: null
	);
	const known = $derived(map.known);
	const cells = $derived(known ? cellsOf(known.curves, kinds, CELLS) : []);
	const covered = $derived(
		kinds.map(
			(_, fly) =>
				cells.filter(({ best, chances }) => best === fly && chances[fly]! >= ENOUGH).length
		)
	);
	const holes = $derived(
		cells.filter(({ chances }) => !chances.some((one) => one >= ENOUGH)).length
	);
	/** Said once all of it is known. */
	const doubles = $derived(map.progress === null ? doublesIn(cells, ENOUGH) : []);

	/** Which cell is looked at, and of which fly all that it does is shown. */
	let at = $state(0);
	let only = $state<number | null>(null);
	let grid = $state<HTMLElement>();
	const looked = $derived(cells[at]);
	const place = (cell: { across: number; down: number }) =>
		waterAt(known!.span, cell.across, cell.down);
	const words = ({ depth, surfaceSpeed }: { depth: number; surfaceSpeed: number }) =>
		`${depthField.show(depth)} deep at ${speedField.show(surfaceSpeed)}`;
	const tenths = (chance: number) => `${(10 * chance).toFixed(0)} of 10`;
	function keydown(event: KeyboardEvent) {
		const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -CELLS, ArrowDown: CELLS }[event.key];
		if (by === undefined) return;
		event.preventDefault();
		const next = at + by;
		if (next < 0 || next >= cells.length) return;
		at = next;
		grid?.querySelectorAll<HTMLElement>('button')[at]?.focus();
	}
	/** A lie like that is made, and Match looks for a fly for it. */
	async function findFor(water: { depth: number; surfaceSpeed: number }) {
		const tidy = (value: number) => Math.round(20 * value) / 20;
		const round = { depth: tidy(water.depth), surfaceSpeed: tidy(water.surfaceSpeed) };
		if (await selection.newLieIn(round, words(round))) await goto('/match');
	}
	/** Dark enough to tell apart, and light enough to read on. */
	const shade = (chance: number) => Math.round(40 * math.square(Math.min(1, chance)));
</script>

{#snippet end(label: string, field: QuantityField, value: number, set: (value: number) => void)}
	<FieldStepper {label} {field} {value} small={0.05} big={0.5} onchange={set} />
{/snippet}

{#if !question}
	<p class="py-6 text-xl">
		Choose a fly and a lie on the Bench first: the map is of their rig and bed.
	</p>
{:else if kinds.length === 0}
	<p class="py-6 text-xl">The box is empty: there is nothing to map.</p>
{:else}
	<div class="grid gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1fr)_22rem]">
		<div class="min-w-0">
			<div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
				{@render end('Depths from', depthField, span.depths[0], (low) => {
					chosen = { ...span, depths: [low, Math.max(low + 0.1, span.depths[1])] };
				})}
				{@render end('Depths to', depthField, span.depths[1], (high) => {
					chosen = { ...span, depths: [Math.min(span.depths[0], high - 0.1), high] };
				})}
				{@render end('Currents from', speedField, span.speeds[0], (low) => {
					chosen = { ...span, speeds: [low, Math.max(low + 0.1, span.speeds[1])] };
				})}
				{@render end('Currents to', speedField, span.speeds[1], (high) => {
					chosen = { ...span, speeds: [Math.min(span.speeds[0], high - 0.1), high] };
				})}
			</div>
			<div class="flex flex-wrap items-center gap-3 py-3">
				<button
					type="button"
					class="h-11 rounded-md bg-water px-5 text-on-water"
					onclick={() => (map.progress === null ? void map.survey(question, span) : map.stop())}
					>{map.progress === null ? 'Work the map out' : 'Stop'}</button
				>
				<span role="status" class="text-quiet">
					{map.progress !== null
						? `${Math.round(100 * map.progress)} % of it is known`
						: known
							? ''
							: `${wayTable[question.rig.way].words}, ${strip.usedRig.name}; some fifteen seconds`}
				</span>
			</div>
			{#if known}
				<table class="w-full table-fixed border-collapse" aria-label="Which fly is best where">
					<thead class="text-sm text-quiet">
						<tr>
							<th scope="col" class="w-16 text-left font-normal"
								>{shown.water.unit}, {shown.current.unit}</th
							>
							{#each cells.slice(0, CELLS) as cell, column (cell.across)}
								<th scope="col" class="figure font-normal"
									><span class={column % 4 === 0 ? '' : 'max-md:sr-only'}
										>{shown.current.fixed(place(cell).surfaceSpeed, 2)}</span
									></th
								>
							{/each}
						</tr>
					</thead>
					<tbody bind:this={grid}>
						{#each lines as row (row)}
							<tr>
								<th scope="row" class="figure text-left text-sm font-normal text-quiet"
									>{shown.water.fixed(place(cells[row * CELLS]!).depth, 2)}</th
								>
								{#each cells.slice(row * CELLS, (row + 1) * CELLS) as cell, column (column)}
									{@const k = row * CELLS + column}
									{@const fly = only ?? cell.best}
									{@const chance = fly === null ? 0 : cell.chances[fly]!}
									<td class="p-px">
										<button
											type="button"
											tabindex={k === at ? 0 : -1}
											class="h-9 w-full rounded-sm text-sm {chance >= ENOUGH
												? 'font-semibold'
												: 'text-quiet'} {k === at ? 'outline-2 outline-ink' : ''}"
											style:background="color-mix(in oklab, var(--water) {shade(chance)}%,
											var(--raised))"
											aria-label="{words(place(cell))}: {fly === null
												? 'no fly'
												: `${kinds[fly]!.name}, good in ${tenths(chance)}`}"
											onkeydown={keydown}
											onclick={() => (at = k)}
											>{fly === null || chance < 0.05 ? '·' : boxLetter(fly)}</button
										>
									</td>
								{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			{/if}
		</div>
		<div class="min-w-0">
			{#if known && looked}
				{@const water = place(looked)}
				<section aria-label="There" class="rounded-md bg-sunk p-3" aria-live="polite">
					<h2 class="text-lg font-semibold">{words(water)}</h2>
					<ol>
						{#each kinds
							.map(({ name }, fly) => ({ name, fly, chance: looked.chances[fly]! }))
							.sort((a, b) => Number(b.fly === looked.best) - Number(a.fly === looked.best) || b.chance - a.chance)
							.slice(0, 3) as { name, fly, chance } (fly)}
							<li>
								<b>{boxLetter(fly)}</b>
								{name}, good in about {tenths(chance)}{fly === looked.best &&
								chance < Math.max(...looked.chances)
									? ', the lightest that does as well'
									: ''}
							</li>
						{/each}
					</ol>
					<button
						type="button"
						class="mt-2 min-h-11 rounded-md bg-raised px-3 hover:bg-line"
						onclick={() => void findFor(water)}>Find a fly for this water</button
					>
				</section>
				<p class="py-3">
					{#if holes === 0}
						Something in the box does the job everywhere here.
					{:else}
						In <b class="figure">{holes}</b> of {cells.length} waters nothing in the box is good in
						{tenths(ENOUGH)}.
					{/if}
					{#each doubles.slice(0, 3) as [a, b] (`${a} ${b}`)}
						<span class="block text-sm text-quiet"
							>{kinds[a]!.name} and {kinds[b]!.name} do the same.</span
						>
					{/each}
				</p>
			{/if}
			<ul aria-label="In the box" class="text-sm">
				{#each kinds as { name, count, speed }, fly (fly)}
					<li class="border-t border-line/60">
						<button
							type="button"
							class="flex min-h-9 w-full items-baseline gap-2 px-1 text-left hover:bg-raised"
							class:font-semibold={only === fly}
							aria-pressed={only === fly}
							title="Show what it does alone"
							onclick={() => (only = only === fly ? null : fly)}
						>
							<b class="w-5">{boxLetter(fly)}</b>
							<span class="min-w-0 flex-1 truncate">{count} {name}</span>
							<span class="figure text-quiet"
								>{speed > 0 ? `${shown.sink.fixed(speed, 0)} ${shown.sink.unit}` : 'floats'}</span
							>
							{#if known}<span class="figure w-20 text-right">best in {covered[fly]}</span>{/if}
						</button>
					</li>
				{/each}
			</ul>
			<p class="pt-2 text-sm text-quiet">
				From how fast and how heavy each is, with the bed, zone and room of the lie on the strip;
				within one of ten of its own drifts, mostly.
			</p>
		</div>
	</div>
{/if}
