import { materials } from '../../material/index';
import { FUR, type NamedWrap } from './wrap';

/** What a body is wound from. */
export const bodyTable = {
	thread: { words: 'thread', solid: 0.75, density: materials.polyester.density, air: 0 },
	quill: { words: 'quill', solid: 0.7, density: FUR, air: 0 },
	herl: { words: 'herl', solid: 0.12, density: FUR, air: 0.4 },
	dubbingTight: { words: 'tight dubbing', solid: 0.28, density: FUR, air: 0.15 },
	dubbingLoose: { words: 'loose dubbing', solid: 0.12, density: FUR, air: 0.35 },
	// Fur held between two threads that are spun: it stands out all round (our estimate).
	dubbingLoop: { words: 'dubbing in a loop', solid: 0.09, density: FUR, air: 0.4 },
	// Pile on a core: a piece 2.5 mm thick weighs about 0.9 g a metre (our estimate).
	chenille: { words: 'chenille', solid: 0.12, density: materials.rayon.density, air: 0.4 },
	wool: { words: 'wool', solid: 0.22, density: FUR, air: 0.3 },
	// Leather and the fur on it, the strip wound edge to edge (our estimate).
	hide: { words: 'hide strip', solid: 0.2, density: FUR, air: 0.35 },
	tinsel: { words: 'flat tinsel', solid: 0.9, density: materials.polyester.density, air: 0 },
	floss: { words: 'floss', solid: 0.6, density: materials.polyester.density, air: 0 },
	vinyl: { words: 'vinyl', solid: 1, density: materials.vinyl.density, air: 0 },
	// Touching round wire fills π/4 of its layer.
	wire: { words: 'close wire', solid: Math.PI / 4, density: materials.copper.density, air: 0 }
} as const satisfies Readonly<Record<string, NamedWrap>>;

export type BodyKind = keyof typeof bodyTable;
export const bodyKinds = Object.keys(bodyTable) as readonly BodyKind[];

/** A thorax is one of these. */
export const thoraxKinds = [
	'dubbingTight',
	'dubbingLoose',
	'dubbingLoop',
	'herl',
	'chenille',
	'wool',
	'hide'
] as const satisfies readonly BodyKind[];
/** A tag, or hot spot, behind the body is one of these. */
export const tagKinds = [
	'thread',
	'floss',
	'tinsel',
	'dubbingTight',
	'wool',
	'herl'
] as const satisfies readonly BodyKind[];
export type TagKind = (typeof tagKinds)[number];

export type ThoraxKind = (typeof thoraxKinds)[number];

/** What lies under a body, for its taper or for its lift. */
export const underbodyTable = {
	dubbing: { words: 'dubbing', solid: 0.25, density: FUR, air: 0.2 },
	wool: { words: 'wool', solid: 0.22, density: FUR, air: 0.3 },
	thread: { words: 'thread', solid: 0.75, density: materials.polyester.density, air: 0 },
	// Its cells stay closed: they are part of the matter, and it lifts for good.
	foam: { words: 'foam', solid: 1, density: materials.foam.density, air: 0 }
} as const satisfies Readonly<Record<string, NamedWrap>>;

export type UnderbodyKind = keyof typeof underbodyTable;
export const underbodyKinds = Object.keys(underbodyTable) as readonly UnderbodyKind[];

/** Everything that is wound. */
export const wraps = { ...bodyTable, ...underbodyTable };
