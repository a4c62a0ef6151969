import { expect, test } from 'vitest';
import { hangUpOver } from '../drift/index';
import { markOf, verdictOf } from './index';

// physics notes, section 7 (ours): max(0.25, min(asked, 0.9 of the best)).
test('what does the job: what is asked for, nearly the best, never below the floor', () => {
	expect(markOf(0.95)).toBe(0.7);
	expect(markOf(0.95, 0.9)).toBeCloseTo(0.855, 12);
	expect(markOf(0.5)).toBeCloseTo(0.45, 12);
	expect(markOf(0.1)).toBe(0.25);
	expect([0.85, 0.84, 0.6, 0.59, 0.4, 0.39, 0.25, 0.24].map(verdictOf)).toEqual([
		'yes',
		'likely',
		'likely',
		'even',
		'even',
		'unlikely',
		'unlikely',
		'no'
	]);
});

// Our estimates: 3 % a stone, stones two roughness heights apart; sand holds a tenth as often as gravel.
test('hang-ups by the way on the bed: gravel, boulders, sand', () => {
	expect(hangUpOver(1, 0.05)).toBeCloseTo(1 - Math.exp(-0.3), 12);
	expect(hangUpOver(1, 0.4)).toBeCloseTo(1 - Math.exp(-0.0375), 12);
	expect(hangUpOver(1, 0.005)).toBeCloseTo(1 - Math.exp(-0.03), 12);
	expect(hangUpOver(0, 0.05)).toBe(0);
});
