<script lang="ts">
	import { priorBeliefs, valuesAt } from '$core/belief/index';
	import { buildFly, compileBuild, sectionOf, type Recipe } from '$core/fly/index';
	import { MILLIMETRE } from '$core/quantity/index';
	import { artOf } from '$lib/ui/section/art';
	import Art from '$lib/ui/section/Art.svelte';

	interface Props {
		recipe: Recipe;
		/** Pixels a millimetre, so that flies beside each other show their size. */
		scale: number;
		width: number;
		height: number;
	}
	let { recipe, scale, width, height }: Props = $props();

	const MEDIANS = valuesAt(priorBeliefs);
	const section = $derived.by(() => {
		const build = buildFly(recipe, MEDIANS);
		return sectionOf(build, compileBuild(build, MEDIANS).body);
	});
	const frame = $derived.by(() => {
		const { min, max } = section.frame;
		return {
			x: min.x / MILLIMETRE,
			y: -max.y / MILLIMETRE,
			width: (max.x - min.x) / MILLIMETRE,
			height: (max.y - min.y) / MILLIMETRE
		};
	});
	/** What does not fit is drawn smaller. */
	const fitting = $derived(Math.min(scale, width / frame.width, height / frame.height));
	const left = $derived(frame.x - (width / fitting - frame.width) / 2);
	const top = $derived(frame.y - (height / fitting - frame.height) / 2);
</script>

<svg
	{width}
	{height}
	viewBox="{left} {top} {width / fitting} {height / fitting}"
	aria-hidden="true"
	class="block"
>
	<Art shapes={artOf(section)} />
</svg>
