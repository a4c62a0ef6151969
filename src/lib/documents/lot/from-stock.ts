import {
	dressingOf,
	firstOf,
	ofKind,
	partNames,
	type Dressing,
	type DressingPart,
	type PartName,
	type Recipe
} from '$core/fly/index';
import type { LotRow } from '../kinds';
import { materialOf, weighedEach } from './body';
import { recipeFromDocument, recipeToDocument, type RecipeDocument } from '../fly/recipe';

/** What a packet of dressing can be tied in as: the kind of each part that it makes. */
export const dressingUses: Readonly<
	Record<string, { readonly [Part in DressingPart]?: NonNullable<KindOf<Part>> }>
> = {
	'tight dubbing': {
		body: 'dubbingTight',
		rearThorax: 'dubbingTight',
		thorax: 'dubbingTight',
		frontThorax: 'dubbingTight',
		head: 'dubbingTight',
		underbody: 'dubbing'
	},
	'loose dubbing': {
		body: 'dubbingLoose',
		rearThorax: 'dubbingLoose',
		thorax: 'dubbingLoose',
		frontThorax: 'dubbingLoose',
		head: 'dubbingLoose',
		underbody: 'dubbing'
	},
	quill: { body: 'quill' },
	herl: { body: 'herl', rearThorax: 'herl', thorax: 'herl', frontThorax: 'herl', head: 'herl' },
	floss: { body: 'floss', tag: 'floss', tail: 'floss' },
	vinyl: { body: 'vinyl' },
	wool: {
		underbody: 'wool',
		body: 'wool',
		rearThorax: 'wool',
		thorax: 'wool',
		frontThorax: 'wool',
		head: 'wool',
		tag: 'wool'
	},
	foam: { underbody: 'foam' },
	chenille: {
		body: 'chenille',
		rearThorax: 'chenille',
		thorax: 'chenille',
		frontThorax: 'chenille',
		head: 'chenille'
	},
	'hide strip': {
		tail: 'hide',
		back: 'hide',
		body: 'hide',
		rearThorax: 'hide',
		thorax: 'hide',
		frontThorax: 'hide',
		head: 'hide'
	},
	'flat tinsel': { body: 'tinsel', tag: 'tinsel' },
	plume: { tail: 'plume', hackle: 'plume', collar: 'plume', thirdCollar: 'plume', palmer: 'plume' },
	flash: { tail: 'flash', flash: 'flash', legs: 'flash', horns: 'flash' },
	foil: { back: 'foil', wingCase: 'foil' },
	feather: {
		tail: 'feather',
		legs: 'feather',
		wingCase: 'feather',
		back: 'feather',
		wings: 'slips',
		horns: 'feather'
	},
	hair: {
		tail: 'hair',
		legs: 'hair',
		hackle: 'hair',
		collar: 'hair',
		thirdCollar: 'hair',
		wings: 'hair',
		horns: 'hair'
	},
	'synthetic fibres': { tail: 'synthetic' },
	rubber: { legs: 'rubber', tail: 'rubber', horns: 'rubber' },
	'plastic film': { wingCase: 'film', back: 'film', wings: 'film' },
	'soft hackle': {
		hackle: 'softHackle',
		collar: 'softHackle',
		thirdCollar: 'softHackle',
		palmer: 'softHackle'
	},
	'stiff hackle': {
		hackle: 'stiffHackle',
		collar: 'stiffHackle',
		thirdCollar: 'stiffHackle',
		palmer: 'stiffHackle'
	},
	down: { hackle: 'down', collar: 'down', thirdCollar: 'down' },
	fur: { hackle: 'fur', collar: 'fur', thirdCollar: 'fur' }
};
/** The parts that a packet of dressing may be for. */
const TIED_IN = {
	tail: true,
	flash: true,
	tag: true,
	back: true,
	palmer: true,
	underbody: true,
	body: true,
	rearThorax: true,
	thorax: true,
	frontThorax: true,
	wingCase: true,
	wings: true,
	legs: true,
	hackle: true,
	collar: true,
	thirdCollar: true,
	horns: true,
	head: true
};
type KindOf<Part extends DressingPart> = Dressing[Part] extends infer Choice
	? Choice extends { readonly kind: infer Kind }
		? Kind
		: never
	: never;

/** Whether a part of a fly can be made from the lot. */
export function makes({ body }: LotRow, part: PartName): boolean {
	// A spool of ribbing does for either rib.
	if (!body.dressing) return materialOf(body) === (part === 'secondRib' ? 'rib' : part);
	const { kind } = body.dressing;
	// A packet with a name of its own may be anything that is tied in.
	return Object.hasOwn(dressingUses, kind) ? part in dressingUses[kind]! : part in TIED_IN;
}

/** The parts of a fly that can be made from the lot. */
export const partsFrom = (lot: LotRow) => partNames.filter((part) => makes(lot, part));

/** The lots that a part is from; empty when it is nominal. */
export function lotsOf(recipe: Recipe, part: PartName): string[] {
	if (part === 'finish') return Object.values(recipe.finish?.lots ?? {});
	const lot = recipe[part]?.lot;
	return lot === undefined ? [] : [lot];
}

const INCH_MM = 25.4;

/**
 * The recipe with its part taken from the lot: nominal values, and what was measured of the lot.
 *
 * @param part which one, since a packet of dressing makes several
 */
export function withLot(recipe: RecipeDocument, lot: LotRow, part: PartName): RecipeDocument {
	const { id, body } = lot;
	const { hook, bead, coil, thread, rib, dressing, finish, measured } = body;
	const each = weighedEach(body);
	if (hook) {
		const found = {
			...(measured?.wireMm === undefined ? {} : { wireMm: measured.wireMm }),
			...(each === null ? {} : { massG: Number(each.toPrecision(6)) })
		};
		return {
			...recipe,
			hook: { ...hook, lot: id, ...(Object.keys(found).length ? { measured: found } : {}) }
		};
	}
	if (bead) {
		return {
			...recipe,
			bead: {
				...bead,
				lot: id,
				...(each === null ? {} : { weighedG: Number(each.toPrecision(6)) })
			}
		};
	}
	if (coil) {
		const wire =
			measured?.wireMm === undefined
				? { wireInch: coil.wireInch }
				: { wireInch: Number((measured.wireMm / INCH_MM).toFixed(8)), measured: true };
		return {
			...recipe,
			coil: { turns: recipe.coil?.turns ?? 3, metal: coil.metal, ...wire, lot: id }
		};
	}
	if (thread) {
		const usual = { baseLayers: 1, dam: true, headTurns: 8 };
		return { ...recipe, thread: { ...usual, ...recipe.thread, denier: thread.denier, lot: id } };
	}
	if (rib) {
		const wireMm = measured?.wireMm ?? rib.wireMm;
		const usual = { turns: 6, against: true };
		const which = part === 'secondRib' ? 'secondRib' : 'rib';
		const made = { ...usual, ...recipe[which], kind: rib.kind, wireMm, lot: id };
		return { ...recipe, [which]: made };
	}
	if (finish) {
		const inner = recipeFromDocument(recipe);
		const usual = inner.finish ?? firstOf(inner, 'finish');
		const drops = Math.max(1, usual[finish.kind]);
		const lots = { ...usual.lots, [finish.kind]: id };
		return recipeToDocument({ ...inner, finish: { ...usual, [finish.kind]: drops, lots } });
	}
	if (dressing && makes(lot, part)) {
		const inner = recipeFromDocument(recipe);
		const tied = dressingOf(inner)[part as 'body'] ?? firstOf(inner, part as 'body');
		const uses = Object.hasOwn(dressingUses, dressing.kind) ? dressingUses[dressing.kind]! : {};
		const kind = uses[part as 'body'] ?? tied.kind;
		const made = kind === tied.kind ? tied : ofKind(inner, part as 'body', tied, kind);
		return recipeToDocument({ ...inner, [part]: { ...made, lot: id } });
	}
	return recipe;
}
