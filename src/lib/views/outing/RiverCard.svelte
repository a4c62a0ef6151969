<script lang="ts">
	import { USUAL_WISHES } from '$core/match/index';
	import { shownUnits } from '$core/quantity/index';
	import type { CardData } from '$lib/card/data';
	import { cardPage } from '$lib/card/page';
	import { lieToDocument } from '$lib/documents/lie/body';
	import { exponentsOf } from '$lib/documents/lie/today';
	import type { OutingRow, RiverRow } from '$lib/documents/kinds';
	import { boxLetter } from '$lib/documents/batch/box';
	import { useWorkspace } from '$lib/state/context';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { RiverCardState } from '$lib/state/river-card.svelte';
	import { handSentences } from '$lib/ui/drift-words';
	import { saveText } from '$lib/ui/save';
	import { waterOn, type OutingFly } from './day';
	import type { PlannedLie } from './PlanTable.svelte';

	interface Props {
		row: OutingRow;
		river: RiverRow;
		lies: readonly PlannedLie[];
		box: readonly OutingFly[];
	}
	let { row, river, lies, box }: Props = $props();
	const { documents, parameters } = useWorkspace();
	const work = new RiverCardState();
	$effect(() => () => work.stop());
	let said = $state('');

	/** What any mail and viewer takes, kB. */
	const MUCH = 400;
	const kB = (text: string) => Math.ceil(new Blob([text]).size / 1000);

	async function save() {
		said = '';
		const planned = lies.flatMap(({ id, name, at }) => {
			const { place, answer } = at.expected ?? {};
			const rig = documents.find('rig', place?.rigId);
			return place && answer && rig ? [{ id, name, place: place.place, answer, rig }] : [];
		});
		// The figures on the page are reactive; the workers get plain ones.
		const places = $state.snapshot(
			planned.map(({ place }) => place)
		) as (typeof planned)[number]['place'][];
		const [tables, { default: script }] = await Promise.all([
			work.tables(places, box),
			import('$lib/card/card.ts?pagescript')
		]);
		if (!tables) return;
		const { flow, celsius } = waterOn(row.body, river);
		const data: CardData = {
			id: crypto.randomUUID(),
			name: row.name,
			on: row.body.on,
			river: river.name,
			celsius,
			...(flow !== undefined && { flow }),
			exponents: exponentsOf(river.body),
			units: shownUnits(),
			wanted: goodDrift.current,
			learned: parameters.learning.learned,
			enough: USUAL_WISHES.enough,
			flies: box.map(({ name, count, document, colours = {}, from, places: where }, fly) => ({
				letter: boxLetter(fly),
				name,
				count,
				recipe: document,
				looks: [
					...Object.entries(colours).map(([part, colour]) => `${colour} ${part}`),
					...(where.length > 0 ? [`in ${where.join(', ')}`] : [])
				].join(', '),
				...from[0]!
			})),
			lies: planned.map(({ id, name, place, answer, rig }, k) => {
				const best = answer.best[0];
				return {
					id,
					name,
					body: lieToDocument(place.lie),
					rigId: rig.id,
					rigName: rig.name,
					rig: rig.body,
					table: tables[k]!,
					plan: {
						fly: best && best.chance > 0 ? best.fly : null,
						chance: best?.chance ?? 0,
						hand: answer.hand
							? handSentences(answer.hand, place.rig)
									.map(({ words }) => words)
									.join(', ')
							: ''
					}
				};
			}),
			...(row.body.notes && { notes: row.body.notes })
		};
		const page = cardPage(data, script);
		saveText(`${row.name} river card.html`, 'text/html;charset=utf-8', page);
		said = `Saved, ${kB(page)} kB: send it to your phone, and open it there once before you go.${kB(page) > MUCH ? ' Some mail will not take so much: fewer lies make it smaller.' : ''}`;
	}
</script>

<section aria-labelledby="rivercard" class="border-t border-line py-3 print:hidden">
	<h2 id="rivercard" class="text-lg font-semibold">River card</h2>
	<p class="max-w-2xl text-sm text-quiet">
		The day as one file for the phone, which needs no network: change the depth, a leaf’s seconds or
		the flow there, see which fly and how to hold it, and note what it did.
	</p>
	<div class="flex flex-wrap items-center gap-3 py-2">
		<button
			type="button"
			class="min-h-11 rounded-md bg-sunk px-4 hover:bg-line"
			onclick={() => (work.progress === null ? void save() : work.stop())}
			>{work.progress === null ? 'Make the river card' : 'Stop'}</button
		>
		<span role="status" class="text-quiet"
			>{work.progress !== null
				? `${Math.round(100 * work.progress)} % of its tables are done`
				: said}</span
		>
	</div>
</section>
