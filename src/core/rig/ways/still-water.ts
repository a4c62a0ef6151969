import type { WayDefinition } from './way';

/** Cast into standing water, counted down, and drawn in. */
export const stillWater = {
	words: 'still water',
	floats: null,
	held: ['countdown', 'retrieve'],
	found: ['countdown', 'retrieve'],
	led: false,
	asks: 'drift',
	late: 'count',
	landing: 'straight',
	numbers: ['tippetLength', 'leaderLength', 'leaderDiameter', 'rod', 'tipHeight'],
	top: ({ tipHeight, countdown, retrieve }) => ({
		kind: 'retrieve',
		height: tipHeight,
		wait: countdown,
		speed: retrieve
	})
} as const satisfies WayDefinition;
