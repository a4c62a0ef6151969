<script lang="ts">
	import Download from '@lucide/svelte/icons/download';
	import { addresses } from '$lib/state/client';
	import { kinds, type DocumentKind } from '$lib/documents/kinds';
	import { useWorkspace } from '$lib/state/context';
	const { selection, documents } = useWorkspace();

	const links = $derived([
		...(selection.fly
			? [
					{
						href: addresses.file('fly', selection.fly.id),
						words: 'This fly',
						name: selection.fly.name
					}
				]
			: []),
		...(selection.lie
			? [
					{
						href: addresses.file('lie', selection.lie.id),
						words: 'This lie',
						name: selection.lie.name
					}
				]
			: []),
		...(selection.river
			? [
					{
						href: addresses.file('river', selection.river.id),
						words: 'This river with its lies',
						name: selection.river.name
					}
				]
			: []),
		{
			href: addresses.table(selection.lie?.id ?? null),
			words: 'All flies with their figures',
			name: selection.lie
				? `as a table (CSV), predicted for ${selection.lie.name}`
				: 'as a table (CSV)'
		}
	]);
	const count = (kind: DocumentKind) => {
		const { length } = documents.all(kind);
		return `${length} ${length === 1 ? kinds[kind].one : kinds[kind].many}`;
	};
	const counted = $derived(
		documents.has(['fly'])
			? `${count('fly')} and ${count('lie')}`
			: 'flies, waters, rigs, stock, batches and log'
	);
</script>

<section aria-labelledby="take-out">
	<h2 id="take-out" class="text-lg font-semibold">Take out</h2>
	<a
		href={addresses.archive}
		download
		class="mt-3 flex min-h-12 items-center gap-3 rounded-md bg-water px-4 py-2 text-on-water"
	>
		<Download size={20} class="shrink-0" aria-hidden="true" />
		<span
			><span class="block">Everything in one archive</span>
			<span class="block text-sm">{counted}</span></span
		>
	</a>
	<ul class="mt-2 space-y-1">
		{#each links as { href, words, name } (href)}
			<li>
				<a
					{href}
					download
					class="flex min-h-11 items-center gap-3 rounded-md px-4 py-1.5 hover:bg-sunk"
				>
					<Download size={16} class="shrink-0 text-quiet" aria-hidden="true" />
					<span class="min-w-0">
						<span class="block">{words}</span>
						<span class="block truncate text-sm text-quiet">{name}</span>
					</span>
				</a>
			</li>
		{/each}
	</ul>
	<p class="mt-2 text-sm text-quiet">
		Plain JSON with the units in the names; the rules of each file are at
		<a class="underline" href="/api/schemas/fly.json" target="_blank">fly</a>,
		<a class="underline" href="/api/schemas/lie.json" target="_blank">lie</a> and
		<a class="underline" href="/api/schemas/river.json" target="_blank">river</a>. Scripts find
		everything at
		<a class="underline" href="/api/openapi.json" target="_blank">/api/openapi.json</a>.
	</p>
</section>
