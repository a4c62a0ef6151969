import type { Recipe } from '$core/fly/index';
import { withCast, type FlyAbove } from '$core/rig/index';
import { sameContent } from '$lib/documents/difference';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { rigFromDocument } from '$lib/documents/rig/body';
import type { FlyRow } from '$lib/documents/kinds';
import type { Workspace } from './workspace.svelte';

/** Whether a fly is still tied as it was when it was put on the cast. */
export const isTiedAs = ({ body }: FlyRow, { recipe }: Pick<FlyAbove, 'recipe'>): boolean =>
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
	await putOnPoint({ documents, selection }, one);
}

/** The fly of this name, as it is tied; where there is none it is made. */
async function putOnPoint(
	{ documents, selection }: Pick<Workspace, 'documents' | 'selection'>,
	one: { readonly name: string; readonly recipe: Recipe }
): Promise<void> {
	await documents.want(['fly']);
	const row = documents.all('fly').find((fly) => fly.name === one.name && isTiedAs(fly, one));
	if (row) selection.selectFly(row.id);
	else await selection.newBuild(one.recipe, one.name);
}

/** Two flies go on the line of the rig that was last on the strip, and the line on the strip. */
export async function putPair(
	{ documents, selection, strip }: Pick<Workspace, 'documents' | 'selection' | 'strip'>,
	point: { readonly name: string; readonly recipe: Recipe },
	upper: FlyAbove
): Promise<void> {
	const { lastRig } = selection;
	if (!lastRig) return;
	selection.selectRig(lastRig.id);
	strip.setRig(withCast(rigFromDocument(lastRig.body), [upper]));
	await putOnPoint({ documents, selection }, point);
}
