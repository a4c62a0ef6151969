import { learn, type Expansion, type Learning, type OutingLikelihood } from '$core/learn/index';
import { MODEL_VERSION } from '$core/predict/index';
import { collectionsOf } from '$lib/documents/kinds';
import { evidenceOf } from '$lib/evidence/observations';
import { hashOf, measuredIn, type MeasuredBuilds } from './measured';
import { rowsFrom, type DocumentTexts } from './store/document-texts';

/** All documents that say what was found, as they are kept. */
export interface LearnAsked {
	readonly texts: DocumentTexts;
	/** The origin of what was learned last, if anything was. */
	readonly known: string | null;
}

export interface LearnedInThread {
	/** Of what it is learned, and by which model: another model learns otherwise. */
	readonly origin: string;
	readonly observations: number;
	readonly measured: MeasuredBuilds;
	/** null when the origin is the known one. */
	readonly learning: Learning | null;
}

/** What was worked out in this thread before: an entry more costs what it is itself. */
const kept = new Map<string, OutingLikelihood>();
const expanded = new Map<string, Expansion | null>();

/** Reads what was found and learns from it, in a thread of the server. */
export default function learned({ texts, known }: LearnAsked): LearnedInThread {
	const evidence = evidenceOf(collectionsOf(rowsFrom(texts)));
	const { observations, resets } = evidence;
	const origin = hashOf([MODEL_VERSION, evidence]);
	return {
		origin,
		observations: observations.length,
		measured: measuredIn(evidence),
		learning: origin === known ? null : learn(observations, { resets, kept, expanded })
	};
}
