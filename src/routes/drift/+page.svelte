<script lang="ts">
	import { shown } from '$core/quantity/index';
	import { untrack } from 'svelte';
	import { compileLine, wayTable } from '$core/rig/index';
	import StripHead from '$lib/strip/StripHead.svelte';
	import DriftFigures from '$lib/views/drift/DriftFigures.svelte';
	import DriftPicture from '$lib/views/drift/DriftPicture.svelte';
	import CompareWith from '$lib/views/drift/CompareWith.svelte';
	import DriftProgress from '$lib/views/drift/DriftProgress.svelte';
	import GoodDrift from '$lib/views/drift/GoodDrift.svelte';
	import { Player } from '$lib/views/drift/player.svelte';
	import PlayerBar from '$lib/views/drift/PlayerBar.svelte';
	import PathTable from '$lib/views/drift/PathTable.svelte';
	import { bindStrip } from '$lib/frame/keys';
	import { CompareState } from '$lib/state/compare.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { handSentences } from '$lib/ui/drift-words';

	const { answer, documents, selection, strip, drift } = useWorkspace();
	const compare = new CompareState();
	let chooser = $state<'fly' | 'rig' | 'lie' | null>(null);
	let table = $state(false);

	const single = $derived(drift.single);
	const end = $derived(single?.path.at(-1)?.time ?? 0);
	const player = new Player(
		() => end,
		() => single
	);
	player.follow();

	$effect(() => bindStrip(selection, (which) => (chooser = which), player.toggle));
	$effect(() => {
		untrack(() => drift.refine(true));
		return () => {
			drift.refine(false);
			compare.end();
		};
	});
	$effect(() => compare.follow(answer.driftQuestion));

	const columns = $derived(
		single
			? [
					{ name: selection.fly?.name ?? 'this fly', drift: single, band: drift.band },
					...compare.found.map(({ name, drift: other, band }) => ({ name, drift: other, band }))
				]
			: []
	);
	const line = $derived(drift.hand && compileLine(drift.hand.rig));
	const quick = 'h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line disabled:opacity-45';
</script>

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
					time={player.time}
					held={drift.hand && wayTable[strip.rig.way].asks === 'drift'
						? handSentences(drift.hand, strip.rig)
								.map(({ words }) => words)
								.join(', ')
						: ''}
					description="{selection.fly?.name ?? 'The fly'} on {selection.rig?.name ??
						'its line'} through {selection.lie?.name ?? 'the water'}: {single.time === null
						? 'never in the zone'
						: `in the zone after ${single.time.toFixed(1)} s, ${shown.water.words(single.distance!, 1)} downstream`}"
				/>
			</div>
			<PlayerBar {player} {end} />
			<DriftProgress />
		</div>
		<aside
			class="min-h-0 min-w-0 overflow-y-auto border-line px-4 py-2 md:w-96 md:border-l"
			aria-label="Figures of the drift"
		>
			<DriftFigures {columns} rig={strip.rig} hand={drift.hand} depth={answer.column.depth} />
			<CompareWith {compare} />
			<GoodDrift />
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
