import { depthField, flowField, shown, showIn } from '$core/quantity/index';
import { notesText } from '$lib/documents/entry/card-notes';
import { sights, sightWords, type Sight } from '$lib/documents/entry/body';
import { saveText } from '$lib/ui/save';
import type { CardData } from './data';
import { CardModel } from './model';
import { tenths } from './page';

/** A leaf is timed over this far, m. */
const LEAF_OVER = 3;
/** What a tap on a step is worth: m, s, and times the flow. */
const STEPS = { depth: 0.05, leaf: 0.2, flow: 1.1 } as const;
/** Flies that are worth a button, and how many. */
const WORTH = 0.05;
const BUTTONS = 4;

type Fields = Partial<Record<string, string>>;
function element<Tag extends keyof HTMLElementTagNameMap>(
	tag: Tag,
	fields: Fields,
	...children: (Node | string)[]
): HTMLElementTagNameMap[Tag] {
	const made = document.createElement(tag);
	for (const [name, value] of Object.entries(fields))
		if (value !== undefined) made.setAttribute(name, value);
	made.append(...children);
	return made;
}
function button(words: string, act: () => void, fields: Fields = {}) {
	const made = element('button', { type: 'button', ...fields }, words);
	made.addEventListener('click', act);
	return made;
}
const stepper = (label: string, value: string, less: () => void, more: () => void) =>
	element(
		'div',
		{ class: 'step', role: 'group', 'aria-label': label },
		button('−', less, { 'aria-label': `${label}, less` }),
		element('span', {}, label, element('b', {}, value)),
		button('+', more, { 'aria-label': `${label}, more` })
	);

/** The page of a card, drawn anew at every change. */
class CardView {
	private readonly main = document.getElementById('card')!;
	private readonly model: CardModel;
	private saw: Sight | null = null;
	private fish = false;
	private lost = false;
	private said = '';

	constructor(data: CardData) {
		const code = document.getElementById('script')!.textContent;
		this.model = new CardModel(data, code, () => this.show());
		this.model.renew();
	}

	/** Leaves the focus where it was. */
	private show(): void {
		const held = document.activeElement?.getAttribute('data-key');
		this.main.replaceChildren(
			...this.lies(),
			this.answer(),
			...this.water(),
			...this.flies(),
			...this.seen(),
			...(this.model.notes.length > 0 ? this.noted() : [])
		);
		for (const one of this.main.querySelectorAll<HTMLElement>('button,textarea')) {
			const key = one.getAttribute('aria-label') ?? one.textContent;
			one.setAttribute('data-key', key);
			if (held === key) one.focus({ preventScroll: true });
		}
	}

	private lies(): Node[] {
		const { model } = this;
		const { lies } = model.data;
		const warning =
			'This viewer keeps nothing. Open the file in a browser, or copy your notes before you close it.';
		const buttons = lies.map(({ name }, k) =>
			button(String(k + 1), () => model.goTo(k), {
				'aria-label': `${k + 1} ${name}`,
				'aria-current': k === model.lieAt ? 'true' : undefined
			})
		);
		const { notes } = model.lie.body;
		return [
			...(model.keeps ? [] : [element('p', { class: 'warn', role: 'alert' }, warning)]),
			element('nav', { class: 'row', 'aria-label': 'Lies' }, ...buttons),
			element('h2', {}, `${model.lieAt + 1} ${model.lie.name}`),
			...(notes ? [element('p', { class: 'quiet' }, notes)] : [])
		];
	}

	private answer(): Node {
		const { model } = this;
		const { known, plan, chance } = model;
		const fly = model.data.flies[model.current];
		const line = (kind: string, words: string) => element('div', { class: kind }, words);
		const often = `good in ${known || plan ? '' : 'about '}${tenths(chance)}`;
		const enough = chance < model.data.enough ? ': not often enough' : '';
		const from = plan
			? 'as planned at home'
			: model.read.inside
				? 'from the table'
				: 'beyond the table: a guess';
		const state = model.awaited > 0 ? 'looking closer …' : known ? 'followed in this water' : from;
		return element(
			'div',
			{ class: 'answer', 'aria-live': 'polite', id: 'answer' },
			...(fly && chance > 0
				? [
						line('fly', `${fly.letter} ${fly.name}`),
						...(fly.looks ? [line('quiet', fly.looks)] : []),
						line('hand', model.handWords()),
						line('', `${model.lie.rigName}; ${often}${enough}`)
					]
				: [line('fly', 'Nothing in the box gets there')]),
			element('div', { class: 'quiet', id: 'state' }, state)
		);
	}

	private water(): Node[] {
		const { model } = this;
		const { depth, speed } = model.water;
		const leaf = LEAF_OVER / Math.max(0.01, speed);
		const timed = (seconds: number) => () =>
			model.setWater({ depth, speed: LEAF_OVER / Math.max(0.5, seconds) });
		const deep = (by: number) => () => model.setWater({ depth: depth + by, speed });
		const flow = model.flow();
		const flowWords = () => flowField.show(Number(flow!.toPrecision(2)));
		const flows = (times: number) => () => model.setFlow(flow! * times);
		const over = `A leaf over ${shown.water.words(LEAF_OVER, 0)}`;
		return [
			stepper('Depth', depthField.show(depth), deep(-STEPS.depth), deep(STEPS.depth)),
			stepper(over, `${leaf.toFixed(1)} s`, timed(leaf - STEPS.leaf), timed(leaf + STEPS.leaf)),
			...(flow === null
				? []
				: [stepper('Flow', flowWords(), flows(1 / STEPS.flow), flows(STEPS.flow))]),
			...(model.isChanged ? [button('As planned', () => model.asPlanned())] : [])
		];
	}

	private flies(): Node[] {
		const { model } = this;
		const buttons = model
			.order()
			.filter(({ chance }) => chance > WORTH)
			.slice(0, BUTTONS)
			.map(({ fly, chance }) => {
				const { letter, name } = model.data.flies[fly]!;
				return button(`${letter} ${name}, ${tenths(chance)}`, () => model.choose(fly), {
					class: 'grow',
					'aria-pressed': String(fly === model.current)
				});
			});
		return [element('h2', {}, 'Another fly'), element('div', { class: 'row' }, ...buttons)];
	}

	private seen(): Node[] {
		const toggle = (words: string, on: boolean, act: () => void) =>
			button(
				words,
				() => {
					act();
					this.show();
				},
				{ class: 'grow', 'aria-pressed': String(on) }
			);
		const buttons = [
			...sights.map((one) =>
				toggle(sightWords[one], this.saw === one, () => (this.saw = this.saw === one ? null : one))
			),
			toggle('a fish', this.fish, () => (this.fish = !this.fish)),
			toggle('fly lost', this.lost, () => {
				this.lost = !this.lost;
				// What is lost mostly hung up.
				if (this.lost) this.saw ??= 'hungUp';
			})
		];
		const possible = this.saw !== null && this.model.current >= 0;
		return [
			element('h2', {}, 'What it did'),
			element('div', { class: 'row', role: 'group', 'aria-label': 'What it did' }, ...buttons),
			button('Note it', () => this.note(), {
				class: 'go wide',
				disabled: possible ? undefined : ''
			}),
			element('p', { role: 'status' }, this.said)
		];
	}

	private note(): void {
		const { saw, fish, lost } = this;
		const noted = saw && this.model.note(saw, fish, lost);
		if (!noted) return;
		this.said = `Noted: ${noted.flyName}, ${sightWords[noted.saw]}${lost ? ', lost' : ''}.`;
		[this.saw, this.fish, this.lost] = [null, false, false];
		this.show();
	}

	private noted(): Node[] {
		const { model } = this;
		const { name } = model.data;
		const text = notesText(name, model.notes);
		const area = element('textarea', { readonly: '', 'aria-label': 'Notes as text' }, text);
		const say = (words: string) => {
			this.said = words;
			this.show();
		};
		const copy = () => {
			area.select();
			const byHand = () => say('It could not be copied: select the text, and copy it by hand.');
			// Some viewers have no clipboard.
			if (!('clipboard' in navigator)) byHand();
			else navigator.clipboard.writeText(text).then(() => say('Copied.'), byHand);
		};
		const save = () => saveText(`${name} notes.txt`, 'text/plain;charset=utf-8', text);
		const back = () => {
			model.takeBack();
			say('Taken back.');
		};
		return [
			element('h2', {}, `${model.notes.length} noted`),
			area,
			element(
				'div',
				{ class: 'row' },
				button('Copy', copy),
				button('Save as a file', save),
				button('Take the last back', back)
			),
			element(
				'p',
				{ class: 'quiet' },
				'At home: Log, In and out, A river card’s notes. Twice is as good as once.'
			)
		];
	}
}

/** Makes the page of a card live. */
export function showCard(): void {
	const data = JSON.parse(document.getElementById('data')!.textContent) as CardData;
	showIn(() => data.units);
	new CardView(data);
}
