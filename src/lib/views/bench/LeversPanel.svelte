<script lang="ts">
	import { levers, type Lever } from '$core/match/index';
	import type { SpeedWindow } from '$core/predict/index';
	import type { Sink } from '$core/sink/index';
	import { fluidAt } from '$core/water/index';
	import { lotsOf } from '$lib/documents/lot/from-stock';
	import { costOf, shelfOf } from '$lib/documents/lot/shelf';
	import { useWorkspace } from '$lib/state/context';
	import { whenStill } from '$lib/state/when-still.svelte';
	import Levers from './Levers.svelte';

	interface Props {
		onlyOwned: boolean;
		showEquivalents: () => void;
	}
	let { onlyOwned = $bindable(), showEquivalents }: Props = $props();
	const { answer, strip, documents, parameters, drift } = useWorkspace();

	/** A pointer or the keyboard is on the list. */
	let held = $state(false);
	interface Shown {
		/** What it is the list of. */
		readonly of: readonly unknown[];
		readonly sink: Sink;
		readonly window: SpeedWindow | null;
		readonly levers: readonly Lever[];
		readonly owned: Readonly<Record<string, string>>;
		readonly costs: Readonly<Record<string, number | null>>;
	}
	let last: Shown | null = null;
	/**
	 * What each next step buys: worked out once the keys are still. The order stays as it is under a finger, and
	 * once the sink rates that do the job are known, until fly, rig or stock change.
	 */
	const steps = whenStill(
		() => [answer.atMedians, strip.rig, documents.all('lot'), onlyOwned, drift.window, held],
		(): Shown | null => {
			const { atMedians } = answer;
			const lots = documents.all('lot');
			const { rig } = strip;
			if (!atMedians) return null;
			const { build, sink } = atMedians;
			const { window } = drift;
			const of = [sink, rig, lots, onlyOwned];
			const before = last;
			const same = before?.of.every((one, k) => one === of[k]);
			if (before && same && (before.window || held)) return before;
			const fluid = fluidAt(strip.temperature);
			const found = levers(
				build,
				sink,
				fluid,
				window,
				shelfOf(lots, onlyOwned),
				parameters.distribution
			);
			const owned: Record<string, string> = {};
			const costs: Record<string, number | null> = {};
			for (const { key, part, recipe, build: next } of found) {
				const now = costOf(build, part, lots);
				const then = costOf(next, part, lots);
				costs[key] = now === null || then === null ? null : then - now;
				const lot = lots.find(({ id }) => lotsOf(recipe, part).includes(id));
				if (lot && !lotsOf(build.recipe, part).includes(lot.id)) owned[key] = lot.name;
			}
			return (last = { of, sink, window, levers: found, owned, costs });
		}
	);

	/** The list is still that of the fly before. */
	const stale = $derived(steps.current?.sink !== answer.atMedians?.sink);

	function take(lever: Lever) {
		// A step from a fly that has changed since would bring the old one back: the same step from the new.
		const step = stale ? steps.refresh()?.levers.find(({ key }) => key === lever.key) : lever;
		if (step) strip.setRecipe(step.recipe);
	}
	/** Takes the lever at a place of the list. */
	export function pull(place: number) {
		const lever = steps.current?.levers[place];
		if (lever) take(lever);
	}
</script>

{#if steps.current}
	{@const { sink, window, levers, owned, costs } = steps.current}
	<Levers
		{window}
		{levers}
		{owned}
		{costs}
		{stale}
		{take}
		{showEquivalents}
		attitude={sink.attitude}
		weighed={strip.recipe?.weighed !== undefined}
		only={onlyOwned}
		setOnly={(only) => (onlyOwned = only)}
		hold={(on) => (held = on)}
	/>
{/if}
