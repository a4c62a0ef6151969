import {
	compileBuild,
	fitOf,
	recipeChange,
	sectionOf,
	starterRecipe,
	type PartName,
	type Recipe
} from '$core/fly/index';
import { settleNear } from '$core/sink/index';
import { predict } from '$core/predict/index';
import { priorBeliefs, valuesAt } from '$core/belief/index';
import { compileColumn, fluidAt, type Lie } from '$core/water/index';
import {
	FIRST_LIE,
	lieFromDocument,
	lieToDocument,
	recipeFromDocument,
	recipeToDocument,
	type ActionAnswer,
	type DocumentKind,
	type DocumentRow,
	type FlyRow,
	type LieRow,
	type LotBodyDocument,
	type LotRow,
	type Snapshot,
	type StripSelection
} from '$lib/contract/documents';
import { flyFile } from '$lib/contract/files';
import { withLot } from '$lib/contract/from-stock';
import { clipped } from '$lib/contract/names';
import { api } from './client';
import { Documents } from './documents.svelte';
import { freeName, neighbour } from './rows';

/** Still water of ordinary depth, for the figures of a fly while there is no lie. */
const NO_LIE: Lie = { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2, approach: 3 };
const NO_TEMPERATURE = 10;
const MEDIANS = valuesAt(priorBeliefs);

/** What is on the strip, the fly and the lie, and their answer. */
export class Bench extends Documents {
	private selection = $state.raw<StripSelection>({ flyId: null, lieId: null });
	private selecting: Promise<unknown> = Promise.resolve();

	readonly fly = $derived(
		this.flyRows.find((row) => row.id === this.selection.flyId) ?? this.flies[0] ?? null
	);
	readonly lie = $derived(
		this.lieRows.find((row) => row.id === this.selection.lieId) ?? this.lies[0] ?? null
	);
	readonly river = $derived(
		this.riverRows.find((row) => row.id === this.lie?.riverId) ?? this.rivers[0] ?? null
	);

	// By way of the bodies, which stay the same objects when only a revision moves on: the answer is
	// then not worked out a second time.
	/** The lie's water, or still water of ordinary depth while there is no lie. */
	readonly waterOrStill = $derived.by(() => this.water ?? NO_LIE);
	private readonly flyBody = $derived(this.fly?.body ?? null);
	private readonly lieBody = $derived(this.lie?.body ?? null);
	/** True until a new person has said anything about the water they fish. */
	readonly asksForWater = $derived(
		this.lieRows.length === 1 && this.lie?.name === FIRST_LIE && this.lie.revision === 1
	);
	readonly recipe = $derived(this.flyBody && recipeFromDocument(this.flyBody.recipe));
	readonly water = $derived(this.lieBody && lieFromDocument(this.lieBody));
	readonly temperature = $derived(this.river?.body.temperatureC ?? NO_TEMPERATURE);
	readonly prediction = $derived(
		this.recipe && predict(this.recipe, this.waterOrStill, this.temperature)
	);
	readonly column = $derived(this.water && compileColumn(this.water, this.temperature, MEDIANS));
	readonly section = $derived(
		this.prediction && sectionOf(this.prediction.build, this.prediction.body)
	);
	readonly fit = $derived(
		this.prediction ? fitOf(this.prediction.build, MEDIANS, this.prediction.ride) : []
	);

	/** How fast it sinks while its fur still holds air, m/s; 0 when it floats. */
	readonly freshSpeed = $derived.by(() => {
		if (!this.prediction) return null;
		const { body } = compileBuild(this.prediction.build, MEDIANS, 'fresh');
		const { sink } = this.prediction;
		return settleNear(body, fluidAt(this.temperature), MEDIANS, sink, 1e-4).speed;
	});

	private besideId = $state<string | null>(null);
	/** The fly that is laid over the drawing as an outline, with what differs in words. */
	readonly beside = $derived.by(() => {
		const row = this.flyRows.find(({ id }) => id === this.besideId && id !== this.fly?.id);
		if (!row || !this.recipe) return null;
		const recipe = recipeFromDocument(row.body.recipe);
		const { build, body, mass, speed } = predict(recipe, this.waterOrStill, this.temperature);
		return {
			id: row.id,
			name: row.name,
			mass,
			speed,
			section: sectionOf(build, body),
			differs: recipeChange(this.recipe, recipe).words
		};
	});

	layBeside(id: string | null): void {
		this.besideId = id;
	}

	constructor(data: Snapshot) {
		super(data);
		this.selection = data.strip;
	}

	setRecipe(recipe: Recipe): void {
		if (this.fly) this.change({ ...this.fly, body: { recipe: recipeToDocument(recipe) } });
	}

	setWater(lie: Lie): void {
		if (this.lie) this.change({ ...this.lie, body: lieToDocument(lie) });
	}

	setTemperature(temperatureC: number): void {
		if (this.river) this.change({ ...this.river, body: { temperatureC } });
	}

	selectFly(id: string | null): void {
		this.select({ ...this.selection, flyId: id });
	}

	selectLie(id: string | null): void {
		this.select({ ...this.selection, lieId: id });
	}

	/** The next or previous fly or lie by name, round the ends. */
	turn(kind: 'fly' | 'lie', by: 1 | -1): void {
		const rows: readonly DocumentRow[] = kind === 'fly' ? this.flies : this.lies;
		const current = kind === 'fly' ? this.fly : this.lie;
		if (!current || rows.length < 2) return;
		const next = neighbour(rows, current.id, by)!;
		if (kind === 'fly') this.selectFly(next.id);
		else this.selectLie(next.id);
	}

	newFly(): Promise<void> {
		return this.make('fly', {
			name: freeName('New nymph', this.flyRows),
			body: { recipe: recipeToDocument(starterRecipe) }
		});
	}

	/** The fly on the Bench on other hooks, each a fly of its own; one undo takes them back. @returns whether it was done */
	newSizes(sizes: readonly { size: number; recipe: Recipe }[]): Promise<boolean> {
		const name = this.fly?.name ?? 'Nymph';
		const files = sizes.map(({ size, recipe }) => {
			const id = crypto.randomUUID();
			const sized = freeName(`${clipped(name, 72)} #${size}`, this.flyRows);
			const file = flyFile({
				kind: 'fly',
				id,
				name: sized,
				revision: 1,
				body: { recipe: recipeToDocument(recipe) }
			});
			return new File([JSON.stringify(file)], `${size}.json`);
		});
		return this.bringIn(files, `${clipped(name, 60)}: on ${sizes.length} other hooks`);
	}

	/** @returns the id of the new lot; null when it was not made */
	newLot(name: string, body: LotBodyDocument): Promise<string | null> {
		return this.create('lot', { name: freeName(name, this.lotRows), body });
	}

	setLot(row: LotRow, body: LotBodyDocument): void {
		this.change({ ...row, body });
	}

	removeLot(row: LotRow): Promise<boolean> {
		return this.erase(row);
	}

	/** Takes a part of the fly on the Bench from a lot. */
	takeFrom(lot: LotRow, part: PartName): void {
		if (!this.fly) return;
		const recipe = withLot(this.fly.body.recipe, lot, part);
		this.change({ ...this.fly, body: { recipe } });
	}

	async newLie(): Promise<void> {
		let riverId = this.river?.id;
		if (!riverId) {
			await this.make('river', { name: 'My river', body: { temperatureC: NO_TEMPERATURE } });
			riverId = this.rivers[0]?.id;
			if (!riverId) return;
		}
		const body = this.lie?.body ?? lieToDocument({ ...NO_LIE, surfaceSpeed: 0.6 });
		await this.make('lie', { name: freeName('New lie', this.lieRows), riverId, body });
	}

	/** A copy beside the original, and on the strip. */
	async duplicate(row: FlyRow | LieRow): Promise<void> {
		this.show(row.kind, await this.createFrom(row, `${clipped(row.name, 70)} copy`));
	}

	/** An earlier state of a document as a new one, on the strip. */
	async bringBack(row: DocumentRow): Promise<boolean> {
		const id = await this.createFrom(row, `${clipped(row.name, 66)} as it was`);
		this.show(row.kind, id);
		return id !== null;
	}

	/** Deletes without asking: undo brings it back. */
	async remove(row: FlyRow | LieRow): Promise<void> {
		const rows: readonly DocumentRow[] = row.kind === 'fly' ? this.flies : this.lies;
		const left = rows.length > 1 ? neighbour(rows, row.id, 1) : null;
		if (!(await this.erase(row))) return;
		if (row.kind === 'fly') this.selectFly(left?.id ?? null);
		else this.selectLie(left?.id ?? null);
	}

	/** Puts on the strip what was undone or redone, so that it is seen. */
	protected override async step(direction: 'undo' | 'redo'): Promise<ActionAnswer | null> {
		const answer = await super.step(direction);
		const shown = answer?.changes.find((change) => change.row);
		if (shown) this.show(shown.kind, shown.id);
		return answer;
	}

	private async make(kind: DocumentKind, document: object): Promise<void> {
		this.show(kind, await this.create(kind, document));
	}

	private show(kind: DocumentKind, id: string | null): void {
		if (id !== null && kind === 'fly') this.selectFly(id);
		if (id !== null && kind === 'lie') this.selectLie(id);
	}

	private select(selection: StripSelection): void {
		this.selection = selection;
		// One after the other, or two quick turns may arrive the wrong way round. Losing one is no loss
		// of data: the next is tried on its own.
		this.selecting = this.selecting
			.then(() => (selection === this.selection ? api.strip(selection) : undefined))
			.catch(() => undefined);
	}
}
