<script lang="ts">
	import type { Recipe } from '$core/fly/index';
	import { GRAM, massField, readQuantity } from '$core/quantity/index';
	import { scale } from '$lib/state/scale.svelte';
	import Pan from './Pan.svelte';
	import ScaleReading from './ScaleReading.svelte';

	interface Props {
		recipe: Recipe;
		fly: number;
		seed: number;
		/** g, and what the scale's last figure counts; null: not weighed. */
		done: (weight: { massG: number; scaleStepG?: number } | null) => void;
	}
	let { recipe, fly, seed, done }: Props = $props();

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
			done({ massG: tidy(reading.value / GRAM), scaleStepG: 10 ** -Math.max(1, decimals) });
			return;
		}
		const { kind, now } = scale;
		if (kind === 'none') return done(null);
		if (now.over) words = 'There is too much on the scale.';
		else if (now.grams === null)
			words = 'The scale says nothing. Type the weight, or go on without (N).';
		else if (!now.steady) words = 'The scale still moves: wait until it is steady.';
		else if (now.grams < 5 * now.step)
			words = 'There is nothing on the pan. Lay the fly on it, or go on without (N).';
		else done({ massG: tidy(now.grams), scaleStepG: now.step });
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
			aria-label="Weight, g"
		/> g
	</label>
	{#if words}<span role="alert" class="text-xl text-warn">{words}</span>{/if}
	{#if scale.kind === 'simulated'}<Pan {recipe} {fly} {seed} />{/if}
	<button
		type="button"
		class="h-11 rounded-md bg-sunk px-4 text-base hover:bg-line"
		onclick={() => done(null)}>Go on without weighing (N)</button
	>
</div>
