<script lang="ts">
	import { shelfOf } from '$lib/documents/lot/shelf';
	import { useWorkspace } from '$lib/state/context';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { WhichBeadState } from '$lib/state/which-bead.svelte';
	import BeadAnswer from '$lib/views/beads/BeadAnswer.svelte';
	import BeadTable from '$lib/views/beads/BeadTable.svelte';
	import { BeadForm } from '$lib/views/beads/question.svelte';
	import QuestionForm from '$lib/views/beads/QuestionForm.svelte';

	const workspace = useWorkspace();
	const { parameters, documents, choices } = workspace;
	const question = new BeadForm(workspace);
	const search = new WhichBeadState();
	$effect(() => {
		choices.load();
		return () => search.end();
	});
	$effect(() => {
		const { recipe, rig, water, temperature } = question;
		search.follow({
			recipe,
			rig,
			lie: water,
			celsius: temperature,
			wanted: goodDrift.current,
			learned: parameters.learning.learned,
			shelf: shelfOf(documents.all('lot'), question.only),
			enough: choices.wishes.enough
		});
	});
</script>

<svelte:head><title>Which bead? · Gravitas</title></svelte:head>
<div
	class="grid min-h-0 flex-1 md:grid-cols-[23rem_1fr] md:grid-rows-[auto_1fr] md:overflow-hidden print:block max-md:gap-4 max-md:p-4"
>
	<QuestionForm {question} />
	<BeadAnswer {search} {question} />
	<BeadTable {search} {question} />
</div>
