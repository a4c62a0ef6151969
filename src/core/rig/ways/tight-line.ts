import type { WayDefinition } from './way';

/** A hand that feels the bed draws in so much at a touch, m (our estimate). */
const DRAWN_IN = 0.05;

/** The line hangs from the tip, which leads it down the current. */
export const tightLine = {
	words: 'tight line',
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
} as const satisfies WayDefinition;
