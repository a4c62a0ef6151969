import { exampleId, type Definition, type BodyFault } from '../definition';
import { sameContent } from '../difference';
import { joinedLedger, lotMaterials, materialOf, type LotBodyDocument } from './body';
import { lotChange } from './changes';
import { LotBodyRequest } from './validation';

/** A lot is of one material, its ledger only grows, and says with its words which way. */
function lotFault(body: LotBodyDocument, before: LotBodyDocument | null): BodyFault | null {
	if (materialOf(body) === null) {
		return {
			path: 'body',
			message: `A lot is of one material: one of ${lotMaterials.join(', ')}.`
		};
	}
	const old = before?.entries ?? [];
	if (!old.every((entry, i) => sameContent(entry, body.entries[i]))) {
		return {
			status: 409,
			path: 'body.entries',
			message:
				'The entries of a lot are only added to. Correct a count with an entry “corrected”, or undo.'
		};
	}
	const turned = body.entries.findIndex(
		({ kind, amount }, i) => i >= old.length && amount < 0 && kind !== 'corrected'
	);
	if (turned < 0) return null;
	const { kind, amount } = body.entries[turned]!;
	return {
		path: `body.entries.${turned}.amount`,
		message: `“${kind} ${amount}” would mean the opposite. Give what was ${kind} without a minus; only “corrected” may have one.`
	};
}

const beads = {
	bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
	measured: { pieces: 25, togetherG: 3.1 },
	entries: [{ on: '2026-01-20', kind: 'bought', amount: 50, price: 12.5 }],
	lowAt: 10
};
const used = { on: '2026-02-03', kind: 'used', amount: 6 };

export const lot: Definition<'lot'> = {
	body: LotBodyRequest,
	title: 'A lot of the stock',
	told: lotChange,
	fault: lotFault,
	// A ledger only grows: what the file does not know of stays.
	joined: (here, file) => ({ ...file, entries: [...joinedLedger(here.entries, file.entries)] }),
	examples: {
		id: exampleId('04'),
		first: { name: 'Grey tin', body: beads },
		second: { name: 'Grey tin', body: { ...beads, entries: [...beads.entries, used] } },
		// Two materials in one packet.
		wrong: { name: 'Grey tin', body: { ...beads, thread: { denier: 70 } } }
	}
};
