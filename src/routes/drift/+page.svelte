<script lang="ts">
	import Pause from '@lucide/svelte/icons/pause';
	import Play from '@lucide/svelte/icons/play';
	import { untrack } from 'svelte';
	import type { Wanted } from '$core/drift/index';
	import { THOUSANDTH_OF_AN_INCH, lineDiameterField } from '$core/quantity/index';
	import { compileLine } from '$core/rig/index';
	import { rouseNumber } from '$core/water/index';
	import { listed } from '$lib/controls/listed';
	import RowList from '$lib/controls/RowList.svelte';
	import StripHead from '$lib/strip/StripHead.svelte';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import DriftFigures from '$lib/views/drift/DriftFigures.svelte';
	import DriftPicture from '$lib/views/drift/DriftPicture.svelte';
	import PathTable from '$lib/views/drift/PathTable.svelte';
	import { bindStrip } from '$lib/frame/keys';
	import { CompareState } from '$lib/state/compare.svelte';
	import { useWorkspace } from '$lib/state/context';
	import Opens from '$lib/ui/Opens.svelte';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { handSentences, percent } from '$lib/ui/drift-words';

	const { answer, documents, selection, strip, drift } = useWorkspace();
	const compare = new CompareState();
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let table = $state(false);
	let pickFly = $state(false);

	const single = $derived(drift.single);
	const end = $derived(single?.path.at(-1)?.time ?? 0);
	let time = $state(0);
	let playing = $state(false);
	/** Moves on with the watch, and begins anew at the end. */
	$effect(() => {
		if (!playing) return;
		let last = performance.now();
		let frame = requestAnimationFrame(function go(now) {
			time += (now - last) / 1000;
			last = now;
			if (time >= end) {
				time = end;
				playing = false;
				return;
			}
			frame = requestAnimationFrame(go);
		});
		return () => cancelAnimationFrame(frame);
	});
	// A new path is first looked at half way.
	let looked: unknown = null;
	$effect(() => {
		if (!single || single === looked) return;
		if (looked === null || time > end) time = 0.5 * end;
		looked = single;
	});
	const playFrom = () => {
		if (!playing && time >= end - 0.01) time = 0;
		playing = !playing;
	};

	$effect(() => bindStrip(selection, (which) => (chooser = which), playFrom));
	$effect(() => {
		untrack(() => drift.refine(true));
		return () => {
			drift.refine(false);
			compare.end();
		};
	});
	$effect(() => compare.follow(answer.driftQuestion));

	const flies = $derived(
		documents
			.all('fly')
			.filter(({ id }) => id !== selection.fly?.id)
			.map(listed)
	);
	function addFly(id: string) {
		const row = documents.all('fly').find((fly) => fly.id === id);
		if (row) compare.add(row.name, { recipe: recipeFromDocument(row.body.recipe) });
	}
	function addTippet(steps: number) {
		const rig = strip.rig;
		if (!rig) return;
		const diameter = rig.tippet.diameter + steps * THOUSANDTH_OF_AN_INCH;
		if (diameter < lineDiameterField.possible[0]) return;
		compare.add(`tippet ${lineDiameterField.show(diameter)}`, {
			rig: { ...rig, tippet: { ...rig.tippet, diameter } }
		});
	}
	const columns = $derived(
		single
			? [
					{ name: selection.fly?.name ?? 'this fly', drift: single, band: drift.band },
					...compare.found.map(({ name, drift: other, band }) => ({ name, drift: other, band }))
				]
			: []
	);
	const rouse = $derived(
		answer.column && answer.prediction
			? rouseNumber(answer.prediction.sink.speed, answer.column)
			: 0
	);
	const line = $derived(drift.hand && compileLine(drift.hand.rig));
	const quick = 'h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line disabled:opacity-45';
</script>

{#snippet share(words: string, key: keyof Wanted)}
	<label class="flex items-center gap-2 py-1">
		<span class="flex-1">{words}</span>
		<input
			type="range"
			min="0"
			max="1"
			step="0.05"
			class="w-24 accent-(--water)"
			value={goodDrift.current[key]}
			onchange={(event) => goodDrift.set({ [key]: event.currentTarget.valueAsNumber })}
		/>
		<b class="figure w-12 text-right">{percent(goodDrift.current[key])}</b>
	</label>
{/snippet}

<svelte:head><title>Drift · Gravitas</title></svelte:head>
<h1 class="sr-only">Drift</h1>
<StripHead bind:chooser />
{#if answer.driftQuestion && answer.column && strip.rig && line && single}
	<div class="grid min-h-0 flex-1 md:grid-cols-[minmax(0,1fr)_auto]">
		<div class="flex min-h-0 min-w-0 flex-col px-3 py-2">
			<div class="min-h-0 flex-1 max-md:h-72">
				<DriftPicture
					column={answer.column}
					top={line.top}
					drift={single}
					beside={compare.found}
					band={drift.band}
					{time}
					held={drift.hand && strip.rig.way !== 'swing'
						? handSentences(drift.hand, strip.rig)
								.map(({ words }) => words)
								.join(', ')
						: ''}
					description="{selection.fly?.name ?? 'The fly'} on {selection.rig?.name ??
						'its line'} through {selection.lie?.name ?? 'the water'}: {single.time === null
						? 'never in the zone'
						: `in the zone after ${single.time.toFixed(1)} s, ${single.distance!.toFixed(1)} m downstream`}"
				/>
			</div>
			<div class="flex items-center gap-3 pt-1">
				<button
					type="button"
					class="grid size-11 shrink-0 place-items-center rounded-md bg-water text-on-water"
					aria-label={playing ? 'Pause' : 'Play the drift'}
					title="{playing ? 'Pause' : 'Play the drift'} (Space)"
					onclick={playFrom}
					>{#if playing}<Pause size={20} />{:else}<Play size={20} />{/if}</button
				>
				<input
					type="range"
					min="0"
					max={end}
					step="0.02"
					aria-label="Time since the landing, seconds"
					aria-valuetext="{time.toFixed(1)} seconds"
					class="h-11 min-w-0 flex-1 accent-(--water)"
					value={Math.min(time, end)}
					oninput={(event) => {
						playing = false;
						time = event.currentTarget.valueAsNumber;
					}}
				/>
				<span class="figure w-16 text-right text-lg">{Math.min(time, end).toFixed(1)} s</span>
			</div>
			<div class="flex min-h-9 flex-wrap items-center gap-x-3 gap-y-1 text-sm text-quiet">
				{#if drift.progress}
					<progress
						class="h-2 w-32 accent-(--water)"
						max={drift.progress.of}
						value={drift.progress.done}
						aria-label="Drifts followed"
					></progress>
					<span class="figure">{drift.progress.done} of {drift.progress.of} drifts</span>
					<button type="button" class={quick} onclick={() => drift.stop()}>Stop</button>
				{:else if drift.stopped}
					Stopped{drift.band ? ` at ${drift.band.drifts} drifts` : ''}.
					<button type="button" class={quick} onclick={() => drift.resume()}>Go on</button>
				{:else if drift.band}
					{drift.band.drifts} drifts: 90 % lie in the pale band, half in the darker one.
				{/if}
				<span
					>{rouse > 2.5
						? 'The fly decides where it is, not the eddies.'
						: rouse > 1
							? 'Eddies toss it about on its way.'
							: 'Eddies carry it as much as it sinks.'}</span
				>
			</div>
		</div>
		<aside
			class="min-h-0 min-w-0 overflow-y-auto border-line px-4 py-2 md:w-96 md:border-l"
			aria-label="Figures of the drift"
		>
			<DriftFigures {columns} rig={strip.rig} hand={drift.hand} depth={answer.column.depth} />
			<div class="mt-3 flex flex-wrap gap-2" role="group" aria-label="Compare in the same water">
				<span class="self-center text-sm text-quiet">Beside it</span>
				<button type="button" class={quick} disabled={compare.full} onclick={() => addTippet(-1)}
					>a tippet thinner</button
				>
				<button type="button" class={quick} disabled={compare.full} onclick={() => addTippet(1)}
					>thicker</button
				>
				<Opens
					bind:open={pickFly}
					label="A fly to compare with"
					class={quick}
					disabled={compare.full || flies.length === 0}
					align="end"
					panel="w-[min(24rem,94vw)] p-4"
				>
					{#snippet words()}another fly …{/snippet}
					<RowList
						label="Flies"
						placeholder="Find by name, size or metal"
						rows={flies}
						current={null}
						choose={(id) => {
							pickFly = false;
							addFly(id);
						}}
					/>
				</Opens>
				{#each compare.found as { name } (name)}
					<button type="button" class={quick} onclick={() => compare.remove(name)}
						>without {name}</button
					>
				{/each}
			</div>
			<fieldset class="mt-4 border-t border-line pt-2 text-sm">
				<legend class="pr-2 text-quiet">What you call a good drift</legend>
				{@render share('at least this much of the hold in the zone', 'inZone')}
				{@render share('at most this much of that time on the bed', 'onBed')}
				<p class="text-quiet">
					In the zone before the room to land it is used up, and not hung up. On the bed is what
					runs between the stones.
				</p>
			</fieldset>
			<p class="mt-3 text-sm text-quiet">
				The line lies in the plane of the current: a rod held to the side pulls sideways, which is
				left out, as is wind. Not yet checked against your own drifts.
			</p>
			<button type="button" class="{quick} mt-2" onclick={() => (table = true)}
				>The path as a table</button
			>
		</aside>
	</div>
	{#if table}<PathTable
			bind:open={table}
			drift={single}
			band={drift.band}
			depth={answer.column.depth}
		/>{/if}
{:else}
	<div class="grid flex-1 place-items-center p-8">
		<div class="max-w-md text-center">
			<p class="text-xl">
				{!strip.recipe
					? 'There is no fly on the strip.'
					: !selection.lie
						? 'There is no water on the strip.'
						: !strip.rig
							? 'Without a line there is no drift: choose a rig.'
							: 'Following the drift …'}
			</p>
			{#if strip.recipe && selection.lie && !strip.rig}
				<div class="mt-4 flex flex-wrap justify-center gap-2">
					{#each documents.all('rig').slice(0, 6) as { id, name } (id)}
						<button type="button" class="{quick} h-11" onclick={() => selection.selectRig(id)}
							>{name}</button
						>
					{:else}
						<button
							type="button"
							class="h-12 rounded-md bg-water px-5 text-on-water"
							onclick={() => void selection.newRig()}>Start a rig</button
						>
					{/each}
				</div>
			{/if}
		</div>
	</div>
{/if}
