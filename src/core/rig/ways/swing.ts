import { wayOf } from './way';

/** The fly hangs in the current at the end of the line. The tight line lifts whatever hangs on it: what is asked is how deep it hangs. */
export const swing = wayOf({
	words: 'end of a swing',
	parts: ['rod', 'tipHeight', 'leader'],
	floats: null,
	held: ['line'],
	found: [],
	led: false,
	asks: 'depth',
	late: 'room',
	landing: 'slack',
	numbers: ['tippetLength', 'leaderLength', 'leaderDiameter', 'rod', 'tipHeight'],
	top: ({ tipHeight }) => ({ kind: 'hand', height: tipHeight })
});
