import { readTable } from '$core/match/index';
import { depthField, speedField } from '$core/quantity/index';
import { openControls, withControl } from '$core/rig/index';
import { lieAtFlow, type Lie } from '$core/water/index';
import type { CardNote } from '$lib/documents/entry/card-notes';
import type { Sight } from '$lib/documents/entry/body';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import { lieFromDocument } from '$lib/documents/lie/body';
import { rigFromDocument } from '$lib/documents/rig/body';
import { handSentences } from '$lib/ui/drift-words';
import type { CardData, CardLie } from './data';
import type { CardAnswer, CardQuestion } from './follow';
import { Follower, Keeper, type Water } from './keeper';

/** Of the flies that come into question so many are followed (our choice). */
const FOLLOWED = 2;
/** Figures have been still for this long, ms, before anything is followed. */
const STILL = 400;
/** A flow is sought from so much of what was expected to so many times of it, by so many halvings. */
const FLOWS = [0.05, 20] as const;
const HALVINGS = 40;

/** A card in use: the lie that is looked at, its water, what is known of it, and what was noted. */
export class CardModel {
	notes: readonly CardNote[];
	lieAt = 0;
	/** Whether the phone keeps what is noted. */
	keeps: boolean;
	/** Answers that are on their way. */
	awaited = 0;
	private waters: Readonly<Record<string, Water>>;
	/** A fly that is chosen in place of the best. */
	private chosen: number | null = null;
	/** What was followed of the water that is shown, by fly. */
	private followed: Readonly<Record<number, CardAnswer>> = {};
	private turn = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private readonly keeper: Keeper;
	private readonly follower: Follower;

	/** @param changed called whenever there is something new to show */
	constructor(
		readonly data: CardData,
		code: string,
		private readonly changed: () => void
	) {
		this.keeper = new Keeper(`gravitas-card-${data.id}`);
		this.keeps = this.keeper.works();
		({ notes: this.notes, waters: this.waters } = this.keeper.read());
		this.follower = new Follower(code, (answer) => this.hear(answer));
	}

	get lie(): CardLie {
		return this.data.lies[this.lieAt]!;
	}
	/** As it was changed here, else as planned. */
	get water(): Water {
		const { depthM, surfaceSpeedMs } = this.lie.body;
		return this.waters[this.lie.id] ?? { depth: depthM, speed: surfaceSpeedMs };
	}
	get isChanged(): boolean {
		return this.waters[this.lie.id] !== undefined;
	}
	/** The plan of this lie, while its water is as it was planned with and nothing else is known. */
	get plan(): CardLie['plan'] | null {
		const open = this.chosen === null && Object.keys(this.followed).length === 0;
		return open && !this.isChanged ? this.lie.plan : null;
	}
	/** What the table says of this water. */
	get read() {
		return readTable(this.lie.table, this.water.depth, this.water.speed);
	}
	/** The fly that is shown; −1 where there is none. */
	get current(): number {
		return this.chosen ?? this.plan?.fly ?? this.order()[0]?.fly ?? -1;
	}
	get known(): CardAnswer | undefined {
		return this.followed[this.current];
	}
	get chance(): number {
		return this.known?.chance ?? this.plan?.chance ?? this.read.chances[this.current] ?? 0;
	}

	/** The flies from the best on, by the table where they were not followed; the best that was is before all. */
	order(): { fly: number; chance: number }[] {
		const { chances } = this.read;
		const all = this.data.flies
			.map((_, fly) => ({ fly, chance: this.followed[fly]?.chance ?? chances[fly]! }))
			.sort((a, b) => b.chance - a.chance);
		const first = all.find(({ fly }) => this.followed[fly]);
		return first ? [first, ...all.filter((one) => one !== first)] : all;
	}

	/** How the rod is held for the fly that is shown: as found, or until then as planned or as the table has it. */
	handWords(): string {
		const { plan, known } = this;
		if (plan?.hand) return plan.hand;
		const rig = rigFromDocument(this.lie.rig);
		const { held } = this.read;
		const about = openControls(rig).reduce(
			(now, control, k) => withControl(now, control, held[k]!),
			rig
		);
		return handSentences(known?.hand ?? { rig: about, found: [] }, rig)
			.map(({ words }) => words)
			.join(', ');
	}

	/** The flow at which the lie would be as deep as it is, m³/s; null where none was expected. */
	flow(): number | null {
		const { flow } = this.data;
		if (flow === undefined) return null;
		let [low, high] = FLOWS.map((times) => times * flow) as [number, number];
		for (let k = 0; k < HALVINGS; k++) {
			const middle = Math.sqrt(low * high);
			if (this.lieWith(middle).depth < this.water.depth) low = middle;
			else high = middle;
		}
		return Math.sqrt(low * high);
	}
	private lieWith(flow: number): Lie {
		const { flow: expected, exponents } = this.data;
		const asPlanned = lieFromDocument(this.lie.body);
		return lieAtFlow({ ...asPlanned, surveyedAt: expected! }, flow, exponents).lie;
	}

	setFlow(flow: number): void {
		const { depth, surfaceSpeed } = this.lieWith(flow);
		this.setWater({ depth, speed: surfaceSpeed });
	}
	setWater(next: Water): void {
		const within = (value: number, [low, high]: readonly [number, number]) =>
			Math.round(1000 * Math.max(low, Math.min(high, value))) / 1000;
		const water = {
			depth: within(next.depth, depthField.possible),
			speed: within(next.speed, speedField.possible)
		};
		this.waters = { ...this.waters, [this.lie.id]: water };
		this.keep();
		this.renew();
	}
	asPlanned(): void {
		const { id } = this.lie;
		this.waters = Object.fromEntries(Object.entries(this.waters).filter(([one]) => one !== id));
		this.keep();
		this.renew();
	}
	goTo(lie: number): void {
		this.lieAt = lie;
		this.chosen = null;
		this.renew();
	}
	choose(fly: number): void {
		this.chosen = fly;
		if (this.followed[fly]) this.changed();
		else this.renew();
	}

	note(saw: Sight, fish: boolean, lost: boolean): CardNote | null {
		const fly = this.data.flies[this.current];
		if (!fly) return null;
		const { lie, water } = this;
		const flow = this.flow();
		const note: CardNote = {
			id: newId(),
			at: 60_000 * Math.floor(Date.now() / 60_000),
			lieId: lie.id,
			lieName: lie.name,
			depthM: Number(water.depth.toFixed(2)),
			speedMs: Number(water.speed.toFixed(2)),
			celsius: Number(this.data.celsius.toFixed(1)),
			...(flow !== null && { flowM3s: Number(flow.toPrecision(3)) }),
			rigId: lie.rigId,
			rigName: lie.rigName,
			batchId: fly.batchId,
			item: fly.item,
			flyName: fly.name,
			saw,
			fish,
			lost
		};
		this.notes = [...this.notes, note];
		this.keep();
		return note;
	}
	takeBack(): void {
		this.notes = this.notes.slice(0, -1);
		this.keep();
	}
	private keep(): void {
		this.keeps = this.keeper.keep({ notes: this.notes, waters: this.waters });
	}

	/** The water or the lie is another: what was followed is of the old one. */
	renew(): void {
		this.turn++;
		this.followed = {};
		this.awaited = 0;
		clearTimeout(this.timer);
		this.changed();
		this.timer = setTimeout(() => this.follow(), STILL);
	}
	private follow(): void {
		const best = this.order().slice(0, FOLLOWED);
		// What is shown comes first.
		const all = [...new Set([this.current, ...best.map(({ fly }) => fly)])].filter((k) => k >= 0);
		this.awaited = all.length;
		for (const fly of all) this.follower.ask(this.questionOf(fly));
		this.changed();
	}
	private hear(answer: CardAnswer): void {
		if (answer.turn !== this.turn) return;
		this.followed = { ...this.followed, [answer.fly]: answer };
		this.awaited--;
		this.changed();
	}
	private questionOf(fly: number): CardQuestion {
		const { data, lie, water, turn } = this;
		const asPlanned = lieFromDocument(lie.body);
		return {
			turn,
			fly,
			question: {
				recipe: recipeFromDocument(data.flies[fly]!.recipe),
				rig: rigFromDocument(lie.rig),
				lie: {
					...asPlanned,
					depth: water.depth,
					surfaceSpeed: water.speed,
					zoneTop: Math.min(asPlanned.zoneTop, water.depth)
				},
				celsius: data.celsius,
				learned: data.learned,
				wanted: data.wanted
			}
		};
	}
}

/** A page that was opened from a file may have no crypto.randomUUID. */
function newId(): string {
	const bytes = crypto.getRandomValues(new Uint8Array(16));
	bytes[6] = (bytes[6]! & 0x0f) | 0x40;
	bytes[8] = (bytes[8]! & 0x3f) | 0x80;
	const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
	return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
