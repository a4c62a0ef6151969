<script lang="ts">
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import {
		beadWords,
		coilMetalWords,
		coilWords,
		fullnesses,
		hookStyles,
		hookWords,
		styleWords,
		type BeadChoice,
		type CoilChoice,
		type PartName,
		type Recipe,
		type Trouble
	} from '$core/fly/index';
	import { BEAD_STEPS, COIL_WIRE_STEPS } from '$core/material/index';
	import {
		beadDiameterField,
		coilWireField,
		HOOK_SIZE_RANGE,
		MILLIMETRE,
		readHookSize,
		readQuantity,
		readXStep,
		showXStep,
		turnsField,
		X_STEP_RANGE
	} from '$core/quantity/index';
	import { materialColour } from '$lib/ui/colours';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps, tradeSteps } from '$lib/ui/steps';

	interface Props {
		recipe: Recipe;
		trouble: readonly Trouble[];
		/** Which rows are open; the same whatever fly is on the Bench. */
		open: Record<PartName, boolean>;
		onchange: (recipe: Recipe) => void;
	}
	let { recipe, trouble, open = $bindable(), onchange }: Props = $props();

	/** What a part was before it was left out, so that taking it up again brings it back. */
	let lastBead: BeadChoice = { metal: 'tungsten', shape: 'round', diameter: 2.8 * MILLIMETRE };
	let lastCoil: CoilChoice = { metal: 'lead', wire: COIL_WIRE_STEPS[1]!, turns: 3 };

	const rows = $derived<readonly { part: PartName; name: string; words: string }[]>([
		{ part: 'hook', name: 'Hook', words: hookWords(recipe.hook) },
		{ part: 'bead', name: 'Bead', words: beadWords(recipe.bead) },
		{ part: 'coil', name: 'Coil', words: coilWords(recipe.coil) },
		{ part: 'dressing', name: 'Dressing', words: recipe.dressing.fullness }
	]);

	const setHook = (part: Partial<Recipe['hook']>) =>
		onchange({ ...recipe, hook: { ...recipe.hook, ...part } });
	function setBead(part: Partial<BeadChoice> | null) {
		if (recipe.bead) lastBead = recipe.bead;
		onchange({ ...recipe, bead: part && { ...(recipe.bead ?? lastBead), ...part } });
	}
	function setCoil(part: Partial<CoilChoice> | null) {
		if (recipe.coil) lastCoil = recipe.coil;
		const coil = part && { ...(recipe.coil ?? lastCoil), ...part };
		onchange({ ...recipe, coil: coil && coil.turns > 0 ? coil : null });
	}
	const thousandths = (wire: number) => coilWireField.show(wire).replace(' in', '');
</script>

<section aria-label="Build, in tie-on order" class="flex flex-col gap-1 p-2">
	{#each rows as { part, name, words } (part)}
		{@const isOpen = open[part]}
		{@const wrong = trouble.filter((t) => t.part === part)}
		<div class="rounded-lg" class:bg-raised={isOpen}>
			<h2>
				<button
					type="button"
					class="flex min-h-11 w-full items-center gap-2 rounded-lg px-2 text-left hover:bg-raised"
					aria-expanded={isOpen}
					aria-controls="build-{part}"
					onclick={() => (open[part] = !isOpen)}
				>
					<ChevronRight size={16} class={isOpen ? 'rotate-90' : ''} />
					<span class="w-18 shrink-0 font-semibold">{name}</span>
					<span class="min-w-0 flex-1 truncate">{words}</span>
					{#if wrong.length}<span class="text-sm text-warn">cannot be tied</span>{/if}
				</button>
			</h2>
			{#if isOpen}
				<div id="build-{part}" class="grid grid-cols-2 gap-2 px-3 pb-3">
					{#if part === 'hook'}
						<div class="col-span-2">
							<Segments
								label="Style"
								value={recipe.hook.style}
								options={hookStyles.map((value) => ({ value, words: styleWords[value] }))}
								onchange={(style) => setHook({ style })}
							/>
						</div>
						<Stepper
							label="Hook size"
							value={recipe.hook.size}
							show={(n) => `#${n}`}
							say={(n) => `size ${n}`}
							read={readHookSize}
							step={evenSteps(2, 4, HOOK_SIZE_RANGE[0] + 1, HOOK_SIZE_RANGE[1])}
							onchange={(size) => setHook({ size })}
						/>
						<Stepper
							label="Hook length"
							value={recipe.hook.lengthX}
							show={(n) => showXStep(n, 'length')}
							read={(text) => readXStep(text, 'length')}
							step={evenSteps(1, 2, ...X_STEP_RANGE)}
							onchange={(lengthX) => setHook({ lengthX })}
						/>
						<Stepper
							label="Hook wire"
							value={recipe.hook.wireX}
							show={(n) => showXStep(n, 'wire')}
							read={(text) => readXStep(text, 'wire')}
							step={evenSteps(1, 2, ...X_STEP_RANGE)}
							onchange={(wireX) => setHook({ wireX })}
						/>
					{:else if part === 'bead'}
						<div class="col-span-2">
							<Segments
								label="Metal"
								value={recipe.bead?.metal ?? 'none'}
								options={[
									{ value: 'none', words: 'none' },
									{ value: 'brass', words: 'brass', colour: materialColour.brass },
									{ value: 'tungsten', words: 'tungsten', colour: materialColour.tungsten }
								]}
								onchange={(metal) => setBead(metal === 'none' ? null : { metal })}
							/>
						</div>
						{#if recipe.bead}
							<Stepper
								label="Bead size"
								value={recipe.bead.diameter}
								unit="mm"
								show={(d) => String(Number((d / MILLIMETRE).toFixed(2)))}
								say={beadDiameterField.show}
								read={(text) => readQuantity(text, beadDiameterField)}
								step={tradeSteps(BEAD_STEPS)}
								onchange={(diameter) => setBead({ diameter })}
							/>
							<Segments
								label="Kind"
								value={recipe.bead.shape}
								options={[
									{ value: 'round', words: 'round' },
									{ value: 'slotted', words: 'slotted' }
								]}
								onchange={(shape) => setBead({ shape })}
							/>
						{/if}
					{:else if part === 'coil'}
						<div class="col-span-2">
							<Segments
								label="Metal"
								value={recipe.coil?.metal ?? 'none'}
								options={[
									{ value: 'none', words: 'none' },
									{ value: 'lead', words: coilMetalWords.lead, colour: materialColour.lead },
									{
										value: 'leadFree',
										words: coilMetalWords.leadFree,
										colour: materialColour.leadFree
									}
								]}
								onchange={(metal) => setCoil(metal === 'none' ? null : { metal })}
							/>
						</div>
						<Stepper
							label="Turns"
							value={recipe.coil?.turns ?? 0}
							show={String}
							say={turnsField.show}
							read={(text) => readQuantity(text, turnsField)}
							step={evenSteps(1, 3, ...turnsField.possible)}
							onchange={(turns) => setCoil({ turns })}
						/>
						{#if recipe.coil}
							<Stepper
								label="Coil wire"
								value={recipe.coil.wire}
								unit="in"
								show={thousandths}
								say={coilWireField.show}
								read={(text) => readQuantity(text, coilWireField)}
								step={tradeSteps(COIL_WIRE_STEPS)}
								onchange={(wire) => setCoil({ wire })}
							/>
						{/if}
						{#if recipe.coil?.metal === 'lead'}
							<p class="col-span-2 text-sm text-quiet">
								Lead: wash your hands, no food at the bench, keep it from children, collect the
								offcuts. Many waters restrict it; local rules decide.
							</p>
						{/if}
					{:else}
						<div class="col-span-2">
							<Segments
								label="Fullness"
								value={recipe.dressing.fullness}
								options={fullnesses.map((value) => ({ value, words: value }))}
								onchange={(fullness) => onchange({ ...recipe, dressing: { fullness } })}
							/>
						</div>
						<p class="col-span-2 text-sm text-quiet">
							Body, tail and hackle together, soaked. The hackle's drag is the least sure of all.
						</p>
					{/if}
					{#each wrong as { code, words: problem } (code)}
						<p class="col-span-2 rounded-md bg-warn-soft p-2 text-sm" role="status">{problem}</p>
					{/each}
				</div>
			{/if}
		</div>
	{/each}
</section>
