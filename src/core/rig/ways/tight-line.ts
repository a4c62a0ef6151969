import { wayOf } from './way';

/**
 * How fast a tip is led where nobody says: the water a hand above the bed runs at 0.5 to 0.7 of the
 * surface, and a faster tip tows the fly.
 */
export const USUAL_LEAD = 0.6;

/** A hand that feels the bed draws in so much at a touch, m (our estimate). */
const DRAWN_IN = 0.05;

/** The line hangs from the tip, which leads it down the current. */
export const tightLine = wayOf({
	words: 'tight line',
	parts: ['rod', 'tipHeight', 'leader', 'lead', 'feelsBed'],
	floats: null,
	held: ['line'],
	found: ['line'],
	led: true,
	asks: 'drift',
	late: 'room',
	landing: 'slack',
	numbers: ['tippetLength', 'leaderDiameter', 'rod', 'tipHeight'],
	top: ({ tipHeight, lead, feelsBed }) => ({
		kind: 'tip',
		height: tipHeight,
		lead,
		drawsIn: feelsBed ? DRAWN_IN : 0
	})
});
