<script lang="ts">
	import { GRAM, shown } from '$core/quantity/index';
	import { scale } from '$lib/state/scale.svelte';

	let { large = false }: { large?: boolean } = $props();
	const { now, kind } = $derived(scale);
	const words = $derived(
		now.over
			? 'too much on it'
			: now.grams === null
				? kind === 'serial' && !scale.pattern
					? 'not taught yet'
					: 'silent'
				: now.steady
					? 'steady'
					: 'moving'
	);
</script>

<span class="inline-flex items-baseline gap-2" data-testid="scale" data-steady={now.steady}>
	<span class="figure {large ? 'text-[clamp(3rem,9vw,7rem)] leading-none' : 'text-3xl'}"
		>{now.grams === null ? '–' : shown.mass.fixed(now.grams * GRAM, now.step >= 0.01 ? 2 : 3)}</span
	>
	<span class="text-quiet">{shown.mass.unit}, {words}</span>
</span>
