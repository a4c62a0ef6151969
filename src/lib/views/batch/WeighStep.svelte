<script lang="ts">
	import type { Distribution } from '$core/parameter/index';
	import type { Recipe } from '$core/fly/index';
	import { GRAM, massField, readQuantity, shown } from '$core/quantity/index';
	import type { FlyRow } from '$lib/documents/kinds';
	import { entryQuestion, othersIn } from '$lib/evidence/doubts';
	import { scale } from '$lib/state/scale.svelte';
	import Pan from './Pan.svelte';
	import ScaleReading from '$lib/devices/ScaleReading.svelte';

	interface Props {
		recipe: Recipe;
		fly: number;
		seed: number;
		distribution: Distribution;
		/** Which may have been laid on the pan instead. */
		flies: readonly FlyRow[];
		/** g, and what the scale's last figure counts; null: not weighed. */
		done: (weight: { massG: number; scaleStepG?: number } | null) => void;
	}
	let { recipe, fly, seed, distribution, flies, done }: Props = $props();

	let typed = $state('');
	let words = $state('');
	let field = $state<HTMLInputElement>();

	/** What goes on says: the typed weight, the scale's, or none. */
	export function on(): void {
		if (typed.trim() !== '') {
			const reading = readQuantity(typed, massField);
			if (reading.kind !== 'value') {
				words = reading.kind === 'wrong' ? reading.message : reading.question;
				return;
			}
			const decimals = /[.,](\d+)/.exec(typed)?.[1]?.length ?? 0;
			return weighed(tidy(reading.value / GRAM), stepTyped(decimals));
		}
		const { kind, now } = scale;
		if (kind === 'none') return done(null);
		if (now.over) words = 'There is too much on the scale.';
		else if (now.grams === null)
			words = 'The scale says nothing. Type the weight, or go on without (N).';
		else if (!now.steady) words = 'The scale still moves: wait until it is steady.';
		else if (now.grams < 5 * now.step)
			words = 'There is nothing on the pan. Lay the fly on it, or go on without (N).';
		else weighed(tidy(now.grams), now.step);
	}

	/** What a typed weight was read to, g: a tenth at the finest, since who types 3 means no 3.000. */
	const stepTyped = (decimals: number) => shown.mass.from(10 ** -Math.max(1, decimals)) / GRAM;

	/** A scale that stands still wanders by this many steps. */
	const STILL = 2.5;
	/** A weight that was asked about; going on once more keeps it. */
	let asked: number | null = null;
	function weighed(massG: number, scaleStepG: number): void {
		const found = { mass: massG * GRAM, step: scaleStepG * GRAM, count: 1 };
		const of = { kind: 'fly', recipe } as const;
		const odd =
			asked !== null && Math.abs(asked - massG) <= STILL * scaleStepG
				? null
				: entryQuestion({ kind: 'weighing', of, ...found }, distribution, othersIn(flies));
		asked = massG;
		if (odd) words = `${odd.words} Weigh or type it again, or go on once more to keep it.`;
		else done({ massG, scaleStepG });
	}
	const tidy = (grams: number) => Number(grams.toFixed(5));

	function keydown(event: KeyboardEvent) {
		const writing = event.target === field;
		if (!writing && (event.key === 'n' || event.key === 'N')) {
			event.preventDefault();
			done(null);
		}
		// Without a scale figures go into the field; with one they lay things on the simulated pan.
		if (!writing && scale.kind !== 'simulated' && /^[0-9.,]$/.test(event.key)) field?.focus();
	}
</script>

<svelte:window onkeydown={keydown} />
<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions (only keeps a tap on the fields from going on) -->
<div class="grid justify-items-center gap-4" onclick={(event) => event.stopPropagation()}>
	{#if scale.kind !== 'none'}
		<ScaleReading large />
	{/if}
	<label class="flex items-baseline gap-2 text-xl">
		<span class="text-quiet">{scale.kind === 'none' ? 'weight' : 'or typed'}</span>
		<input
			bind:this={field}
			bind:value={typed}
			type="text"
			inputmode="decimal"
			autocomplete="off"
			class="figure h-14 w-36 rounded-md bg-sunk px-3 text-right text-2xl"
			aria-label="Weight, {shown.mass.unit}"
		/>
		{shown.mass.unit}
	</label>
	{#if words}<span role="alert" class="text-xl text-warn">{words}</span>{/if}
	{#if scale.kind === 'simulated'}<Pan {recipe} {fly} {seed} />{/if}
	<button
		type="button"
		class="h-11 rounded-md bg-sunk px-4 text-base hover:bg-line"
		onclick={() => done(null)}>Go on without weighing (N)</button
	>
</div>
