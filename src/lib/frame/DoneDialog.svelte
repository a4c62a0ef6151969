<script lang="ts">
	import type { Done } from '$lib/api/answers';
	import { api, RequestError } from '$lib/state/client';
	import { useWorkspace } from '$lib/state/context';
	import DoneLine from '$lib/ui/DoneLine.svelte';
	import Modal from '$lib/ui/Modal.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const workspace = useWorkspace();
	const { documents } = workspace;
	let done = $state.raw<readonly Done[] | null>(null);
	let wrong = $state<string | null>(null);
	/** Steps are under way: a second press would go as far again. */
	let going = $state(false);

	async function look() {
		try {
			await workspace.flush();
			done = await api.done();
			wrong = null;
		} catch (error) {
			if (!(error instanceof RequestError)) throw error;
			wrong = error.message;
		}
	}
	void look();

	/** Undo or redo, one by one, until this one is the last that was undone or done again. */
	async function goTo({ id, holds }: Done) {
		if (going) return;
		going = true;
		const steps = (done ?? []).filter((one) =>
			holds ? one.holds && one.id >= id : !one.holds && one.id <= id
		);
		for (let left = steps.length; left > 0; left--)
			if (!(await documents.step(holds ? 'undo' : 'redo'))) break;
		await look();
		going = false;
	}
</script>

<Modal bind:open title="What was done" width={36}>
	<p class="text-quiet">
		Newest first. “Undo to here” takes back that one and all that came after it.
	</p>
	{#if wrong}<p role="alert" class="mt-3 text-warn">{wrong}</p>{/if}
	{#if done?.length === 0}<p class="mt-3">Nothing yet.</p>{/if}
	<ul
		class="mt-3 max-h-[50vh] divide-y divide-line overflow-auto"
		aria-label="What was done"
		aria-busy={going}
	>
		{#each done ?? [] as one (one.id)}
			<li class="flex items-center gap-2 py-1">
				<DoneLine words={one.label} at={one.at} holds={one.holds} />
				<button
					type="button"
					class="h-11 shrink-0 rounded-md px-3 underline hover:bg-sunk"
					aria-label="{one.holds ? 'Undo to here' : 'Redo to here'}: {one.label}"
					onclick={() => void goTo(one)}>{one.holds ? 'Undo to here' : 'Redo to here'}</button
				>
			</li>
		{/each}
	</ul>
	<button
		type="button"
		onclick={() => (open = false)}
		class="mt-4 h-11 rounded-md bg-water px-4 text-on-water">Close</button
	>
</Modal>
