<script lang="ts">
	import { buildFly, compileBuild, mediansFor, sectionOf, type Recipe } from '$core/fly/index';
	import { colouringOf, type FlyColouring } from '$lib/documents/fly/about';
	import { MILLIMETRE } from '$core/quantity/index';
	import { useWorkspace } from '$lib/state/context';
	import { artOf } from '$lib/ui/section/art';
	import Art from '$lib/ui/section/Art.svelte';

	interface Props {
		recipe: Recipe;
		/** As the tier named them. */
		colours?: FlyColouring | undefined;
		/** Pixels a millimetre, so that flies beside each other show their size. */
		scale: number;
		width: number;
		height: number;
		/** Places along the shank that are pointed at, m behind the eye. */
		places?: readonly number[];
		/** A part that is pointed at. */
		part?: string;
	}
	let { recipe: given, colours, scale, width, height, places = [], part }: Props = $props();
	/** The row round it comes anew more often than its recipe does, of which all below is made. */
	const recipe = $derived(given);

	const { parameters } = useWorkspace();
	const section = $derived.by(() => {
		const values = mediansFor(recipe, parameters.distribution);
		const build = buildFly(recipe, values);
		return sectionOf(build, compileBuild(build, values).body);
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
	class="block max-w-full"
>
	<Art shapes={artOf(section, colouringOf({ colours: colours ?? {} }))} />
	{#if part}
		<!-- What is tied now, in the colour that points. -->
		<g opacity="0.75">
			<Art
				shapes={artOf(section)
					.filter(({ key }) => key === part || key.startsWith(`${part}-`))
					.map((shape) => ({
						...shape,
						stroke: 'var(--water)',
						...(shape.fill === 'none' ? {} : { fill: 'var(--water)' })
					}))}
			/>
		</g>
	{/if}
	{#each places as at (at)}
		<path
			d="M{at / MILLIMETRE} {frame.y}V{frame.y + frame.height}"
			stroke="var(--water)"
			stroke-width="2.5"
			vector-effect="non-scaling-stroke"
		/>
	{/each}
</svg>
