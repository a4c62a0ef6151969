import { depthField, flowField, speedField, temperatureField } from '$core/quantity/index';
import { sights, sightWords, type Sight } from './body';

/** What was noted on a river card: of one fly at one lie. */
export interface CardNote {
	/** The entry of the log that comes of it: taken in twice it is there once. */
	readonly id: string;
	/** ms since 1970, a whole minute. */
	readonly at: number;
	readonly lieId: string;
	readonly lieName: string;
	/** The water as it was found. */
	readonly depthM: number;
	readonly speedMs: number;
	/** °C, and m³/s where the river’s flow is known; cards of before did not say them. */
	readonly celsius?: number;
	readonly flowM3s?: number;
	readonly rigId: string;
	readonly rigName: string;
	/** The run that the fly was tied in, and which of its items it is. */
	readonly batchId: string;
	readonly item: number;
	readonly flyName: string;
	readonly saw: Sight;
	readonly fish: boolean;
	readonly lost: boolean;
}

const HEAD = 'Gravitas river card, notes 1';
const FISH = 'a fish';
const LOST = 'the fly lost';
const uuid = '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}';
const WATER =
	/^(.+), (\d+(?:\.\d+)?) m deep, (\d+(?:\.\d+)?) m\/s(?:, (-?\d+(?:\.\d+)?) °C)?(?:, (\d+(?:\.\d+)?) m³\/s)?$/;
const TAIL = new RegExp(`^\\[(${uuid}) (${uuid}) (${uuid}) (${uuid}) (\\d{1,2})\\]$`);
const MOMENT = /^(\d{4})-(\d\d)-(\d\d) (\d\d):(\d\d)$/;

const two = (value: number) => String(value).padStart(2, '0');
function moment(at: number): string {
	const date = new Date(at);
	return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())} ${two(date.getHours())}:${two(date.getMinutes())}`;
}
/** A name in a line of its own kind. */
const plain = (name: string) => name.replace(/[|\s]+/g, ' ').trim();

/**
 * A card's notes as text, a line each: the moment, the lie with its water, the fly, the rig, what was seen, and in
 * brackets the ids of note, lie, rig and run with the item of it. Always metric.
 */
export function notesText(outing: string, notes: readonly CardNote[]): string {
	const line = (note: CardNote) =>
		[
			moment(note.at),
			[
				`${plain(note.lieName)}, ${note.depthM} m deep, ${note.speedMs} m/s`,
				...(note.celsius === undefined ? [] : [`${note.celsius} °C`]),
				...(note.flowM3s === undefined ? [] : [`${note.flowM3s} m³/s`])
			].join(', '),
			plain(note.flyName),
			plain(note.rigName),
			sightWords[note.saw],
			...(note.fish ? [FISH] : []),
			...(note.lost ? [LOST] : []),
			`[${note.id} ${note.lieId} ${note.rigId} ${note.batchId} ${note.item}]`
		].join(' | ');
	return [`${HEAD}: ${plain(outing)}`, ...notes.map(line), ''].join('\n');
}

export interface ReadNotes {
	readonly notes: readonly CardNote[];
	/** What cannot be read, by line of the text. */
	readonly faults: readonly { readonly line: number; readonly words: string }[];
}

/** Reads a card's notes back; what stands round them, as in a mail, is passed over. */
export function readNotes(text: string): ReadNotes {
	const lines = text.split(/\r?\n/).map((line) => line.replace(/^[>\s]+/, '').trim());
	const notes: CardNote[] = [];
	const faults: { line: number; words: string }[] = [];
	if (!lines.some((line) => line.startsWith(HEAD))) {
		return {
			notes,
			faults: [{ line: 1, words: `No line begins with “${HEAD}”: is this from a river card?` }]
		};
	}
	lines.forEach((line, k) => {
		if (!line.includes('|')) return;
		const found = readLine(line);
		if (typeof found === 'string') faults.push({ line: k + 1, words: found });
		else if (!notes.some(({ id }) => id === found.id)) notes.push(found);
	});
	return { notes, faults };
}

/** @returns the note, or what is wrong with the line */
function readLine(line: string): CardNote | string {
	const parts = line.split('|').map((part) => part.trim());
	const tail = TAIL.exec(parts.pop() ?? '');
	if (!tail)
		return 'the ids in brackets at its end are not whole; copy the line from the card again';
	const [when = '', where = '', flyName = '', rigName = '', seen = '', ...rest] = parts;
	const date = MOMENT.exec(when);
	const [, year, month, day, hour, minute] = (date ?? []).map(Number);
	const at = date ? new Date(year!, month! - 1, day, hour, minute).getTime() : NaN;
	if (!date || moment(at) !== when) return `“${when}” is no moment such as 2027-03-06 10:42`;
	const water = WATER.exec(where);
	const [depthM, speedMs] = [Number(water?.[2]), Number(water?.[3])];
	const inside = (value: number, [from, to]: readonly [number, number]) =>
		value >= from && value <= to;
	const given = (text: string | undefined) => (text === undefined ? undefined : Number(text));
	const [celsius, flowM3s] = [given(water?.[4]), given(water?.[5])];
	if (
		!water ||
		!inside(depthM, depthField.possible) ||
		!inside(speedMs, speedField.possible) ||
		!inside(celsius ?? 10, temperatureField.possible) ||
		!inside(flowM3s ?? 1, flowField.possible)
	)
		return `“${where}” is no water such as “Gauge pool, 0.9 m deep, 0.7 m/s”`;
	const saw = sights.find((one) => sightWords[one] === seen);
	if (!saw) return `“${seen}” is none of ${sights.map((one) => sightWords[one]).join(', ')}`;
	const odd = rest.find((one) => one !== FISH && one !== LOST);
	if (odd !== undefined) return `“${odd}” is neither “${FISH}” nor “${LOST}”`;
	const [, id, lieId, rigId, batchId, item] = tail as unknown as string[];
	return {
		id: id!,
		at,
		lieId: lieId!,
		lieName: water[1]!,
		depthM,
		speedMs,
		...(celsius !== undefined && { celsius }),
		...(flowM3s !== undefined && { flowM3s }),
		rigId: rigId!,
		rigName,
		batchId: batchId!,
		item: Number(item),
		flyName,
		saw,
		fish: rest.includes(FISH),
		lost: rest.includes(LOST)
	};
}
