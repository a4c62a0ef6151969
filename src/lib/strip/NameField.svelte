<script lang="ts">
	interface Props {
		label: string;
		name: string;
		/** @returns what is wrong, in words; null when it was taken */
		rename: (name: string) => string | null;
	}
	let { label, name, rename }: Props = $props();
	const id = $props.id();
	let typed = $state<string | null>(null);
	let wrong = $state<string | null>(null);

	function commit() {
		if (typed === null) return;
		wrong = rename(typed);
		if (wrong === null) typed = null;
	}
</script>

<div class="mt-3 min-w-0 flex-1">
	<label for={id} class="block text-sm text-quiet">{label}</label>
	<input
		{id}
		data-name-field
		type="text"
		maxlength="200"
		autocomplete="off"
		class="h-11 w-full rounded-md bg-sunk px-3"
		value={typed ?? name}
		aria-invalid={wrong !== null}
		aria-describedby={wrong ? `${id}-words` : undefined}
		oninput={(event) => (typed = event.currentTarget.value)}
		onblur={commit}
		onkeydown={(event) => {
			if (event.key === 'Enter') commit();
			if (event.key === 'Escape' && typed !== null) {
				typed = null;
				wrong = null;
				event.stopPropagation();
			}
		}}
	/>
	{#if wrong}<p id="{id}-words" role="alert" class="mt-1 text-sm text-warn">{wrong}</p>{/if}
</div>
