<script lang="ts">
	import { fliesOf } from '$lib/documents/batch/body';
	import type { BatchRow } from '$lib/documents/kinds';
	import { batchesOf } from '$lib/state/batches.svelte';
	import { useWorkspace } from '$lib/state/context';
	import type { PlannedRun } from './planned-run.svelte';

	interface Props {
		run: PlannedRun;
		chosen: BatchRow;
		toTheVise: () => void;
	}
	let { run, chosen, toTheVise }: Props = $props();
	const workspace = useWorkspace();
	const { documents } = workspace;
	const batches = batchesOf(workspace);
</script>

<p>
	<span class="figure text-2xl">{chosen.body.flies.length}</span> of {fliesOf(chosen.body)}
	tied, begun {chosen.body.on}
</p>
<button
	type="button"
	class="h-12 rounded-md px-4 text-lg {run.complete
		? 'bg-sunk hover:bg-line'
		: 'bg-water text-on-water'}"
	onclick={toTheVise}
	>{(batches.tyingOf(chosen.id)?.place ?? 0) > 0 ? 'Go on tying' : 'To the vise'}</button
>
<button
	type="button"
	class="min-h-11 rounded-md px-4 py-2 {run.complete
		? 'bg-water text-lg text-on-water'
		: 'bg-sunk hover:bg-line'}"
	onclick={() => void run.end()}>End the run: {chosen.body.flies.length} into the box</button
>
<button
	type="button"
	class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
	onclick={() => void documents.erase(chosen)}>Delete the run</button
>
