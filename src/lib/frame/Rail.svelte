<script lang="ts">
	import { page } from '$app/state';
	import Keyboard from '@lucide/svelte/icons/keyboard';
	import Redo from '@lucide/svelte/icons/redo-2';
	import Sun from '@lucide/svelte/icons/sun-moon';
	import Undo from '@lucide/svelte/icons/undo-2';
	import { places } from './places';
	import PlaceSign from './PlaceSign.svelte';
	import { toggleTheme } from '$lib/state/theme';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		showCommands: () => void;
	}
	let { showCommands }: Props = $props();
	const { documents } = useWorkspace();
	const steps = $derived([
		{
			way: 'undo' as const,
			name: 'Undo',
			keys: 'Ctrl+Z',
			Sign: Undo,
			label: documents.history.undo,
			possible: documents.history.undo !== null || documents.saving
		},
		{
			way: 'redo' as const,
			name: 'Redo',
			keys: 'Ctrl+Shift+Z',
			Sign: Redo,
			label: documents.history.redo,
			possible: documents.history.redo !== null
		}
	]);
	/** The browser lets be what has the focus and is seen in part. */
	const whole = ({ currentTarget }: FocusEvent) =>
		(currentTarget as Element).scrollIntoView({ block: 'nearest', inline: 'nearest' });
	const button =
		'grid size-12 shrink-0 place-items-center rounded-md max-md:size-11 text-quiet hover:bg-sunk hover:text-ink disabled:opacity-35 disabled:hover:bg-transparent';
</script>

<nav
	aria-label="Places and tools"
	class="flex shrink-0 items-center gap-1 border-line bg-raised md:w-16 md:flex-col md:border-r md:py-2 print:hidden max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:z-20 max-md:border-t max-md:py-1"
>
	<svg viewBox="0 0 32 32" class="size-9 max-md:hidden" role="img" aria-label="Gravitas">
		<path d="M16 2v9" stroke="var(--ink)" stroke-width="2" />
		<path
			fill="var(--ink)"
			fill-rule="evenodd"
			d="M16 9a10 10 0 1 1 0 20a10 10 0 0 1 0-20zm-1.500 0v10l-3.500 9h10l-3.500-9v-10z"
		/>
	</svg>
	<!-- On a phone they are more than the width holds: they slide. -->
	<div
		class="flex gap-1 md:flex-col max-md:min-w-0 max-md:flex-1 max-md:[scrollbar-width:none] max-md:overflow-x-auto"
	>
		{#each places as { path, name, key, sign } (path)}
			{@const here = page.url.pathname === path}
			<a
				href={path}
				aria-current={here ? 'page' : undefined}
				title="{name} ({key})"
				onfocus={whole}
				class="grid w-14 shrink-0 justify-items-center gap-0.5 rounded-md py-1 text-sm hover:bg-sunk {here
					? 'bg-sunk font-semibold text-ink'
					: 'text-quiet'}"
			>
				<PlaceSign {sign} />
				{name}
			</a>
		{/each}
	</div>
	<div class="flex-1 max-md:hidden"></div>
	{#each steps as { way, name, keys, Sign, label, possible } (way)}
		<button
			type="button"
			class={button}
			disabled={!possible}
			title={label ? `${name} ${label} (${keys})` : `Nothing to ${way}`}
			aria-label={label ? `${name} ${label}` : name}
			onclick={() => void documents[way]()}><Sign size={20} /></button
		>
	{/each}
	<button
		type="button"
		class={button}
		title="Light or dark (T)"
		aria-label="Light or dark"
		onclick={toggleTheme}><Sun size={20} /></button
	>
	<button
		type="button"
		class={button}
		title="What can be done here (Ctrl+K)"
		aria-label="What can be done here"
		onclick={showCommands}><Keyboard size={20} /></button
	>
</nav>
