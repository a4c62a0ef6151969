import type { ParameterName, Contribution } from '$core/parameter/index';

/** What a parameter is to a tier, and what would make it surer. */
function about(parameter: ParameterName): readonly [string, string] {
	if (parameter.startsWith('bead.')) {
		return parameter.endsWith('.density')
			? ['the bead’s alloy', 'weigh ten of them']
			: ['the bead’s measures', 'weigh ten of them'];
	}
	if (parameter.startsWith('hook.')) {
		return parameter === 'hook.wire'
			? ['the hook’s wire', 'weigh ten hooks or measure it']
			: ['the hook’s measures', 'weigh ten hooks or measure one'];
	}
	if (parameter.startsWith('coil.')) return ['the coil’s wire', 'measure it'];
	if (parameter === 'fly.weighed') return ['the scale’s step', 'weigh several together'];
	if (parameter.startsWith('tied.')) return ['one fly differing from the next', 'weigh this one'];
	if (parameter === 'thread.mass' || parameter === 'rib.mass')
		return ['thread and rib', 'weigh the fly'];
	return ['the dressing', 'weigh the finished fly'];
}

/** Where most of the mass's spread comes from and what to do: "most of it from the bead’s alloy: weigh ten of them". */
export function spreadAdvice(contributions: readonly Contribution[]): string {
	const first = contributions[0];
	if (!first) return '';
	const [what, remedy] = about(first.parameter);
	const part = first.parameter.split('.')[0];
	// The same thing's parameters together: a hook is unsure in wire, shank and gape.
	const share = contributions
		.filter(({ parameter }) => parameter.split('.')[0] === part)
		.reduce((sum, c) => sum + c.share, 0);
	const second = contributions.find(({ parameter }) => parameter.split('.')[0] !== part);
	const also = second && second.share > 0.15 ? `, then ${about(second.parameter)[0]}` : '';
	return `${share > 0.5 ? 'Most of the spread' : 'The largest share of the spread'} comes from ${what}${also}: ${remedy}.`;
}
