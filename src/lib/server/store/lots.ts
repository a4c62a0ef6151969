import { sameContent } from '$lib/contract/changes';
import type { DocumentKind, DocumentRow, LotBodyDocument } from '$lib/contract/documents';
import { lotMaterials, materialOf } from '$lib/contract/lots';
import type { DocumentContent } from './documents';
import { Refusal } from './refusal';

/**
 * What the contract's classes cannot say of a lot: it is of one material, its ledger only grows, and says with its words which way.
 *
 * @param before the lot as it is here; null for a new one
 * @throws Refusal with 422, or 409 where the ledger was rewritten
 */
export function checkLot(
	kind: DocumentKind,
	content: DocumentContent,
	before: DocumentRow | null
): void {
	if (kind !== 'lot') return;
	const body = content.body as LotBodyDocument;
	if (materialOf(body) === null) {
		const message = `A lot is of one material: one of ${lotMaterials.join(', ')}.`;
		throw new Refusal(422, message, { errors: [{ path: 'body', message }] });
	}
	const old = (before?.body as LotBodyDocument | undefined)?.entries ?? [];
	if (!old.every((entry, i) => sameContent(entry, body.entries[i]))) {
		throw new Refusal(
			409,
			'The entries of a lot are only added to. Correct a count with an entry “corrected”, or undo.'
		);
	}
	const turned = body.entries.findIndex(
		({ kind, amount }, i) => i >= old.length && amount < 0 && kind !== 'corrected'
	);
	if (turned >= 0) {
		const { kind, amount } = body.entries[turned]!;
		const message = `“${kind} ${amount}” would mean the opposite. Give what was ${kind} without a minus; only “corrected” may have one.`;
		throw new Refusal(422, message, {
			errors: [{ path: `body.entries.${turned}.amount`, message }]
		});
	}
}
