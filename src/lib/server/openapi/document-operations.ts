import { TyingRequest } from '$lib/documents/batch/validation';
import { schemaOf } from '$lib/contract/fields';
import { PAGE_RANGE } from '$lib/api/requests';
import { exampleId } from '$lib/documents/definition';
import { definitionOf } from '$lib/documents/definitions';
import { documentKinds, kinds, withinOf, type DocumentKind } from '$lib/documents/kinds';
import { documentRequests } from '$lib/documents/requests';
import { list, ref, schemaName } from './answers';
import type { Operation } from './operation';

/** An id that nothing has. */
export const ABSENT = exampleId('ff');
const BATCH = definitionOf('batch').examples.id;
const progress = { place: 4, counted: 2, drying: [{ fly: 0, at: 1770112800000 }], times: [] };

/** What others are within is made before them. */
const inOrder = [...documentKinds].sort((x, y) => Number(!!withinOf(x)) - Number(!!withinOf(y)));
const a = (words: string) => `${/^[aeiou]/.test(words) ? 'an' : 'a'} ${words}`;

/** What can be done with the documents of one kind. */
function documents(kind: DocumentKind): Operation[] {
	const { collection, one: words } = kinds[kind];
	const { id, first, second, wrong } = definitionOf(kind).examples;
	const answer = ref(schemaName(kind));
	const all = `/api/${collection}`;
	const one = `${all}/{id}`;
	const own = `${all}/${id}`;
	const body = { schema: schemaOf(documentRequests[kind]) };
	return [
		{
			method: 'post',
			path: all,
			summary: `Make ${a(words)}; with an id of your own if you like`,
			body,
			answer: { status: 201, content: ref('Action') },
			errors: [400, 409, 413, 422],
			examples: [
				{ path: all, body: { id, ...first }, status: 201 },
				{ path: all, body: { id, ...first }, status: 409 },
				{ path: all, body: wrong, status: 422 }
			]
		},
		{
			method: 'get',
			path: all,
			summary: `All ${kinds[kind].many}, oldest first; with most bit by bit, the header Link says where the next are`,
			query: {
				most: {
					about: 'so many at once',
					schema: { type: 'integer', minimum: PAGE_RANGE[0], maximum: PAGE_RANGE[1] }
				},
				after: { about: 'from where on, as Link says', schema: { type: 'string' } }
			},
			answer: { status: 200, content: list(answer) },
			errors: [422],
			examples: [
				{ path: all, status: 200 },
				{ path: `${all}?most=1`, status: 200 },
				{ path: `${all}?most=0`, status: 422 },
				{ path: `${all}?most=1&after=here`, status: 422 }
			]
		},
		{
			method: 'get',
			path: one,
			summary: `One ${words}`,
			answer: { status: 200, content: answer },
			errors: [404, 422],
			examples: [
				{ path: own, status: 200 },
				{ path: `${all}/${ABSENT}`, status: 404 },
				{ path: `${all}/seven`, status: 422 }
			]
		},
		{
			method: 'put',
			path: one,
			summary: `Change ${a(words)}, naming the revision that was read; an older one is told what changed since`,
			body,
			answer: { status: 200, content: ref('Action') },
			errors: [400, 404, 409, 413, 422],
			examples: [
				{ path: own, body: { ...second, revision: 1 }, status: 200 },
				{ path: own, body: { ...first, revision: 1 }, status: 409 },
				{ path: own, body: second, status: 422 }
			]
		},
		{
			method: 'get',
			path: `${one}/history`,
			summary: `What was done to the ${words}, newest first, with its state before and after`,
			answer: { status: 200, content: list(ref('HistoryEntry')) },
			errors: [404, 422],
			examples: [{ path: `${own}/history`, status: 200 }]
		},
		{
			method: 'get',
			path: `${one}/file`,
			summary: `The ${words} as a document file, for another copy of Gravitas`,
			answer: { status: 200, content: 'application/json' },
			errors: [404, 422],
			examples: [{ path: `${own}/file`, status: 200 }]
		}
	];
}

export const documentOperations: readonly Operation[] = [
	...inOrder.flatMap(documents),
	{
		method: 'put',
		path: '/api/tying/{id}',
		summary: 'Where one is at the vise with a batch; kept at each key, and no action of its own',
		body: { schema: schemaOf(TyingRequest) },
		answer: { status: 200, content: ref('Tying') },
		errors: [400, 404, 413, 422],
		examples: [
			{ path: `/api/tying/${BATCH}`, body: progress, status: 200 },
			{ path: `/api/tying/${ABSENT}`, body: progress, status: 404 },
			{ path: `/api/tying/${BATCH}`, body: { ...progress, place: -1 }, status: 422 }
		]
	}
];

/** Last of all, and the other way round: a river goes after its lies. */
export const removals = [...inOrder].reverse().map((kind): Operation => {
	const { collection, one } = kinds[kind];
	const path = `/api/${collection}/${definitionOf(kind).examples.id}`;
	return {
		method: 'delete',
		path: `/api/${collection}/{id}`,
		summary: `Delete ${a(one)}; undo brings it back`,
		query: {
			revision: { about: 'the revision that was read', schema: { type: 'integer', minimum: 1 } }
		},
		answer: { status: 200, content: ref('Action') },
		errors: [404, 409, 422],
		examples: [
			{ path: `${path}?revision=1`, status: 409 },
			{ path: `${path}?revision=2`, status: 200 }
		]
	};
});
