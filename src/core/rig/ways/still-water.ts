import { wayOf } from './way';

/** Cast into standing water, counted down, and drawn in. */
export const stillWater = wayOf({
	words: 'still water',
	parts: ['rod', 'tipHeight', 'leader', 'countdown', 'retrieve'],
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
});
