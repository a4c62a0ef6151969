<script lang="ts">
	import { sideOf, type Lever } from '$core/match/index';
	import type { SpeedWindow } from '$core/predict/index';
	import { type Measure, shown } from '$core/quantity/index';
	import type { Attitude } from '$core/sink/index';

	interface Props {
		levers: readonly Lever[];
		/** As it hangs now. */
		attitude: Attitude;
		/** The sink rates that do the job here, m/s; null while they are not known. */
		window: SpeedWindow | null;
		/** Name of the lot that a step takes from the stock, by key. */
		owned: Readonly<Record<string, string>>;
		/** What a step costs more or less, by key; null where no price is known. */
		costs: Readonly<Record<string, number | null>>;
		/** The fly has changed since; the list follows in a moment. */
		stale: boolean;
		take: (lever: Lever) => void;
		/** The fly was weighed as it is. */
		weighed: boolean;
		only: boolean;
		setOnly: (only: boolean) => void;
		/** Whether a pointer or the keyboard is on the list. */
		hold: (on: boolean) => void;
		showEquivalents: () => void;
	}
	let {
		levers,
		attitude,
		window,
		owned,
		costs,
		stale,
		take,
		weighed,
		only,
		setOnly,
		hold,
		showEquivalents
	}: Props = $props();

	/** @param measure of the change; a plain number without one */
	const signed = (n: number, digits: number, measure: Measure = shown.plain) => {
		const text = measure.fixed(Math.abs(n), digits);
		if (Number(text) === 0) return '·';
		return `${n > 0 ? '+' : '−'}${text}`;
	};
	const priced = $derived(Object.values(costs).some((cost) => cost !== null && cost !== 0));
	const unpriced = (key: string) => (costs[key] ?? null) === null;
	/** Of one whose price is not known nothing; that is said once, below. */
	const costWords = (key: string) => (unpriced(key) ? '' : signed(costs[key]!, 2));
	/** Where in the list the steps begin that are too slow, and those that are too fast. */
	const first = (side: 'slow' | 'fast') =>
		window ? levers.findIndex((lever) => sideOf(lever.speed, window) === side) : -1;
	const slow = $derived(first('slow'));
	const fast = $derived(first('fast'));
</script>

<section
	aria-labelledby="levers"
	aria-busy={stale}
	class="flex min-h-0 min-w-0 flex-col md:relative md:isolate md:contain-strict"
>
	<div class="flex flex-wrap items-baseline gap-x-3">
		<h2 id="levers" class="font-semibold whitespace-nowrap">What one step buys</h2>
		<span class="flex-1"></span>
		<label class="flex min-h-8 items-center gap-1.5 text-sm">
			<input
				type="checkbox"
				class="size-4 accent-(--water)"
				checked={only}
				onchange={(event) => setOnly(event.currentTarget.checked)}
			/>only what I own</label
		>
		<button
			type="button"
			class="min-h-8 text-sm text-water underline underline-offset-2"
			onclick={showEquivalents}>The same sink otherwise</button
		>
	</div>
	{#if weighed}
		<p class="text-sm text-quiet">Weighed as it is; a step makes another fly, predicted anew.</p>
	{/if}
	<div
		role="presentation"
		class="min-h-0 flex-1 overflow-y-auto bg-ground max-md:overflow-visible"
		onpointerenter={() => hold(true)}
		onpointerleave={() => hold(false)}
		onfocusin={() => hold(true)}
		onfocusout={() => hold(false)}
	>
		<table class="w-full border-collapse text-sm">
			<thead class="sticky top-0 bg-ground text-quiet">
				<tr class="text-right whitespace-nowrap">
					<th scope="col" class="py-0.5 pr-2 text-left font-normal">step</th>
					<th scope="col" class="px-1 font-normal">{shown.mass.unit}</th>
					<th scope="col" class="px-1 font-normal">{shown.sink.unit}</th>
					<th scope="col" class="px-1 font-normal max-md:hidden" title="mean thickness of the fly"
						>bulk %</th
					>
					<th scope="col" class="px-1 font-normal max-md:hidden">gap {shown.small.unit}</th>
					{#if priced}<th scope="col" class="pl-1 font-normal max-md:hidden">price</th>{/if}
				</tr>
			</thead>
			<tbody data-on-paper>
				{#each levers as lever, i (lever.key)}
					{#if window && (i === slow || i === fast)}
						<tr>
							<td colspan={priced ? 6 : 5} class="border-t border-line pt-0.5 text-quiet"
								>{#if i === slow}too slow here, which needs <span class="figure"
										>{shown.sink.fixed(window.from, 0)}</span
									>
									{shown.sink.unit}:{:else}faster than the <span class="figure"
										>{shown.sink.fixed(window.to, 0)}</span
									>
									{shown.sink.unit} that still do here:{/if}</td
							>
						</tr>
					{/if}
					<tr
						class="cursor-pointer text-right hover:bg-sunk max-md:[&>td]:py-2"
						onclick={() => take(lever)}
					>
						<td class="w-full max-w-0 py-0 pr-2 text-left">
							<button
								type="button"
								class="flex min-h-6 w-full items-center gap-1.5 text-left"
								title={[
									lever.words,
									owned[lever.key] ? `from your stock: ${owned[lever.key]}` : '',
									lever.trouble ?? ''
								]
									.filter(Boolean)
									.join('; ')}
								onclick={(event) => {
									event.stopPropagation();
									take(lever);
								}}
							>
								<span class="figure w-3 shrink-0 text-quiet max-md:hidden"
									>{i < 9 ? i + 1 : ''}</span
								>
								<span class="truncate"
									>{lever.words}{#if owned[lever.key]}<span class="text-quiet">, in stock</span
										>{/if}{#if lever.attitude !== attitude}<b class="pl-1.5 text-warn"
											>→ {lever.attitude}</b
										>{/if}{#if lever.trouble}<span class="pl-1.5 text-warn">{lever.trouble}</span
										>{/if}</span
								>
							</button>
						</td>
						<td class="figure px-1 whitespace-nowrap">{signed(lever.massChange, 3, shown.mass)}</td>
						<td class="figure px-1 font-semibold whitespace-nowrap"
							>{signed(lever.speedChange, 1, shown.sink)}</td
						>
						<td class="figure px-1 whitespace-nowrap max-md:hidden"
							>{signed(100 * lever.bulkChange, 0)}</td
						>
						<td class="figure px-1 whitespace-nowrap max-md:hidden"
							>{signed(lever.gapChange, 1, shown.small)}</td
						>
						{#if priced}
							<td class="figure pl-1 whitespace-nowrap max-md:hidden">{costWords(lever.key)}</td>
						{/if}
					</tr>
				{/each}
			</tbody>
		</table>
		{#if priced && levers.some(({ key }) => unpriced(key))}
			<p class="py-1 text-right text-sm text-quiet max-md:hidden">
				Without a figure: no price in your stock.
			</p>
		{/if}
	</div>
</section>
