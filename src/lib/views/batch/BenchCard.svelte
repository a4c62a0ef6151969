<script lang="ts">
	import { tick } from 'svelte';
	import { useWorkspace } from '$lib/state/context';
	import { saveBlob, saveText } from '$lib/ui/save';
	import Segments from '$lib/ui/Segments.svelte';
	import type { CardPage } from './card';
	import { cutListOf, figuresOf, knownBy, type RunItem } from './run';

	let { item }: { item: RunItem } = $props();
	const { documents, parameters, strip } = useWorkspace();
	let page = $state<CardPage>('A5');
	/** The card while it is printed. */
	let printed = $state.raw<{ readonly svg: string; readonly page: CardPage } | null>(null);
	const ways = [
		{ way: 'pdf', words: 'PDF' },
		{ way: 'svg', words: 'SVG' },
		{ way: 'print', words: 'Print' }
	] as const;

	/** The bench card of the fly that is looked at. */
	async function saveCard(as: 'pdf' | 'svg' | 'print') {
		const { cardPdf, cardSvg } = await import('./card');
		const card = {
			...item,
			amounts: cutListOf([item], parameters.distribution),
			distribution: parameters.distribution,
			known: knownBy(item, documents.weightCode, strip.temperature, parameters.distribution),
			figures: figuresOf(item, strip.temperature, parameters.distribution)
		};
		const name = `${item.name} bench card`;
		if (as === 'svg') saveText(`${name}.svg`, 'image/svg+xml', cardSvg(card, page));
		else if (as === 'pdf') saveBlob(`${name}.pdf`, await cardPdf(card, page));
		else {
			printed = { svg: cardSvg(card, page), page };
			await tick();
			window.print();
			printed = null;
		}
	}
</script>

<fieldset class="grid gap-2 border-t border-line pt-2">
	<legend class="sr-only">Bench card</legend>
	<Segments
		label="Bench card"
		value={page}
		options={[
			{ value: 'A5', words: 'A5' },
			{ value: 'letter', words: 'letter' }
		]}
		onchange={(value) => (page = value)}
	/>
	<div class="grid grid-cols-3 gap-2">
		{#each ways as { way, words } (way)}
			<button
				type="button"
				class="h-11 rounded-md bg-sunk hover:bg-line"
				onclick={() => void saveCard(way)}>{words}</button
			>
		{/each}
	</div>
</fieldset>
{#if printed}
	<!-- The bench card alone, black on white: beside the page, which it stands for. -->
	<div
		class="hidden print:block"
		data-testid="card"
		data-alone-on-paper
		{@attach (card) => document.body.append(card)}
	>
		<!-- eslint-disable-next-line svelte/no-at-html-tags -- our own drawing, every text in it escaped -->
		{@html printed.svg}
	</div>
{/if}
