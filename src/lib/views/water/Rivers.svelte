<script lang="ts">
	import { temperatureField } from '$core/quantity/index';
	import type { RiverRow } from '$lib/documents/kinds';
	import { useWorkspace } from '$lib/state/context';
	import { joinRivers, liesOf, moveLie, newRiverFor } from '$lib/state/rivers';
	import NameField from '$lib/strip/NameField.svelte';

	const { documents, selection } = useWorkspace();
	const id = $props.id();
	const rivers = $derived(documents.all('river'));
	const NEW = 'new';
	const button = 'h-11 rounded-md bg-sunk px-3 hover:bg-line disabled:opacity-45';

	function toRiver(riverId: string) {
		const { lie } = selection;
		const river = documents.find('river', riverId);
		if (!lie) return;
		if (riverId === NEW) void newRiverFor(documents, lie);
		else if (river) void moveLie(documents, lie, river);
	}
	function join(from: RiverRow, field: HTMLSelectElement) {
		const into = documents.find('river', field.value);
		field.value = '';
		if (into) void joinRivers(documents, from, into);
	}
	const liesWords = (count: number) =>
		count === 0 ? 'no lie' : count === 1 ? '1 lie' : `${count} lies`;
</script>

{#if selection.lie}
	<label for="{id}-of" class="mt-4 block text-sm text-quiet">River of this lie</label>
	<select
		id="{id}-of"
		class="h-11 w-full rounded-md bg-sunk px-3"
		value={selection.lie.riverId}
		onchange={(event) => {
			const { value } = event.currentTarget;
			// Shown once it is so.
			event.currentTarget.value = selection.lie?.riverId ?? '';
			toRiver(value);
		}}
	>
		{#each rivers as river (river.id)}
			<option value={river.id}>{river.name}</option>
		{/each}
		<option value={NEW}>another, new river</option>
	</select>
{/if}
{#if rivers.length > 0}
	<details class="mt-2">
		<summary class="flex min-h-11 cursor-pointer items-center text-sm text-water underline"
			>{rivers.length === 1 ? 'Rename the river' : 'Rename, join or delete rivers'}</summary
		>
		<ul aria-label="Rivers" class="grid gap-4">
			{#each rivers as river (river.id)}
				{@const lies = liesOf(documents, river)}
				<li class="border-t border-line pb-2">
					<NameField
						label="Name of this river"
						name={river.name}
						rename={(name) => documents.rename(river, name)}
					/>
					<p class="mt-1 text-sm text-quiet">
						{liesWords(lies.length)}, {temperatureField.show(river.body.temperatureC)}
					</p>
					{#if rivers.length > 1}
						<div class="mt-1 flex flex-wrap gap-2">
							<select
								aria-label="Join {river.name} with"
								class="h-11 min-w-0 flex-1 rounded-md bg-sunk px-3"
								onchange={(event) => join(river, event.currentTarget)}
							>
								<option value="">join with …</option>
								{#each rivers.filter((other) => other.id !== river.id) as other (other.id)}
									<option value={other.id}>{other.name}</option>
								{/each}
							</select>
							{#if lies.length === 0}
								<button
									type="button"
									class={button}
									aria-label="Delete {river.name}"
									onclick={() => void documents.erase(river)}>Delete</button
								>
							{/if}
						</div>
					{/if}
				</li>
			{/each}
		</ul>
		{#if rivers.length > 1}
			<p class="text-sm text-quiet">
				Joined, all lies go to the other river, whose flow and temperature hold. A river without
				lies can be deleted.
			</p>
		{/if}
	</details>
{/if}
