import type { StepKey } from '$core/batch/index';

/** What is often said at a step, to choose from (common practice, no source); whatever else, the tier writes. */
export const usualHandling: Readonly<Partial<Record<StepKey, readonly string[]>>> = {
	bead: ['Turn the vise over, so that the slot falls into place.', 'Check that it sits square.'],
	coil: [
		'Jam it into the recess.',
		'Butt it against the bead.',
		'A drop of glue on it before the thread.'
	],
	base: ['Spin the thread flat.', 'Close turns, no gaps.'],
	tail: [
		'Tip first.',
		'Two turns of thread under it, so that it stands.',
		'Measure the second against the first.'
	],
	flash: ['Leave it longer, and trim it when the fly is done.', 'Double it over the thread.'],
	'rib-in': ['Leave the end untrimmed until the next turn has held.'],
	'back-in': ['Shiny side down, so that it is up when it is over.'],
	underbody: ['Touch the thread with wax first.'],
	body: [
		'A loose first turn, then the pull.',
		'Twist it to a rope, so that it does not lie flat.',
		'Stretch it as it is tied in, and let it go towards the front.',
		'Shiny side up.',
		'A quarter of the dubbing that first seems right.'
	],
	palmer: ['Stroke the fibres back at each turn.'],
	rib: ['Pull each turn into the body.', 'Part the fur for each turn.'],
	'case-in': ['Leave it untrimmed until the thorax is done.'],
	wings: ['Dull side in, and the tips level.', 'Bind one, then the other.'],
	legs: ['Length by the hook gap.'],
	'case-over': ['Shiny side up.', 'Pull it level, not to one side.'],
	hackle: ['Stroke the fibres back at each turn.', 'Break the weak tip off first.'],
	'third-collar': ['Stroke the fibres back at each turn.'],
	'thorax-rear': ['Leave room for the legs in front of it.'],
	'thorax-front': ['Sparser than the rear.'],
	head: ['Trim it to a cone when it is wound.'],
	marker: ['Let it dry before the lacquer.'],
	'second-rib': ['Across the first, so that they bind each other.'],
	collar: ['Stroke the fibres back at each turn.'],
	horns: ['One to each side of the eye.'],
	whip: ['Five turns, and one knot more.'],
	resin: ['Turn the vise under the lamp.'],
	'rough-up': ['Away from the body, not along it.']
};
