import Archive from '@lucide/svelte/icons/archive';
import Package from '@lucide/svelte/icons/package-open';
import type { Component } from 'svelte';

/** A stroke or a dot of a place's sign, in a square of 24. */
export type SignMark =
	| { readonly d: string; readonly dash?: string }
	| {
			readonly x: number;
			readonly y: number;
			readonly r: number;
			/** Whether it has a line round it, too. */
			readonly ringed?: true;
	  };

interface ViewPlace {
	readonly path: string;
	readonly name: string;
	/** The letter that leads there. */
	readonly key: string;
	/** What it is for, as the list of what can be done says it behind its name. */
	readonly words: string;
	readonly sign: readonly SignMark[] | Component<{ size?: number; 'aria-hidden'?: 'true' }>;
}

/** Where one can go: the rail, the keys and the list of keys read this. */
export const places: readonly ViewPlace[] = [
	{
		path: '/',
		name: 'Bench',
		key: 'B',
		words: 'one fly: its build, its drawing, what one step buys',
		sign: [{ d: 'M7 9h9a4 4 0 0 1 0 8h-2' }, { x: 6, y: 9, r: 3, ringed: true }]
	},
	{
		path: '/water',
		name: 'Water',
		key: 'V',
		words: 'lies, a leaf timed, flow of the day',
		sign: [{ d: 'M4 4v16h17' }, { d: 'M4 20c6-1 9-4 10-16' }, { d: 'M4 9h9M4 14h6.500' }]
	},
	{
		path: '/drift',
		name: 'Drift',
		key: 'G',
		words: 'its path in the water; Space plays it',
		sign: [{ d: 'M2 6h20M2 20h20' }, { d: 'M3 6c4 0 5 10 10 10h4' }, { x: 18.5, y: 16, r: 1.8 }]
	},
	{
		path: '/match',
		name: 'Match',
		key: 'M',
		words: 'from the water to the fly',
		sign: [
			{ d: 'M4 3v17h17' },
			{ d: 'M9 6v11M15 6v11', dash: '2 2.500' },
			{ x: 12, y: 13, r: 2 },
			{ x: 18.5, y: 8, r: 1.5 }
		]
	},
	{
		path: '/batch',
		name: 'Batch',
		key: 'Y',
		words: 'tying a run: cut list, marks, steps',
		sign: [
			{ d: 'M3 7h5a2.500 2.500 0 0 1 0 5H7M13 7h5a2.500 2.500 0 0 1 0 5h-1' },
			{ d: 'M8 17h5a2.500 2.500 0 0 1 0 5h-1' },
			{ x: 3, y: 7, r: 1.5, ringed: true },
			{ x: 13, y: 7, r: 1.5, ringed: true },
			{ x: 8, y: 17, r: 1.5, ringed: true }
		]
	},
	{
		path: '/box',
		name: 'Box',
		key: 'X',
		words: 'what is tied and still there',
		sign: [
			{ d: 'M3 9h18v11H3zM3 9l2-5h14l2 5M3 14.500h18' },
			{ x: 8, y: 12, r: 0.8, ringed: true },
			{ x: 15, y: 12, r: 0.8, ringed: true },
			{ x: 11, y: 17.5, r: 0.8, ringed: true }
		]
	},
	{
		path: '/outing',
		name: 'Outing',
		key: 'C',
		words: 'a day on the river: which fly where, and how to hold it',
		sign: [
			{ d: 'M3 20c5 0 4-5 9-5s4-5 9-5', dash: '3 2.500' },
			{ d: 'M7 3v8M7 3l5 2-5 2' },
			{ x: 17, y: 18, r: 2 }
		]
	},
	{
		path: '/log',
		name: 'Log',
		key: 'L',
		words: 'weigh, time, note; what was learned',
		sign: [{ d: 'M12 3v3M4 8h16M12 6v13M8 20h8' }, { d: 'M4 8l-2 6h5zM20 8l-2.500 6h5z' }]
	},
	{
		path: '/beads',
		name: 'Beads',
		key: 'Q',
		words: 'which bead? A question without a recipe',
		sign: [
			{ x: 4.5, y: 15, r: 2.5 },
			{ x: 11, y: 13.5, r: 3.5 },
			{ x: 19, y: 12, r: 4.5 }
		]
	},
	{ path: '/stock', name: 'Stock', key: 'S', words: 'what lies in the drawers', sign: Package },
	{
		path: '/files',
		name: 'Files',
		key: 'K',
		words: 'take out, bring in, copies, restore',
		sign: Archive
	}
];
