import 'reflect-metadata';
import { Exactly, Id, Many, Name, Nested, Whole } from '$lib/contract/fields';
import { definitionOf } from './definitions';
import {
	DOCUMENT_VERSION,
	forKinds,
	kinds,
	kindsWithin,
	withinOf,
	type DocumentContent,
	type DocumentKind
} from './kinds';

type Class<T> = new () => T;

/** A new document; an edit adds the revision that it saw. */
class DocumentRequest {
	@Name() name!: string;
	@Whole('The revision', [1, 2 ** 31 - 1], true) revision?: number;
	@Id('The id must be a UUID.', 'optional') id?: string;
}

/** A document within another, or with others within it, in a file. */
class DocumentPart {
	@Id('The id must be a UUID.', 'optional') id?: string;
	@Name() name!: string;
}

/** What every document file says of itself. */
class DocumentFile {
	@Exactly(
		DOCUMENT_VERSION,
		`This file is of another version; version ${DOCUMENT_VERSION} can be read.`
	)
	version!: number;
	@Id('The id must be a UUID.', 'optional') id?: string;
	@Name() name!: string;
}

type Fields = Readonly<Record<string, PropertyDecorator>>;

/** A class with further fields, in this order. */
function withFields<T extends object>(base: Class<T>, fields: Fields) {
	class More extends (base as Class<object>) {}
	for (const [name, field] of Object.entries(fields)) field(More.prototype, name);
	return More as unknown as Class<T & DocumentContent>;
}

const bodyOf = (kind: DocumentKind): Fields => ({
	body: Nested('The body', () => definitionOf(kind).body)
});
const parts = forKinds((kind) => withFields(DocumentPart, bodyOf(kind)));

/** What a document of each kind is checked by as it comes in. */
export const documentRequests = forKinds((kind) => {
	const within = withinOf(kind);
	const one = within && kinds[within.kind].one;
	return withFields(DocumentRequest, {
		...(within && { [within.key]: Id(`The ${one} (${within.key}) must be the id of a ${one}.`) }),
		...bodyOf(kind)
	});
});

/** What of a document in a file is read; those within it and what it is within by their names there. */
export type FileContent = DocumentPart & Pick<DocumentContent, 'body'>;

/** What a file of each kind is checked by. One with others within it brings them, one within another brings that. */
export const documentFiles = forKinds((kind): Class<FileContent> => {
	const format = Exactly(`gravitas/${kind}`, `The format must be gravitas/${kind}.`);
	const outer = withinOf(kind)?.kind;
	const outerPart = outer && Nested(`The ${kinds[outer].one}`, () => parts[outer]);
	const inner = kindsWithin(kind).map((one) => {
		const { collection, many } = kinds[one];
		return [collection, Many(`The ${many}`, () => parts[one], 500)] as const;
	});
	return withFields(DocumentFile, {
		format,
		...bodyOf(kind),
		...(outerPart && { [outer]: outerPart }),
		...Object.fromEntries(inner)
	});
});
