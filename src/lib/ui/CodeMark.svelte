<script lang="ts">
	import { flyColours, type FlyColouring } from '$lib/documents/fly/about';
	import { codeOf, type Coded, type WeightCode } from '$lib/documents/fly/weight-code';

	interface Props {
		code: WeightCode;
		fly: Coded;
		colours: FlyColouring | undefined;
		/** Without the weights that it stands for, where they stand beside. */
		short?: boolean;
	}
	/** What the weight code says of a fly, and what its own colour says instead. */
	let { code, fly, colours, short = false }: Props = $props();
	const verdict = $derived(codeOf(code, fly, colours));
	/** What it should be, where nobody said what it is. */
	const assumed = $derived(short && colours?.[code.part] === undefined);
</script>

{#if verdict.colour}
	<span class="text-sm" class:text-quiet={assumed}>
		<span
			class="mr-1 inline-block size-4 rounded-full border border-line align-[-2px]"
			style:background={flyColours[verdict.colour]}
		></span>{verdict.colour}
		{code.part}{#if !short}: <span class="figure">{verdict.words}</span>{/if}{assumed
			? ' by the code'
			: ''}
		{#if verdict.contradicts}<b class="block font-normal text-warn">{verdict.contradicts}</b>{/if}
	</span>
{/if}
