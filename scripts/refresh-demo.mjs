/**
 * node scripts/refresh-demo.mjs: works out anew what each outing of the demo says of the beliefs. Needed when
 * MODEL_VERSION has changed, or every start of the demo does it again; a unit test asks for it.
 */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import Papa from 'papaparse';
import { rolldown } from 'rolldown';
import { root } from './prepare.mjs';

const folder = mkdtempSync(join(tmpdir(), 'gravitas-demo-log-'));
const file = join(folder, 'core.mjs');
const bundle = await rolldown({
	input: { core: join(root, 'scripts', 'refresh-demo-core.ts') },
	platform: 'node',
	resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } }
});
await bundle.write({ file, format: 'es' });
const { fitOf } = await import(pathToFileURL(file).href);
rmSync(folder, { recursive: true });

const log = join(root, 'demo', 'log.csv');
const { data, meta } = /** @type {import('papaparse').ParseResult<Record<string, string>>} */ (
	Papa.parse(readFileSync(log, 'utf8'), { header: true, skipEmptyLines: 'greedy' })
);
for (const row of data) if (row.saw) row.fit_json = JSON.stringify(fitOf(row));
writeFileSync(log, `${Papa.unparse(data, { columns: meta.fields, newline: '\r\n' })}\r\n`);
