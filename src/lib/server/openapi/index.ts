import { components, ref } from './answers';
import type { Operation } from './operation';
import { operations } from './operations';

function described({ path, summary, query, body, answer, errors = [], examples }: Operation) {
	const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
		name,
		in: 'path',
		required: true,
		schema: { type: 'string' }
	}));
	const inQuery = Object.entries(query ?? {}).map(([name, { about, schema }]) => ({
		name,
		in: 'query',
		required: false,
		description: about,
		schema
	}));
	const sent = examples.filter((example) => example.body !== undefined);
	const shown = Object.fromEntries(
		sent.map(({ body: value, status }, i) => [`${i + 1} answers ${status}`, { value }])
	);
	const content =
		typeof answer.content === 'string'
			? { [answer.content]: { schema: { type: 'string' } } }
			: { 'application/json': { schema: answer.content } };
	return {
		summary,
		...(inPath.length + inQuery.length > 0 ? { parameters: [...inPath, ...inQuery] } : {}),
		...(body
			? {
					requestBody: {
						required: true,
						content: Object.fromEntries(
							(body.types ?? ['application/json']).map((type) => [
								type,
								{ schema: body.schema, ...(type === 'application/json' ? { examples: shown } : {}) }
							])
						)
					}
				}
			: {}),
		responses: Object.fromEntries([
			[answer.status, { description: 'Done', content }],
			...errors.map((status) => [
				status,
				{
					description: meaning[status] ?? 'Not done',
					content: { 'application/json': { schema: ref('Error') } }
				}
			])
		]) as object
	};
}

const meaning: Readonly<Record<number, string>> = {
	400: 'Not readable: the message says where',
	404: 'Not there',
	409: 'Does not go with what is there now; nothing was changed',
	413: 'Too long',
	422: 'Readable, but not possible: a path and words for each wrong field'
};

const paths: Record<string, Record<string, object>> = {};
for (const operation of operations) {
	(paths[operation.path] ??= {})[operation.method] = described(operation);
}

/** The whole JSON API as an OpenAPI 3.1 document. */
export const openApi = {
	openapi: '3.1.0',
	info: {
		title: 'Gravitas',
		version: '0',
		description:
			'Flies, lies, rivers and the stock, and what is predicted of them. All units are in the names of the fields. ' +
			'It answers on this machine only. Version 0 may still change.'
	},
	paths,
	components: { schemas: components },
	/** All examples in an order in which they can be run one after the other. */
	'x-scenario': operations.flatMap(({ method, path: operation, examples }) =>
		examples.map((example) => ({ method, operation, ...example }))
	)
};
