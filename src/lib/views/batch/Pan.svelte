<script lang="ts">
	import type { Recipe } from '$core/fly/index';
	import { evaluate } from '$core/match/index';
	import { GRAM, normalsFrom, randomFrom, seedOf } from '$core/quantity/index';
	import { fluidAt } from '$core/water/index';
	import { scatterOf } from '$core/batch/index';
	import { scale } from '$lib/state/scale.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import { causesOf } from './run';

	interface Props {
		recipe: Recipe;
		/** Which fly lies there; each has its own weight. */
		fly: number;
		/** The run's own. */
		seed: number;
	}
	let { recipe, fly, seed }: Props = $props();

	/** What a hand is off by on a whole run: the simulated tier's own (invented). */
	const HAND = 0.02;
	const grams = $derived.by(() => {
		const mass = evaluate(recipe, fluidAt(10)).mass / GRAM;
		const run = normalsFrom(randomFrom(seed))();
		const own = normalsFrom(randomFrom(seedOf(seed, fly + 1)))();
		return mass * Math.exp(HAND * run) + (scatterOf(recipe) / GRAM) * own;
	});
	/** What can be laid on it instead: one mishap of each part. */
	const mishaps = $derived.by(() => {
		const causes = causesOf(recipe);
		return [
			causes.find(({ words }) => words.startsWith('a bead a step smaller')),
			causes.find(({ words }) => words === 'a turn of wire missing'),
			causes.find(({ words }) => words === 'a drop of resin more')
		].filter((cause) => cause !== undefined);
	});
	const choices = $derived([
		{ value: 'nothing', words: 'nothing', grams: 0 },
		{ value: 'fly', words: 'this fly', grams },
		...mishaps.map(({ words, mass }, k) => ({
			value: `mishap ${k}`,
			words,
			grams: Math.max(0, grams + mass)
		}))
	]);
	let on = $state('nothing');
	/** Another fly: the pan is empty again. */
	$effect.pre(() => {
		void fly;
		on = 'nothing';
	});
	$effect(() => scale.put(choices.find(({ value }) => value === on)?.grams ?? 0));
	$effect(() => () => scale.put(0));

	/** The keys 0, 1, 2 … lay on what stands there. */
	function keydown(event: KeyboardEvent) {
		if (event.target instanceof HTMLInputElement && event.target.type === 'text') return;
		const choice = /^[0-9]$/.test(event.key) ? choices[Number(event.key)] : undefined;
		if (choice) on = choice.value;
	}
</script>

<svelte:window onkeydown={keydown} />
<div class="w-[min(40rem,92vw)] text-base">
	<Segments
		label="On the simulated pan (keys 0 to {choices.length - 1})"
		value={on}
		options={choices.map(({ value, words }) => ({ value, words }))}
		onchange={(value) => (on = value)}
	/>
</div>
