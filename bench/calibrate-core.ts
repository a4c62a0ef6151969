import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Desk } from '../src/core/match/index';
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
			flies.map((fly) => ({
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

/** The chance of a cell by whole bands: as prediction and table have it, and in the pieces of a search. */
export function both({ name, question }: Cell) {
	const ready = drifting(question);
	const band = bandFor(ready, DRIFTS.whole);
	const desk = new Desk();
	let good = 0;
	for (let from = 0; from < DRIFTS.whole; from += 20) {
		const piece = desk.do({ kind: 'follow', question, from, to: from + 20 });
		good += (piece as { good: number }).good;
	}
	return {
		name,
		...{ chance: band.chance, pieces: good / DRIFTS.whole, verdict: verdictOf(band.chance) },
		hand: ready.hand.found.map(({ control, value }) => `${control} ${value}`).join(', ')
	};
}
