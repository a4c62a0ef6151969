import { readTable } from '$core/match/index';
import { depthField, flowField, shown, showIn, speedField } from '$core/quantity/index';
import { openControls, withControl } from '$core/rig/index';
import { lieAtFlow, type Lie } from '$core/water/index';
import { notesText, type CardNote } from '$lib/documents/entry/card-notes';
import { sights, sightWords, type Sight } from '$lib/documents/entry/body';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import { lieFromDocument } from '$lib/documents/lie/body';
import { rigFromDocument } from '$lib/documents/rig/body';
import { handSentences } from '$lib/ui/drift-words';
import { saveText } from '$lib/ui/save';
import type { CardData } from './data';
import { cardAnswer, type CardAnswer, type CardQuestion } from './follow';
import { tenths } from './page';

/** Of the flies that come into question so many are followed (our choice). */
const FOLLOWED = 2;
/** Figures have been still for this long, ms, before anything is followed. */
const STILL = 400;
/** A leaf is timed over this far, m. */
const LEAF_OVER = 3;

/** What was changed of the water, by lie. */
interface Water {
	readonly depth: number;
	readonly speed: number;
}
interface Kept {
	readonly notes: readonly CardNote[];
	readonly waters: Readonly<Record<string, Water>>;
}

/** What the phone keeps of a card. */
class Keeper {
	/** Some viewers keep nothing. */
	readonly works: boolean;
	constructor(private readonly key: string) {
		this.works = this.tried();
	}
	private tried(): boolean {
		try {
			localStorage.setItem(`${this.key}?`, '1');
			const works = localStorage.getItem(`${this.key}?`) === '1';
			localStorage.removeItem(`${this.key}?`);
			return works;
		} catch {
			return false;
		}
	}
	read(): Kept {
		try {
			const kept = JSON.parse(localStorage.getItem(this.key) ?? 'null') as Kept | null;
			if (kept && Array.isArray(kept.notes)) return { ...kept, waters: { ...kept.waters } };
		} catch {
			// Nothing can be read: it begins empty.
		}
		return { notes: [], waters: {} };
	}
	/** @returns whether it is kept */
	keep(kept: Kept): boolean {
		try {
			localStorage.setItem(this.key, JSON.stringify(kept));
			return true;
		} catch {
			return false;
		}
	}
}

/** Follows one question after the other, beside the page where a worker may be had, else between its taps. */
class Follower {
	private readonly worker: Worker | null;
	constructor(private readonly heard: (answer: CardAnswer) => void) {
		this.worker = this.started();
	}
	private started(): Worker | null {
		try {
			const code = document.getElementById('script')!.textContent;
			const worker = new Worker(URL.createObjectURL(new Blob([code], { type: 'text/javascript' })));
			worker.onmessage = ({ data }: MessageEvent<CardAnswer>) => this.heard(data);
			return worker;
		} catch {
			return null;
		}
	}
	ask(question: CardQuestion): void {
		if (this.worker) this.worker.postMessage(question);
		else setTimeout(() => this.heard(cardAnswer(question)), 30);
	}
}

type Child = Node | string;
function element<Tag extends keyof HTMLElementTagNameMap>(
	tag: Tag,
	fields: Partial<Record<string, string>>,
	...children: Child[]
): HTMLElementTagNameMap[Tag] {
	const made = document.createElement(tag);
	for (const [name, value] of Object.entries(fields))
		if (value !== undefined) made.setAttribute(name, value);
	made.append(...children);
	return made;
}
function button(words: string, act: () => void, fields: Partial<Record<string, string>> = {}) {
	const made = element('button', { type: 'button', ...fields }, words);
	made.addEventListener('click', act);
	return made;
}

/** Makes the page of a card live. */
export function showCard(): void {
	const data = JSON.parse(document.getElementById('data')!.textContent) as CardData;
	showIn(() => data.units);
	const keeper = new Keeper(`gravitas-card-${data.id}`);
	let { notes, waters } = keeper.read();
	let lieAt = 0;
	/** A fly that is chosen in place of the best. */
	let chosen: number | null = null;
	let saw: Sight | null = null;
	let fish = false;
	let lost = false;
	let said = '';
	let turn = 0;
	let timer: ReturnType<typeof setTimeout> | undefined;
	/** What was followed of the water that is shown, by fly. */
	let followed: Readonly<Record<number, CardAnswer>> = {};
	let awaited = 0;
	const follower = new Follower((answer) => {
		if (answer.turn !== turn) return;
		followed = { ...followed, [answer.fly]: answer };
		awaited--;
		show();
	});

	const lie = () => data.lies[lieAt]!;
	const planned = (): Water => ({ depth: lie().body.depthM, speed: lie().body.surfaceSpeedMs });
	const water = (): Water => waters[lie().id] ?? planned();
	const flowNow = (): number | null => {
		const { depth } = water();
		const asPlanned: Lie = { ...lieFromDocument(lie().body), surveyedAt: data.flow! };
		if (data.flow === undefined) return null;
		// Which flow brings the lie to this depth: by halving, as it rises with the flow.
		let [low, high] = [0.05 * data.flow, 20 * data.flow];
		for (let k = 0; k < 40; k++) {
			const middle = Math.sqrt(low * high);
			if (lieAtFlow(asPlanned, middle, data.exponents).lie.depth < depth) low = middle;
			else high = middle;
		}
		return Math.sqrt(low * high);
	};
	const read = () => readTable(lie().table, water().depth, water().speed);
	/** The flies from the best on, by what was followed where it was, else by the table. */
	function order(): { fly: number; chance: number; followed: boolean }[] {
		const { chances } = read();
		return data.flies
			.map((_, fly) => {
				const known = followed[fly];
				return { fly, chance: known?.chance ?? chances[fly]!, followed: known !== undefined };
			})
			.sort((a, b) => Number(b.followed) - Number(a.followed) || b.chance - a.chance);
	}
	const current = (): number => chosen ?? order()[0]?.fly ?? -1;

	/** How it is held: as found, or until then as the table has it. */
	function handWords(fly: number): string {
		const rig = rigFromDocument(lie().rig);
		const known = followed[fly]?.hand;
		if (known)
			return handSentences(known, rig)
				.map(({ words }) => words)
				.join(', ');
		const { held } = read();
		const about = openControls(rig).reduce(
			(now, control, k) => withControl(now, control, held[k]!),
			rig
		);
		return handSentences({ rig: about, found: [] }, rig)
			.map(({ words }) => words)
			.join(', ');
	}

	function asked(fly: number): CardQuestion {
		const { depth, speed } = water();
		const asPlanned = lieFromDocument(lie().body);
		return {
			turn,
			fly,
			question: {
				recipe: recipeFromDocument(data.flies[fly]!.recipe),
				rig: rigFromDocument(lie().rig),
				lie: {
					...asPlanned,
					depth,
					surfaceSpeed: speed,
					zoneTop: Math.min(asPlanned.zoneTop, depth)
				},
				celsius: data.celsius,
				learned: data.learned,
				wanted: data.wanted
			}
		};
	}
	/** The water or the lie is another: what was followed is of the old one. */
	function renew(): void {
		turn++;
		followed = {};
		awaited = 0;
		clearTimeout(timer);
		show();
		timer = setTimeout(() => {
			const { chances } = read();
			const best = data.flies
				.map((_, fly) => fly)
				.sort((a, b) => chances[b]! - chances[a]!)
				.slice(0, FOLLOWED);
			const all = chosen !== null && !best.includes(chosen) ? [chosen, ...best] : best;
			awaited = all.length;
			for (const fly of all) follower.ask(asked(fly));
			show();
		}, STILL);
	}
	function setWater(next: Water): void {
		const clamp = (value: number, [low, high]: readonly [number, number]) =>
			Math.round(1000 * Math.max(low, Math.min(high, value))) / 1000;
		waters = {
			...waters,
			[lie().id]: {
				depth: clamp(next.depth, depthField.possible),
				speed: clamp(next.speed, speedField.possible)
			}
		};
		keep();
		renew();
	}
	function setFlow(flow: number): void {
		const asPlanned: Lie = { ...lieFromDocument(lie().body), surveyedAt: data.flow! };
		const { depth, surfaceSpeed } = lieAtFlow(asPlanned, flow, data.exponents).lie;
		setWater({ depth, speed: surfaceSpeed });
	}
	let keeps = keeper.works;
	function keep(): void {
		keeps = keeper.keep({ notes, waters });
	}
	function note(): void {
		const fly = data.flies[current()];
		if (!fly || !saw) return;
		const { depth, speed } = water();
		notes = [
			...notes,
			{
				id: newId(),
				at: 60_000 * Math.floor(Date.now() / 60_000),
				lieId: lie().id,
				lieName: lie().name,
				depthM: Number(depth.toFixed(2)),
				speedMs: Number(speed.toFixed(2)),
				rigId: lie().rigId,
				rigName: lie().rigName,
				batchId: fly.batchId,
				item: fly.item,
				flyName: fly.name,
				saw,
				fish,
				lost
			}
		];
		keep();
		said = `Noted: ${fly.name}, ${sightWords[saw]}${lost ? ', lost' : ''}.`;
		[saw, fish, lost] = [null, false, false];
		show();
	}

	function stepper(label: string, value: string, less: () => void, more: () => void) {
		return element(
			'div',
			{ class: 'step', role: 'group', 'aria-label': label },
			button('−', less, { 'aria-label': `${label}, less` }),
			element('span', {}, label, element('b', {}, value)),
			button('+', more, { 'aria-label': `${label}, more` })
		);
	}
	const main = document.getElementById('card')!;

	/** Draws the page anew, and leaves the finger's place where it was. */
	function show(): void {
		const held = document.activeElement?.getAttribute('data-key');
		main.replaceChildren(...parts());
		let k = 0;
		for (const one of main.querySelectorAll<HTMLElement>('button,textarea')) {
			one.setAttribute('data-key', `${one.getAttribute('aria-label') ?? one.textContent} ${k++}`);
			if (held && one.getAttribute('data-key') === held) one.focus({ preventScroll: true });
		}
	}

	function parts(): Child[] {
		const { depth, speed } = water();
		const { inside } = read();
		const fly = data.flies[current()];
		const known = followed[current()];
		const chance = known?.chance ?? read().chances[current()] ?? 0;
		const flow = flowNow();
		const leaf = LEAF_OVER / Math.max(0.01, speed);
		const bySpeed = (seconds: number) =>
			setWater({ depth, speed: LEAF_OVER / Math.max(0.5, seconds) });
		return [
			...(keeps
				? []
				: [
						element(
							'p',
							{ class: 'warn', role: 'alert' },
							'This viewer keeps nothing. Open the file in a browser, or copy your notes before you close it.'
						)
					]),
			element(
				'nav',
				{ class: 'row', 'aria-label': 'Lies' },
				...data.lies.map(({ name }, k) =>
					button(
						String(k + 1),
						() => {
							lieAt = k;
							chosen = null;
							renew();
						},
						{ 'aria-label': `${k + 1} ${name}`, 'aria-current': k === lieAt ? 'true' : undefined }
					)
				)
			),
			element('h2', {}, `${lieAt + 1} ${lie().name}`),
			...(lie().body.notes ? [element('p', { class: 'quiet' }, lie().body.notes!)] : []),
			element(
				'div',
				{ class: 'answer', 'aria-live': 'polite', id: 'answer' },
				...(fly && chance > 0
					? [
							element('div', { class: 'fly' }, `${fly.letter} ${fly.name}`),
							...(fly.looks ? [element('div', { class: 'quiet' }, fly.looks)] : []),
							element('div', { class: 'hand' }, handWords(current())),
							element(
								'div',
								{},
								`${lie().rigName}; good in ${known ? '' : 'about '}${tenths(chance)}${chance < data.enough ? ': not often enough' : ''}`
							)
						]
					: [element('div', { class: 'fly' }, 'Nothing in the box gets there')]),
				element(
					'div',
					{ class: 'quiet', id: 'state' },
					awaited > 0
						? 'looking closer …'
						: known
							? 'followed in this water'
							: inside
								? 'from the table'
								: 'beyond the table: a guess'
				)
			),
			stepper(
				'Depth',
				depthField.show(depth),
				() => setWater({ depth: depth - 0.05, speed }),
				() => setWater({ depth: depth + 0.05, speed })
			),
			stepper(
				`A leaf over ${shown.water.words(LEAF_OVER, 0)}`,
				`${leaf.toFixed(1)} s`,
				() => bySpeed(leaf - 0.2),
				() => bySpeed(leaf + 0.2)
			),
			...(flow === null
				? []
				: [
						stepper(
							'Flow',
							flowField.show(Number(flow.toPrecision(2))),
							() => setFlow(flow / 1.1),
							() => setFlow(flow * 1.1)
						)
					]),
			...(waters[lie().id]
				? [
						button('As planned', () => {
							waters = Object.fromEntries(Object.entries(waters).filter(([id]) => id !== lie().id));
							keep();
							renew();
						})
					]
				: []),
			element('h2', {}, 'Another fly'),
			element(
				'div',
				{ class: 'row' },
				...order()
					.filter(({ chance: its }) => its > 0.05)
					.slice(0, 4)
					.map((one) =>
						button(
							`${data.flies[one.fly]!.letter} ${data.flies[one.fly]!.name}, ${tenths(one.chance)}`,
							() => {
								chosen = one.fly;
								if (followed[one.fly]) show();
								else renew();
							},
							{ class: 'grow', 'aria-pressed': String(one.fly === current()) }
						)
					)
			),
			element('h2', {}, 'What it did'),
			element(
				'div',
				{ class: 'row', role: 'group', 'aria-label': 'What it did' },
				...sights.map((one) =>
					button(
						sightWords[one],
						() => {
							saw = saw === one ? null : one;
							show();
						},
						{ class: 'grow', 'aria-pressed': String(saw === one) }
					)
				),
				button(
					'a fish',
					() => {
						fish = !fish;
						show();
					},
					{ class: 'grow', 'aria-pressed': String(fish) }
				),
				button(
					'fly lost',
					() => {
						lost = !lost;
						// What is lost mostly hung up.
						if (lost) saw ??= 'hungUp';
						show();
					},
					{ class: 'grow', 'aria-pressed': String(lost) }
				)
			),
			button('Note it', note, {
				class: 'go',
				style: 'width:100%',
				...(saw && fly ? {} : { disabled: '' })
			}),
			element('p', { role: 'status' }, said),
			...(notes.length > 0 ? noted() : [])
		];
	}

	function noted(): Child[] {
		const text = notesText(data.name, notes);
		const area = element('textarea', { readonly: '', 'aria-label': 'Notes as text' }, text);
		return [
			element('h2', {}, `${notes.length} noted`),
			area,
			element(
				'div',
				{ class: 'row' },
				button('Copy', () => {
					area.select();
					// Without a clipboard it is selected, to be copied by hand.
					navigator.clipboard
						?.writeText(text)
						.then(() => (said = 'Copied.'))
						.catch(() => (said = 'It is selected: copy it.'))
						.finally(show);
				}),
				button('Save as a file', () =>
					saveText(`${data.name} notes.txt`, 'text/plain;charset=utf-8', text)
				),
				button('Take the last back', () => {
					notes = notes.slice(0, -1);
					said = 'Taken back.';
					keep();
					show();
				})
			),
			element(
				'p',
				{ class: 'quiet' },
				'At home: Log, In and out, A river card’s notes. Twice is as good as once.'
			)
		];
	}
	renew();
}

/** A page that was opened from a file may have no crypto.randomUUID. */
function newId(): string {
	const bytes = crypto.getRandomValues(new Uint8Array(16));
	bytes[6] = (bytes[6]! & 0x0f) | 0x40;
	bytes[8] = (bytes[8]! & 0x3f) | 0x80;
	const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
	return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
