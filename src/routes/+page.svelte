<script lang="ts">
	import { goto } from '$app/navigation';
	import {
		beadWords,
		coilWords,
		dressingWords,
		hookWords,
		partWords,
		type PartName
	} from '$core/fly/index';
	import type { DocumentRow } from '$lib/contract/documents';
	import BuildList from '$lib/bench/BuildList.svelte';
	import { useBench, useDrift } from '$lib/state/context';
	import { oneFrameBehind } from '$lib/state/one-frame-behind.svelte';
	import { bindKeys } from '$lib/frame/keys';
	import Strip from '$lib/bench/Strip.svelte';
	import { listed } from '$lib/bench/listed';
	import DrawingTools from '$lib/bench/DrawingTools.svelte';
	import { drawing } from '$lib/state/preferences.svelte';
	import { spreadAdvice } from '$lib/ui/advice';
	import { partColour } from '$lib/ui/colours';
	import { artOf } from '$lib/ui/section/art';
	import DescentPicture from '$lib/ui/DescentPicture.svelte';
	import { massFigure, speedWords } from '$lib/ui/figures';
	import type LeversPanel from '$lib/bench/LeversPanel.svelte';
	import MassBar from '$lib/ui/MassBar.svelte';
	import SectionDrawing from '$lib/ui/section/SectionDrawing.svelte';
	import SinkScale from '$lib/ui/SinkScale.svelte';

	const bench = useBench();
	const drift = useDrift();

	let history = $state<{ row: DocumentRow; open: boolean } | null>(null);
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let openRows = $state<Partial<Record<PartName, boolean>>>({ bead: true });
	let zoom = $state(1);
	let sizes = $state(false);
	let otherwise = $state(false);
	let how = $state(false);
	let onlyOwned = $state(false);
	let panel = $state<LeversPanel | null>(null);
	$effect(() => drawing.load());
	/** What comes after the answer is fetched once that stands. */
	let answered = $state(false);
	$effect(() => {
		const timer = setTimeout(() => (answered = true), 120);
		return () => clearTimeout(timer);
	});

	/** The chooser may still have to be fetched, and gives the focus to its own field first. */
	function rename(frames = 120) {
		chooser = 'fly';
		requestAnimationFrame(() => {
			const field = document.querySelector<HTMLInputElement>('[data-name-field]');
			if (!field) {
				if (frames > 0 && chooser === 'fly') rename(frames - 1);
				return;
			}
			requestAnimationFrame(() => {
				field.focus();
				field.select();
			});
		});
	}

	$effect(() =>
		bindKeys(bench, {
			chooser: (which) => (chooser = which),
			rename: () => rename(),
			lever: (place) => panel?.pull(place),
			how: () => (how = true)
		})
	);

	/**
	 * What the pictures show: one frame behind the answer on the strip, so that the answer is never
	 * held up by them.
	 */
	const picture = oneFrameBehind(
		() => [bench.prediction, bench.column, bench.beside],
		() =>
			bench.recipe && bench.section && bench.prediction
				? {
						name: bench.fly?.name ?? '',
						recipe: bench.recipe,
						section: bench.section,
						build: bench.prediction.build,
						masses: Object.fromEntries(
							bench.prediction.parts.map(({ part, mass }) => [part, mass])
						) as Partial<Record<PartName, number>>,
						fit: bench.fit,
						prediction: bench.prediction,
						freshSpeed: bench.freshSpeed,
						beside: bench.beside,
						column: bench.column,
						lie: bench.lie?.name ?? ''
					}
				: null
	);
	const parts = $derived.by(() => {
		const now = picture.current;
		return (now?.prediction.parts ?? []).map(({ part, mass }) => ({
			part,
			mass,
			words: partWords[part],
			colour: partColour(part, now!.recipe, now!.prediction.build.dressing)
		}));
	});
	const labels = $derived.by(() => {
		const now = picture.current;
		if (!now) return { bead: '', coil: '', body: '', hook: '' };
		const { recipe, prediction } = now;
		const { body } = prediction.build.dressing;
		return {
			bead: beadWords(recipe.bead),
			coil: coilWords(recipe.coil),
			body: body ? dressingWords.body(body) : 'thread',
			hook: hookWords(recipe.hook)
		};
	});

	/** The drawing in true millimetres, its colours as they are on this page. */
	async function saveSvg() {
		const now = picture.current;
		if (!now) return;
		const [{ svgFile }, { saveText }] = await Promise.all([
			import('$lib/ui/section/svg-file'),
			import('$lib/ui/save')
		]);
		const style = getComputedStyle(document.documentElement);
		const colour = (value: string) =>
			value.startsWith('var(') ? style.getPropertyValue(value.slice(4, -1)) : value;
		const file = svgFile(now.name, artOf(now.section), now.section.frame, colour);
		saveText(`${now.name}.svg`, 'image/svg+xml', file);
	}
</script>

<svelte:head><title>{bench.fly ? `${bench.fly.name} · Gravitas` : 'Gravitas'}</title></svelte:head>
<h1 class="sr-only">Bench</h1>
<div class="bg-ground staying:sticky staying:top-0 staying:z-10">
	<Strip
		{bench}
		bind:open={chooser}
		showHistory={(row) => (history = { row, open: true })}
		showHow={() => (how = true)}
	/>
</div>
{#if bench.asksForWater}
	<p class="flex flex-wrap items-center gap-x-4 gap-y-1 bg-water-soft px-4 py-2">
		<span class="text-lg">How deep is the water you fish, and how fast does a leaf go by?</span>
		<button
			type="button"
			class="h-10 rounded-md bg-water px-4 text-on-water"
			onclick={() => void goto('/beads')}>Which bead for it? (Q)</button
		>
		<button
			type="button"
			class="h-10 rounded-md bg-raised px-4 hover:bg-line"
			onclick={() => (chooser = 'lie')}>Describe it (W)</button
		>
	</p>
{/if}
{#if bench.recipe}
	<div class="grid min-h-0 flex-1 md:grid-cols-[23rem_1fr]">
		<div class="min-h-0 overflow-y-auto border-line contain-content max-md:order-2 md:border-r">
			<!-- What is half typed belongs to this fly and must not reach the next. -->
			{#key bench.fly?.id}
				<BuildList
					build={bench.prediction!.build}
					shown={picture.current!}
					bind:open={openRows}
					onchange={(recipe) => bench.setRecipe(recipe)}
					lots={bench.lots}
					take={(lot, part) => bench.takeFrom(lot, part)}
				/>
			{/key}
		</div>
		{#if picture.current}
			{@const now = picture.current}
			<div class="flex min-h-0 min-w-0 flex-col gap-2 px-4 pb-3 contain-content max-md:order-1">
				<DrawingTools
					bind:zoom
					others={bench.flies.filter(({ id }) => id !== bench.fly?.id).map(listed)}
					beside={now.beside}
					layBeside={(id) => bench.layBeside(id)}
					{saveSvg}
					showSizes={() => (sizes = true)}
				/>
				<div class="min-h-0 flex-1">
					<SectionDrawing
						section={now.section}
						ghost={now.beside?.section ?? null}
						fit={now.fit}
						{zoom}
						ruler={drawing.current.ruler}
						eye={drawing.current.eye}
						description="{now.name}, cut open, to scale: hook {labels.hook}, bead {labels.bead}, coil {labels.coil}, body {labels.body}{now.fit
							.map(({ figure }) => `; ${figure}`)
							.join('')}"
					/>
				</div>
				{#if now.beside}
					<p class="line-clamp-2 text-sm" title={now.beside.differs}>
						<b>{now.beside.name}</b> (dashed):
						{massFigure(now.beside.mass).number} g{now.beside.speed
							? `, ${speedWords(now.beside.speed.value)}`
							: ', floats'}. {now.beside.differs
							? `From this fly: ${now.beside.differs}.`
							: 'The same fly.'}
					</p>
				{/if}
				<MassBar {parts} advice={spreadAdvice(now.prediction.massContributors)} />
				<div
					class="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 border-t border-line pt-2 md:h-62 md:shrink-0 md:grid-cols-[minmax(0,9fr)_minmax(0,5fr)]"
				>
					{#if answered}
						{#await import('$lib/bench/LeversPanel.svelte') then { default: LeversPanel }}
							<LeversPanel
								bind:this={panel}
								{bench}
								bind:onlyOwned
								showEquivalents={() => (otherwise = true)}
							/>
						{/await}
					{:else}<div></div>{/if}
					{#if now.column}
						<div class="flex min-w-0 flex-col justify-between gap-1">
							<SinkScale
								speed={now.prediction.speed}
								window={drift.window}
								none={!bench.rig
									? 'no line, no claim'
									: drift.windowKnown
										? 'no sink rate does the job here'
										: 'what is needed here is worked out …'}
							/>
							<DescentPicture
								column={now.column}
								speed={now.prediction.speed}
								fly={now.prediction.floats
									? null
									: {
											line: now.section.hook.line,
											bead: now.section.bead?.outline ?? null,
											up: now.prediction.sink.steady.up
										}}
								description="Path through {now.lie}: {massFigure(now.prediction.mass)
									.number} g sinking at {speedWords(now.prediction.speed?.value ?? 0)}, {now
									.prediction.sink.attitude}"
							/>
							<p class="text-sm text-quiet">
								Sinking freely; <a href="/drift" class="text-water underline underline-offset-2"
									>on its line (G)</a
								>. {bench.checked}. Freshly dry it
								{now.freshSpeed ? `sinks ${speedWords(now.freshSpeed)}` : 'floats'}.
							</p>
						</div>
					{/if}
				</div>
			</div>
		{/if}
	</div>
{:else}
	<div class="grid flex-1 place-items-center p-8">
		<div class="text-center">
			<p class="text-xl">There is no fly on the Bench.</p>
			<button
				type="button"
				class="mt-4 h-12 rounded-md bg-water px-5 text-on-water"
				onclick={() => void bench.newFly()}>Start a new fly</button
			>
		</div>
	</div>
{/if}
<!-- Seldom wanted: fetched when it is. -->
{#if sizes}
	{#await import('$lib/bench/SizesDialog.svelte') then { default: SizesDialog }}
		<SizesDialog {bench} bind:open={sizes} />
	{/await}
{/if}
{#if otherwise}
	{#await import('$lib/bench/EquivalentsDialog.svelte') then { default: EquivalentsDialog }}
		<EquivalentsDialog {bench} bind:open={otherwise} only={onlyOwned} />
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
