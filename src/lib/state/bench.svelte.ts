import {
	compileBuild,
	mixturesFor,
	fitOf,
	recipeChange,
	sectionOf,
	starterRecipe,
	type PartName,
	type Recipe
} from '$core/fly/index';
import { without } from '$core/quantity/index';
import { settleNear } from '$core/sink/index';
import type { Learning } from '$core/learn/index';
import { predict, type DriftQuestion } from '$core/predict/index';
import { learnedAbout, priorBeliefs, type Beliefs } from '$core/belief/index';
import { starterRig, type Rig } from '$core/rig/index';
import { compileColumn, fluidAt, mixturesIn, lieAtFlow, type Lie } from '$core/water/index';
import {
	FIRST_LIE,
	lieFromDocument,
	lieToDocument,
	recipeFromDocument,
	recipeToDocument,
	rigFromDocument,
	rigToDocument,
	type ActionAnswer,
	type DocumentKind,
	type DocumentRow,
	type FlyRow,
	type LieBodyDocument,
	type LieRow,
	type LotBodyDocument,
	type LotRow,
	type RigRow,
	type RiverBodyDocument,
	type Snapshot,
	type StripSelection
} from '$lib/contract/documents';
import { exponentsOf } from '$lib/contract/lie-today';
import { evidenceOf, lieKey } from '$lib/contract/observations';
import { withLot } from '$lib/contract/from-stock';
import { clipped } from '$lib/contract/names';
import { api, type ActionChange } from './client';
import { Log } from './log.svelte';
import { goodDrift } from './preferences.svelte';
import { freeName, neighbour } from './rows';

/** Still water of ordinary depth, for the figures of a fly while there is no lie. */
const NO_LIE: Lie = { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2 };
const NO_TEMPERATURE = 10;

const NOTHING: Learning = {
	learned: { scores: [], mean: [], covariance: [] },
	judged: [],
	unusable: []
};

type OnStrip = 'fly' | 'rig' | 'lie';

/** A lie's figures for another one: what was found at this place alone stays behind. */
function plainLie(body: LieBodyDocument): LieBodyDocument {
	return without(without(body, 'timed'), 'notes');
}

/** What is on the strip, the fly, the rig and the lie, and their answer. */
export class Bench extends Log {
	private selection = $state.raw<StripSelection>({ flyId: null, lieId: null, rigId: null });
	private selecting: Promise<unknown> = Promise.resolve();
	/** What was learned from the log so far. */
	learning = $state.raw<Learning>(NOTHING);
	/** What is believed with it. */
	readonly believed: Beliefs = $derived({ ...priorBeliefs, learned: this.learning.learned });
	/** Where all that was found lies. */
	readonly found = $derived({
		entries: this.entryRows,
		lots: this.lotRows,
		batches: this.batchRows
	});

	readonly fly = $derived(
		this.flyRows.find((row) => row.id === this.selection.flyId) ?? this.flies[0] ?? null
	);
	readonly lie = $derived(
		this.lieRows.find((row) => row.id === this.selection.lieId) ?? this.lies[0] ?? null
	);
	/** How it is fished; null: free of any line. */
	readonly rigRow = $derived(this.rigRows.find((row) => row.id === this.selection.rigId) ?? null);
	/** The rig by which chances are meant while there is none on the strip; null: the starter's. */
	readonly lastRig = $derived(
		this.rigRow ?? this.rigRows.find((row) => row.id === this.selection.lastRigId) ?? null
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
	private readonly rigBody = $derived(this.rigRow?.body ?? null);
	private readonly riverBody = $derived(this.river?.body ?? null);
	/** True until a new person has said anything about the water they fish. */
	readonly asksForWater = $derived(
		this.lieRows.length === 1 && this.lie?.name === FIRST_LIE && this.lie.revision === 1
	);
	readonly recipe = $derived(this.flyBody && recipeFromDocument(this.flyBody.recipe));
	/** The lie as it was surveyed. */
	readonly surveyed = $derived(
		this.lie &&
			this.lieBody && {
				...lieFromDocument(this.lieBody),
				key: lieKey({ id: this.lie.id, body: this.lieBody })
			}
	);
	readonly flow = $derived(this.riverBody?.flowM3s ?? null);
	readonly exponents = $derived(exponentsOf(this.riverBody ?? {}));
	/** And as it is at the river's flow of the day. */
	readonly today = $derived(this.surveyed && lieAtFlow(this.surveyed, this.flow, this.exponents));
	readonly water = $derived(this.today?.lie ?? null);
	readonly rig = $derived(this.rigBody && rigFromDocument(this.rigBody));
	/** The rig that a chance is meant on, with its name, also while none is on the strip. */
	readonly usedRig = $derived(
		this.lastRig
			? { name: this.lastRig.name, rig: rigFromDocument(this.lastRig.body) }
			: { name: 'Starter rig', rig: starterRig }
	);
	readonly temperature = $derived(this.river?.body.temperatureC ?? NO_TEMPERATURE);
	/** And of it what bears on the fly, the rig and the lie on the strip; null where nothing was learned. */
	private readonly learnedHere = $derived.by(() => {
		const { learned } = this.learning;
		if (learned.mean.length === 0 || !this.recipe || !this.water) return null;
		return learnedAbout(learned, [mixturesFor(this.recipe), mixturesIn(this.water)]);
	});
	/** What the drift is asked; null while something of it is missing, or it is fished without a line. */
	readonly driftQuestion: DriftQuestion | null = $derived(
		this.recipe && this.rig && this.water
			? {
					...{ recipe: this.recipe, rig: this.rig, lie: this.water, celsius: this.temperature },
					wanted: goodDrift.current,
					...(this.learnedHere && { learned: this.learnedHere })
				}
			: null
	);
	readonly prediction = $derived(
		this.recipe && predict(this.recipe, this.waterOrStill, this.temperature, this.believed)
	);
	readonly column = $derived(
		this.water &&
			this.prediction &&
			compileColumn(this.water, this.temperature, this.prediction.median)
	);
	readonly section = $derived(
		this.prediction && sectionOf(this.prediction.build, this.prediction.body)
	);
	readonly fit = $derived(
		this.prediction
			? fitOf(this.prediction.build, this.prediction.median, this.prediction.ride)
			: []
	);

	/** How often each fly was weighed and timed; worked out when the log changes, not at each key. */
	private readonly measuredFlies = $derived.by(() => {
		const { observations } = evidenceOf(this.found);
		const flies: Record<string, { weighing: number; drop: number }> = {};
		for (const one of observations) {
			const recipe =
				one.kind === 'drop'
					? one.recipe
					: one.kind === 'weighing' && one.of.kind === 'fly'
						? one.of.recipe
						: null;
			if (one.kind === 'outing' || !recipe) continue;
			const its = JSON.stringify(recipe);
			flies[its] ??= { weighing: 0, drop: 0 };
			flies[its][one.kind]++;
		}
		return { flies, all: observations.length };
	});
	/** What of this tier's own the predictions rest on, in words. */
	readonly checked = $derived.by(() => {
		const { flies, all } = this.measuredFlies;
		const own = flies[JSON.stringify(this.recipe)] ?? { weighing: 0, drop: 0 };
		const times = (count: number, what: string) =>
			count === 0 ? [] : [`${what} ${count === 1 ? 'once' : `${count} times`}`];
		const said = [...times(own.weighing, 'weighed'), ...times(own.drop, 'timed')];
		if (said.length > 0) return `This very fly was ${said.join(' and ')} by you`;
		return all === 0
			? 'Not yet checked against your own flies'
			: `Learned from ${all} entries of your log; this fly was never weighed or timed`;
	});

	/** How fast it sinks while its fur still holds air, m/s; 0 when it floats. */
	readonly freshSpeed = $derived.by(() => {
		if (!this.prediction) return null;
		const { build, median, sink } = this.prediction;
		const { body } = compileBuild(build, median, 'fresh');
		return settleNear(body, fluidAt(this.temperature), median, sink, 1e-4).speed;
	});

	private besideId = $state<string | null>(null);
	/** The fly that is laid over the drawing as an outline, with what differs in words. */
	readonly beside = $derived.by(() => {
		const row = this.flyRows.find(({ id }) => id === this.besideId && id !== this.fly?.id);
		if (!row || !this.recipe) return null;
		const recipe = recipeFromDocument(row.body.recipe);
		const { build, body, mass, speed } = predict(
			recipe,
			this.waterOrStill,
			this.temperature,
			this.believed
		);
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

	constructor(data: Snapshot, learning: Learning) {
		super(data);
		this.selection = data.strip;
		this.learning = learning;
	}

	setRecipe(recipe: Recipe): void {
		if (this.fly) this.change({ ...this.fly, body: { recipe: recipeToDocument(recipe) } });
	}

	setWater(lie: Lie): void {
		if (this.lie) this.change({ ...this.lie, body: lieToDocument(lie) });
	}

	/** A change of the lie as surveyed. A speed that is typed outdates the floats it came from. */
	changeWater(change: Partial<Lie>): void {
		if (!this.surveyed) return;
		const typed = change.surfaceSpeed !== undefined && change.timed === undefined;
		const kept = typed && this.surveyed.timed ? without(this.surveyed, 'timed') : this.surveyed;
		const next = { ...kept, ...change };
		// The zone ends at the surface, also where the water is made shallower.
		this.setWater({ ...next, zoneTop: Math.min(next.zoneTop, next.depth) });
	}

	setRig(rig: Rig): void {
		if (this.rigRow) this.change({ ...this.rigRow, body: rigToDocument(rig) });
	}

	setRiver(change: Partial<RiverBodyDocument>): void {
		if (this.river) this.change({ ...this.river, body: { ...this.river.body, ...change } });
	}

	selectFly(id: string | null): void {
		this.select({ ...this.selection, flyId: id });
	}

	selectLie(id: string | null): void {
		this.select({ ...this.selection, lieId: id });
	}

	selectRig(id: string | null): void {
		const lastRigId = id ?? this.lastRig?.id;
		this.select({ ...this.selection, rigId: id, ...(lastRigId && { lastRigId }) });
	}

	/** The next or previous fly or lie by name, round the ends. */
	turn(kind: OnStrip, by: 1 | -1): void {
		const { rows, current } = this.shelfOf(kind);
		if (rows.length === 0 || (current && rows.length < 2)) return;
		this.show(kind, current ? neighbour(rows, current.id, by)!.id : rows[0]!.id);
	}

	private shelfOf(kind: OnStrip): {
		readonly rows: readonly DocumentRow[];
		readonly current: DocumentRow | null;
	} {
		if (kind === 'fly') return { rows: this.flies, current: this.fly };
		if (kind === 'rig') return { rows: this.rigs, current: this.rigRow };
		return { rows: this.lies, current: this.lie };
	}

	newFly(): Promise<void> {
		return this.make('fly', {
			name: freeName('New nymph', this.flyRows),
			body: { recipe: recipeToDocument(starterRecipe) }
		});
	}

	/** A build that was found, as a fly of its own beside its pattern. */
	newBuild(recipe: Recipe, name: string): Promise<void> {
		return this.make('fly', {
			name: freeName(clipped(name, 74), this.flyRows),
			body: { recipe: recipeToDocument(recipe) }
		});
	}

	/** The fly on the Bench on other hooks, each a fly of its own; one undo takes them back. @returns whether it was done */
	newSizes(sizes: readonly { size: number; recipe: Recipe }[]): Promise<boolean> {
		const name = this.fly?.name ?? 'Nymph';
		return this.newFlies(
			sizes.map(({ size, recipe }) => ({ name: `${clipped(name, 72)} #${size}`, recipe })),
			`${clipped(name, 60)}: on ${sizes.length} other hooks`
		);
	}

	/** Several flies as one action. @returns whether it was done */
	newFlies(
		flies: readonly { readonly name: string; readonly recipe: Recipe }[],
		label: string
	): Promise<boolean> {
		const changes = flies.map(({ name, recipe }): ActionChange => ({
			...{ kind: 'fly', id: crypto.randomUUID() },
			document: {
				name: freeName(name, this.flyRows),
				body: { recipe: recipeToDocument(recipe) }
			}
		}));
		return this.act(label, () => changes);
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
		const body = this.lie
			? plainLie(this.lie.body)
			: lieToDocument({ ...NO_LIE, surfaceSpeed: 0.6 });
		await this.make('lie', { name: freeName('New lie', this.lieRows), riverId, body });
	}

	newRig(): Promise<void> {
		return this.make('rig', {
			name: freeName('New rig', this.rigRows),
			body: rigToDocument(this.rig ?? starterRig)
		});
	}

	/** A copy beside the original, and on the strip. */
	async duplicate(row: FlyRow | RigRow | LieRow): Promise<void> {
		this.show(row.kind, await this.createFrom(row, `${clipped(row.name, 70)} copy`));
	}

	/** An earlier state of a document as a new one, on the strip. */
	async bringBack(row: DocumentRow): Promise<boolean> {
		const id = await this.createFrom(row, `${clipped(row.name, 66)} as it was`);
		this.show(row.kind, id);
		return id !== null;
	}

	/** Deletes without asking: undo brings it back. */
	async remove(row: FlyRow | RigRow | LieRow): Promise<void> {
		const { rows } = this.shelfOf(row.kind);
		const left = rows.length > 1 ? neighbour(rows, row.id, 1) : null;
		if (!(await this.erase(row))) return;
		if (row.kind === 'fly') this.selectFly(left?.id ?? null);
		else if (row.kind === 'rig') this.selectRig(left?.id ?? null);
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
		if (id !== null && kind === 'rig') this.selectRig(id);
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
