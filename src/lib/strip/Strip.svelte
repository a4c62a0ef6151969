<script lang="ts">
	import { hookWords } from '$core/fly/index';
	import { lieWords } from '$core/water/index';
	import type { DocumentRow } from '$lib/documents/kinds';
	import {
		distanceFigure,
		gapWords,
		massFigure,
		pitchWords,
		rideWords,
		speedFigure,
		timeFigure,
		wetWeightFigure
	} from '$lib/ui/figures';
	import { castWords, tippetWords, wayTable } from '$core/rig/index';
	import { shelfOf } from '$lib/documents/lot/shelf';
	import { oneFrameBehind } from '$lib/state/one-frame-behind.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { driftAnswer } from '$lib/ui/drift-words';
	import DriftAnswer from './DriftAnswer.svelte';
	import StripChooser from './StripChooser.svelte';

	interface Props {
		open: 'fly' | 'rig' | 'lie' | null;
		showHistory: (row: DocumentRow) => void;
		showHow: () => void;
	}
	let { open = $bindable(), showHistory, showHow }: Props = $props();
	const { answer, documents, parameters, strip, selection, drift, choices } = useWorkspace();

	const ranged = oneFrameBehind(
		() => answer.atMedians,
		() => answer.prediction
	);
	const prediction = $derived(answer.soon(ranged.current));
	/** Apart from what follows the keys: it changes with the stock alone. */
	const shelf = $derived(shelfOf(documents.all('lot'), false));
	$effect(() => goodDrift.load());
	$effect(() => choices.load());
	// The words of the drift before go a frame after the key, with the look for what was learned of this fly.
	const asked = oneFrameBehind(
		() => [
			strip.recipe,
			strip.rig,
			strip.water,
			strip.temperature,
			goodDrift.current,
			parameters.learning.learned
		],
		() => answer.driftQuestion
	);
	$effect(() =>
		drift.follow(asked.current, {
			shelf,
			wishes: choices.wishes,
			learned: parameters.learning.learned
		})
	);
	const drifted = $derived(
		strip.rig && strip.water && drift.band
			? driftAnswer(drift.band, strip.rig.way, strip.water.depth)
			: null
	);
	const mass = $derived(prediction && massFigure(prediction.mass));
	const wet = $derived(
		prediction?.submergedWeight ? wetWeightFigure(prediction.submergedWeight) : null
	);
	const speed = $derived(prediction?.speed ? speedFigure(prediction.speed) : null);
	const time = $derived(prediction?.time ? timeFigure(prediction.time) : null);
	const distance = $derived(prediction?.distance ? distanceFigure(prediction.distance) : null);
	const moving = $derived((strip.water?.surfaceSpeed ?? 0) > 0);

	/** What a screen reader is told once the keys have been still for a moment. */
	let spoken = $state('');
	$effect(() => {
		const words = prediction
			? `${mass?.number} gram, ${speed ? `sinks ${speed.number} centimetres a second, ${prediction.sink.attitude}` : 'floats'}${selection.lie && !prediction.floats && drifted ? `. ${selection.lie.name}: ${[drifted.title, drifted.often].filter(Boolean).join(', ')}` : ''}`
			: '';
		const timer = setTimeout(() => (spoken = words), 800);
		return () => clearTimeout(timer);
	});

	/** Choosers open below the answer, which must stay in sight while they change it. */
	let flyThird = $state<HTMLElement | null>(null);
	let rigThird = $state<HTMLElement | null>(null);
	let lieThird = $state<HTMLElement | null>(null);
</script>

{#snippet how(number: string, unit: string)}
	<button
		type="button"
		class="-ml-1 block cursor-help rounded-md px-1 text-left hover:bg-raised"
		onclick={showHow}
		><span class="figure text-4xl leading-tight font-medium max-md:text-2xl">{number}</span><span
			class="pl-1 text-sm">{unit}</span
		></button
	>
{/snippet}

<section
	aria-label="Fly, rig, lie and the answer"
	class="grid shrink-0 border-b border-line md:grid-cols-[5fr_3fr_6fr] md:gap-x-3 max-md:gap-y-1"
>
	<p class="sr-only" role="status">{spoken}</p>
	<div class="min-w-0" bind:this={flyThird}>
		<StripChooser
			kind="Fly"
			name={selection.fly?.name ?? 'none yet'}
			detail={strip.recipe ? hookWords(strip.recipe.hook) : ''}
			label="Choose a fly"
			letter="F"
			bind:open={() => open === 'fly', (is) => (open = is ? 'fly' : null)}
			anchor={flyThird}
			align="start"
			width="w-[min(26rem,94vw)]"
			inside={() => import('./FlyChooser.svelte')}
			{showHistory}
		/>
		{#if prediction && mass}
			<dl class="flex gap-6 px-2 pt-1 pb-3 max-md:pb-1">
				<div data-word="mass">
					<dt class="sr-only">Mass</dt>
					<dd data-testid="mass">
						{@render how(mass.number, mass.unit)}
						<span class="figure block text-sm text-quiet">{mass.interval}</span>
						{#if wet}
							<span class="block text-sm text-quiet"
								>in water <span class="figure text-ink">{wet.number}</span>
								<span class="figure">{wet.interval}</span></span
							>
						{/if}
					</dd>
				</div>
				<div data-word="sink rate">
					<dt class="sr-only">Sink rate</dt>
					<dd data-testid="speed">
						{#if speed}
							{@render how(speed.number, speed.unit)}
							<span class="figure block text-sm text-quiet">{speed.interval}</span>
						{:else}
							<span class="text-4xl leading-tight font-semibold max-md:text-2xl">floats</span>
						{/if}
					</dd>
				</div>
			</dl>
		{/if}
	</div>

	<div class="min-w-0" bind:this={rigThird}>
		<StripChooser
			kind="Rig"
			name={selection.rig?.name ?? 'sinking freely'}
			detail={strip.rig
				? `${wayTable[strip.rig.way].words}, ${tippetWords(strip.rig)}${castWords(strip.rig)}`
				: 'no line'}
			label="Choose or change a rig"
			letter="R"
			bind:open={() => open === 'rig', (is) => (open = is ? 'rig' : null)}
			anchor={rigThird}
			align="center"
			width="w-[min(34rem,94vw)]"
			inside={() => import('./RigChooser.svelte')}
			{showHistory}
		/>
		{#if prediction}
			<div class="px-2 pt-1 pb-3 max-md:flex max-md:items-baseline max-md:gap-2 max-md:pb-1">
				<button
					type="button"
					class="-ml-1 block shrink-0 cursor-help rounded-md px-1 text-left text-2xl leading-[3.125rem] font-semibold whitespace-nowrap hover:bg-raised max-md:text-base max-md:leading-normal"
					data-word="attitude"
					data-testid="attitude"
					onclick={showHow}
				>
					{prediction.floats
						? 'on top'
						: prediction.sink.tumbles
							? 'turns over'
							: prediction.sink.attitude}
				</button>
				<div class="text-sm text-quiet" data-testid="pitch">{pitchWords(prediction)}</div>
				<div class="text-sm" data-testid="ride" data-word="gap left">
					{rideWords(prediction.ride)}, {gapWords(prediction.build)}
				</div>
			</div>
		{/if}
	</div>

	<div class="min-w-0" bind:this={lieThird}>
		<StripChooser
			kind="Lie"
			name={selection.lie?.name ?? 'none yet'}
			detail={strip.water ? lieWords(strip.water) : ''}
			label="Choose or change a lie"
			letter="W"
			bind:open={() => open === 'lie', (is) => (open = is ? 'lie' : null)}
			anchor={lieThird}
			align="end"
			width="w-[min(34rem,94vw)]"
			inside={() => import('./LieChooser.svelte')}
			{showHistory}
		/>
		{#if prediction && selection.lie}
			<div class="px-2 pt-1 pb-3 max-md:pb-2" data-testid="verdict">
				{#if prediction.floats}
					<div class="text-4xl leading-tight font-semibold max-md:text-2xl">Floats</div>
					<div class="text-sm text-quiet">Lighter than the water it displaces.</div>
				{:else if strip.rig}
					<DriftAnswer {drift} behind={asked.behind} />
				{:else}
					<!-- Without a line there are figures and no verdict. -->
					<div class="text-4xl leading-tight font-semibold max-md:text-2xl">Sinking freely</div>
					<div class="text-sm">
						{#if !time}
							Lands in the zone.
						{:else if distance}
							In the zone after <b class="figure">{time.number}</b> s
							<span class="figure text-quiet">{time.interval}</span>, carried
							<b class="figure">{distance.number}</b> m
							<span class="figure text-quiet">{distance.interval}</span>.
						{:else}
							In the zone after <b class="figure">{time.number}</b> s
							<span class="figure text-quiet">{time.interval}</span>.
						{/if}
						<span class="block text-quiet">
							How often it gets down depends on the line:
							<button
								type="button"
								class="min-h-7 rounded-md bg-sunk px-2 text-water hover:bg-line print:hidden"
								onclick={() =>
									selection.selectRig(selection.lastRig?.id ?? documents.all('rig')[0]?.id ?? null)}
								disabled={documents.all('rig').length === 0}
								>fish it on {selection.lastRig?.name ??
									documents.all('rig')[0]?.name ??
									'a rig'}</button
							>
						</span>
					</div>
				{/if}
				{#if prediction.lawIsGuess && moving}
					<div class="text-sm text-warn">
						Shallow for so rough a bed: the speed near the bed is a guess.
					</div>
				{/if}
			</div>
		{:else if prediction}
			<p class="px-2 pt-2 pb-3">Describe the water you fish: choose Lie, then New lie.</p>
		{/if}
	</div>
</section>
