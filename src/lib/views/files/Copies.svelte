<script lang="ts">
	import { AlertDialog } from 'bits-ui';
	import { api, RequestError, type BackupRow } from '$lib/state/client';
	import { whenWords } from '$lib/ui/when';
	import { useWorkspace } from '$lib/state/context';
	const workspace = useWorkspace();
	const { documents } = workspace;

	let backups = $state.raw<readonly BackupRow[] | null>(null);
	let busy = $state<string | null>(null);
	let wrong = $state<string | null>(null);
	let done = $state<string | null>(null);
	let asked = $state.raw<BackupRow | null>(null);

	const kindWords: Readonly<Record<BackupRow['kind'], string>> = {
		daily: 'of the day',
		'before-migration': 'before an update',
		'before-restore': 'before a restore',
		'by-hand': 'made by hand',
		damaged: 'less than there was: of a damaged database, before a restore'
	};
	const size = (bytes: number) =>
		bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

	async function attempt(words: string, work: () => Promise<void>) {
		busy = words;
		wrong = null;
		done = null;
		try {
			await work();
			backups = await api.backups();
		} catch (error) {
			if (!(error instanceof RequestError)) throw error;
			wrong = error.message;
		} finally {
			busy = null;
		}
	}
	$effect(() => void attempt('Looking …', async () => undefined));

	const make = () =>
		attempt('Copying …', async () => {
			await workspace.flush();
			await api.backUp();
			done = 'Copied, and read back to be sure.';
		});
	const restore = (backup: BackupRow) =>
		attempt('Restoring …', async () => {
			await workspace.flush();
			await api.restore(backup.name);
			await documents.refresh();
			done = `Everything is as it was ${whenWords(backup.madeAt)}. A copy from before the restore is in the list.`;
		});
</script>

<section aria-labelledby="copies" class="min-w-0">
	<h2 id="copies" class="text-lg font-semibold">Copies kept</h2>
	<button
		type="button"
		disabled={busy !== null}
		class="mt-3 h-12 w-full rounded-md bg-sunk px-4 hover:bg-line disabled:opacity-45"
		onclick={() => void make()}>Make a copy now</button
	>
	<div aria-live="polite">
		{#if busy}<p class="mt-2 text-quiet">{busy}</p>{/if}
		{#if done}<p class="mt-2 rounded-md bg-water-soft px-3 py-2">{done}</p>{/if}
	</div>
	{#if wrong}<p role="alert" class="mt-2 rounded-md bg-warn-soft px-3 py-2">{wrong}</p>{/if}
	{#if backups?.length === 0}
		<p class="mt-2 text-quiet">None yet. The first is made a few moments after the start.</p>
	{:else if backups}
		<ul class="mt-2 max-h-96 divide-y divide-line overflow-auto" aria-label="Copies, newest first">
			{#each backups as backup (backup.name)}
				<li class="flex items-center gap-2 py-1">
					<span class="min-w-0 flex-1">
						<span class="block">{whenWords(backup.madeAt)}</span>
						<span class="block text-sm text-quiet"
							>{kindWords[backup.kind]}, {size(backup.bytes)}</span
						>
					</span>
					<button
						type="button"
						disabled={busy !== null}
						class="h-11 rounded-md px-3 underline hover:bg-sunk disabled:opacity-45"
						aria-label="Restore the copy of {whenWords(backup.madeAt)}"
						onclick={() => (asked = backup)}>Restore</button
					>
				</li>
			{/each}
		</ul>
	{/if}
	<p class="mt-2 text-sm text-quiet">
		One a day while Gravitas runs, fourteen are kept, in the folder “backups” of your data. If
		Gravitas does not start, “npm run restore” lists them.
	</p>
</section>

<AlertDialog.Root bind:open={() => asked !== null, (open) => !open && (asked = null)}>
	<AlertDialog.Portal>
		<AlertDialog.Overlay class="fixed inset-0 z-40 bg-veil" />
		<AlertDialog.Content
			class="fixed top-1/2 left-1/2 z-50 w-[min(30rem,94vw)] -translate-x-1/2 -translate-y-1/2 rounded-lg bg-raised p-5 outline-none"
		>
			<AlertDialog.Title class="text-xl font-semibold">
				Go back to {asked ? whenWords(asked.madeAt) : ''}?
			</AlertDialog.Title>
			<AlertDialog.Description class="mt-2">
				All flies, lies, rivers and the list of what was done become as they were then. What is here
				now is copied first, so you can come back.
			</AlertDialog.Description>
			<div class="mt-4 flex gap-2">
				<AlertDialog.Action
					class="h-12 rounded-md bg-water px-4 text-on-water"
					onclick={() => {
						const backup = asked!;
						asked = null;
						void restore(backup);
					}}>Restore it</AlertDialog.Action
				>
				<AlertDialog.Cancel class="h-12 rounded-md bg-sunk px-4 hover:bg-line"
					>Leave all as it is</AlertDialog.Cancel
				>
			</div>
		</AlertDialog.Content>
	</AlertDialog.Portal>
</AlertDialog.Root>
