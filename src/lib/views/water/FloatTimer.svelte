<script lang="ts">
	import { approachField, rodField, shown } from '$core/quantity/index';
	import { speedOf, type TimedFloats } from '$core/water/index';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';

	interface Props {
		timed: TimedFloats | null;
		/** m; null while no rig says it. */
		rod: number | null;
		set: (timed: TimedFloats | null) => void;
	}
	let { timed, rod, set }: Props = $props();

	/** Runs beyond this are an accident of the thumb, s. */
	const POSSIBLE = [0.2, 600] as const;
	const MOST = 20;
	let over = $state(3);
	$effect(() => {
		if (timed) over = timed.over;
	});
	/** When the float that is on its way started; null while none is. */
	let started = $state<number | null>(null);
	let now = $state(0);
	let slip = $state('');
	$effect(() => {
		if (started === null) return;
		let frame = requestAnimationFrame(function go(time) {
			now = time;
			frame = requestAnimationFrame(go);
		});
		return () => cancelAnimationFrame(frame);
	});

	function tap() {
		slip = '';
		if (started === null) {
			started = now = performance.now();
			return;
		}
		const seconds = Math.round((performance.now() - started) / 10) / 100;
		started = null;
		if (seconds < POSSIBLE[0] || seconds > POSSIBLE[1]) {
			slip = 'That was too quick to be a float; it is not counted.';
			return;
		}
		const runs = timed?.over === over ? timed.seconds : [];
		set({ over, seconds: [...runs, seconds].slice(-MOST) });
	}
	const drop = (index: number) => {
		const left = timed!.seconds.filter((_, i) => i !== index);
		set(left.length > 0 ? { over: timed!.over, seconds: left } : null);
	};
	const measured = (metres: number) => {
		over = metres;
		// The runs were over the other distance.
		if (timed) set({ ...timed, over: metres });
	};
	const found = $derived(timed && speedOf(timed));
	const small = 'h-11 rounded-md bg-sunk px-3 text-sm hover:bg-line';
</script>

<section aria-labelledby="timer">
	<h2 id="timer" class="font-semibold">Time a leaf</h2>
	<div class="mt-1 grid grid-cols-2 items-end gap-2">
		<FieldStepper
			label="Over a distance of"
			value={over}
			field={{ ...approachField, name: 'The distance' }}
			small={0.1}
			big={1}
			onchange={measured}
		/>
		{#if rod}
			<div class="flex gap-2">
				<button type="button" class="{small} flex-1" onclick={() => measured(rod)}
					>a rod, {rodField.show(rod)}</button
				>
				<button type="button" class="{small} flex-1" onclick={() => measured(2 * rod)}
					>two rods</button
				>
			</div>
		{/if}
	</div>
	<button
		type="button"
		class="mt-2 flex h-20 w-full flex-col items-center justify-center rounded-md bg-water text-on-water"
		onclick={tap}
	>
		{#if started === null}
			<span class="text-xl">{timed ? 'Next run: tap as it starts' : 'Tap as it starts'}</span>
		{:else}
			<span class="figure text-2xl">{((now - started) / 1000).toFixed(1)} s</span>
			<span class="text-sm">tap as it arrives</span>
		{/if}
	</button>
	{#if slip}<p class="mt-1 text-sm text-warn" role="alert">{slip}</p>{/if}
	{#if timed && found}
		<ul class="mt-2 flex flex-wrap gap-1.5" aria-label="Runs">
			{#each timed.seconds as seconds, i (i)}
				<li>
					<button
						type="button"
						class="figure min-h-9 rounded-md bg-sunk px-2 hover:bg-line"
						title="Leave this run out"
						aria-label="Leave out the run of {seconds.toFixed(1)} seconds"
						onclick={() => drop(i)}>{seconds.toFixed(1)} s ×</button
					>
				</li>
			{/each}
		</ul>
		<p class="mt-1 text-sm">
			<b class="figure text-base">{shown.current.fixed(found.speed, 2)}</b>
			{shown.current.unit}, the runs
			{timed.seconds.length > 1
				? `scatter by ${Math.round(100 * found.scatter)} %`
				: 'will show their scatter from the second on'}; believed to
			<span class="figure">±{Math.round(164 * found.spread)} %</span>.
			<button
				type="button"
				class="min-h-7 text-water underline underline-offset-2"
				onclick={() => set(null)}>Forget the runs</button
			>
		</p>
	{:else}
		<p class="mt-1 text-sm text-quiet">
			Three runs or more: each tap starts or ends one. From the bank, never by wading.
		</p>
	{/if}
</section>
