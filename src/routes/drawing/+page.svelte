<script lang="ts">
	import { beadWords, coilWords, hookWords } from '$core/fly/index';
	import { MILLIMETRE, shownUnits } from '$core/quantity/index';
	import { useWorkspace } from '$lib/state/context';
	import { massFigure } from '$lib/ui/figures';
	import { artOf } from '$lib/ui/section/art';
	import Art from '$lib/ui/section/Art.svelte';
	import { ticksBetween } from '$lib/ui/section/ruler';

	const workspace = useWorkspace();
	const { selection, strip, answer } = workspace;
	/** Millimetres that an A4 page and a letter page both have between their margins. */
	const PAGE = 180;
	/** The bars with which a print is checked against a ruler. */
	const BARS = [
		{ mm: 50, words: '50 mm' },
		{ mm: 50.8, words: '2 in' }
	];

	const drawn = $derived.by(() => {
		const { section } = answer;
		if (!section) return null;
		const { min, max } = section.frame;
		const box = {
			x: min.x / MILLIMETRE - 0.5,
			y: -max.y / MILLIMETRE - 0.5,
			width: (max.x - min.x) / MILLIMETRE + 1,
			height: (max.y - min.y) / MILLIMETRE + 1
		};
		const enlarged = Math.min(12, Math.max(2, Math.floor(PAGE / box.width)));
		return {
			shapes: artOf(section),
			box,
			enlarged,
			ticks: ticksBetween(min.x, max.x, shownUnits().length)
		};
	});
</script>

{#snippet fly(times: number)}
	{#if drawn}
		{@const { box, shapes } = drawn}
		<!-- Full-size, so that it holds up against the hook; wider than a phone it scrolls. -->
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div
			class="overflow-x-auto"
			role="region"
			tabindex="0"
			aria-label={times === 1 ? 'Full size, to scroll' : 'Larger, to scroll'}
		>
			<svg
				width="{box.width * times}mm"
				height="{(box.height + 3) * times}mm"
				viewBox="{box.x} {box.y} {box.width} {box.height + 3}"
				role="img"
				aria-label="{selection.fly?.name ?? ''}, {times === 1
					? 'full size'
					: `${times} times full size`}"
			>
				<Art {shapes} />
				{#if times > 1}
					{#each drawn.ticks as { at, long, words } (at)}
						<path
							d="M{at / MILLIMETRE} {box.y + box.height}v{long ? 1 : 0.6}"
							stroke="var(--quiet)"
							stroke-width="0.06"
						/>
						{#if words}
							<text
								x={at / MILLIMETRE}
								y={box.y + box.height + 2.2}
								font-size="1.1"
								text-anchor="middle"
								fill="var(--quiet)">{words}</text
							>
						{/if}
					{/each}
				{/if}
			</svg>
		</div>
	{/if}
{/snippet}

<svelte:head><title>Full size · {selection.fly?.name ?? 'Gravitas'}</title></svelte:head>
<div class="min-h-0 flex-1 overflow-y-auto p-4">
	{#if selection.fly && strip.recipe && answer.prediction && drawn}
		{@const { hook, bead, coil } = strip.recipe}
		<div class="flex flex-wrap items-center gap-3 print:hidden">
			<a href="/" class="grid h-11 place-items-center rounded-md bg-sunk px-4">Back to the Bench</a>
			<button
				type="button"
				class="h-11 rounded-md bg-water px-5 text-on-water"
				onclick={() => window.print()}>Print</button
			>
			<p class="text-sm text-quiet">
				Print without fitting to the page (100 %), and lay a ruler on the bars.
			</p>
		</div>
		<h1 class="mt-4 text-2xl font-semibold">{selection.fly.name}</h1>
		<p>
			Hook {hookWords(hook)} · bead {beadWords(bead)} · coil {coilWords(coil)} ·
			<span class="figure">{massFigure(answer.prediction.mass).number}</span> g
			<span class="figure text-quiet">{massFigure(answer.prediction.mass).interval}</span>
		</p>
		<div class="mt-4 flex flex-wrap items-end gap-10">
			<figure>
				{@render fly(1)}
				<figcaption class="mt-1 text-sm text-quiet">Full size: hold it against the fly.</figcaption>
			</figure>
			<figure>
				{#each BARS as { mm, words } (words)}
					<div class="flex items-center gap-2">
						<svg
							width="{mm + 0.4}mm"
							height="5mm"
							viewBox="-0.2 0 {mm + 0.4} 5"
							role="img"
							aria-label="A bar of {words}"
						>
							<path
								d="M0 1v3M{mm} 1v3M0 2.5H{mm}"
								stroke="var(--ink)"
								stroke-width="0.25"
								fill="none"
							/>
						</svg>
						<span class="figure text-sm">{words}</span>
					</div>
				{/each}
				<figcaption class="mt-1 text-sm text-quiet">
					Scale check: on paper these bars must measure what they say.
				</figcaption>
			</figure>
		</div>
		<figure class="mt-6">
			{@render fly(drawn.enlarged)}
			<figcaption class="mt-1 text-sm text-quiet">
				{drawn.enlarged} times full size, millimetres.
			</figcaption>
		</figure>
	{:else}
		<p class="text-xl">
			There is no fly on the Bench. <a class="underline" href="/">Start one</a>.
		</p>
	{/if}
</div>
