<script lang="ts">
	import { readGates, teachGates } from '$core/format/index';
	import DeviceChoice from '$lib/devices/DeviceChoice.svelte';
	import { gates } from '$lib/state/gates.svelte';
	import Modal from '$lib/ui/Modal.svelte';

	let { open = $bindable() }: { open: boolean } = $props();

	let samples = $state([
		{ line: '', shown: '' },
		{ line: '', shown: '' }
	]);
	let said = $state('');
	function teach() {
		const [first, second] = samples.map(({ line, shown }) => ({
			line,
			seconds: shown.trim() === '' ? NaN : Number(shown.trim().replace(',', '.'))
		}));
		const found = teachGates([first!, second!]);
		if ('fault' in found) {
			said = found.fault;
			return;
		}
		gates.teach(found.pattern);
		said = `Learned: “${first!.line.trim()}” is ${readGates(first!.line, found.pattern)} s.`;
	}
</script>

<Modal bind:open title="Light gates" width={44}>
	<div class="grid gap-4 pt-3">
		<p class="text-sm text-quiet">
			Two gates round a tube of water, the fly at its full speed between them; each fall sends a
			line with its time.
		</p>
		<DeviceChoice
			device={gates}
			byHand="none: timed by hand"
			otherwise="Falls can be timed by taps."
		/>
		<section aria-labelledby="teach-gates" class="grid gap-2">
			<h3 id="teach-gates" class="font-semibold">Teach them from two lines</h3>
			{#each samples as sample, k (k)}
				<div class="flex flex-wrap items-center gap-2">
					<input
						type="text"
						bind:value={sample.line}
						aria-label="Line {k + 1}"
						placeholder="a line as the gates send it"
						class="figure h-11 min-w-0 flex-1 rounded-md bg-sunk px-3"
					/>
					<label class="flex items-center gap-2"
						>is <input
							type="text"
							inputmode="decimal"
							bind:value={sample.shown}
							aria-label="Time of line {k + 1}, s"
							class="figure h-11 w-24 rounded-md bg-sunk px-3 text-right"
						/> s</label
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
