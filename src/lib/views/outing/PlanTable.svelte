<script lang="ts">
	import { depthField, flowField, speedField } from '$core/quantity/index';
	import type { PlaceAnswer } from '$core/match/index';
	import type { NamedPlace } from '$lib/state/outing.svelte';
	import { boxLetter } from '$lib/documents/batch/box';
	import { useWorkspace } from '$lib/state/context';
	import { faultWords, handSentences } from '$lib/ui/drift-words';
	import { scenarios, type OutingFly, type Scenario } from './day';

	/** A lie of the day with what is known of it. */
	export interface PlannedLie {
		readonly id: string;
		readonly name: string;
		readonly at: Readonly<
			Partial<
				Record<
					Scenario,
					{ readonly place: NamedPlace<Scenario>; readonly answer: PlaceAnswer | null }
				>
			>
		>;
	}
	interface Props {
		lies: readonly PlannedLie[];
		box: readonly OutingFly[];
		enough: number;
		/** Expected, m³/s. */
		flow: number | undefined;
	}
	let { lies, box, enough, flow }: Props = $props();
	const { documents } = useWorkspace();

	const shownScenarios = $derived(
		flow === undefined ? (['expected'] as const) : (Object.keys(scenarios) as Scenario[])
	);
	const tenths = (chance: number) => `${(10 * chance).toFixed(0)} of 10`;
	const others = $derived(shownScenarios.filter((one) => one !== 'expected'));
</script>

{#snippet answerIn(lie: PlannedLie, scenario: Scenario)}
	{@const known = lie.at[scenario]}
	{@const best = known?.answer?.best[0]}
	{#if !known?.answer}
		<span class="text-quiet">…</span>
	{:else if best && best.chance > 0}
		<b>{boxLetter(best.fly)}</b>
		<span class="figure" class:text-warn={best.chance < enough}>{tenths(best.chance)}</span>
	{:else}
		<span class="text-warn">nothing</span>
	{/if}
{/snippet}

<ol aria-label="Lies of the day">
	{#each lies as lie, k (lie.id)}
		{@const known = lie.at.expected}
		{@const best = known?.answer?.best[0]}
		{@const rig = documents.find('rig', known?.place.rigId)}
		<li
			class="grid grid-cols-[2rem_minmax(0,1fr)] gap-x-3 border-t border-line/60 py-2 md:grid-cols-[2rem_minmax(0,11.500rem)_minmax(0,1fr)_auto] print:break-inside-avoid"
		>
			<b class="figure text-2xl leading-tight">{k + 1}</b>
			<div>
				<b class="block text-lg leading-tight">{lie.name}</b>
				{#if known}
					<span class="text-sm text-quiet"
						>{depthField.show(known.place.place.lie.depth)} at {speedField.show(
							known.place.place.lie.surfaceSpeed
						)}</span
					>
				{/if}
			</div>
			<div class="min-w-0 max-md:col-start-2">
				{#if !known?.answer}
					<span class="text-quiet">being worked out …</span>
				{:else if best && best.chance > 0}
					<p class="text-lg leading-tight" class:text-warn={best.chance < enough}>
						<b>{boxLetter(best.fly)}</b>
						{box[best.fly]!.name}, good in {tenths(best.chance)}
					</p>
					{#if box[best.fly]!.places.length > 0}
						<p class="text-sm text-quiet">in {box[best.fly]!.places.join(', ')}</p>
					{/if}
					<p>
						{rig?.name}{#if known.answer.hand}: {handSentences(
								known.answer.hand,
								known.place.place.rig
							)
								.map(({ words, span }) => (span ? `${words} (${span})` : words))
								.join(', ')}{/if}
					</p>
					{#if best.chance < enough && best.fault}
						<p class="text-sm text-quiet">{faultWords(best.fault, known.place.place.rig.way)}.</p>
					{/if}
					{@const next = known.answer.best[1]}
					{#if next && next.chance > 0}
						<p class="text-sm text-quiet">
							else <b>{boxLetter(next.fly)}</b>
							{box[next.fly]!.name}, {tenths(next.chance)}
						</p>
					{/if}
				{:else}
					<p class="text-lg text-warn">Nothing in the box is ever good here.</p>
				{/if}
			</div>
			{#if others.length > 0}
				<dl
					class="grid grid-cols-[auto_auto] content-start gap-x-3 text-sm md:text-right max-md:col-start-2"
				>
					{#each others as scenario (scenario)}
						<dt class="text-quiet">
							{scenarios[scenario].words}
							<span class="figure">{flowField.show(flow! * scenarios[scenario].times)}</span>
						</dt>
						<dd class="text-left">{@render answerIn(lie, scenario)}</dd>
					{/each}
				</dl>
			{/if}
		</li>
	{/each}
</ol>
