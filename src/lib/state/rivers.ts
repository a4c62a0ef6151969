import { contentOf, type LieRow, type RiverRow } from '$lib/documents/kinds';
import type { ActionChange } from './client';
import type { Documents } from './documents.svelte';
import { freeName } from './rows';

/** A lie as it is, on another river. */
const moved = (lie: LieRow, riverId: string): ActionChange => ({
	kind: 'lie',
	id: lie.id,
	revision: lie.revision,
	document: { ...contentOf(lie), riverId }
});

export const liesOf = (documents: Documents, river: RiverRow): readonly LieRow[] =>
	documents.all('lie').filter(({ riverId }) => riverId === river.id);

export function moveLie(documents: Documents, { id }: LieRow, to: RiverRow): Promise<boolean> {
	return documents.act(`A lie moved to ${to.name}`, () => {
		const lie = documents.find('lie', id);
		return lie && lie.riverId !== to.id ? [moved(lie, to.id)] : null;
	});
}

/** A river of its own for a lie, as warm as the one it was on; its flow is not known. */
export function newRiverFor(documents: Documents, { id }: LieRow): Promise<boolean> {
	const riverId = crypto.randomUUID();
	const name = freeName('New river', documents.made('river'));
	return documents.act(`${name}: new river`, () => {
		const lie = documents.find('lie', id);
		const before = documents.find('river', lie?.riverId);
		if (!lie || !before) return null;
		const { temperatureC } = before.body;
		return [
			{ kind: 'river', id: riverId, document: { name, body: { temperatureC } } },
			moved(lie, riverId)
		];
	});
}

/** Two rivers become one: all lies of the first go to the second, whose flow and temperature hold. */
export async function joinRivers(
	documents: Documents,
	from: RiverRow,
	into: RiverRow
): Promise<boolean> {
	const done = await documents.act(`${from.name} joined with ${into.name}`, () => {
		const river = documents.find('river', from.id);
		if (!river || !documents.find('river', into.id)) return null;
		return [
			...liesOf(documents, river).map((lie) => moved(lie, into.id)),
			{ kind: 'river', id: river.id, revision: river.revision }
		];
	});
	if (done) documents.say(`“${from.name}” is now part of “${into.name}”.`, 'Take them apart');
	return done;
}
