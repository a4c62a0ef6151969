import { schemaOf, type JsonSchema } from '$lib/contract/fields';
import { definitionOf } from '$lib/documents/definitions';
import { documentKinds } from '$lib/documents/kinds';
import { documentFiles } from '$lib/documents/requests';
import { Refusal } from './store/refusal';

/** The JSON Schema of a kind of document file. @throws Refusal with 404 for another name */
export function schemaFile(name: string): JsonSchema {
	const kind = documentKinds.find((one) => `${one}.json` === name);
	if (!kind) {
		const names = documentKinds.map((one) => `${one}.json`).join(', ');
		throw new Refusal(404, `There is no schema “${name.slice(0, 60)}”. There are: ${names}.`);
	}
	return {
		$schema: 'https://json-schema.org/draft/2020-12/schema',
		$id: `gravitas/${name}`,
		title: `${definitionOf(kind).title}, as a file`,
		...schemaOf(documentFiles[kind])
	};
}
