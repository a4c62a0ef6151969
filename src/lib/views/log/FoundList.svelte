<script lang="ts">
	import { whenWords } from '$lib/ui/when';
	import type { LogRow } from './rows';
	import { useWorkspace } from '$lib/state/context';

	let { rows }: { rows: readonly LogRow[] } = $props();
	const { log, documents } = useWorkspace();

	/** Rows that are shown at first: a year's log is long. */
	const SHOWN = 40;
	let all = $state(false);
	const shown = $derived(all ? rows : rows.slice(0, SHOWN));

	/** The strip spans from half to twice the prediction, in logarithms. */
	const x = (ratio: number) => 50 + 50 * Math.max(-1, Math.min(1, Math.log2(ratio)));

	function leaveOut(row: LogRow) {
		if (row.entry) log.leaveOut(row.entry, !row.excluded);
		else if (row.exclusion) void documents.erase(row.exclusion);
		else void log.keepEntry(`${row.name}: left out`, { exclusion: { of: row.key } });
	}
</script>

<ul aria-label="What was found, newest first">
	{#each shown as row (row.key)}
		<li
			class="grid grid-cols-[minmax(0,1fr)_11rem] items-start gap-x-3 border-t border-line py-1.5 max-md:grid-cols-1"
		>
			<div class="min-w-0 {row.excluded ? 'text-quiet line-through decoration-1' : ''}">
				<p class="truncate">
					<span class="font-semibold">{row.name}</span>
					<span class="text-sm text-quiet"
						>{row.at ? whenWords(new Date(row.at).toISOString()) : ''}</span
					>
				</p>
				<p>
					{row.words}<span class="text-quiet"
						>{row.predicted ? `; predicted ${row.predicted}` : ''}{row.note
							? `. ${row.note}`
							: ''}</span
					>
				</p>
				{#if row.flagged && !row.excluded}
					<p class="text-sm text-warn">
						Does not go with the others, so it counts for little. Look at it again, or leave it out.
					</p>
				{:else if row.fights && !row.excluded}
					<p class="text-sm text-warn">
						All that was found of this agrees, but is far from what such a thing can be: are size,
						metal, turns and the scale’s unit as you entered them?
					</p>
				{:else if row.silent}
					<p class="text-sm text-warn">By the model such a fly floats: this says nothing to it.</p>
				{/if}
			</div>
			<div class="grid justify-items-end gap-1 max-md:justify-items-start">
				{#if row.ratio}
					<svg
						viewBox="0 0 100 16"
						class="h-6 w-full max-md:hidden"
						preserveAspectRatio="none"
						role="img"
						aria-label="found is {(100 * row.ratio.found).toFixed(0)} % of what was predicted"
					>
						<rect
							x={x(row.ratio.low)}
							y="3"
							width={Math.max(0.5, x(row.ratio.high) - x(row.ratio.low))}
							height="10"
							fill="var(--water-soft)"
						/>
						<path
							d="M50 2v12"
							stroke="var(--water)"
							stroke-width="1.5"
							vector-effect="non-scaling-stroke"
						/>
						<path
							d="M{x(row.ratio.found)} 8h.001"
							stroke={row.flagged ? 'var(--warn)' : 'var(--ink)'}
							stroke-width="9"
							stroke-linecap="round"
							vector-effect="non-scaling-stroke"
						/>
					</svg>
				{/if}
				<span class="flex gap-1">
					<button
						type="button"
						class="min-h-8 rounded-md px-2 text-sm text-water underline hover:bg-sunk"
						onclick={() => leaveOut(row)}
						>{row.excluded ? 'count it again' : 'leave out'}<span class="sr-only">: {row.name}</span
						></button
					>
					{#if row.entry}
						{@const { entry } = row}
						<button
							type="button"
							class="min-h-8 rounded-md px-2 text-sm text-water underline hover:bg-sunk"
							onclick={() => void documents.erase(entry)}
							>delete<span class="sr-only"> {row.name}</span></button
						>
					{/if}
				</span>
			</div>
		</li>
	{/each}
</ul>
{#if rows.length > SHOWN && !all}
	<button
		type="button"
		class="mt-2 h-11 rounded-md bg-sunk px-4 hover:bg-line"
		onclick={() => (all = true)}>Show all {rows.length}</button
	>
{/if}
