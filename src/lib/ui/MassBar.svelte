<script lang="ts">
	import type { PartName } from '$core/fly/index';
	import { GRAM } from '$core/quantity/index';

	interface Props {
		parts: readonly { part: PartName; words: string; mass: number; colour: string }[];
	}
	let { parts }: Props = $props();
	const total = $derived(parts.reduce((sum, { mass }) => sum + mass, 0));
	const percent = (mass: number) =>
		mass < total / 100 ? '<1 %' : `${Math.round((100 * mass) / total)} %`;
</script>

<div>
	<div class="flex h-5 gap-px overflow-hidden rounded-sm" aria-hidden="true">
		{#each parts as { part, mass, colour } (part)}
			<div style:width="{(100 * mass) / total}%" style:background={colour} class="min-w-0.5"></div>
		{/each}
	</div>
	<dl class="mt-1.5 flex flex-wrap gap-x-5 gap-y-0.5 text-sm">
		{#each parts as { part, words, mass, colour } (part)}
			<div class="flex items-center gap-1.5">
				<dt class="flex items-center gap-1.5">
					<span class="size-2.5 rounded-full" style:background={colour}></span>{words}
				</dt>
				<dd class="figure">
					{(mass / GRAM).toFixed(3)} g <span class="text-quiet">{percent(mass)}</span>
				</dd>
			</div>
		{/each}
	</dl>
</div>
