import { starterRecipe, type Recipe } from '$core/fly/index';
import { without } from '$core/quantity/index';
import { starterRig } from '$core/rig/index';
import type { Lie } from '$core/water/index';
import type { StripSelection } from '$lib/api/answers';
import { clipped } from '$lib/contract/names';
import { tidyAbout, type AboutFly, type FlyColouring } from '$lib/documents/fly/about';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { DocumentKind, DocumentRow, FlyRow, LieRow, RigRow } from '$lib/documents/kinds';
import {
	FIRST_LIE,
	lieFromDocument,
	lieToDocument,
	type LieBodyDocument
} from '$lib/documents/lie/body';
import { rigToDocument } from '$lib/documents/rig/body';
import { api, type ActionChange } from './client';
import type { Documents } from './documents.svelte';
import { freeName, neighbour } from './rows';

/** The water that a first lie of a person's own starts from. */
const NEW_LIE = { depth: 1, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2 } as const;
const NEW_RIVER = { temperatureC: 10 };

type OnStrip = 'fly' | 'rig' | 'lie';

/** A lie's figures for another one: what was found at this place alone stays behind. */
function plainLie(body: LieBodyDocument): LieBodyDocument {
	return without(without(body, 'timed'), 'notes');
}

/** Which fly, rig and lie are on the strip; what is made, copied and deleted there. */
export class Selection {
	private chosen: StripSelection;
	/** What was there before: it comes back when what is there is undone or deleted elsewhere. */
	private before: Pick<StripSelection, 'flyId' | 'lieId'>;
	private sending: Promise<unknown> = Promise.resolve();

	readonly fly = $derived.by(() => this.shown('fly', this.chosen.flyId, this.before.flyId));
	readonly lie = $derived.by(() => this.shown('lie', this.chosen.lieId, this.before.lieId));
	/** How it is fished; null: free of any line. */
	readonly rig = $derived.by(() => this.documents.find('rig', this.chosen.rigId) ?? null);
	/** The rig by which chances are meant while there is none on the strip; null: the starter's. */
	readonly lastRig = $derived.by(
		() => this.rig ?? this.documents.find('rig', this.chosen.lastRigId) ?? null
	);
	readonly river = $derived.by(
		() => this.documents.find('river', this.lie?.riverId) ?? this.documents.all('river')[0] ?? null
	);
	/** True until a new person has said anything about the water they fish. */
	readonly asksForWater = $derived.by(
		() =>
			this.documents.made('lie').length === 1 &&
			this.lie?.name === FIRST_LIE &&
			this.lie.revision === 1
	);

	constructor(
		private readonly documents: Documents,
		chosen: StripSelection
	) {
		this.chosen = $state.raw(chosen);
		this.before = $state.raw(chosen);
		documents.stepped = ({ kind, id }) => this.show(kind, id);
	}

	selectFly(id: string | null): void {
		this.select({ ...this.chosen, flyId: id });
	}

	selectLie(id: string | null): void {
		this.select({ ...this.chosen, lieId: id });
	}

	selectRig(id: string | null): void {
		const lastRigId = id ?? this.lastRig?.id;
		this.select({ ...this.chosen, rigId: id, ...(lastRigId && { lastRigId }) });
	}

	/** The next or previous fly or lie by name, round the ends. */
	async turn(kind: OnStrip, by: 1 | -1): Promise<void> {
		if (!this.documents.has([kind])) await this.documents.want([kind]);
		const { rows, current } = this.shelfOf(kind);
		if (rows.length === 0 || (current && rows.length < 2)) return;
		this.show(kind, current ? neighbour(rows, current.id, by)!.id : rows[0]!.id);
	}

	private shelfOf(kind: OnStrip): {
		readonly rows: readonly DocumentRow[];
		readonly current: DocumentRow | null;
	} {
		if (kind === 'fly') return { rows: this.documents.all('fly'), current: this.fly };
		if (kind === 'rig') return { rows: this.documents.all('rig'), current: this.rig };
		return { rows: this.documents.all('lie'), current: this.lie };
	}

	/** @returns its id; null when it was not made */
	async newFly(): Promise<string | null> {
		await this.documents.want(['fly']);
		return this.make('fly', {
			name: freeName('New nymph', this.documents.made('fly')),
			body: { recipe: recipeToDocument(starterRecipe) }
		});
	}

	/** A build that was found, as a fly of its own beside its pattern. */
	async newBuild(recipe: Recipe, name: string, about?: AboutFly): Promise<string | null> {
		await this.documents.want(['fly']);
		return this.make('fly', {
			name: freeName(clipped(name, 74), this.documents.made('fly')),
			body: { recipe: recipeToDocument(recipe), ...(about && { about }) }
		});
	}

	/** The fly on the Bench on other hooks, each a fly of its own; one undo takes them back. @returns whether it was done */
	async newSizes(sizes: readonly { size: number; recipe: Recipe }[]): Promise<boolean> {
		const name = this.fly?.name ?? 'Nymph';
		const made = await this.newFlies(
			sizes.map(({ size, recipe }) => ({ name: `${clipped(name, 72)} #${size}`, recipe })),
			`${clipped(name, 60)}: on ${sizes.length} other hooks`
		);
		return made !== null;
	}

	/** Several flies as one action. @returns their ids; null when it was not done */
	async newFlies(
		flies: readonly {
			readonly name: string;
			readonly recipe: Recipe;
			readonly colours?: FlyColouring;
		}[],
		label: string
	): Promise<string[] | null> {
		await this.documents.want(['fly']);
		const changes = flies.map(({ name, recipe, colours }): ActionChange => {
			const about = tidyAbout({ colours });
			return {
				kind: 'fly',
				id: crypto.randomUUID(),
				document: {
					name: freeName(name, this.documents.made('fly')),
					body: { recipe: recipeToDocument(recipe), ...(about && { about }) }
				}
			};
		});
		return (await this.documents.act(label, () => changes)) ? changes.map(({ id }) => id) : null;
	}

	async newLie(): Promise<void> {
		let riverId = this.river?.id;
		if (!riverId) {
			riverId =
				(await this.documents.create('river', { name: 'My river', body: NEW_RIVER })) ?? undefined;
			if (!riverId) return;
		}
		const body = this.lie ? plainLie(this.lie.body) : lieToDocument(NEW_LIE);
		await this.make('lie', {
			name: freeName('New lie', this.documents.made('lie')),
			riverId,
			body
		});
	}

	/** A lie as the one on the strip, in other water, and on the strip. @returns whether it was made */
	async newLieIn(water: Pick<Lie, 'depth' | 'surfaceSpeed'>, name: string): Promise<boolean> {
		const { lie, river } = this;
		if (!lie || !river) return false;
		const like = without(lieFromDocument(plainLie(lie.body)), 'timed');
		const zoneTop = Math.min(like.zoneTop, water.depth);
		const id = await this.make('lie', {
			name: freeName(clipped(name, 74), this.documents.made('lie')),
			riverId: river.id,
			body: lieToDocument({ ...like, ...water, zoneTop })
		});
		return id !== null;
	}

	newRig(): Promise<string | null> {
		return this.make('rig', {
			name: freeName('New rig', this.documents.made('rig')),
			body: this.rig?.body ?? rigToDocument(starterRig)
		});
	}

	/** A copy beside the original, and on the strip. @returns its id; null when it was not made */
	async duplicate(row: FlyRow | RigRow | LieRow): Promise<string | null> {
		const id = await this.documents.createFrom(row, `${clipped(row.name, 70)} copy`);
		this.show(row.kind, id);
		return id;
	}

	/** An earlier state of a document as a new one, on the strip. */
	async bringBack(row: DocumentRow): Promise<boolean> {
		const id = await this.documents.createFrom(row, `${clipped(row.name, 66)} as it was`);
		this.show(row.kind, id);
		return id !== null;
	}

	/** Deletes without asking: undo brings it back. */
	async remove(row: FlyRow | RigRow | LieRow): Promise<void> {
		if (!this.documents.has([row.kind])) await this.documents.want([row.kind]);
		const { rows } = this.shelfOf(row.kind);
		const left = rows.length > 1 ? neighbour(rows, row.id, 1) : null;
		if (!(await this.documents.erase(row))) return;
		if (row.kind === 'fly') this.selectFly(left?.id ?? null);
		else if (row.kind === 'rig') this.selectRig(left?.id ?? null);
		else this.selectLie(left?.id ?? null);
	}

	/** Says that a fly was made, with the way back: for what one letter does. */
	sayNew(id: string | null): void {
		const made = this.documents.find('fly', id);
		if (made) this.documents.say(`“${made.name}” is new.`, 'Take it back');
	}

	private async make(kind: DocumentKind, document: object): Promise<string | null> {
		const id = await this.documents.create(kind, document);
		this.show(kind, id);
		return id;
	}

	private show(kind: DocumentKind, id: string | null): void {
		if (id !== null && kind === 'fly') this.selectFly(id);
		if (id !== null && kind === 'lie') this.selectLie(id);
		if (id !== null && kind === 'rig') this.selectRig(id);
	}

	private shown<Kind extends 'fly' | 'lie'>(kind: Kind, id: string | null, before: string | null) {
		const { documents } = this;
		return (
			documents.find(kind, id) ?? documents.find(kind, before) ?? documents.all(kind)[0] ?? null
		);
	}

	private select(selection: StripSelection): void {
		const { flyId, lieId } = this.chosen;
		this.before = {
			flyId: flyId === selection.flyId ? this.before.flyId : flyId,
			lieId: lieId === selection.lieId ? this.before.lieId : lieId
		};
		this.chosen = selection;
		// One after the other, or two quick turns may arrive the wrong way round. Losing one is no loss
		// of data: the next is tried on its own.
		this.sending = this.sending
			.then(() => (selection === this.chosen ? api.strip(selection) : undefined))
			.catch(() => undefined);
	}
}
