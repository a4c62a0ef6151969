<script lang="ts">
	import { beadWords, coilWords } from '$core/fly/index';
	import { spanOf, type MatchQuestion, type Rung } from '$core/match/index';
	import {
		CENTIMETRE,
		depthField,
		GRAM,
		speedField,
		type QuantityField
	} from '$core/quantity/index';
	import { waterOf } from '$lib/documents/lie/today';
	import { LadderState } from '$lib/state/ladder.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		question: MatchQuestion;
		tie: (one: Pick<Rung, 'recipe'>) => void;
	}
	let { question, tie }: Props = $props();
	const { documents, selection } = useWorkspace();

	const search = new LadderState();
	$effect(() => () => search.stop());

	/** Four depths by four currents: what a page shows and a minute's patience allows. */
	const STEPS = { depth: 4, speed: 4 };
	let kind = $state<'span' | 'lies'>('span');
	const around = (value: number, times: number) => Number((value * times).toFixed(2));
	// svelte-ignore state_referenced_locally
	let depths = $state.raw<[number, number]>([
		around(question.lie.depth, 0.6),
		around(question.lie.depth, 1.4)
	]);
	// svelte-ignore state_referenced_locally
	let speeds = $state.raw<[number, number]>([
		around(Math.max(0.2, question.lie.surfaceSpeed), 0.6),
		around(Math.max(0.2, question.lie.surfaceSpeed), 1.4)
	]);
	/** Lies of the person's own that count; all of them to begin with. */
	let left = $state.raw<readonly string[]>([]);
	const lies = $derived(
		documents
			.all('lie')
			.filter(({ id }) => !left.includes(id))
			.slice(0, 24)
	);

	const sorted = ([a, b]: [number, number]): [number, number] => (a <= b ? [a, b] : [b, a]);
	function find() {
		if (kind === 'span') {
			const waters = spanOf(question.lie, sorted(depths), sorted(speeds), STEPS).map((lie) => ({
				lie,
				celsius: question.celsius,
				name: `${lie.depth.toFixed(2)} m, ${lie.surfaceSpeed.toFixed(2)} m/s`
			}));
			void search.find(question, waters);
			return;
		}
		const waters = lies.flatMap((row) => {
			const water = waterOf(row, documents.all('river'));
			return water ? [{ ...water, name: row.name }] : [];
		});
		void search.find(question, waters);
	}
	const found = $derived(search.found);
	/** The span's rows of depth and columns of speed, where that is what was found. */
	const grid = $derived(
		found &&
			found.waters.length === STEPS.depth * STEPS.speed &&
			found.waters[0]!.name.endsWith('m/s')
			? {
					depths: Array.from(
						{ length: STEPS.depth },
						(_, k) => found.waters[k * STEPS.speed]!.lie.depth
					),
					speeds: found.waters.slice(0, STEPS.speed).map(({ lie }) => lie.surfaceSpeed)
				}
			: null
	);
	const rungOf = (water: number) =>
		found?.cover.rungs.findIndex(({ waters }) => waters.includes(water)) ?? -1;
	/** A water in which the fly that is taken for it is good less often than was asked for. */
	const weak = $derived(
		found?.cover.rungs.some(({ waters, chances }) =>
			waters.some((w) => chances[w]! < question.wishes.enough)
		) ?? false
	);
	const letter = (rung: number) => String.fromCharCode(65 + rung);

	async function keepAll() {
		if (!found) return;
		const name = selection.fly?.name ?? 'Nymph';
		await selection.newFlies(
			found.cover.rungs.map(({ recipe }, k) => ({
				name: `${name.slice(0, 60)} ${letter(k)}`,
				recipe
			})),
			`${name.slice(0, 60)}: a ladder of ${found.cover.rungs.length}`
		);
	}
	const button = 'h-11 rounded-md px-4';
</script>

{#snippet end(label: string, field: QuantityField, value: number, set: (value: number) => void)}
	<FieldStepper
		{label}
		unit={field === depthField ? 'm' : 'm/s'}
		{value}
		show={(n) => String(Number(n.toFixed(2)))}
		{field}
		small={0.05}
		big={0.5}
		onchange={set}
	/>
{/snippet}

<div class="min-h-0 flex-1 overflow-y-auto">
	<div class="grid gap-3 py-1">
		<Segments
			label="For"
			value={kind}
			options={[
				{ value: 'span', words: 'a span of depths and currents' },
				{ value: 'lies', words: 'the lies of an outing' }
			]}
			onchange={(value) => (kind = value)}
		/>
		{#if kind === 'span'}
			<div class="grid grid-cols-2 gap-2 lg:grid-cols-4">
				{@render end('Depth from', depthField, depths[0], (n) => (depths = [n, depths[1]]))}
				{@render end('Depth to', depthField, depths[1], (n) => (depths = [depths[0], n]))}
				{@render end('Current from', speedField, speeds[0], (n) => (speeds = [n, speeds[1]]))}
				{@render end('Current to', speedField, speeds[1], (n) => (speeds = [speeds[0], n]))}
			</div>
		{:else}
			<fieldset class="grid gap-x-4 sm:grid-cols-2">
				<legend class="text-sm text-quiet">Lies that count</legend>
				{#each documents.all('lie') as { id, name } (id)}
					<label class="flex min-h-10 items-center gap-2">
						<input
							type="checkbox"
							class="size-5 accent-(--water)"
							checked={!left.includes(id)}
							onchange={(event) =>
								(left = event.currentTarget.checked
									? left.filter((other) => other !== id)
									: [...left, id])}
						/><span class="truncate">{name}</span>
					</label>
				{/each}
			</fieldset>
		{/if}
		<div class="flex flex-wrap items-center gap-3">
			{#if search.progress === null}
				<button
					type="button"
					class="{button} bg-water text-on-water disabled:opacity-45"
					disabled={kind === 'lies' && lies.length === 0}
					onclick={find}>Find the fewest flies</button
				>
				<span class="text-sm text-quiet"
					>one pattern on this rig; what may change is set on the left</span
				>
			{:else}
				<progress
					class="h-2 w-40 accent-(--water)"
					max="1"
					value={search.progress}
					aria-label="Waters asked"
				></progress>
				<span class="text-sm text-quiet">What each water needs …</span>
				<button
					type="button"
					class="h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line"
					onclick={() => search.stop()}>Stop</button
				>
			{/if}
		</div>
	</div>
	{#if found}
		{@const { cover, waters } = found}
		<p class="pt-2 text-xl" role="status">
			{cover.rungs.length === 0
				? 'No fly does in any of these waters.'
				: `${cover.rungs.length === 1 ? 'One fly does' : `${cover.rungs.length} flies do`} for ${waters.length - cover.left.length === waters.length ? 'all of them' : `${waters.length - cover.left.length} of ${waters.length}`}.`}
		</p>
		{#if weak}
			<p class="text-sm text-quiet">
				Where none is good in {(10 * question.wishes.enough).toFixed(0)} of 10 drifts, one that comes
				near the best counts.
			</p>
		{/if}
		{#if cover.left.length > 0}
			<p class="text-sm text-warn">
				No fly that may be tied from these does for {cover.left
					.slice(0, 4)
					.map((w) => waters[w]!.name)
					.join('; ')}{cover.left.length > 4 ? ` and ${cover.left.length - 4} more` : ''}: change
				the rig or leave more open.
			</p>
		{/if}
		{#if grid}
			<table class="my-2 border-collapse text-center text-sm">
				<caption class="sr-only">Which fly for which depth and current</caption>
				<thead class="text-quiet">
					<tr>
						<th class="pr-3 text-left font-normal">m deep, at m/s</th>
						{#each grid.speeds as speed (speed)}<th class="figure w-20 font-normal"
								>{speed.toFixed(2)}</th
							>{/each}
					</tr>
				</thead>
				<tbody>
					{#each grid.depths as depth, row (depth)}
						<tr class="border-t border-line/60">
							<th class="figure pr-3 text-left font-normal">{depth.toFixed(2)}</th>
							{#each grid.speeds as speed, column (speed)}
								{@const water = row * STEPS.speed + column}
								{@const rung = rungOf(water)}
								<td class="py-1 {rung < 0 ? 'text-quiet' : rung % 2 ? 'bg-sunk' : 'bg-water-soft'}">
									{#if rung < 0}none{:else}<b>{letter(rung)}</b>
										<span class="figure"
											>{(10 * cover.rungs[rung]!.chances[water]!).toFixed(0)}/10</span
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
							<span class="figure">{(rung.mass / GRAM).toFixed(3)}</span> g,
							<span class="figure">{(rung.speed / CENTIMETRE).toFixed(0)}</span> cm/s
						</p>
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
			<button
				type="button"
				class="mt-2 h-11 rounded-md bg-sunk px-4 hover:bg-line"
				onclick={() => void keepAll()}>Keep all {cover.rungs.length} as flies</button
			>
		{/if}
	{/if}
</div>
