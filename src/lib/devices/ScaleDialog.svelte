<script lang="ts">
	import { readScale, teachScale, type SampleLine } from '$core/format/index';
	import { scale } from '$lib/state/scale.svelte';
	import Modal from '$lib/ui/Modal.svelte';
	import DeviceChoice from './DeviceChoice.svelte';
	import ScaleReading from './ScaleReading.svelte';

	let { open = $bindable() }: { open: boolean } = $props();

	interface Sample {
		line: string;
		shown: string;
		steady: boolean;
	}
	let samples = $state<[Sample, Sample]>([
		{ line: '', shown: '', steady: true },
		{ line: '', shown: '', steady: false }
	]);
	let said = $state('');
	const grams = (shown: string) =>
		shown.trim() === '' ? NaN : Number(shown.trim().replace(',', '.'));

	function teach() {
		const [first, second] = samples.map(({ line, shown, steady }): SampleLine => ({
			...{ line, steady, grams: grams(shown) }
		}));
		const found = teachScale([first!, second!]);
		if ('fault' in found) {
			said = found.fault;
			return;
		}
		scale.teach(found.pattern);
		const read = readScale(first!.line, found.pattern);
		said = `Learned: ${read?.kind === 'weight' ? `“${first!.line.trim()}” is ${read.grams} g${read.steady === null ? '; a weight stands when four lines agree' : read.steady ? ', steady' : ', moving'}` : ''}.`;
	}
</script>

<Modal bind:open title="Scale" width={44}>
	<div class="grid gap-4 pt-3">
		<DeviceChoice
			device={scale}
			byHand="none: weights are typed"
			otherwise="Weights can be typed."
		/>
		{#if scale.kind !== 'none'}<div><ScaleReading /></div>{/if}
		<section aria-labelledby="teach" class="grid gap-2">
			<h3 id="teach" class="font-semibold">Teach it from two lines</h3>
			<p class="text-sm text-quiet">
				One line of a steady weight and one while it moves, or two steady ones with other loads; and
				what the display showed, in grams.
			</p>
			{#each samples as sample, k (k)}
				<div class="flex flex-wrap items-center gap-2">
					<input
						type="text"
						bind:value={sample.line}
						aria-label="Line {k + 1}"
						placeholder="a line as the scale sends it"
						class="figure h-11 min-w-0 flex-1 rounded-md bg-sunk px-3"
					/>
					<label class="flex items-center gap-2"
						>shows <input
							type="text"
							inputmode="decimal"
							bind:value={sample.shown}
							aria-label="Shown with line {k + 1}, g"
							class="figure h-11 w-24 rounded-md bg-sunk px-3 text-right"
						/> g</label
					>
					<label class="flex items-center gap-2"
						><input
							type="checkbox"
							bind:checked={sample.steady}
							class="size-5 accent-(--water)"
						/>steady</label
					>
				</div>
			{/each}
			<div class="flex flex-wrap items-center gap-3">
				<button type="button" class="h-11 rounded-md bg-sunk px-4 hover:bg-line" onclick={teach}
					>Learn</button
				>
				<span role="status">{said}</span>
			</div>
		</section>
		<button
			type="button"
			class="h-11 justify-self-start rounded-md bg-water px-4 text-on-water"
			onclick={() => (open = false)}>Close</button
		>
	</div>
</Modal>
