import { learn, type Learning, type Observation, type Reset } from '../../core/learn/index';

/** Learning in a thread of the server. */
export default function learned({
	observations,
	resets
}: {
	readonly observations: readonly Observation[];
	readonly resets: readonly Reset[];
}): Learning {
	return learn(observations, { resets });
}
