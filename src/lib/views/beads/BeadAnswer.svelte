<script lang="ts">
	import { beadDiameterField } from '$core/quantity/index';
	import { beadMetalWords } from '$core/fly/index';
	import { askedMetals } from '$core/match/index';
	import { useWorkspace } from '$lib/state/context';
	import type { WhichBeadState } from '$lib/state/which-bead.svelte';
	import { faultWords, handSentences } from '$lib/ui/drift-words';
	import type { BeadForm } from './question.svelte';
	import { beadName, size, tenths } from './words';

	let { search, question }: { search: WhichBeadState; question: BeadForm } = $props();
	const { strip } = useWorkspace();
	const answer = $derived(search.answer);

	const metalSpan = (metal: (typeof askedMetals)[number]) =>
		answer?.spans.find((span) => span.metal === metal) ?? null;
	const spans = $derived(
		askedMetals.flatMap((metal) => {
			const span = metalSpan(metal);
			if (!span) return [];
			const from = span.from === span.to ? '' : `${size(span.from)} to `;
			return [`${from}${beadDiameterField.show(span.to)} ${beadMetalWords[metal]}`];
		})
	);
	const none = $derived(answer?.options.find(({ metal }) => metal === null) ?? null);
	const noneDoes = $derived(none !== null && answer !== null && none.chance >= answer.mark);
	const heavier = $derived(
		!answer?.heavier
			? null
			: answer.heavier === 'choked'
				? 'the next larger chokes the gap'
				: {
						bed: 'the next larger lies on the bed too often',
						hung: 'the next larger hangs up too often',
						under: 'the next larger pulls under what carries it',
						late: 'the next larger needs depth and current known better',
						never: 'the next larger needs depth and current known better',
						lifted: 'the next larger is lifted out more often',
						short: 'the line is too short for more',
						unsolved: ''
					}[answer.heavier]
	);
	const advised = $derived(
		search.advice
			? search.advice.does.length > 0
				? search.advice.does
				: search.advice.best
					? [search.advice.best]
					: []
			: []
	);
</script>

<section
	aria-label="The answer"
	class="bg-ground md:px-5 md:pt-5 max-md:order-first max-md:py-1 staying:sticky staying:top-0 staying:z-10"
>
	<div role="status" aria-busy={answer === null || answer.provisional}>
		{#if !answer}
			<p class="text-4xl leading-tight font-semibold text-quiet max-md:text-3xl" data-testid="bead">
				Drifts are followed …
			</p>
		{:else if answer.take}
			{@const { take } = answer}
			<p class="text-4xl leading-tight font-semibold max-md:text-3xl" data-testid="bead">
				{#if take.metal}<span class="figure">{beadDiameterField.show(take.diameter)}</span>
					{beadMetalWords[take.metal]}{:else}No bead{/if}
				<span class="text-xl font-normal text-quiet"
					>good in <span class="figure">{tenths(take)}</span> of 10 drifts{answer.provisional
						? ', provisional'
						: ''}</span
				>
			</p>
			<p class="text-lg" data-testid="span">
				{#if noneDoes && take.metal}No bead does too;
				{/if}
				{#if spans.length > 0}What does the job: {spans.join(', ')}.{:else}A fly without a bead does
					the job, and no bead does it as lightly.{/if}
			</p>
			{#if take.hand}
				<p class="text-lg">
					{#each handSentences(take.hand, question.rig) as { words, span }, k (words)}{k > 0
							? ', '
							: ''}{k === 0 ? words.charAt(0).toUpperCase() + words.slice(1) : words}<span
							class="text-quiet">{span ? ` (${span})` : ''}</span
						>{/each}.
				</p>
			{/if}
			<p class="text-sm text-quiet max-md:hidden">
				{#if answer.lightest && answer.heaviest && answer.lightest !== answer.heaviest}
					Lightest: {beadName(answer.lightest)}, {tenths(answer.lightest)} of 10{answer.lighter
						? `; lighter ones: ${faultWords(answer.lighter, question.way).toLowerCase()}`
						: ''}. Heaviest: {beadName(answer.heaviest)}, {tenths(answer.heaviest)} of 10{heavier
						? `; ${heavier}`
						: ''}.
				{/if}
				On {strip.usedRig.name}{question.like === 'usual'
					? ', without wire'
					: ''}{answer.provisional
					? '; each bead is counted from its drifts now.'
					: ', each from 60 drifts.'}
			</p>
		{:else}
			<p class="text-3xl leading-tight font-semibold" data-testid="bead">
				{answer.provisional ? 'Probably no bead alone does it' : 'No bead alone does it'}
			</p>
			<p class="text-lg">
				{#if answer.options.every(({ metal }) => metal === null)}
					{question.only ? 'You own no bead that fits this hook.' : 'No bead fits this hook.'}
				{:else if search.advice}
					{#if advised.length > 0}
						What would: {advised
							.map(({ words, chance }) => `${words} (${(10 * chance).toFixed(0)} of 10)`)
							.join(', or ')}.
					{:else}
						The most that can be had here is good in {(10 * search.advice.most).toFixed(1)} of 10 drifts{search
							.advice.binds
							? `: ${faultWords(search.advice.binds, question.way).toLowerCase()}`
							: '.'}
					{/if}
				{:else}
					Looking for what would …
				{/if}
			</p>
		{/if}
	</div>
</section>
