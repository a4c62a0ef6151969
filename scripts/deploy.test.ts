import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DCLinter } from 'dclint';
import { validate } from 'dockerfile-utils';
import { expect, test } from 'vitest';
import { parse } from 'yaml';

const folder = join(import.meta.dirname, '..', 'deploy');
const read = (name: string) => readFileSync(join(folder, name), 'utf8');

test('the container file and the compose file are sound, by their linters and the schema of compose files', async () => {
	expect(validate(read('Containerfile'))).toEqual([]);
	const linter = new DCLinter({ rules: {}, exclude: [], quiet: false, debug: false });
	const found = await linter.lintFiles([join(folder, 'compose.yaml')], false);
	expect(found.map(({ messages }) => messages)).toEqual([[]]);
});

test('what stands before the processes knows their ports, hands the news on at once, and is open on this machine only', () => {
	interface Service {
		readonly environment: Readonly<Record<string, string>>;
		readonly ports?: readonly string[];
		readonly network_mode?: string;
	}
	const { services } = parse(read('compose.yaml'), { merge: true }) as {
		services: Readonly<Record<string, Service>>;
	};
	const processes = Object.values(services).filter(
		({ network_mode }) => network_mode === 'service:front'
	);
	const ports = processes.map(({ environment }) => environment.GRAVITAS_PORT);
	expect(ports).toHaveLength(2);
	const front = read('front.conf');
	expect([...front.matchAll(/server 127\.0\.0\.1:(\d+)/g)].map(([, port]) => port)).toEqual(ports);
	expect(/location = \/api\/news \{[^}]*proxy_buffering off/.test(front)).toBe(true);
	const published = Object.values(services).flatMap(({ ports = [] }) => ports);
	expect(published).toEqual([`127.0.0.1:4680:${/listen (\d+)/.exec(front)![1]}`]);
	for (const { environment } of processes) {
		expect(environment.GRAVITAS_ORIGIN).toBe('http://127.0.0.1:4680');
		// The password stands beside the address, where no list of processes and no log shows it.
		expect(new URL(environment.DATABASE_URL!).password).toBe('');
		expect(environment.PGPASSWORD).toMatch(/^\$\{GRAVITAS_DB_PASSWORD:\?/);
	}
});
