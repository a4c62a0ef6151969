<script lang="ts">
	import { MOST_PHOTO } from '$lib/documents/fly/about';
	import { addresses, api, RequestError } from '$lib/state/client';

	interface Props {
		/** By its hash. */
		photo: string | undefined;
		/** What it is of. */
		name: string;
		set: (photo: string | undefined) => void;
	}
	let { photo, name, set }: Props = $props();
	let chooser = $state<HTMLInputElement>();
	let over = $state(false);
	let keeping = $state(false);
	let error = $state('');
	let missing = $state<string | null>(null);

	async function keep(file: File | undefined) {
		if (!file) return;
		error = '';
		if (file.size > MOST_PHOTO) {
			const size = Math.ceil(file.size / 2 ** 20);
			error = `${file.name} is ${size} MB; a photo may have ${MOST_PHOTO / 2 ** 20}. Save it smaller and try again.`;
			return;
		}
		keeping = true;
		try {
			set((await api.keepPhoto(file)).hash);
		} catch (failure) {
			if (!(failure instanceof RequestError)) throw failure;
			error = failure.message;
		} finally {
			keeping = false;
		}
	}
	const button = 'min-h-11 rounded-md bg-sunk px-3 hover:bg-line disabled:opacity-40';
</script>

<div
	class="col-span-2 rounded-md outline-2 outline-dashed {over
		? 'outline-water'
		: 'outline-transparent'}"
	role="group"
	aria-label="Photo"
	ondragover={(event) => {
		event.preventDefault();
		over = true;
	}}
	ondragleave={() => (over = false)}
	ondrop={(event) => {
		event.preventDefault();
		over = false;
		void keep(event.dataTransfer?.files[0]);
	}}
>
	{#if photo && missing === photo}
		<p class="text-sm text-quiet">
			Its photo is not here: the fly came without it. Bring in the archive that has it, or add
			another.
		</p>
	{:else if photo}
		<img
			src={addresses.photo(photo)}
			alt="{name}, tied"
			class="max-h-80 w-full rounded-md bg-sunk object-contain"
			onerror={() => (missing = photo)}
		/>
	{/if}
	<div class="flex flex-wrap items-center gap-2 pt-2">
		<button type="button" class={button} disabled={keeping} onclick={() => chooser?.click()}
			>{keeping ? 'Keeping it …' : photo ? 'Another photo' : 'Add a photo'}</button
		>
		{#if photo}
			<button type="button" class={button} onclick={() => set(undefined)}>Take it off</button>
		{:else}
			<span class="text-sm text-quiet">or drop one here; place and camera are not kept</span>
		{/if}
		<input
			bind:this={chooser}
			type="file"
			accept="image/jpeg,image/png,image/webp"
			hidden
			aria-label="A photo of {name}"
			onchange={(event) => {
				void keep(event.currentTarget.files?.[0]);
				event.currentTarget.value = '';
			}}
		/>
	</div>
	{#if error}<p class="text-over pt-1 text-sm" role="alert">{error}</p>{/if}
</div>
