<script lang="ts">
	import { fitOf, onSize, type Recipe } from '$core/fly/index';
	import { BEAD_STEPS, COIL_WIRE_STEPS } from '$core/material/index';
	import { predict } from '$core/predict/index';
	import {
		beadDiameterField,
		coilWireField,
		HOOK_SIZE_RANGE,
		readQuantity,
		shown,
		turnsField
	} from '$core/quantity/index';
	import { massFigure, speedWords } from '$lib/ui/figures';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps, tradeSteps } from '$lib/ui/steps';
	import Modal from '$lib/ui/Modal.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		open: boolean;
	}
	let { open = $bindable() }: Props = $props();
	const { strip, parameters, selection } = useWorkspace();
	/** How many sizes to each side are offered. */
	const REACH = 2;

	let chosen = $state<Record<number, boolean>>({});
	let edited = $state.raw<Readonly<Record<number, Recipe>>>({});
	let busy = $state(false);

	const sizes = $derived.by(() => {
		const { recipe } = strip;
		if (!recipe || !open) return [];
		return Array.from({ length: 2 * REACH + 1 }, (_, i) => recipe.hook.size + 2 * (REACH - i))
			.filter((size) => size >= HOOK_SIZE_RANGE[0] && size <= HOOK_SIZE_RANGE[1])
			.filter((size) => size !== recipe.hook.size)
			.map((size) => {
				const graded = edited[size] ?? onSize(recipe, size);
				const found = predict(
					graded,
					strip.waterOrStill,
					strip.temperature,
					parameters.distribution
				);
				const stop = fitOf(found.build, found.median, found.ride).find(
					(n) => n.severity !== 'note'
				);
				return { size, recipe: graded, mass: found.mass, speed: found.speed, stop };
			});
	});
	const wanted = $derived(sizes.filter(({ size }) => chosen[size] ?? true));
	const change = (size: number, recipe: Recipe) => (edited = { ...edited, [size]: recipe });

	async function make() {
		busy = true;
		const made = await selection.newSizes(wanted.map(({ size, recipe }) => ({ size, recipe })));
		busy = false;
		if (made) open = false;
	}
</script>

<Modal
	bind:open
	title="{selection.fly?.name ?? ''} on other hooks"
	about="One bead step per hook size; coil and rib wire by the hook’s, the dressing in proportion. Change what you tie otherwise."
	width={52}
	onOpenChange={(is) => {
		if (is) return;
		edited = {};
		chosen = {};
	}}
>
	<ul class="mt-3 grid gap-2">
		{#each sizes as { size, recipe, mass, speed, stop } (size)}
			{@const { bead, coil } = recipe}
			<li
				class="grid grid-cols-2 items-end gap-3 rounded-md bg-ground p-3 md:grid-cols-[6rem_1fr_1fr_1fr_9rem]"
			>
				<label class="flex h-11 items-center gap-2">
					<input
						type="checkbox"
						class="size-5 accent-(--water)"
						checked={chosen[size] ?? true}
						onchange={(event) => (chosen[size] = event.currentTarget.checked)}
					/>
					<span class="figure text-lg">#{size}</span>
				</label>
				{#if bead}
					<Stepper
						label="Bead on #{size}"
						unit={shown.small.unit}
						value={bead.diameter}
						show={(d) => shown.small.trimmed(d, 2)}
						say={beadDiameterField.show}
						read={(text) => readQuantity(text, beadDiameterField)}
						step={tradeSteps(BEAD_STEPS)}
						onchange={(diameter) => change(size, { ...recipe, bead: { ...bead, diameter } })}
					/>
				{:else}
					<span class="text-quiet">no bead</span>
				{/if}
				{#if coil}
					<Stepper
						label="Turns on #{size}"
						value={coil.turns}
						show={String}
						say={turnsField.show}
						read={(text) => readQuantity(text, { ...turnsField, possible: [1, 40] })}
						step={evenSteps(1, 3, 1, 40)}
						onchange={(turns) => change(size, { ...recipe, coil: { ...coil, turns } })}
					/>
					<Stepper
						label="Wire on #{size}"
						unit="in"
						value={coil.wire}
						show={(wire) => coilWireField.show(wire).replace(' in', '')}
						say={coilWireField.show}
						read={(text) => readQuantity(text, coilWireField)}
						step={tradeSteps(COIL_WIRE_STEPS)}
						onchange={(wire) => change(size, { ...recipe, coil: { ...coil, wire } })}
					/>
				{:else}
					<span class="col-span-2 text-quiet">no coil</span>
				{/if}
				<p class="text-right leading-tight">
					<span class="figure text-lg">{massFigure(mass).number}</span>
					{shown.mass.unit}
					<span class="block text-sm text-quiet">{speed ? speedWords(speed.value) : 'floats'}</span>
				</p>
				{#if stop}<p class="col-span-full text-sm text-warn">{stop.words}</p>{/if}
			</li>
		{/each}
	</ul>
	<div class="mt-4 flex flex-wrap gap-2">
		<button
			type="button"
			class="h-12 rounded-md bg-water px-5 text-on-water disabled:opacity-45"
			disabled={busy || wanted.length === 0}
			onclick={() => void make()}
			>{wanted.length === 1 ? 'Make this fly' : `Make these ${wanted.length} flies`}</button
		>
		<button
			type="button"
			onclick={() => (open = false)}
			class="h-12 rounded-md bg-sunk px-5 hover:bg-line">Leave it</button
		>
	</div>
</Modal>
