import type { StepKey, TiersWay } from '$core/batch/index';
import { fitCodes, type FitCode } from '$core/fly/index';

/** Colours that bead, thread, collar, tag and head come in, as they are drawn. */
export const flyColours = {
	copper: '#b5651d',
	gold: '#c9a227',
	silver: '#b8bcc0',
	black: '#1d1d1d',
	white: '#f4f2ea',
	grey: '#8a8d8f',
	olive: '#6b7336',
	brown: '#6b4423',
	claret: '#6d1a2d',
	red: '#c62828',
	orange: '#e8761a',
	pink: '#e56aa3',
	yellow: '#e6c619',
	chartreuse: '#a6d608',
	blue: '#2f6db5',
	purple: '#6a3d9a'
} as const;
export type FlyColour = keyof typeof flyColours;
export const flyColourNames = Object.keys(flyColours) as readonly FlyColour[];

/** The parts whose colour tells flies apart in the box. */
export const colouredParts = ['bead', 'thread', 'collar', 'tag', 'head'] as const;
export type ColouredPart = (typeof colouredParts)[number];
export type FlyColouring = Partial<Record<ColouredPart, FlyColour>>;

/** A tier's own way of tying a fly. */
export interface TyingWay {
	/** Steps in the tier's order; those that it does not name stand where they usually do. */
	order?: readonly StepKey[];
	/** The tier's own words at steps. */
	handling?: readonly Handling[];
}
export interface Handling {
	readonly step: StepKey;
	readonly words: string;
}
/** Steps of an order, and words at a step. */
export const MOST_ORDERED = 60;
export const MOST_HANDLING = 200;

/** What a fly is kept with, besides how it is tied. */
export interface AboutFly {
	imitates?: string;
	season?: string;
	water?: string;
	/** Words to find it by, with commas. */
	tags?: string;
	notes?: string;
	colours?: FlyColouring;
	/** How it is tied, where that is not as usual. */
	tying?: TyingWay;
	/** Minutes that tying one took. */
	minutes?: number;
	/** SHA-256 of a photo that is kept beside the documents, hex. */
	photo?: string;
	/** Notes of the fit that were answered: it is meant so. */
	meantSo?: readonly FitCode[];
}

/** The longest that a fly takes to tie, minutes. */
export const MOST_MINUTES = 600;

/** The largest photo that is looked at, bytes; cameras write less. */
export const MOST_PHOTO = 24 * 2 ** 20;
/** What a photo is called by: the SHA-256 of its file, hex. */
export const PHOTO_HASH = /^[0-9a-f]{64}$/;

/** What is written, by field: how it is called and how long it may be. */
export const aboutTexts = {
	imitates: { words: 'Imitates', most: 80 },
	season: { words: 'Season', most: 80 },
	water: { words: 'Water', most: 80 },
	tags: { words: 'Tags, with commas', most: 160 },
	notes: { words: 'Notes', most: 2000 }
} as const satisfies Partial<Record<keyof AboutFly, { words: string; most: number }>>;
export type AboutText = keyof typeof aboutTexts;
export const aboutTextNames = Object.keys(aboutTexts) as readonly AboutText[];

/** Without what says nothing; undefined where nothing is left. */
export function tidyAbout(about: AboutFly): AboutFly | undefined {
	const said = (value: unknown) =>
		typeof value === 'string'
			? value.trim() !== ''
			: Array.isArray(value)
				? value.length > 0
				: typeof value === 'object' && value !== null
					? Object.keys(value).length > 0
					: value !== undefined;
	const kept = Object.entries(about).filter(([, value]) => said(value));
	return kept.length > 0 ? Object.fromEntries(kept) : undefined;
}

/** What it is found by in lists. */
export const aboutWords = ({ imitates, season, water, tags, colours }: AboutFly = {}): string =>
	[imitates, season, water, tags, ...Object.values(colours ?? {})].filter(Boolean).join(', ');

/** Its fields as they stand in a history. */
export function aboutShown(about: AboutFly = {}): readonly (readonly [string, string])[] {
	const clipped = (text = '') => (text.length > 40 ? `${text.slice(0, 39)}…` : text);
	return [
		...aboutTextNames.map((field) => [field, clipped(about[field]) || 'none'] as const),
		...colouredParts.map(
			(part) => [`colour of the ${part}`, about.colours?.[part] ?? 'not said'] as const
		),
		['time it took', about.minutes === undefined ? 'not said' : `${about.minutes} min`],
		['order of steps', about.tying?.order?.join(', ') ?? 'as usual'],
		[
			'handling',
			about.tying?.handling?.map(({ step, words }) => `${step}: ${clipped(words)}`).join('; ') ??
				'nothing said'
		],
		['photo', about.photo === undefined ? 'none' : about.photo.slice(0, 8)],
		['meant so', fitCodes.filter((code) => about.meantSo?.includes(code)).join(', ') || 'nothing']
	];
}

/** As the steps are worked out with it. */
export const tiersWayOf = ({ order = [], handling = [] }: TyingWay = {}): TiersWay => ({
	order,
	handling: Object.fromEntries(handling.map(({ step, words }) => [step, words]))
});

/** The colours of a drawing. */
export const colouringOf = ({ colours = {} }: AboutFly = {}): Partial<
	Record<ColouredPart, string>
> =>
	Object.fromEntries(Object.entries(colours).map(([part, colour]) => [part, flyColours[colour]]));
