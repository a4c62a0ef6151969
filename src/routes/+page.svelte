<script lang="ts">
	import { shownUnits } from '$core/quantity/index';
	import { tick } from 'svelte';
	import {
		beadWords,
		coilWords,
		dressingWords,
		hookWords,
		partWords,
		type PartName
	} from '$core/fly/index';
	import AboutFly from '$lib/views/bench/AboutFly.svelte';
	import { coded } from '$lib/state/coded';
	import { colouringOf } from '$lib/documents/fly/about';
	import BuildList from '$lib/views/bench/BuildList.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { bindKeys } from '$lib/frame/keys';
	import StripHead from '$lib/strip/StripHead.svelte';
	import DrawingTools from '$lib/views/bench/DrawingTools.svelte';
	import { drawing } from '$lib/state/preferences.svelte';
	import { spreadAdvice } from '$lib/ui/advice';
	import { partColour } from '$lib/ui/colours';
	import { artOf } from '$lib/ui/section/art';
	import Descent from '$lib/views/bench/Descent.svelte';
	import { pictured } from '$lib/views/bench/picture.svelte';
	import type LeversPanel from '$lib/views/bench/LeversPanel.svelte';
	import MassBar from '$lib/ui/MassBar.svelte';
	import SectionDrawing from '$lib/ui/section/SectionDrawing.svelte';

	const workspace = useWorkspace();
	const { answer, strip, selection, documents, stock } = workspace;

	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let openRows = $state<Partial<Record<PartName, boolean>>>({ bead: true });
	let zoom = $state(1);
	let sizes = $state(false);
	let asText = $state(false);
	let steps = $state(false);
	let sharing = $state(false);
	let otherwise = $state(false);
	let how = $state(false);
	let onlyOwned = $state(false);
	let panel = $state<LeversPanel | null>(null);
	$effect(() => drawing.load());
	/** The first question, until it is answered: its first number makes the lie the person's own. */
	let asking = $state(false);
	$effect(() => {
		if (selection.asksForWater) asking = true;
	});
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
		bindKeys(selection, {
			chooser: (which) => (chooser = which),
			rename: () => rename(),
			lever: (place) => panel?.pull(place),
			how: () => (how = true),
			asText: () => (asText = true),
			steps: () => (steps = true),
			share: () => (sharing = true),
			measure: (part) => void measure(part)
		})
	);

	const measures = { hook: 'Hook size', bead: 'Bead size', coil: 'Turns' } as const;
	/** Opens a part of the build, and puts the focus on its measure. */
	async function measure(part: 'hook' | 'bead' | 'coil') {
		openRows = { ...openRows, [part]: true };
		await tick();
		for (const field of document.querySelectorAll<HTMLElement>('[role="spinbutton"]')) {
			const label = document.getElementById(field.getAttribute('aria-labelledby') ?? '');
			if (label?.textContent.startsWith(measures[part])) return field.focus();
		}
	}

	/** A string of its own: the fly's row is another after each key, its name is not. */
	const title = $derived(selection.fly ? `${selection.fly.name} · Gravitas` : 'Gravitas');
	const picture = pictured(workspace);
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

	// Apart from the fly's row, which is another after each key: else all would be drawn in the key's own frame.
	const about = $derived(selection.fly?.body.about);
	/** Colours that the tier named. */
	const colours = $derived(colouringOf(about));

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
		const file = svgFile(now.name, artOf(now.section, colours), now.section.frame, colour);
		saveText(`${now.name}.svg`, 'image/svg+xml', file);
	}
</script>

<svelte:head><title>{title}</title></svelte:head>
<h1 class="sr-only">Bench</h1>
<StripHead bind:chooser bind:how />
{#if asking}
	{#await import('$lib/views/bench/FirstWater.svelte') then { default: FirstWater }}
		<FirstWater
			done={() => {
				asking = false;
				void measure('hook');
			}}
		/>
	{/await}
{/if}
{#if strip.recipe}
	<div class="grid min-h-0 flex-1 md:grid-cols-[23rem_1fr]">
		<div class="min-h-0 overflow-y-auto border-line contain-content md:border-r max-md:order-2">
			<!-- What is half typed belongs to this fly and must not reach the next. -->
			{#key selection.fly?.id}
				<BuildList
					build={answer.atMedians!.build}
					shown={picture.current!}
					bind:open={openRows}
					onchange={(recipe) => strip.setRecipe(recipe)}
					lots={documents.all('lot')}
					take={(lot, part) => stock.takeFrom(lot, part)}
					meanSo={(code) => strip.setAbout({ meantSo: [...answer.meantSo, code] })}
				/>
				<AboutFly
					about={selection.fly?.body.about ?? {}}
					fly={coded(strip.recipe, answer.atMedians!.mass)}
					name={selection.fly?.name ?? ''}
					set={(change) => strip.setAbout(change)}
				/>
			{/key}
		</div>
		{#if picture.current}
			{@const now = picture.current}
			<div class="flex min-h-0 min-w-0 flex-col gap-2 px-4 pb-3 contain-content max-md:order-1">
				<DrawingTools
					bind:zoom
					beside={now.beside}
					layBeside={(id) => answer.layBeside(id)}
					{saveSvg}
					showSizes={() => (sizes = true)}
					showText={() => (asText = true)}
					showSteps={() => (steps = true)}
					share={() => (sharing = true)}
				/>
				<div class="min-h-0 flex-1">
					<SectionDrawing
						section={now.section}
						ghost={now.beside?.section ?? null}
						fit={now.fit}
						{zoom}
						ruler={shownUnits().length}
						{colours}
						eye={drawing.current.eye}
						description="{now.name}, cut open, to scale: hook {labels.hook}, bead {labels.bead}, coil {labels.coil}, body {labels.body}{now.fit
							.map(({ figure }) => `; ${figure}`)
							.join('')}"
					/>
				</div>
				{#if now.beside}
					{@const beside = now.beside}
					{#await import('$lib/views/bench/BesideWords.svelte') then { default: BesideWords }}
						<BesideWords recipe={now.prediction.build.recipe} {beside} />
					{/await}
				{/if}
				<MassBar {parts} advice={spreadAdvice(now.prediction.massContributors)} />
				<div
					class="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 border-t border-line pt-2 md:h-62 md:shrink-0 md:grid-cols-[minmax(0,9fr)_minmax(0,5fr)] print:h-auto"
				>
					{#if answered}
						{#await import('$lib/views/bench/LeversPanel.svelte') then { default: LeversPanel }}
							<LeversPanel
								bind:this={panel}
								bind:onlyOwned
								showEquivalents={() => (otherwise = true)}
							/>
						{/await}
					{:else}<div></div>{/if}
					{#if now.column}
						<Descent {now} column={now.column} />
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
				onclick={() => void selection.newFly()}>Start a new fly</button
			>
		</div>
	</div>
{/if}
<!-- Seldom wanted: fetched when it is. -->
{#if sizes}
	{#await import('$lib/views/bench/SizesDialog.svelte') then { default: SizesDialog }}
		<SizesDialog bind:open={sizes} />
	{/await}
{/if}
{#if asText}
	{#await import('$lib/views/bench/TextDialog.svelte') then { default: TextDialog }}
		<TextDialog bind:open={asText} />
	{/await}
{/if}
{#if steps && picture.current}
	{@const { build } = picture.current.prediction}
	{#await import('$lib/views/bench/StepsDialog.svelte') then { default: StepsDialog }}
		<StepsDialog
			bind:open={steps}
			{build}
			tying={selection.fly?.body.about?.tying}
			set={(tying) => strip.setAbout({ tying })}
		/>
	{/await}
{/if}
{#if sharing && picture.current}
	{@const now = picture.current}
	{#await import('$lib/views/bench/ShareDialog.svelte') then { default: ShareDialog }}
		<ShareDialog bind:open={sharing} {now} />
	{/await}
{/if}
{#if otherwise}
	{#await import('$lib/views/bench/EquivalentsDialog.svelte') then { default: EquivalentsDialog }}
		<EquivalentsDialog bind:open={otherwise} only={onlyOwned} />
	{/await}
{/if}
