// Writes what this version of the program writes, for src/lib/server/fixtures: a sample of every kind of document, an
// archive, a backup and a data folder. To be run once for a version that changes how data are kept, before the
// change: node scripts/fixtures.mjs schema-N
import {
	mkdirSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { zipSync } from 'fflate';

const name = process.argv[2];
if (!name) throw new Error('Give the folder a name: node scripts/fixtures.mjs schema-9');
const out = join(import.meta.dirname, '../src/lib/server/fixtures', name);
const folder = mkdtempSync(join(tmpdir(), 'gravitas-fixtures-'));

const child = spawn(process.execPath, [join(import.meta.dirname, 'start.mjs')], {
	env: { ...process.env, GRAVITAS_DATA: folder, GRAVITAS_PORT: '0' }
});
const address = await new Promise((resolve) => {
	let said = '';
	child.stdout.on('data', (chunk) => {
		said += chunk;
		const found = /open at (\S+)/.exec(said);
		if (found) resolve(found[1]);
	});
});
const ask = async (path, method = 'GET', body) =>
	fetch(new URL(path, address), {
		method,
		...(body && { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
	});
const json = async (path, method, body) => (await ask(path, method, body)).json();

const { 'x-scenario': scenario } = await json('api/openapi.json');
const writes = scenario.filter(
	({ operation, method, status }) =>
		/^\/api\/(?!predict|match|actions|import|strip|undo|redo|backups)/.test(operation) &&
		['post', 'put'].includes(method) &&
		status < 300
);
for (const { path, method, body } of writes) await ask(path, method.toUpperCase(), body);
// Something that was taken back, so that the history has both.
const [fly] = (await json('api/snapshot')).flies;
await ask(`api/flies/${fly.id}`, 'PUT', { ...fly, kind: undefined, name: 'Taken back' });
await ask('api/undo', 'POST');

const backup = await json('api/backups', 'POST');
const snapshot = await json('api/snapshot');
delete snapshot.stand;
const files = {};
for (const [collection, rows] of Object.entries(snapshot)) {
	if (!Array.isArray(rows) || collection === 'tying') continue;
	for (const { id } of rows)
		files[`${collection} ${id}`] = await json(`api/${collection}/${id}/file`);
}
const archive = new Uint8Array(await (await ask('api/archive')).arrayBuffer());
child.kill('SIGINT');
await new Promise((resolve) => child.once('exit', resolve));

const zipped = {};
const walk = (dir) => {
	const entries = readdirSync(dir);
	if (entries.length === 0) zipped[`${relative(folder, dir)}/`] = new Uint8Array();
	for (const path of entries.map((entry) => join(dir, entry))) {
		if (statSync(path).isDirectory()) walk(path);
		else zipped[relative(folder, path)] = new Uint8Array(readFileSync(path));
	}
};
walk(join(folder, 'database'));
mkdirSync(out, { recursive: true });
writeFileSync(join(out, 'snapshot.json'), `${JSON.stringify(snapshot)}\n`);
writeFileSync(join(out, 'files.json'), `${JSON.stringify(files)}\n`);
writeFileSync(join(out, 'archive.zip'), archive);
writeFileSync(join(out, 'backup.jsonl.gz'), readFileSync(join(folder, 'backups', backup.name)));
writeFileSync(join(out, 'data-folder.zip'), zipSync(zipped, { level: 9 }));
rmSync(folder, { recursive: true });
console.log(`Written: ${out}`);
