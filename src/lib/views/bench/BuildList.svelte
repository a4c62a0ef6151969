<script lang="ts">
	import { tick } from 'svelte';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import {
		beadWords,
		coilWords,
		dressingWords,
		goodFitOf,
		hookWords,
		partNames,
		partWords,
		type Build,
		type FitCode,
		type FitNote,
		type PartName,
		type Recipe
	} from '$core/fly/index';
	import { GRAM, shown as units } from '$core/quantity/index';
	import Segments from '$lib/ui/Segments.svelte';
	import {
		asUsual,
		controlsOf,
		fullnessControl,
		isDressing,
		type Subject
	} from '$lib/controls/index';
	import { weighedControl } from '$lib/controls/weighed';
	import type { LotRow } from '$lib/documents/kinds';
	import { lotsOf, makes } from '$lib/documents/lot/from-stock';
	import PartControls from './PartControls.svelte';
	import PickLot from './PickLot.svelte';

	interface Props {
		/** The fly as it is: what the steppers show and change. */
		build: Build;
		/** What the rows say, one frame behind the answer, so that they never hold it up. */
		shown: {
			readonly build: Build;
			/** kg by part. */
			readonly masses: Readonly<Partial<Record<PartName, number>>>;
			readonly fit: readonly FitNote[];
		};
		/** Which rows are open; the same whatever fly is on the Bench. */
		open: Partial<Record<PartName, boolean>>;
		onchange: (recipe: Recipe) => void;
		/** The tier's own stock, to pick from. */
		lots: readonly LotRow[];
		take: (lot: LotRow, part: PartName) => void;
		/** Answers a note: it is meant so. */
		meanSo: (code: FitCode) => void;
	}
	let { build, shown, open = $bindable(), onchange, lots, take, meanSo }: Props = $props();
	const recipe = $derived(build.recipe);

	/** What parts were before they were left out, so that taking them up again brings them back. */
	let before: Recipe | null = null;
	function change(next: Recipe) {
		const kept: Record<string, unknown> = { ...before };
		for (const part of partNames) {
			const now = isDressing(part) ? build.dressing[part] : recipe[part];
			if (now) kept[part] = now;
		}
		before = { ...recipe, ...kept } as Recipe;
		onchange(next);
	}
	/** Opens a part's row, where it is chosen. */
	async function takeUp(part: PartName) {
		open[part] = true;
		await tick();
		document
			.getElementById(`build-${part}`)
			?.querySelector<HTMLElement>('button, select, input')
			?.focus();
	}
	const subject = $derived<Subject>({ recipe, build, masses: shown.masses, before });

	function wordsOf({ recipe, dressing }: Build, part: PartName): string {
		if (part === 'hook') return hookWords(recipe.hook);
		if (part === 'bead') return beadWords(recipe.bead);
		if (part === 'coil') return coilWords(recipe.coil);
		const choice = dressing[part];
		return choice ? dressingWords[part](choice as never) : 'none';
	}
	/** What few flies have stands in one row until it is taken up. */
	const FEW: readonly PartName[] = [
		'flash',
		'secondRib',
		'rearThorax',
		'frontThorax',
		'thirdCollar',
		'head'
	];
	const isFew = (part: PartName) =>
		FEW.includes(part) && isDressing(part) && !shown.build.dressing[part] && !open[part];
	const few = $derived(partNames.filter(isFew));
	const rows = $derived(
		partNames
			.filter((part) => !isFew(part))
			.map((part) => ({
				part,
				name: partWords[part][0]!.toUpperCase() + partWords[part].slice(1),
				words: wordsOf(shown.build, part),
				/** The recipe says nothing of it: it is as is usual. */
				usual: isDressing(part) && shown.build.recipe[part] === undefined,
				mass: shown.masses[part],
				notes: shown.fit.filter((note) => note.part === part)
			}))
	);
	const worst = { stop: 'cannot be tied', trouble: 'trouble', note: '' } as const;
	// From what the rows show, so that they too stay out of the frame that answers a key.
	const fullness = $derived(fullnessControl(shown.build.recipe.dressing.fullness, () => recipe));
	const scale = $derived(weighedControl(shown.build.recipe, shown.masses, () => recipe));
</script>

<section aria-label="Build, in tie-on order" class="flex flex-col p-2">
	{#each rows as { part, name, words, usual, mass, notes } (part)}
		{@const isOpen = open[part] ?? false}
		{@const mark = notes[0] ? worst[notes[0].severity] : ''}
		{#if part === 'thread' && fullness.kind === 'choice'}
			<div class="px-2 py-1.5">
				<Segments
					label="Dressing: parts you leave alone use usual amounts"
					value={fullness.value}
					options={fullness.options}
					onchange={(value) => change(fullness.set(value))}
				/>
			</div>
		{/if}
		<!-- Each row a stacking context of its own: the browser then keeps what it painted of the others. -->
		<div class="relative isolate rounded-lg" class:bg-raised={isOpen}>
			<h2 data-on-paper>
				<button
					type="button"
					class="flex min-h-9 w-full items-center gap-2 rounded-lg px-2 text-left hover:bg-raised max-md:min-h-11"
					aria-expanded={isOpen}
					aria-controls="build-{part}"
					onclick={() => (open[part] = !isOpen)}
				>
					<ChevronRight size={16} class="shrink-0 {isOpen ? 'rotate-90' : ''}" />
					<span class="w-25 shrink-0 font-semibold">{name}</span>
					<span class="min-w-0 flex-1 truncate {usual ? 'text-quiet' : ''}">{words}</span>
					{#if mark}<span class="shrink-0 text-sm text-warn">{mark}</span>{/if}
					{#if mass !== undefined}
						<span class="figure shrink-0 text-sm text-quiet"
							>{mass < 0.0005 * GRAM
								? `<${units.mass.fixed(GRAM / 1000, 3)}`
								: units.mass.fixed(mass, 3)}
							{units.mass.unit}</span
						>
					{/if}
				</button>
			</h2>
			{#if isOpen}
				<div id="build-{part}" class="grid grid-cols-2 gap-2 px-3 pb-3">
					{#each notes as { code, severity, words: what } (code)}
						<p
							class="col-span-2 rounded-md p-2 text-sm {severity === 'note'
								? 'bg-sunk'
								: 'bg-warn-soft'}"
							role="status"
						>
							{what}
							{#if severity !== 'stop'}
								<button
									type="button"
									class="min-h-7 text-water underline underline-offset-2"
									onclick={() => meanSo(code)}>Meant so</button
								>
							{/if}
						</p>
					{/each}
					{#each goodFitOf(shown.build).filter((good) => good.part === part) as { words: what } (what)}
						<p class="col-span-2 text-sm text-quiet"><b class="text-water">fits</b>: {what}.</p>
					{/each}
					{#if lots.some((lot) => makes(lot, part))}
						<div class="col-span-2">
							<PickLot
								{part}
								lots={lots.filter((lot) => makes(lot, part))}
								current={lotsOf(recipe, part)}
								take={(lot) => take(lot, part)}
							/>
						</div>
					{/if}
					<PartControls controls={controlsOf(part, subject)} onchange={change} />
					{#if isDressing(part)}
						<p class="col-span-2 text-sm text-quiet">
							{#if usual}
								As usual for this hook and a {recipe.dressing.fullness} dressing.
							{:else}
								Chosen for this fly.
								<button
									type="button"
									class="text-water underline underline-offset-2"
									onclick={() => isDressing(part) && change(asUsual(recipe, part))}
									>Back to usual</button
								>
							{/if}
						</p>
					{/if}
				</div>
			{/if}
		</div>
	{/each}
	{#if few.length > 0}
		<p class="flex flex-wrap items-center gap-x-1 px-2 text-quiet">
			Also:
			{#each few as part (part)}
				<button
					type="button"
					class="min-h-9 rounded-lg px-1.5 text-water underline underline-offset-2 hover:bg-raised max-md:min-h-11"
					onclick={() => takeUp(part)}>{partWords[part]}</button
				>
			{/each}
		</p>
	{/if}
	<div class="grid grid-cols-2 gap-2 px-2 pt-3">
		<PartControls controls={[scale]} onchange={change} />
		<p class="text-sm text-quiet">
			A fly from the box: hook, bead and what the scale says are enough. Its parts then share that
			weight, and its shape is believed less.
		</p>
	</div>
</section>
