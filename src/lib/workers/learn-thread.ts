import {
	learn,
	type Expansion,
	type Learning,
	type Observation,
	type Reset,
	type Surrogate
} from '../../core/learn/index';

/** What was worked out in this thread before: an entry more costs what it is itself. */
const kept = new Map<string, Surrogate>();
const expanded = new Map<string, Expansion | null>();

/** Learning in a thread of the server. */
export default function learned({
	observations,
	resets
}: {
	readonly observations: readonly Observation[];
	readonly resets: readonly Reset[];
}): Learning {
	return learn(observations, { resets, kept, expanded });
}
