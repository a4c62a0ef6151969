<script lang="ts">
	import '../app.css';
	import { bindEverywhere } from '$lib/frame/keys';
	import NoticeBar from '$lib/frame/NoticeBar.svelte';
	import Rail from '$lib/frame/Rail.svelte';
	import { Bench } from '$lib/state/bench.svelte';
	import { provideBench, provideDrift, provideLearning } from '$lib/state/context';
	import { LearningState } from '$lib/state/learning.svelte';
	import { DriftState } from '$lib/state/drift.svelte';
	import { listenForNews } from '$lib/state/news';

	let { data, children } = $props();
	// The data are read once; from then on the Bench owns them, and hears what other windows do.
	// svelte-ignore state_referenced_locally
	const bench = provideBench(new Bench(data.snapshot, data.learning));
	const drift = provideDrift(new DriftState());
	const learning = provideLearning(new LearningState(bench));
	learning.follow();

	let keysShown = $state(false);
	let ready = $state(false);
	$effect(() => {
		ready = true;
		const unbind = bindEverywhere(bench, () => (keysShown = true));
		const unlisten = listenForNews(
			(stand) => bench.hello(stand),
			(news) => bench.receive(news)
		);
		return () => {
			drift.end();
			learning.end();
			unbind();
			unlisten();
		};
	});
</script>

<svelte:window onpagehide={() => void bench.flush()} />

<div
	class="flex min-h-dvh md:h-dvh md:overflow-hidden"
	data-ready={ready || undefined}
	data-saving={bench.saving || undefined}
>
	<Rail {bench} showKeys={() => (keysShown = true)} />
	<main class="flex min-w-0 flex-1 flex-col max-md:pb-16">
		<NoticeBar {bench} />
		{@render children()}
	</main>
</div>
<!-- Seldom wanted: fetched when it is. -->
{#if keysShown}
	{#await import('$lib/frame/KeysDialog.svelte') then { default: KeysDialog }}
		<KeysDialog bind:open={keysShown} />
	{/await}
{/if}
