import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Desk, emptyShelf, match, USUAL_WISHES, type Locks } from '../src/core/match/index';
import {
	bandFor,
	drifting,
	DRIFTS,
	verdictOf,
	type DriftQuestion
} from '../src/core/predict/index';
import {
	lieFromDocument,
	recipeFromDocument,
	rigFromDocument,
	type FlyBodyDocument,
	type LieBodyDocument,
	type RigBodyDocument,
	type RiverBodyDocument
} from '../src/lib/contract/documents';

/** A lie, a rig and a fly of the demo. */
export interface Cell {
	readonly name: string;
	readonly question: DriftQuestion;
	/** Whether a search is made for it too. */
	readonly searched: boolean;
}

/** Every lie and rig of the demo with each third of its flies. @param folder of the demo's files */
export function cells(folder: string): Cell[] {
	const read = <Body>(file: string) =>
		JSON.parse(readFileSync(join(folder, file), 'utf8')) as { name: string; body: Body };
	const files = readdirSync(folder).filter((file) => file.endsWith('.json'));
	const of = <Body>(kind: string) =>
		files.filter((file) => file.startsWith(kind)).map((file) => read<Body>(file));
	const [river] = of<RiverBodyDocument>('river-') as [
		{ body: RiverBodyDocument; lies: { name: string; body: LieBodyDocument }[] }
	];
	const flies = of<FlyBodyDocument>('fly-').filter((_, k) => k % 3 === 0);
	return river.lies.flatMap((lie) =>
		of<RigBodyDocument>('rig-').flatMap((rig) =>
			flies.map((fly, k) => ({
				searched: k === 0,
				name: `${lie.name}, ${rig.name}, ${fly.name}`,
				question: {
					recipe: recipeFromDocument(fly.body.recipe),
					rig: rigFromDocument(rig.body),
					lie: lieFromDocument(lie.body),
					celsius: river.body.temperatureC
				}
			}))
		)
	);
}

const ALL: Locks = { hook: true, bead: true, coil: true, rib: true, dressing: true };

/**
 * The chance of a cell by whole bands: as prediction and table have it, in the pieces of a view, and for one fly
 * of each lie and rig in the list of a search that may change nothing (null where none lists the fly).
 */
export async function everyWay({ name, question, searched }: Cell) {
	const ready = drifting(question);
	const band = bandFor(ready, DRIFTS.whole);
	const desk = new Desk();
	let good = 0;
	for (let from = 0; from < DRIFTS.whole && !searched; from += 20) {
		const piece = desk.do({ kind: 'follow', question, from, to: from + 20 });
		good += (piece as { good: number }).good;
	}
	const lane = {
		ask: (task: Parameters<Desk['do']>[0]) => Promise.resolve(desk.do(task) as never)
	};
	const asked = { ...question, shelf: emptyShelf, wishes: USUAL_WISHES, locks: ALL };
	const found = searched ? await match(asked, [lane], () => undefined) : null;
	const [first] = found?.list ?? [];
	return {
		name,
		...{ chance: band.chance, verdict: verdictOf(band.chance) },
		others: { pieces: searched ? null : good / DRIFTS.whole, listed: first ? first.chance : null },
		hand: ready.hand.found.map(({ control, value }) => `${control} ${value}`).join(', ')
	};
}
