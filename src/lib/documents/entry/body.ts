import { dropField, GRAM, massField, wireLengthField } from '$core/quantity/index';
import { sights, type Sight } from '$core/learn/index';
import type { LieBodyDocument } from '../lie/body';
import type { RigBodyDocument } from '../rig/body';
import type { RecipeDocument } from '../fly/recipe';

/**
 * An entry of the log: just one of weighing, drop, outing, exclusion and reset is there. It holds what it
 * was of as that stood, so that it never changes when a fly, a lot or a lie is edited.
 */
export interface EntryBodyDocument {
	/** When, ms since 1970. */
	at: number;
	weighing?: WeighingDocument;
	drop?: DropDocument;
	outing?: OutingDocument;
	/** A weighing of the stock or of a batch that is left out of the learning. */
	exclusion?: { of: string };
	/** What was learned of it until then is set aside. */
	reset?: { score: string };
	/** Left out of the learning. */
	excluded?: boolean;
	/** The prediction as it stood: grams of one (of wire a metre), seconds, or the chance of it, 0 to 1. */
	expected?: { value: number; low: number; high: number };
	note?: string;
}

export const weighedThings = ['fly', 'beads', 'hooks', 'wire'] as const;
export type WeighedThing = (typeof weighedThings)[number];

export interface WeighingDocument {
	of: WeighedThing;
	/** The fly, or one whose bead, hook or wire it is. */
	recipe: RecipeDocument;
	/** How many lay on the scale; 1 of wire. */
	count: number;
	/** All together. */
	massG: number;
	/** What the scale's last figure counts. */
	scaleStepG: number;
	/** Of wire. */
	lengthM?: number;
}
export const wets = ['soaked', 'fresh'] as const;
export interface DropDocument {
	recipe: RecipeDocument;
	wet: (typeof wets)[number];
	temperatureC: number;
	/** From the surface, or between the gates. */
	distanceM: number;
	/** Each run. */
	runsS: number[];
	/** Spread of one key press. */
	reactionS: number;
	/** It drew a tippet of this diameter after it. */
	tippetMm?: number;
	/** Timed between two light gates. */
	gates?: boolean;
}
export interface OutingDocument {
	recipe: RecipeDocument;
	/** The water as it was on that day. */
	lie: LieBodyDocument;
	lieName: string;
	/** By which what is learned of the lie is found again. */
	lieKey: string;
	rig: RigBodyDocument;
	rigName: string;
	temperatureC: number;
	/** m³/s, where it was known. */
	flowM3s?: number;
	saw: Sight;
	fish: boolean;
	/** The fly stayed there. */
	lost?: boolean;
	/** What it says of the parameters, worked out when it was entered. */
	fit?: { model: number; logOdds: number; slopes: { parameter: string; slope: number }[] };
}
export { sights, type Sight };

export const logKinds = ['weighing', 'drop', 'outing', 'exclusion', 'reset'] as const;
export type LogKind = (typeof logKinds)[number];

/** What it is an entry of; null when none or several are given. */
export function logKind(body: EntryBodyDocument): LogKind | null {
	const given = logKinds.filter((kind) => body[kind] !== undefined);
	return given.length === 1 ? given[0]! : null;
}

export const sightWords: Readonly<Record<Sight, string>> = {
	touched: 'ticked the bed',
	untouched: 'never touched the bed',
	hungUp: 'hung up',
	atDepth: 'was seen at the depth of the fish'
};

/** What was found, in a few words. */
export function entryWords({
	weighing,
	drop,
	outing,
	reset,
	exclusion
}: EntryBodyDocument): string {
	if (weighing) {
		const { of, count, massG, lengthM } = weighing;
		const weight = massField.show(massG * GRAM);
		if (of === 'wire') return `${wireLengthField.show(lengthM!)} weigh ${weight}`;
		return count === 1 ? `weighs ${weight}` : `${count} weigh ${weight}`;
	}
	if (drop) {
		const { runsS, distanceM } = drop;
		return `${dropField.show(distanceM)} in ${runsS.map((s) => s.toFixed(2)).join(', ')} s`;
	}
	if (outing)
		return `${outing.lieName}: ${sightWords[outing.saw]}${outing.fish ? ', a fish' : ''}${outing.lost ? ', the fly lost' : ''}`;
	if (reset) return `learned anew: ${reset.score}`;
	return exclusion ? 'left out' : '';
}

/** What cannot be in an entry though each of its fields may; null when all is well. */
export function entryFault(body: EntryBodyDocument): { path: string; message: string } | null {
	if (logKind(body) === null) {
		const message = `An entry is just one of ${logKinds.join(', ')}.`;
		return { path: 'body', message };
	}
	const { weighing } = body;
	if (!weighing) return null;
	const { of, recipe, lengthM } = weighing;
	const path = 'body.weighing';
	if (of === 'wire' && lengthM === undefined)
		return { path: `${path}.lengthM`, message: 'Wire that is weighed has a length (lengthM).' };
	if ((of === 'wire' && !recipe.coil) || (of === 'beads' && !recipe.bead)) {
		const part = of === 'wire' ? 'coil' : 'bead';
		return {
			path: `${path}.recipe`,
			message: `The recipe must have the ${part} that was weighed.`
		};
	}
	return null;
}
