<script lang="ts">
	import { GRAVITY } from '$core/material/index';
	import { castWeight } from '$core/predict/index';
	import {
		aboveField,
		dropperField,
		lineDiameterField,
		shown,
		without
	} from '$core/quantity/index';
	import {
		lineMaterials,
		MOST_ABOVE,
		dropperStuff,
		standOff,
		withCast,
		type FlyAbove,
		type Rig
	} from '$core/rig/index';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import { isTiedAs, toPoint } from '$lib/state/cast';
	import { useWorkspace } from '$lib/state/context';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import Opens from '$lib/ui/Opens.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	interface Props {
		rig: Rig;
		set: (rig: Rig) => void;
	}
	let { rig, set }: Props = $props();
	const workspace = useWorkspace();
	const { documents, strip, parameters } = workspace;
	let choosing = $state(false);
	const cast = $derived(rig.cast ?? []);
	/** Where another fly is tied in first, above the highest: half a metre (common practice, no source). */
	const NEXT = 0.5;

	const change = (k: number, to: Partial<FlyAbove>) =>
		set(withCast(rig, cast.with(k, { ...cast[k]!, ...to })));
	function put(id: string) {
		choosing = false;
		const row = documents.find('fly', id);
		if (!row) return;
		const above = Math.min(4, (cast.at(-1)?.above ?? 0) + NEXT);
		const recipe = recipeFromDocument(row.body.recipe);
		set(withCast(rig, [...cast, { name: row.name, recipe, above, dropper: 0 }]));
	}
	/** The fly of this name, where it is tied otherwise by now. */
	function changed(one: FlyAbove) {
		const row = documents.all('fly').find(({ name }) => name === one.name);
		return row && !isTiedAs(row, one) ? row : null;
	}
	const LINE = 'the line';
	const stuffs = [
		{ value: LINE, words: 'as the line' },
		...lineMaterials.map((value) => ({ value, words: value }))
	] as const;
	const dropperOf = (k: number, stuff: (typeof stuffs)[number]['value']) => {
		const one = without(cast[k]!, 'of');
		const { diameter } = dropperStuff(rig, cast[k]!);
		const now = stuff === LINE ? one : { ...one, of: { diameter, material: stuff } };
		set(withCast(rig, cast.with(k, now)));
	};
	/** How far its stiffness holds a fly off the line. */
	function offWords(one: FlyAbove): string {
		const weight =
			GRAVITY * castWeight({ cast: [one] }, strip.temperature, parameters.distribution);
		return shown.hand.words(standOff(one.dropper, dropperStuff(rig, one), weight), 1);
	}
	const button = 'min-h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line max-md:min-h-11';
</script>

<section class="mt-3 border-t border-line/60 pt-2" aria-label="The other flies of the cast">
	<h3 class="text-sm text-quiet">Above the fly on the point, which is the one on the strip</h3>
	{#each cast as one, k (k)}
		{@const newer = changed(one)}
		<div class="mt-2 grid grid-cols-2 gap-2" role="group" aria-label={one.name}>
			<b class="col-span-2 truncate" title={one.name}>{one.name}</b>
			<FieldStepper
				label="Above the point"
				field={aboveField}
				value={one.above}
				small={0.05}
				big={0.25}
				onchange={(above) => change(k, { above })}
			/>
			<FieldStepper
				label="On a dropper of"
				field={dropperField}
				value={one.dropper}
				small={1}
				big={5}
				onchange={(dropper) => change(k, { dropper })}
			/>
			{#if one.dropper > 0}
				<div class="col-span-2">
					<Segments
						label="The dropper is of"
						value={one.of?.material ?? LINE}
						options={stuffs}
						onchange={(stuff) => dropperOf(k, stuff)}
					/>
				</div>
				{#if one.of}
					{@const { of } = one}
					<FieldStepper
						label="Its diameter"
						field={lineDiameterField}
						value={of.diameter}
						small={0.01}
						big={0.05}
						onchange={(diameter) => change(k, { of: { ...of, diameter } })}
					/>
				{/if}
				<p class="text-sm text-quiet {one.of ? 'self-end pb-1' : 'col-span-2'}">
					Stiff enough to hold its fly {offWords(one)} off the line; what is thicker holds it further
					off and winds round the line less.
				</p>
			{/if}
			<div class="col-span-2 flex flex-wrap gap-2">
				<button type="button" class={button} onclick={() => void toPoint(workspace, k)}
					>To the point</button
				>
				<button
					type="button"
					class={button}
					onclick={() => set(withCast(rig, cast.toSpliced(k, 1)))}>Take {one.name} off</button
				>
				{#if newer}
					<button
						type="button"
						class={button}
						onclick={() => change(k, { recipe: recipeFromDocument(newer.body.recipe) })}
						>It was changed since: take it as it is now</button
					>
				{/if}
			</div>
		</div>
	{/each}
	{#if cast.length < MOST_ABOVE}
		<Opens
			bind:open={choosing}
			label="Flies to tie above"
			title="Put another fly on the line"
			class="mt-2 {button}"
			panel="w-[min(24rem,94vw)] p-3"
		>
			{#snippet words()}Another fly above{/snippet}
			{#await import('./OtherFlies.svelte') then { default: OtherFlies }}
				<OtherFlies label="Flies to tie above" choose={put} />
			{/await}
		</Opens>
	{/if}
</section>
