<script lang="ts">
	import { page } from '$app/state';
	import Archive from '@lucide/svelte/icons/archive';
	import Keyboard from '@lucide/svelte/icons/keyboard';
	import Package from '@lucide/svelte/icons/package-open';
	import Redo from '@lucide/svelte/icons/redo-2';
	import Sun from '@lucide/svelte/icons/sun-moon';
	import Undo from '@lucide/svelte/icons/undo-2';
	import { toggleTheme } from '$lib/state/theme';
	import type { Bench } from '$lib/state/bench.svelte';

	interface Props {
		bench: Bench;
		showKeys: () => void;
	}
	let { bench, showKeys }: Props = $props();
	const places = [
		{ path: '/', name: 'Bench', key: 'B' },
		{ path: '/water', name: 'Water', key: 'V' },
		{ path: '/drift', name: 'Drift', key: 'G' },
		{ path: '/match', name: 'Match', key: 'M' },
		{ path: '/batch', name: 'Batch', key: 'Y' },
		{ path: '/box', name: 'Box', key: 'X' },
		{ path: '/log', name: 'Log', key: 'L' },
		{ path: '/beads', name: 'Beads', key: 'Q' },
		{ path: '/stock', name: 'Stock', key: 'S' },
		{ path: '/files', name: 'Files', key: 'K' }
	] as const;
	const button =
		'grid size-12 shrink-0 place-items-center rounded-md max-md:size-11 text-quiet hover:bg-sunk hover:text-ink disabled:opacity-35 disabled:hover:bg-transparent';
</script>

<nav
	aria-label="Places and tools"
	class="flex shrink-0 items-center gap-1 border-line bg-raised max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:z-20 max-md:border-t max-md:py-1 md:w-16 md:flex-col md:border-r md:py-2 print:hidden"
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
		class="flex gap-1 max-md:min-w-0 max-md:flex-1 max-md:[scrollbar-width:none] max-md:overflow-x-auto md:flex-col"
	>
		{#each places as { path, name, key } (path)}
			{@const here = page.url.pathname === path}
			<a
				href={path}
				aria-current={here ? 'page' : undefined}
				title="{name} ({key})"
				class="grid w-14 shrink-0 justify-items-center gap-0.5 rounded-md py-1 text-sm hover:bg-sunk {here
					? 'bg-sunk font-semibold text-ink'
					: 'text-quiet'}"
			>
				{#if path === '/'}
					<svg
						viewBox="0 0 24 24"
						class="size-5"
						fill="none"
						stroke="currentColor"
						aria-hidden="true"
					>
						<path stroke-width="1.8" stroke-linecap="round" d="M7 9h9a4 4 0 0 1 0 8h-2" />
						<circle cx="6" cy="9" r="3" fill="currentColor" />
					</svg>
				{:else if path === '/water'}
					<svg
						viewBox="0 0 24 24"
						class="size-5"
						fill="none"
						stroke="currentColor"
						stroke-width="1.8"
						stroke-linecap="round"
						aria-hidden="true"
					>
						<path d="M4 4v16h17" />
						<path d="M4 20c6-1 9-4 10-16" />
						<path d="M4 9h9M4 14h6.500" />
					</svg>
				{:else if path === '/drift'}
					<svg
						viewBox="0 0 24 24"
						class="size-5"
						fill="none"
						stroke="currentColor"
						stroke-width="1.8"
						stroke-linecap="round"
						aria-hidden="true"
					>
						<path d="M2 6h20M2 20h20" />
						<path d="M3 6c4 0 5 10 10 10h4" />
						<circle cx="18.500" cy="16" r="1.800" fill="currentColor" stroke="none" />
					</svg>
				{:else if path === '/match'}
					<svg
						viewBox="0 0 24 24"
						class="size-5"
						fill="none"
						stroke="currentColor"
						stroke-width="1.8"
						stroke-linecap="round"
						aria-hidden="true"
					>
						<path d="M4 3v17h17" />
						<path d="M9 6v11M15 6v11" stroke-dasharray="2 2.500" />
						<circle cx="12" cy="13" r="2" fill="currentColor" stroke="none" />
						<circle cx="18.500" cy="8" r="1.500" fill="currentColor" stroke="none" />
					</svg>
				{:else if path === '/batch'}
					<svg
						viewBox="0 0 24 24"
						class="size-5"
						fill="none"
						stroke="currentColor"
						stroke-width="1.8"
						stroke-linecap="round"
						aria-hidden="true"
					>
						<path d="M3 7h5a2.500 2.500 0 0 1 0 5H7M13 7h5a2.500 2.500 0 0 1 0 5h-1" />
						<path d="M8 17h5a2.500 2.500 0 0 1 0 5h-1" />
						<circle cx="3" cy="7" r="1.500" fill="currentColor" />
						<circle cx="13" cy="7" r="1.500" fill="currentColor" />
						<circle cx="8" cy="17" r="1.500" fill="currentColor" />
					</svg>
				{:else if path === '/box'}
					<svg
						viewBox="0 0 24 24"
						class="size-5"
						fill="none"
						stroke="currentColor"
						stroke-width="1.8"
						stroke-linecap="round"
						aria-hidden="true"
					>
						<path d="M3 9h18v11H3zM3 9l2-5h14l2 5M3 14.500h18" />
						<circle cx="8" cy="12" r="0.800" fill="currentColor" />
						<circle cx="15" cy="12" r="0.800" fill="currentColor" />
						<circle cx="11" cy="17.500" r="0.800" fill="currentColor" />
					</svg>
				{:else if path === '/log'}
					<svg
						viewBox="0 0 24 24"
						class="size-5"
						fill="none"
						stroke="currentColor"
						stroke-width="1.8"
						stroke-linecap="round"
						aria-hidden="true"
					>
						<path d="M12 3v3M4 8h16M12 6v13M8 20h8" />
						<path d="M4 8l-2 6h5zM20 8l-2.500 6h5z" />
					</svg>
				{:else if path === '/beads'}
					<svg viewBox="0 0 24 24" class="size-5" fill="currentColor" aria-hidden="true">
						<circle cx="4.500" cy="15" r="2.500" />
						<circle cx="11" cy="13.500" r="3.500" />
						<circle cx="19" cy="12" r="4.500" />
					</svg>
				{:else if path === '/stock'}
					<Package size={20} aria-hidden="true" />
				{:else}
					<Archive size={20} aria-hidden="true" />
				{/if}
				{name}
			</a>
		{/each}
	</div>
	<div class="flex-1 max-md:hidden"></div>
	<button
		type="button"
		class={button}
		disabled={!bench.history.undo && !bench.saving}
		title={bench.history.undo ? `Undo ${bench.history.undo} (Ctrl+Z)` : 'Nothing to undo'}
		aria-label={bench.history.undo ? `Undo ${bench.history.undo}` : 'Undo'}
		onclick={() => void bench.undo()}><Undo size={20} /></button
	>
	<button
		type="button"
		class={button}
		disabled={!bench.history.redo}
		title={bench.history.redo ? `Redo ${bench.history.redo} (Ctrl+Shift+Z)` : 'Nothing to redo'}
		aria-label={bench.history.redo ? `Redo ${bench.history.redo}` : 'Redo'}
		onclick={() => void bench.redo()}><Redo size={20} /></button
	>
	<button
		type="button"
		class={button}
		title="Light or dark (T)"
		aria-label="Light or dark"
		onclick={toggleTheme}><Sun size={20} /></button
	>
	<button
		type="button"
		class="{button} max-md:hidden"
		title="Keys (?)"
		aria-label="Keys"
		onclick={showKeys}><Keyboard size={20} /></button
	>
</nav>
