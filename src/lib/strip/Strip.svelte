<script lang="ts">
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
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
	import { tippetWords } from '$core/rig/index';
	import { shelfOf } from '$lib/documents/lot/shelf';
	import { useWorkspace } from '$lib/state/context';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { matching } from '$lib/state/match.svelte';
	import { driftAnswer, wayWords } from '$lib/ui/drift-words';
	import Opens from '$lib/ui/Opens.svelte';
	import DriftAnswer from './DriftAnswer.svelte';

	interface Props {
		open: 'fly' | 'rig' | 'lie' | null;
		showHistory: (row: DocumentRow) => void;
		showHow: () => void;
	}
	let { open = $bindable(), showHistory, showHow }: Props = $props();
	const { answer, documents, beliefs, strip, selection, drift } = useWorkspace();

	const prediction = $derived(answer.prediction);
	/** Apart from what follows the keys: it changes with the stock alone. */
	const shelf = $derived(shelfOf(documents.all('lot'), false));
	$effect(() => goodDrift.load());
	$effect(() => matching.load());
	$effect(() =>
		drift.follow(answer.driftQuestion, {
			shelf,
			wishes: matching.wishes,
			learned: beliefs.learning.learned
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

	const trigger =
		'flex w-full items-baseline gap-2 rounded-md px-2 py-1 text-left hover:bg-raised data-[state=open]:bg-raised';
	const panel = 'max-h-(--bits-popover-content-available-height) overflow-auto p-4';
</script>

{#snippet how(number: string, unit: string)}
	<button
		type="button"
		class="-ml-1 block cursor-help rounded-md px-1 text-left hover:bg-raised"
		title="How is this worked out? (H)"
		onclick={showHow}
		><span class="figure text-4xl leading-tight font-medium max-md:text-2xl">{number}</span><span
			class="pl-1 text-sm">{unit}</span
		></button
	>
{/snippet}
{#snippet third(kind: string, name: string, detail: string)}
	<span class="w-8 shrink-0 text-sm text-quiet">{kind}</span>
	<span class="min-w-0 flex-1 truncate">
		<span class="text-lg font-semibold">{name}</span>
		<span class="text-sm text-quiet">{detail}</span>
	</span>
{/snippet}

<section
	aria-label="Fly, rig, lie and the answer"
	class="grid shrink-0 border-b border-line max-md:gap-y-1 md:grid-cols-[5fr_3fr_6fr] md:gap-x-3"
>
	<p class="sr-only" role="status">{spoken}</p>
	<div class="min-w-0" bind:this={flyThird}>
		<Opens
			bind:open={() => open === 'fly', (is) => (open = is ? 'fly' : null)}
			label="Choose a fly"
			title="Choose a fly (F)"
			anchor={flyThird}
			align="start"
			class={trigger}
			panel="{panel} w-[min(26rem,94vw)]"
			fixed
		>
			{#snippet words()}
				{@render third(
					'Fly',
					selection.fly?.name ?? 'none yet',
					strip.recipe ? hookWords(strip.recipe.hook) : ''
				)}
				<ChevronDown size={16} class="shrink-0 self-center" />
			{/snippet}
			{#await import('./FlyChooser.svelte') then { default: FlyChooser }}
				<FlyChooser
					onchosen={() => (open = null)}
					showHistory={(row) => {
						open = null;
						showHistory(row);
					}}
				/>
			{/await}
		</Opens>
		{#if prediction && mass}
			<dl class="flex gap-6 px-2 pt-1 pb-3 max-md:pb-1">
				<div>
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
				<div>
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
		<Opens
			bind:open={() => open === 'rig', (is) => (open = is ? 'rig' : null)}
			label="Choose or change a rig"
			title="Choose or change a rig (R)"
			anchor={rigThird}
			align="center"
			class={trigger}
			panel="{panel} w-[min(34rem,94vw)]"
			fixed
		>
			{#snippet words()}
				{@render third(
					'Rig',
					selection.rig?.name ?? 'sinking freely',
					strip.rig ? `${wayWords[strip.rig.way]}, ${tippetWords(strip.rig)}` : 'no line'
				)}
				<ChevronDown size={16} class="shrink-0 self-center" />
			{/snippet}
			{#await import('./RigChooser.svelte') then { default: RigChooser }}
				<RigChooser
					onchosen={() => (open = null)}
					showHistory={(row) => {
						open = null;
						showHistory(row);
					}}
				/>
			{/await}
		</Opens>
		{#if prediction}
			<div class="px-2 pt-1 pb-3 max-md:flex max-md:items-baseline max-md:gap-2 max-md:pb-1">
				<button
					type="button"
					class="-ml-1 block shrink-0 cursor-help rounded-md px-1 text-left text-2xl leading-[3.125rem] font-semibold whitespace-nowrap hover:bg-raised max-md:text-base max-md:leading-normal"
					title="How is this worked out? (H)"
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
				<div class="text-sm" data-testid="ride">
					{rideWords(prediction.ride)}, {gapWords(prediction.build)}
				</div>
			</div>
		{/if}
	</div>

	<div class="min-w-0" bind:this={lieThird}>
		<Opens
			bind:open={() => open === 'lie', (is) => (open = is ? 'lie' : null)}
			label="Choose or change a lie"
			title="Choose or change a lie (W)"
			anchor={lieThird}
			align="end"
			class={trigger}
			panel="{panel} w-[min(34rem,94vw)]"
			fixed
		>
			{#snippet words()}
				{@render third(
					'Lie',
					selection.lie?.name ?? 'none yet',
					strip.water ? lieWords(strip.water) : ''
				)}
				<ChevronDown size={16} class="shrink-0 self-center" />
			{/snippet}
			{#await import('./LieChooser.svelte') then { default: LieChooser }}
				<LieChooser
					onchosen={() => (open = null)}
					showHistory={(row) => {
						open = null;
						showHistory(row);
					}}
				/>
			{/await}
		</Opens>
		{#if prediction && selection.lie}
			<div class="px-2 pt-1 pb-3 max-md:pb-2" data-testid="verdict">
				{#if prediction.floats}
					<div class="text-4xl leading-tight font-semibold max-md:text-2xl">Floats</div>
					<div class="text-sm text-quiet">Lighter than the water it displaces.</div>
				{:else if strip.rig}
					<DriftAnswer {drift} />
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
								class="min-h-7 rounded-md bg-sunk px-2 text-water hover:bg-line"
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
