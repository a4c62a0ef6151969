import { withCast, type FlyAbove } from '$core/rig/index';
import { sameContent } from '$lib/documents/difference';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { FlyRow } from '$lib/documents/kinds';
import type { Workspace } from './workspace.svelte';

/** Whether a fly is still tied as it was when it was put on the cast. */
export const isTiedAs = ({ body }: FlyRow, { recipe }: FlyAbove): boolean =>
	sameContent(body.recipe, recipeToDocument(recipe));

/** A fly above goes to the point of the rig on the strip, and the fly that is there goes up in its place. */
export async function toPoint(
	{ documents, selection, strip }: Pick<Workspace, 'documents' | 'selection' | 'strip'>,
	k: number
): Promise<void> {
	const { rig, recipe } = strip;
	const { fly } = selection;
	const cast = rig?.cast ?? [];
	const one = cast[k];
	if (!fly || !recipe || !rig || !one) return;
	strip.setRig(withCast(rig, cast.with(k, { ...one, name: fly.name, recipe })));
	const row = documents.all('fly').find(({ name }) => name === one.name);
	if (row && isTiedAs(row, one)) selection.selectFly(row.id);
	else await selection.newBuild(one.recipe, one.name);
}
