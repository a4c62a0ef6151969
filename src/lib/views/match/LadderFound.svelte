<script lang="ts">
	import { GRAM, shown } from '$core/quantity/index';
	import { beadWords, coilWords } from '$core/fly/index';
	import type { Rung } from '$core/match/index';
	import type { FlyColouring } from '$lib/documents/fly/about';
	import { codeOf, proposedCode, stepOf } from '$lib/documents/fly/weight-code';
	import CodeMark from '$lib/ui/CodeMark.svelte';
	import { coded } from '$lib/state/coded';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import { spanName } from './span-name';
	import { useWorkspace } from '$lib/state/context';
	import type { LadderState } from '$lib/state/ladder.svelte';

	interface Props {
		found: NonNullable<LadderState['found']>;
		/** How many depths and currents a span has. */
		steps: { readonly depth: number; readonly speed: number };
		/** The chance that was asked for. */
		enough: number;
		tie: (one: Pick<Rung, 'recipe'>) => void;
	}
	let { found, steps, enough, tie }: Props = $props();
	const { documents, selection } = useWorkspace();
	const { cover, waters } = $derived(found);

	/** The span's rows of depth and columns of speed, where that is what was found. */
	const grid = $derived(
		found.waters.length === steps.depth * steps.speed &&
			// Lies of the person's have names of their own.
			found.waters[0]!.name === spanName(found.waters[0]!.lie)
			? {
					depths: Array.from(
						{ length: steps.depth },
						(_, k) => found.waters[k * steps.speed]!.lie.depth
					),
					speeds: found.waters.slice(0, steps.speed).map(({ lie }) => lie.surfaceSpeed)
				}
			: null
	);
	const rungOf = (water: number) => cover.rungs.findIndex(({ waters }) => waters.includes(water));
	/** A water in which the fly that is taken for it is good less often than was asked for. */
	const weak = $derived(
		cover.rungs.some(({ waters, chances }) => waters.some((w) => chances[w]! < enough))
	);
	const letter = (rung: number) => String.fromCharCode(65 + rung);

	/** Each rung in the colour that stands for its weight. */
	function coloursFor(recipe: Rung['recipe'], mass: number): FlyColouring {
		const { colour } = code ? codeOf(code, coded(recipe, mass)) : { colour: null };
		return {
			...selection.fly?.body.about?.colours,
			...(code && colour && { [code.part]: colour })
		};
	}
	const code = $derived(documents.weightCode);
	const proposed = $derived(
		proposedCode(
			'thread',
			'weight',
			cover.rungs.map(({ mass }) => mass / GRAM)
		)
	);
	/** "A and B" of the first two rungs that a code does not tell apart. */
	const sameColour = $derived.by(() => {
		const steps = code ? cover.rungs.map((r) => stepOf(code, coded(r.recipe, r.mass))) : [];
		const b = steps.findIndex((step, k) => steps.indexOf(step) < k);
		return b < 0 ? null : `${letter(steps.indexOf(steps[b]!))} and ${letter(b)}`;
	});
	async function keepAll() {
		const name = selection.fly?.name ?? 'Nymph';
		await selection.newFlies(
			cover.rungs.map(({ recipe, mass }, k) => ({
				name: `${name.slice(0, 60)} ${letter(k)}`,
				recipe,
				colours: coloursFor(recipe, mass)
			})),
			`${name.slice(0, 60)}: a ladder of ${cover.rungs.length}`
		);
	}
</script>

<p class="pt-2 text-xl" role="status">
	{cover.rungs.length === 0
		? 'No fly does in any of these waters.'
		: `${cover.rungs.length === 1 ? 'One fly does' : `${cover.rungs.length} flies do`} for ${waters.length - cover.left.length === waters.length ? 'all of them' : `${waters.length - cover.left.length} of ${waters.length}`}.`}
</p>
{#if weak}
	<p class="text-sm text-quiet">
		Where none is good in {(10 * enough).toFixed(0)} of 10 drifts, one that comes near the best counts.
	</p>
{/if}
{#if cover.left.length > 0}
	<p class="text-sm text-warn">
		No fly that may be tied from these does for {cover.left
			.slice(0, 4)
			.map((w) => waters[w]!.name)
			.join('; ')}{cover.left.length > 4 ? ` and ${cover.left.length - 4} more` : ''}: change the
		rig or leave more open.
	</p>
{/if}
{#if grid}
	<table class="my-2 border-collapse text-center text-sm">
		<caption class="sr-only">Which fly for which depth and current</caption>
		<thead class="text-quiet">
			<tr>
				<th scope="col" class="pr-3 text-left font-normal"
					>{shown.water.unit} deep, at {shown.current.unit}</th
				>
				{#each grid.speeds as speed (speed)}<th scope="col" class="figure w-20 font-normal"
						>{shown.current.fixed(speed, 2)}</th
					>{/each}
			</tr>
		</thead>
		<tbody>
			{#each grid.depths as depth, row (depth)}
				<tr class="border-t border-line/60">
					<th scope="row" class="figure pr-3 text-left font-normal"
						>{shown.water.fixed(depth, 2)}</th
					>
					{#each grid.speeds as speed, column (speed)}
						{@const water = row * steps.speed + column}
						{@const rung = rungOf(water)}
						<td class="py-1 {rung < 0 ? 'text-quiet' : rung % 2 ? 'bg-sunk' : 'bg-water-soft'}">
							{#if rung < 0}none{:else}<b>{letter(rung)}</b>
								<span class="figure">{(10 * cover.rungs[rung]!.chances[water]!).toFixed(0)}/10</span
								>{/if}
						</td>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
{/if}
<ol>
	{#each cover.rungs as rung, k (k)}
		{@const { recipe } = rung}
		<li
			class="grid grid-cols-[2rem_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-line/70 py-1.5 md:grid-cols-[2rem_8.500rem_minmax(0,1fr)_auto]"
		>
			<b class="text-2xl">{letter(k)}</b>
			<div class="max-md:hidden">
				<FlyPicture {recipe} scale={7.5} width={136} height={74} />
			</div>
			<div class="min-w-0">
				<p class="leading-tight">
					<b class="block">{recipe.bead ? beadWords(recipe.bead) : 'no bead'}</b>{recipe.coil
						? coilWords(recipe.coil)
						: 'no wire'}
				</p>
				<p class="text-sm text-quiet">
					<span class="figure">{shown.mass.fixed(rung.mass, 3)}</span>
					{shown.mass.unit},
					<span class="figure">{shown.sink.fixed(rung.speed, 0)}</span>
					{shown.sink.unit}
				</p>
				{#if code}<CodeMark {code} fly={coded(recipe, rung.mass)} colours={undefined} />{/if}
				{#if !grid}<p class="text-sm">
						{rung.waters
							.map((w) => `${waters[w]!.name} ${(10 * rung.chances[w]!).toFixed(0)}/10`)
							.join(', ')}
					</p>{/if}
			</div>
			<button
				type="button"
				class="h-9 rounded-md bg-sunk px-2.5 text-sm hover:bg-line"
				aria-label="Tie fly {letter(k)}"
				onclick={() => tie(rung)}>Tie this</button
			>
		</li>
	{/each}
</ol>
{#if cover.rungs.length > 1}
	{#if !code}
		<button
			type="button"
			class="mt-2 mr-2 h-11 rounded-md bg-sunk px-4 hover:bg-line"
			onclick={() => void documents.setWeightCode(proposed)}
			>Tell them apart by thread colour</button
		>
	{:else if sameColour}
		<p class="pt-1 text-sm text-warn">
			By your weight code {sameColour} are one colour: they will look alike in the box.
		</p>
	{/if}
	<button
		type="button"
		class="mt-2 h-11 rounded-md bg-sunk px-4 hover:bg-line"
		onclick={() => void keepAll()}>Keep all {cover.rungs.length} as flies</button
	>
{/if}
