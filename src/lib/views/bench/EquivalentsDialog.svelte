<script lang="ts">
	import { shown } from '$core/quantity/index';
	import { beadWords, coilWords, hookWords, type Recipe } from '$core/fly/index';
	import { ALIKE, equivalents, type Equivalent, type Otherwise } from '$core/match/index';
	import { fluidAt } from '$core/water/index';
	import { shelfOf } from '$lib/documents/lot/shelf';
	import Modal from '$lib/ui/Modal.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		open: boolean;
		only: boolean;
	}
	let { open = $bindable(), only }: Props = $props();
	const { strip, documents, parameters } = useWorkspace();

	const words: Readonly<Record<Otherwise, string>> = {
		brass: 'With a brass bead',
		tungsten: 'With a tungsten bead',
		leadFree: 'With lead-free wire',
		noCoil: 'Without wire',
		finerHook: 'On a finer hook',
		smallerBead: 'With a bead a step smaller'
	};
	/** Long enough to be quick, short enough that the page stays alive, ms. */
	const SLICE = 10;
	/** Painting costs more than searching; what is found is shown this often, ms. */
	const SHOWN_EVERY = 120;

	let found = $state.raw<readonly Equivalent[]>([]);
	let tried = $state(0);
	let running = $state(false);

	$effect(() => {
		const { recipe } = strip;
		if (!open || !recipe) return;
		const search = equivalents(
			recipe,
			fluidAt(strip.temperature),
			shelfOf(documents.all('lot'), only),
			parameters.distribution
		);
		let stopped = false;
		found = [];
		tried = 0;
		running = true;
		void (async () => {
			const kept: Equivalent[] = [];
			let count = 0;
			let done = false;
			let painted = performance.now();
			while (!done && !stopped) {
				const until = performance.now() + SLICE;
				while (!done && performance.now() < until) {
					const { value, done: last } = search.next();
					done = last === true;
					if (value) kept.push(value);
					else count++;
				}
				if (done || performance.now() - painted > SHOWN_EVERY) {
					found = [...kept];
					tried = count;
					painted = performance.now();
				}
				await new Promise((resolve) => setTimeout(resolve));
			}
			// One that was stopped has another in its place.
			if (!stopped) running = false;
		})();
		return () => (stopped = true);
	});

	/** Hook, bead and coil: what an equivalent may change. */
	const buildWords = ({ hook, bead, coil }: Recipe) =>
		[
			`hook ${hookWords(hook)}`,
			bead ? `bead ${beadWords(bead)}` : 'no bead',
			coil ? `wire ${coilWords(coil)}` : 'no wire'
		].join('; ');

	function take(recipe: Recipe) {
		strip.setRecipe(recipe);
		open = false;
	}
</script>

<Modal
	bind:open
	title="The same sink otherwise"
	about="Real beads, wires and whole turns{only
		? ' that you own'
		: ''}; of those that sink the same within {100 * ALIKE} % the slimmest."
	width={44}
>
	<ul class="mt-3 grid gap-2">
		{#each found as { otherwise, recipe, mass, speed, ratio } (otherwise)}
			<li
				class="grid items-center gap-x-4 gap-y-1 rounded-md bg-ground p-3 md:grid-cols-[1fr_auto_auto]"
			>
				<div class="min-w-0">
					<h3 class="font-semibold">{words[otherwise]}</h3>
					<p class="text-sm">{buildWords(recipe)}</p>
				</div>
				<p class="leading-tight md:text-right">
					<span class="figure text-lg">{shown.sink.fixed(speed, 0)}</span>
					{shown.sink.unit},
					<span class="figure text-lg">{shown.mass.fixed(mass, 3)}</span>
					{shown.mass.unit}
					<span class="block text-sm {Math.abs(ratio - 1) < ALIKE ? 'text-quiet' : 'text-warn'}">
						{Math.abs(ratio - 1) < ALIKE
							? 'sinks the same'
							: `${Math.abs(100 * (ratio - 1)).toFixed(0)} % ${ratio < 1 ? 'slower' : 'faster'}, the nearest there is`}
					</span>
				</p>
				<button
					type="button"
					class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
					aria-label="Take it: {words[otherwise].toLowerCase()}"
					onclick={() => take(recipe)}>Take it</button
				>
			</li>
		{/each}
	</ul>
	<p class="mt-3 text-sm text-quiet" role="status">
		{#if running}
			Searching: {tried} flies tried …
		{:else if found.length === 0}
			There is no other way: nothing that {only ? 'you own' : 'is sold'} fits this hook.
		{:else}
			{tried} flies tried.
		{/if}
	</p>
	<button
		type="button"
		onclick={() => (open = false)}
		class="mt-3 h-11 rounded-md bg-sunk px-5 hover:bg-line">Leave it</button
	>
</Modal>
