<script lang="ts">
	/** Times a run by two taps or keys: as it goes under, and as it arrives. */
	let { timed }: { timed: (seconds: number) => void } = $props();

	/** A run is at least so long, s: a finger that slips is none. */
	const SHORTEST = 0.05;
	/** When the present run began, ms; null between runs. */
	let since = $state<number | null>(null);
	let now = $state(0);

	function press() {
		const at = performance.now();
		if (since === null) {
			since = now = at;
			const tick = () => {
				if (since === null) return;
				now = performance.now();
				requestAnimationFrame(tick);
			};
			requestAnimationFrame(tick);
			return;
		}
		const seconds = (at - since) / 1000;
		since = null;
		if (seconds >= SHORTEST) timed(Number(seconds.toFixed(3)));
	}
</script>

<button
	type="button"
	data-begins
	class="h-20 touch-manipulation rounded-md bg-water text-xl text-on-water select-none"
	aria-live="off"
	onpointerdown={(event) => {
		if (event.button === 0) press();
	}}
	onclick={(event) => {
		// Of a screen reader or a voice; a pointer's and a key's own have counted already, and sooner.
		if (event.detail === 0) press();
	}}
	onkeyup={(event) => {
		if (event.key === ' ') event.preventDefault();
	}}
	onkeydown={(event) => {
		if (event.repeat || (event.key !== ' ' && event.key !== 'Enter')) return;
		event.preventDefault();
		press();
	}}
>
	{#if since === null}Tap as it goes under{:else}<span class="figure text-3xl"
			>{((now - since) / 1000).toFixed(2)}</span
		> s: tap as it arrives{/if}
</button>
