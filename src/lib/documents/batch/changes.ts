import { GRAM, massField } from '$core/quantity/index';
import { shownChange, type Difference } from '../difference';
import { batchWords, type BatchBodyDocument } from './body';

export function batchChange(a: BatchBodyDocument, b: BatchBodyDocument): Difference {
	const shown = (body: BatchBodyDocument, fly: number) => {
		const tied = body.flies.find((one) => one.fly === fly);
		if (!tied) return 'not tied';
		const { massG, together = 1, out } = tied;
		const among = together > 1 ? `, one of ${together}` : '';
		const weight = massG === undefined ? 'tied' : `${massField.show(massG * GRAM)}${among}`;
		return out === undefined ? weight : `${weight}, ${out}`;
	};
	const flies = [...new Set([...a.flies, ...b.flies].map(({ fly }) => fly))].sort((x, y) => x - y);
	const places = a.items.map(({ name }, k) => {
		const place = ({ items }: BatchBodyDocument) =>
			items[k]?.compartment ?? 'nowhere in particular';
		return [`place of ${name}`, place(a), place(b)] as const;
	});
	return shownChange([
		['flies', batchWords(a), batchWords(b)],
		['state', a.state, b.state],
		...places,
		...flies.map((fly) => [`fly ${fly + 1}`, shown(a, fly), shown(b, fly)] as const)
	]);
}
