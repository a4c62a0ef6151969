<script lang="ts">
	import { readScale, teachScale } from '$core/format/index';
	import { scale } from '$lib/state/scale.svelte';
	import DeviceChoice from './DeviceChoice.svelte';
	import ScaleReading from './ScaleReading.svelte';
	import TeachDialog from './TeachDialog.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
</script>

<TeachDialog
	bind:open
	title="Scale"
	heading="Teach it from two lines"
	about="One line of a steady weight and one while it moves, or two steady ones with other loads; and what the display showed, in grams."
	placeholder="a line as the scale sends it"
	means={{ before: 'shows', unit: 'g', label: 'Shown with line' }}
	moving
	teach={(...samples) => {
		const [first, second] = samples.map(({ line, value, steady }) => ({
			line,
			steady,
			grams: value
		}));
		const found = teachScale([first!, second!]);
		if ('fault' in found) return found.fault;
		scale.teach(found.pattern);
		const read = readScale(first!.line, found.pattern);
		if (read?.kind !== 'weight') return 'Learned.';
		const { steady } = read;
		const stands =
			steady === null
				? '; a weight stands when four lines agree'
				: steady
					? ', steady'
					: ', moving';
		return `Learned: “${first!.line.trim()}” is ${read.grams} g${stands}.`;
	}}
>
	<DeviceChoice device={scale} byHand="none: weights are typed" otherwise="Weights can be typed." />
	{#if scale.kind !== 'none'}<div><ScaleReading /></div>{/if}
</TeachDialog>
