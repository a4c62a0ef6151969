import type { BeliefName, Contribution } from '$core/belief/index';

/** What a belief is to a tier, and what would make it surer. */
function about(belief: BeliefName): readonly [string, string] {
	if (belief.startsWith('bead.')) {
		return belief.endsWith('.density')
			? ['the bead’s alloy', 'weigh ten of them']
			: ['the bead’s measures', 'weigh ten of them'];
	}
	if (belief.startsWith('hook.')) {
		return belief === 'hook.wire'
			? ['the hook’s wire', 'weigh ten hooks or measure it']
			: ['the hook’s measures', 'weigh ten hooks or measure one'];
	}
	if (belief.startsWith('coil.')) return ['the coil’s wire', 'measure it'];
	if (belief === 'fly.weighed') return ['the scale’s step', 'weigh several together'];
	if (belief.startsWith('tied.')) return ['one fly differing from the next', 'weigh this one'];
	if (belief === 'thread.mass' || belief === 'rib.mass') return ['thread and rib', 'weigh the fly'];
	return ['the dressing', 'weigh the finished fly'];
}

/** Where most of the mass's spread comes from and what to do: "most of it from the bead’s alloy: weigh ten of them". */
export function spreadAdvice(contributions: readonly Contribution[]): string {
	const first = contributions[0];
	if (!first) return '';
	const [what, remedy] = about(first.belief);
	const part = first.belief.split('.')[0];
	// The same thing's beliefs together: a hook is unsure in wire, shank and gape.
	const share = contributions
		.filter(({ belief }) => belief.split('.')[0] === part)
		.reduce((sum, c) => sum + c.share, 0);
	const second = contributions.find(({ belief }) => belief.split('.')[0] !== part);
	const also = second && second.share > 0.15 ? `, then ${about(second.belief)[0]}` : '';
	return `${share > 0.5 ? 'Most of the spread' : 'The largest share of the spread'} comes from ${what}${also}: ${remedy}.`;
}
