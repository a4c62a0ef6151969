import { without } from '$core/quantity/index';
import { localDay } from '$lib/contract/day';
import { clipped } from '$lib/contract/names';
import { itemOf, type BatchBodyDocument, type OutOfBox } from '$lib/documents/batch/body';
import type { ColouredPart, FlyColour } from '$lib/documents/fly/about';
import type { ActionChange } from './client';
import type { Documents } from './documents.svelte';

/** Flies of one kind from one run. */
interface InBox {
	readonly batchId: string;
	readonly item: number;
}

/** Puts what lies in the box into a compartment of it, as one action. @param compartment empty for nowhere in particular */
export function arrange(
	documents: Documents,
	chosen: readonly InBox[],
	compartment: string
): Promise<boolean> {
	const name = compartment.trim();
	const where = name || 'nowhere in particular';
	return changeChosen(documents, chosen, `into ${clipped(where, 40)}`, (body, items) => ({
		...body,
		items: body.items.map((one, k) => {
			if (!items.includes(k)) return one;
			const rest = without(one, 'compartment');
			return name ? { ...rest, compartment: name } : rest;
		})
	}));
}

/** Takes all that is left of what was chosen out of the box, as one action. */
export function takeAllOut(
	documents: Documents,
	chosen: readonly InBox[],
	out: OutOfBox
): Promise<boolean> {
	return changeChosen(documents, chosen, out, (body, items) => ({
		...body,
		flies: body.flies.map((one) =>
			one.out === undefined && items.includes(itemOf(body, one.fly))
				? { ...one, out, outOn: localDay() }
				: one
		)
	}));
}

/** Gives a part of what was chosen a colour, as one action. @param colour null for none */
export function paint(
	documents: Documents,
	chosen: readonly InBox[],
	part: ColouredPart,
	colour: FlyColour | null
): Promise<boolean> {
	return changeChosen(documents, chosen, `${part} ${colour ?? 'of no colour'}`, (body, items) => ({
		...body,
		items: body.items.map((one, k) => {
			if (!items.includes(k)) return one;
			const { colours, ...rest } = one;
			const others = without(colours ?? {}, part);
			const now = colour ? { ...others, [part]: colour } : others;
			return Object.keys(now).length > 0 ? { ...rest, colours: now } : rest;
		})
	}));
}

/** @param change of a run's body, by the items that were chosen of it */
function changeChosen(
	documents: Documents,
	chosen: readonly InBox[],
	what: string,
	change: (body: BatchBodyDocument, items: readonly number[]) => BatchBodyDocument
): Promise<boolean> {
	const ids = chosen.map(({ batchId }) => batchId).filter((id, k, all) => all.indexOf(id) === k);
	const label = `${chosen.length === 1 ? 'One kind' : `${chosen.length} kinds`} in the box: ${what}`;
	return documents.act(label, () => {
		const changes = ids.flatMap((id): ActionChange[] => {
			const row = documents.find('batch', id);
			if (!row) return [];
			const items = chosen.flatMap(({ batchId, item }) => (batchId === id ? [item] : []));
			const document = { name: row.name, body: change(row.body, items) };
			return [{ kind: 'batch', id, revision: row.revision, document }];
		});
		return changes.length > 0 ? changes : null;
	});
}
