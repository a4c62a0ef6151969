<script lang="ts">
	import {
		depthField,
		exponentField,
		flowField,
		holdField,
		type QuantityField,
		speedField,
		without
	} from '$core/quantity/index';
	import { partsOf } from '$core/rig/index';
	import {
		depthsFrom,
		lieChange,
		speedOf,
		USUAL_EXPONENTS,
		USUAL_HOLD,
		wadingCaution,
		type Lie
	} from '$core/water/index';
	import LieList from '$lib/strip/LieList.svelte';
	import type { DocumentRow } from '$lib/documents/kinds';
	import WaterFields from '$lib/controls/WaterFields.svelte';
	import { wadingFigure } from '$lib/ui/figures';
	import { useWorkspace } from '$lib/state/context';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import FloatTimer from '$lib/views/water/FloatTimer.svelte';
	import FlowPanel from '$lib/views/water/FlowPanel.svelte';
	import Rivers from '$lib/views/water/Rivers.svelte';
	import ProfilePicture from '$lib/views/water/ProfilePicture.svelte';

	const { strip, selection, answer } = useWorkspace();
	let history = $state<{ row: DocumentRow; open: boolean } | null>(null);

	const surveyed = $derived(strip.surveyed);
	const set = (change: Partial<Lie>) => strip.changeWater(change);
	function setTimed(timed: Lie['timed'] | null) {
		if (!surveyed) return;
		if (!timed) return strip.setWater(without(surveyed, 'timed'));
		const { speed } = speedOf(timed);
		set({ timed, surfaceSpeed: Math.min(speedField.possible[1], Number(speed.toFixed(3))) });
	}
	const wading = $derived(strip.water && wadingCaution(strip.water));
	const wadingWords = {
		low: 'below half of where people lost their footing in trials',
		care: 'near where people begin to lose their footing',
		danger: 'people lost their footing in water like this'
	} as const;
	const changed = $derived(
		strip.water && surveyed && strip.water !== surveyed
			? lieChange(surveyed, strip.water).words
			: ''
	);
</script>

{#snippet number(
	label: string,
	field: QuantityField,
	value: number,
	small: number,
	big: number,
	onchange: (value: number) => void
)}
	<FieldStepper {label} {value} field={{ ...field, name: label }} {small} {big} {onchange} />
{/snippet}

<svelte:head><title>Water · Gravitas</title></svelte:head>
<div
	class="grid min-h-0 flex-1 gap-x-6 gap-y-6 overflow-y-auto p-4 md:grid-cols-[15rem_minmax(0,1fr)_minmax(0,1fr)] max-md:pb-24"
>
	<section aria-labelledby="lies" class="min-w-0">
		<h1 id="lies" class="text-xl font-semibold">Water</h1>
		<LieList showHistory={(row) => (history = { row, open: true })} />
		<Rivers />
	</section>
	{#if selection.lie && surveyed && answer.column}
		{#key selection.lie.id}
			<section aria-labelledby="lie-name" class="min-w-0">
				<h2 id="lie-name" class="text-lg font-semibold break-words">{selection.lie.name}</h2>
				<div class="mt-2">
					<WaterFields
						water={surveyed}
						{set}
						temperature={selection.river?.body.temperatureC ?? null}
						setTemperature={(temperatureC) => strip.setRiver({ temperatureC })}
					/>
				</div>
				<div class="mt-2 grid grid-cols-2 gap-2">
					{@render number(
						'Stretch where it may be taken',
						holdField,
						surveyed.hold ?? USUAL_HOLD,
						0.1,
						1,
						(hold) => set({ hold })
					)}
					{@render number(
						'Depth when the flow stops',
						{ ...depthField, possible: [0, 10], usual: [0, 5] },
						surveyed.residualDepth ?? 0,
						0.05,
						0.5,
						(residualDepth) => set({ residualDepth })
					)}
				</div>
				<div class="mt-2">
					<Segments
						label="The depth is"
						value={surveyed.depthFrom ?? 'judged'}
						options={depthsFrom.map((value) => ({ value, words: value }))}
						onchange={(depthFrom) => set({ depthFrom })}
					/>
				</div>
				<label class="mt-2 block text-sm text-quiet"
					>Notes
					<textarea
						rows="2"
						maxlength="2000"
						class="mt-0.5 block w-full rounded-md bg-sunk p-2 text-base text-ink"
						value={surveyed.notes ?? ''}
						onchange={(event) => set({ notes: event.currentTarget.value })}></textarea>
				</label>
				<FlowPanel {changed} farOff={strip.today?.farOff ?? false} {set}>
					{@render number('Flow today', flowField, strip.flow ?? 1, 0.1, 1, (flowM3s) =>
						strip.setRiver({ flowM3s })
					)}
					{#snippet rises()}
						{@render number(
							'Depth grows by the power',
							exponentField,
							strip.exponents.depth,
							0.01,
							0.1,
							(depthExponent) => strip.setRiver({ depthExponent })
						)}
						{@render number(
							'Speed grows by the power',
							exponentField,
							strip.exponents.speed ?? USUAL_EXPONENTS.speed,
							0.01,
							0.1,
							(speedExponent) => strip.setRiver({ speedExponent })
						)}
					{/snippet}
				</FlowPanel>
			</section>
			<section aria-label="The water over the height, wading, a leaf timed" class="min-w-0">
				<ProfilePicture column={answer.column} name={selection.lie.name} />
				{#if answer.column.lawIsGuess && answer.column.surfaceSpeed > 0}
					<p class="text-sm text-warn">
						Shallow for so rough a bed: the speed near the bed is a guess.
					</p>
				{/if}
				{#if wading}
					<p
						class="mt-2 rounded-md p-2 text-sm {wading.level === 'low'
							? 'bg-sunk'
							: 'bg-warn-soft'}"
					>
						<b>Wading: depth × speed <span class="figure">{wadingFigure(wading.product)}</span></b>,
						{wadingWords[wading.level]}. A caution, never a permission: an estimate from the bank
						that knows neither the footing nor you. When in doubt stay out; local rules decide.
					</p>
				{/if}
				<div class="mt-4">
					<FloatTimer
						timed={surveyed.timed ?? null}
						rod={(strip.rig && partsOf(strip.rig).rod) ?? null}
						set={setTimed}
					/>
				</div>
			</section>
		{/key}
	{:else}
		<p class="text-lg md:col-span-2">
			Describe the water you fish: New lie, then its depth, the speed of a leaf, and the bed.
		</p>
	{/if}
</div>
{#if history}
	{#await import('$lib/strip/HistoryDialog.svelte') then { default: HistoryDialog }}
		<HistoryDialog row={history.row} bind:open={history.open} />
	{/await}
{/if}
