import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RequestEvent } from '@sveltejs/kit';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { expect } from 'vitest';
import { documentKinds, kinds } from '$lib/documents/kinds';
import { openStore, type Store } from '$lib/server/store/index';
import { handle } from '../../hooks.server';

type Handler = (event: RequestEvent) => Response | Promise<Response>;
type Route = Partial<Record<string, Handler>>;

const collections = documentKinds.map((kind) => kinds[kind].collection);
const modules = import.meta.glob<Route>('./**/+server.ts');
/** A route's address as a pattern, with the names of what stands in it; those with fewer of these come first. */
const routes = Object.entries(modules)
	.map(([file, load]) => {
		const path = file.replace(/^\./, '/api').replace('/+server.ts', '');
		const names = [...path.matchAll(/\[(?:\.\.\.)?(\w+)/g)].map(([, name]) => name!);
		const pattern = path
			.replace(/\[\w+=documents\]/g, `(${collections.join('|')})`)
			.replace(/\[\.\.\.\w+\]/g, '(.*)')
			.replace(/\[\w+\]/g, '([^/]+)');
		return { path, names, load, matches: new RegExp(`^${pattern}$`), rest: path.includes('...') };
	})
	.sort((a, b) => Number(a.rest) - Number(b.rest) || a.names.length - b.names.length);

/** Every address that there is, as the description of the API writes it. */
export const described = routes
	.filter(({ rest }) => !rest)
	.flatMap(({ path }) => {
		const named = path.replace(/\[(\w+)\]/g, '{$1}');
		return named.includes('=documents')
			? collections.map((name) => named.replace(/\[\w+=documents\]/, name))
			: [named];
	});

/** The API on a data folder of its own, asked without a server: hooks, routes and store, but no socket. */
export class InProcess {
	readonly folder = mkdtempSync(join(tmpdir(), 'gravitas-routes-'));
	store!: Store;
	private readonly holder = globalThis as { gravitasStore?: Promise<Store> };

	async open(demo = false): Promise<void> {
		this.store = await openStore(join(this.folder, 'data'), { demo });
		this.holder.gravitasStore = Promise.resolve(this.store);
	}

	async close(): Promise<void> {
		delete this.holder.gravitasStore;
		await this.store.close();
		rmSync(this.folder, { recursive: true });
	}

	async ask(method: string, address: string, init: RequestInit = {}): Promise<Response> {
		const url = new URL(address, 'http://127.0.0.1');
		const found = routes.find(({ matches }) => matches.test(url.pathname))!;
		const parts = found.matches.exec(url.pathname)!.slice(1).map(decodeURIComponent);
		const params = Object.fromEntries(found.names.map((name, k) => [name, parts[k]!]));
		const request = new Request(url, { method: method.toUpperCase(), ...init });
		const event = { url, params, request, getClientAddress: () => '127.0.0.1' };
		const module = await found.load();
		const handler = module[method.toUpperCase()] ?? module.fallback;
		return handle({
			event: event as unknown as RequestEvent,
			resolve: async (event) => (handler ? handler(event) : new Response('method', { status: 405 }))
		});
	}

	/** Asks with JSON. @returns the status and what was answered, as JSON where it is some */
	async json(method: string, address: string, body?: unknown) {
		const response = await this.ask(method, address, {
			...(body !== undefined && {
				body: JSON.stringify(body),
				headers: { 'content-type': 'application/json' }
			})
		});
		const text = await response.text();
		const isJson = response.headers.get('content-type')?.startsWith('application/json');
		return {
			status: response.status,
			said: (isJson ? JSON.parse(text) : text) as unknown,
			response
		};
	}
}

/** The description of the API, as far as a test reads it. */
export interface Description {
	paths: Record<
		string,
		Record<string, { responses: Record<string, { content: Record<string, { schema: object }> }> }>
	>;
	components: { schemas: Record<string, object> };
	'x-scenario': {
		method: string;
		operation: string;
		path: string;
		body?: unknown;
		status: number;
	}[];
}

/** Runs the examples of some operations, one after the other, and holds what is answered to what is described. */
export async function runExamples(
	api: InProcess,
	wanted: (operation: string) => boolean
): Promise<void> {
	const description = (await api.json('get', '/api/openapi.json')).said as Description;
	const ajv = new Ajv2020({ strict: false, allErrors: true });
	formats.default(ajv);
	// As one, so that what many answers refer to is compiled once.
	ajv.addSchema(description, 'api');
	/** A part of a JSON pointer (RFC 6901). */
	const pointer = (part: string | number) =>
		encodeURIComponent(String(part).replace(/~/g, '~0').replace(/\//g, '~1'));
	let backup = '';
	const scenario = description['x-scenario'].filter(({ operation }) => wanted(operation));
	expect(scenario.length).toBeGreaterThan(1);
	for (const { method, operation, path, body, status } of scenario) {
		const address = path.replace('{backup}', backup);
		const { status: got, said, response } = await api.json(method, address, body);
		const what = `${method} ${path}: ${JSON.stringify(said).slice(0, 300)}`;
		expect(got, what).toBe(status);
		const content = description.paths[operation]?.[method]?.responses[status]?.content ?? {};
		const [type = ''] = Object.keys(content);
		expect(type, `${what} is not described`).not.toBe('');
		expect(response.headers.get('content-type')).toContain(type);
		if (type !== 'application/json' || operation.endsWith('/file')) continue;
		const place = ['paths', operation, method, 'responses', status, 'content', type, 'schema'];
		const valid = ajv.getSchema(`api#/${place.map(pointer).join('/')}`)!;
		expect(valid(said), `${what}\n${ajv.errorsText(valid.errors)}`).toBe(true);
		if (operation === '/api/backups' && method === 'get')
			backup = (said as { name: string }[])[0]!.name;
	}
}
