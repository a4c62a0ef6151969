<script lang="ts">
	import type { PartName } from '$core/fly/index';
	import { shown } from '$core/quantity/index';

	interface Props {
		parts: readonly { part: PartName; words: string; mass: number; colour: string }[];
		/** What the spread of the whole comes from. */
		advice: string;
	}
	let { parts, advice }: Props = $props();
	const total = $derived(parts.reduce((sum, { mass }) => sum + mass, 0));
	/** Parts that weigh less than this share of the fly stand together; the build list has each. */
	const SMALL = 0.03;
	const named = $derived(parts.filter(({ mass }) => mass >= SMALL * total));
	const small = $derived(parts.filter(({ mass }) => mass < SMALL * total));
	const grams = (mass: number) => shown.mass.fixed(mass, 3);
	const percent = (mass: number) =>
		mass < total / 100 ? '<1 %' : `${Math.round((100 * mass) / total)} %`;
	const rest = $derived(small.reduce((sum, { mass }) => sum + mass, 0));
</script>

<div>
	<div class="flex h-5 gap-px overflow-hidden rounded-sm" aria-hidden="true">
		{#each parts as { part, mass, colour } (part)}
			<div style:width="{(100 * mass) / total}%" style:background={colour} class="min-w-0.5"></div>
		{/each}
	</div>
	<dl class="mt-1.5 flex flex-wrap gap-x-5 gap-y-0.5 text-sm">
		{#each named as { part, words, mass, colour } (part)}
			<div class="flex items-center gap-1.5">
				<dt class="flex items-center gap-1.5">
					<span class="size-2.5 rounded-full" style:background={colour}></span>{words}
				</dt>
				<dd class="figure">
					{grams(mass)}
					{shown.mass.unit} <span class="text-quiet">{percent(mass)}</span>
				</dd>
			</div>
		{/each}
		{#if small.length}
			<div class="flex items-center gap-1.5">
				<dt class="text-quiet">{small.map(({ words }) => words).join(', ')}</dt>
				<dd class="figure">
					{grams(rest)}
					{shown.mass.unit} <span class="text-quiet">{percent(rest)}</span>
				</dd>
			</div>
		{/if}
	</dl>
	<p class="text-sm text-quiet">{advice}</p>
</div>
