<script lang="ts">
	import { handWords, taught, type Taught } from './learned-words';
	import { useWorkspace } from '$lib/state/context';
	const { parameters, documents, log } = useWorkspace();

	const FEW = 4;
	let all = $state(false);
	const summaries = $derived(
		taught(parameters.learning.learned, documents.all('fly'), documents.all('lot'))
	);
	const shown = $derived(all ? summaries : summaries.slice(0, FEW));
	const resets = $derived(documents.all('entry').filter(({ body }) => body.reset));

	const percent = (ratio: number) => {
		const by = 100 * (ratio - 1);
		return `${by > 0 ? '+' : by < 0 ? '−' : ''}${Math.abs(by).toFixed(Math.abs(by) < 10 ? 1 : 0)}`;
	};
	const anew = ({ score, words }: Taught) =>
		void log.keepEntry(`Learned anew: ${words}`, { reset: { score } });
</script>

<section aria-labelledby="taught">
	<h2 id="taught" class="text-lg font-semibold">What your flies have taught</h2>
	{#if summaries.length === 0}
		<p class="text-quiet">
			{parameters.learning.observations === 0
				? 'Nothing yet: the predictions rest on tables and estimates alone.'
				: 'What was found is as predicted: nothing had to move.'}
		</p>
	{:else}
		<ul>
			{#each shown as summary (summary.score + summary.words)}
				<li class="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1.5">
					<span class="min-w-0 flex-1 basis-72 {summary.sure ? 'font-semibold' : ''}"
						>{summary.words}</span
					>
					<span class="figure text-sm whitespace-nowrap text-quiet" title="nine times of ten"
						>{percent(summary.ratio.low)} to {percent(summary.ratio.high)} %</span
					>
					<button
						type="button"
						class="min-h-8 text-sm text-water underline"
						title="What was learned of it until now is set aside; what comes teaches it anew"
						onclick={() => anew(summary)}
						>forget and relearn<span class="sr-only">: {summary.words}</span></button
					>
				</li>
			{/each}
		</ul>
		{#if summaries.length > FEW}
			<button
				type="button"
				class="min-h-8 text-sm text-water underline"
				onclick={() => (all = !all)}
				>{all ? 'the first only' : `${summaries.length - FEW} more`}</button
			>
		{/if}
	{/if}
	{#if handWords(parameters.learning.learned)}
		<p class="border-t border-line py-1.5 text-sm text-quiet">
			{handWords(parameters.learning.learned)}
		</p>
	{/if}
	{#each resets as row (row.id)}
		<p class="flex items-baseline gap-3 text-sm text-quiet">
			<span class="min-w-0 flex-1 truncate">{row.name}</span>
			<button
				type="button"
				class="min-h-8 text-water underline"
				onclick={() => void documents.erase(row)}
				>take that back<span class="sr-only">: {row.name}</span></button
			>
		</p>
	{/each}
</section>
