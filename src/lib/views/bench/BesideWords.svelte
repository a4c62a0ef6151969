<script lang="ts">
	import { recipeChange, type Recipe } from '$core/fly/index';
	import { shown, type Interval } from '$core/quantity/index';
	import { massFigure, speedWords } from '$lib/ui/figures';

	interface Props {
		/** The fly on the strip, and the one that is laid beside it. */
		recipe: Recipe;
		beside: {
			readonly name: string;
			readonly recipe: Recipe;
			readonly mass: Interval;
			readonly speed: Interval | null;
		};
	}
	let { recipe, beside }: Props = $props();
	const differs = $derived(recipeChange(recipe, beside.recipe).words);
</script>

<p class="line-clamp-2 text-sm" title={differs}>
	<b>{beside.name}</b> (dashed):
	{massFigure(beside.mass).number}
	{shown.mass.unit}{beside.speed ? `, ${speedWords(beside.speed.value)}` : ', floats'}. {differs
		? `From this fly: ${differs}.`
		: 'The same fly.'}
</p>
