import type { RibChoice } from './recipe';

/** A piece of a rib with its turns evenly over it, m from where the shank begins. */
export interface RibStretch {
	readonly from: number;
	readonly to: number;
	readonly turns: number;
}

/** Close turns of a rib lie this many wires apart (our estimate). */
export const CLOSE_PITCH = 1.2;

/**
 * Where a rib's turns lie, from the bend forward: evenly over what it covers, or half of them close and the others
 * open over the rest. Where there is no room to open they are all even.
 *
 * @param front, end of what it covers, m
 */
export function ribStretches(
	{ pitch, turns, wire }: Pick<RibChoice, 'pitch' | 'turns' | 'wire'>,
	front: number,
	end: number
): RibStretch[] {
	const close = Math.floor(turns / 2);
	const opens = end - CLOSE_PITCH * wire * close;
	const isRoom = opens - front > CLOSE_PITCH * wire * (turns - close);
	if (pitch !== 'closeFirst' || close === 0 || !isRoom) return [{ from: front, to: end, turns }];
	return [
		{ from: opens, to: end, turns: close },
		{ from: front, to: opens, turns: turns - close }
	];
}
