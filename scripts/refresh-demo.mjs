/**
 * node scripts/refresh-demo.mjs: works out anew what each outing of the demo says of the parameters. Needed when
 * MODEL_VERSION has changed (npm run model-version does both), or every start of the demo does it again; a unit test
 * asks for it.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import { root } from './prepare.mjs';
import { bundled } from './bundled.mjs';

const url = await bundled('scripts', 'refresh-demo-core.ts');
const { fitOf } = await import(url);

const log = join(root, 'demo', 'log.csv');
const { data, meta } = /** @type {import('papaparse').ParseResult<Record<string, string>>} */ (
	Papa.parse(readFileSync(log, 'utf8'), { header: true, skipEmptyLines: 'greedy' })
);
for (const row of data) if (row.saw) row.fit_json = JSON.stringify(fitOf(row));
writeFileSync(log, `${Papa.unparse(data, { columns: meta.fields, newline: '\r\n' })}\r\n`);
