import { expect, test } from 'vitest';
import {
	alike,
	codeFaults,
	codeOf,
	codeWarnings,
	lookAlikes,
	proposedCode,
	stepOf,
	stepWords,
	type WeightCode
} from './weight-code';
import { tidyAbout } from './about';

const code: WeightCode = {
	part: 'thread',
	by: 'weight',
	steps: [{ colour: 'white', upTo: 0.2 }, { colour: 'orange', upTo: 0.4 }, { colour: 'red' }]
};
const weighing = (massG: number) => ({ massG, beadMm: 3 });

test('a weight has the colour of the step that it is in, its end included', () => {
	expect([0.1, 0.2, 0.201, 0.4, 2].map((g) => stepOf(code, weighing(g)))).toEqual([0, 0, 1, 1, 2]);
	expect(code.steps.map((_, k) => stepWords(code, k))).toEqual([
		'up to 0.2 g',
		'0.2 g to 0.4 g',
		'over 0.4 g'
	]);
	const byBead: WeightCode = {
		...code,
		by: 'bead',
		steps: [{ colour: 'white', upTo: 3 }, { colour: 'red' }]
	};
	expect(stepOf(byBead, weighing(9))).toBe(0);
	expect(stepOf(byBead, { massG: 9, beadMm: null })).toBeNull();
	expect(stepWords(byBead, 1)).toBe('over 3 mm');
});

test('a fly whose thread says another weight is told', () => {
	expect(codeOf(code, weighing(0.3), { thread: 'orange' }).contradicts).toBeNull();
	expect(codeOf(code, weighing(0.3)).colour).toBe('orange');
	expect(codeOf(code, weighing(0.3), { thread: 'white' }).contradicts).toBe(
		'Its thread is white: by your code that is up to 0.2 g.'
	);
	expect(codeOf(code, weighing(0.3), { thread: 'blue' }).contradicts).toContain('does not use');
});

test('colours that one takes for each other are told, and ends that do not rise', () => {
	// By eye, common practice, no source.
	expect(alike('copper', 'orange') && alike('gold', 'yellow') && alike('brown', 'claret')).toBe(
		true
	);
	expect(alike('red', 'black') || alike('white', 'orange') || alike('blue', 'red')).toBe(false);
	expect(alike('blue', 'purple') || alike('copper', 'gold')).toBe(false);
	const odd: WeightCode = {
		...code,
		steps: [{ colour: 'copper', upTo: 0.4 }, { colour: 'orange', upTo: 0.3 }, { colour: 'copper' }]
	};
	expect(codeFaults(odd)).toEqual([null, 'It must end above the one before.', null]);
	expect(codeWarnings(odd)).toEqual([
		null,
		'copper and orange look alike in the box.',
		'Two steps are copper.'
	]);
});

test('a ladder gets a colour for each weight, ends half way between them, and none like another', () => {
	const proposed = proposedCode('tag', 'weight', [0.4, 0.1, 0.205, 0.2]);
	// √(0.1 × 0.2) and √(0.205 × 0.4), by hand.
	expect(proposed.steps.map(({ upTo }) => upTo)).toEqual([0.141, 0.286, undefined]);
	expect(codeWarnings(proposed)).toEqual([null, null, null]);
	const many = proposedCode(
		'tag',
		'weight',
		Array.from({ length: 30 }, (_, k) => 0.05 * 1.2 ** k)
	);
	expect(many.steps).toHaveLength(8);
	expect(codeFaults(many).filter(Boolean)).toEqual([]);
});

test('two of the box that look alike and weigh apart are named, the lighter first', () => {
	const fly = (name: string, massG: number, colours = {}) => ({
		name,
		look: 'jig 14',
		colours,
		massG
	});
	const named = (...flies: ReturnType<typeof fly>[]) =>
		lookAlikes(flies).map(([a, b]) => `${a.name} ${b.name}`);
	expect(named(fly('a', 0.3), fly('b', 0.2))).toEqual(['b a']);
	expect(named(fly('a', 0.3), fly('b', 0.29))).toEqual([]);
	expect(named(fly('a', 0.3, { thread: 'red' }), fly('b', 0.2, { thread: 'white' }))).toEqual([]);
	expect(named(fly('a', 0.3, { bead: 'copper' }), fly('b', 0.2, { bead: 'orange' }))).toEqual([
		'b a'
	]);
	expect(lookAlikes([fly('a', 0.3), { ...fly('b', 0.2), look: 'jig 16' }])).toEqual([]);
});

test('what says nothing of a fly is not kept, and what does is', () => {
	expect(tidyAbout({ notes: ' ', colours: {}, meantSo: [], minutes: undefined })).toBeUndefined();
	expect(tidyAbout({ minutes: 12, notes: '' })).toEqual({ minutes: 12 });
});
