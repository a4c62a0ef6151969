<script lang="ts">
	import { useWorkspace } from '$lib/state/context';
	import { listed } from '$lib/controls/listed';
	import RowList from '$lib/controls/RowList.svelte';

	interface Props {
		/** Of the list. */
		label: string;
		current?: string | null;
		choose: (id: string) => void;
	}
	let { label, current = null, choose }: Props = $props();
	const { documents, selection } = useWorkspace();
	$effect(() => void documents.want(['fly']));
	const flies = $derived(
		documents
			.all('fly')
			.filter(({ id }) => id !== selection.fly?.id)
			.map((row) => listed(row))
	);
</script>

{#if !documents.has(['fly'])}
	<p role="status" class="px-1 text-quiet">The other flies are on their way …</p>
{/if}
<RowList {label} placeholder="Find by name, size or metal" rows={flies} {current} {choose} />
