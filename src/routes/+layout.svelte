<script lang="ts">
	import '../app.css';
	import { browser } from '$app/environment';
	import { bindEverywhere } from '$lib/frame/keys';
	import NoticeBar from '$lib/frame/NoticeBar.svelte';
	import Rail from '$lib/frame/Rail.svelte';
	import { provideWorkspace } from '$lib/state/context';
	import { listenForNews } from '$lib/state/news';
	import { Workspace } from '$lib/state/workspace.svelte';

	let { data, children } = $props();
	// The data are read once; from then on the workspace owns them, and hears what other windows do.
	// svelte-ignore state_referenced_locally
	const workspace = provideWorkspace(
		new Workspace(data.snapshot, data.learning, browser ? storageOf() : null)
	);
	const { documents, learning, drift } = workspace;
	learning.follow();

	/** Some browsers forbid even to look at it. */
	function storageOf(): Storage | null {
		try {
			return localStorage;
		} catch {
			return null;
		}
	}
	let keysShown = $state(false);
	let ready = $state(false);
	$effect(() => {
		ready = true;
		void documents.offerUnsent();
		const unbind = bindEverywhere(documents, () => (keysShown = true));
		const unlisten = listenForNews(
			(stand) => documents.hello(stand),
			(news) => documents.receive(news)
		);
		return () => {
			drift.end();
			learning.end();
			unbind();
			unlisten();
		};
	});
</script>

<svelte:window
	onbeforeunload={(event) => {
		// The browser asks in words of its own.
		if (documents.unsaved) event.preventDefault();
	}}
	onpagehide={() => void workspace.flush()}
/>

<div
	class="flex min-h-dvh md:h-dvh md:overflow-hidden"
	data-ready={ready || undefined}
	data-saving={documents.saving || undefined}
>
	<Rail showKeys={() => (keysShown = true)} />
	<main class="flex min-w-0 flex-1 flex-col max-md:pb-16">
		<NoticeBar />
		{@render children()}
	</main>
</div>
<!-- Seldom wanted: fetched when it is. -->
{#if keysShown}
	{#await import('$lib/frame/KeysDialog.svelte') then { default: KeysDialog }}
		<KeysDialog bind:open={keysShown} />
	{/await}
{/if}
