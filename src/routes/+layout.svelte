<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { browser } from '$app/environment';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { showIn } from '$core/quantity/index';
	import { bindEverywhere } from '$lib/frame/keys';
	import { meantHere } from '$lib/frame/meant.svelte';
	import { letters, meantWords } from '$lib/state/preferences.svelte';
	import NoticeBar from '$lib/frame/NoticeBar.svelte';
	import Rail from '$lib/frame/Rail.svelte';
	import { tour } from '$lib/frame/tour.svelte';
	import { wantedIn } from '$lib/frame/wanted';
	import { provideWorkspace } from '$lib/state/context';
	import { keepLastSaid, saidAt } from '$lib/state/last-said';
	import { listenForNews } from '$lib/state/news';
	import { Workspace } from '$lib/state/workspace.svelte';

	let { data, children } = $props();
	// The data are read once; from then on the workspace owns them, and hears what other windows do.
	// The server says them as its database does; a change of them reads the page anew.
	// svelte-ignore state_referenced_locally
	const { units } = data.opening;
	if (browser) showIn(() => units);
	// svelte-ignore state_referenced_locally
	const workspace = provideWorkspace(
		new Workspace(data.opening, data.learning, browser ? storageOf() : null)
	);
	const { documents, learning, drift } = workspace;
	learning.follow();
	// svelte-ignore state_referenced_locally
	const learnedLater = data.learning === null;
	// Until then the figures are those of the tables.
	learning.busy = learnedLater;

	/** Some browsers forbid even to look at it. */
	function storageOf(): Storage | null {
		try {
			return localStorage;
		} catch {
			return null;
		}
	}
	/** A choice that is not kept must not look as if it were made. */
	function keepAsSaid(event: MouseEvent) {
		const { target } = event;
		if (!(target instanceof HTMLInputElement) || !/radio|checkbox/.test(target.type)) return;
		if (documents.saidAt && documents.isAway()) event.preventDefault();
	}
	let commandsShown = $state(false);
	let unitsShown = $state(false);
	let weightCodeShown = $state(false);
	let doneShown = $state(false);
	let meaningsShown = $state(false);
	let ready = $state(false);
	const wanted = $derived(wantedIn(page.route.id));
	$effect(() => void documents.want([...wanted.first, ...wanted.then]));
	// What is on the strip may be taken away elsewhere: there is another to be shown in its place.
	$effect(() => {
		if (!workspace.selection.fly) void documents.want(['fly']);
	});
	/** A link to a fly puts it on the strip, and stays out of what is gone back to. */
	async function followLink() {
		const id = page.url.searchParams.get('fly');
		if (id === null) return;
		await documents.want(['fly']);
		if (documents.find('fly', id)) workspace.selection.selectFly(id);
		else documents.notice = { words: 'The fly of this link is not here.', choices: [] };
		await goto(page.url.pathname, { replaceState: true, keepFocus: true });
	}
	// Once, and not anew with what it reads.
	onMount(() => {
		ready = true;
		documents.saidAt = saidAt();
		letters.load();
		meantWords.load();
		if (learnedLater) void learning.catchUp();
		void documents.offerUnsent();
		void followLink();
		const unbind = bindEverywhere(documents, {
			showCommands: () => (commandsShown = true),
			showDone: () => (doneShown = true),
			showUnits: () => (unitsShown = true),
			showWeightCode: () => (weightCodeShown = true),
			showMeanings: () => (meaningsShown = true)
		});
		const unfollow = meantHere.follow();
		const lastSaid = keepLastSaid();
		const unlisten = listenForNews(
			// A page that the browser opened by itself is opened anew by the program as soon as it is back.
			(snapshotVersion) =>
				documents.saidAt ? location.reload() : documents.hello(snapshotVersion),
			(news) => {
				documents.receive(news);
				lastSaid.changed();
			}
		);
		return () => {
			drift.end();
			learning.end();
			unbind();
			unfollow();
			unlisten();
			lastSaid.end();
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
	data-learning={learning.busy || undefined}
	data-fetching={!documents.has([...wanted.first, ...wanted.then]) || undefined}
>
	<a
		href="#content"
		class="sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-2 focus:z-50 focus:rounded-md focus:bg-ink focus:px-4 focus:py-3 focus:text-ground"
		>Skip to the content</a
	>
	<Rail showCommands={() => (commandsShown = true)} />
	<main
		id="content"
		tabindex="-1"
		onclickcapture={keepAsSaid}
		class="flex min-w-0 flex-1 flex-col outline-none max-md:pb-16"
	>
		<NoticeBar />
		{#if documents.has(wanted.first)}
			{@render children()}
		{:else}
			<p role="status" class="p-4 text-quiet">Fetching what is kept …</p>
		{/if}
	</main>
</div>
<!-- Seldom wanted: fetched when it is. -->
{#if commandsShown}
	{#await import('$lib/frame/CommandsDialog.svelte') then { default: CommandsDialog }}
		<CommandsDialog bind:open={commandsShown} />
	{/await}
{/if}
{#if unitsShown}
	{#await import('$lib/frame/UnitsDialog.svelte') then { default: UnitsDialog }}
		<UnitsDialog bind:open={unitsShown} />
	{/await}
{/if}
{#if weightCodeShown}
	{#await import('$lib/frame/WeightCodeDialog.svelte') then { default: WeightCodeDialog }}
		<WeightCodeDialog bind:open={weightCodeShown} />
	{/await}
{/if}
{#if meaningsShown}
	{#await import('$lib/frame/MeaningsDialog.svelte') then { default: MeaningsDialog }}
		<MeaningsDialog bind:open={meaningsShown} />
	{/await}
{/if}
{#if tour.on}
	{#await import('$lib/frame/Tour.svelte') then { default: Tour }}
		<Tour leave={() => (tour.on = false)} />
	{/await}
{/if}
{#if meantHere.current}
	{@const { at, words } = meantHere.current}
	{#await import('$lib/frame/Meaning.svelte') then { default: Meaning }}
		{#key at}<Meaning {at} {words} />{/key}
	{/await}
{/if}
{#if doneShown}
	{#await import('$lib/frame/DoneDialog.svelte') then { default: DoneDialog }}
		<DoneDialog bind:open={doneShown} />
	{/await}
{/if}
