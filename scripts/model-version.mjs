/**
 * npm run model-version: derives the model's version from its answers (src/core/learn/model-panel.ts), writes it
 * down where it differs, and then works out anew what the demo's outings say. A unit test asks for it.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bundled } from './bundled.mjs';
import { root } from './prepare.mjs';

const { panel, versionOf } = await import(await bundled('src', 'core', 'learn', 'model-panel.ts'));
const version = versionOf(panel());
const file = join(root, 'src', 'core', 'predict', 'model-version.ts');
const before = readFileSync(file, 'utf8');
const after = before.replace(/(MODEL_VERSION = )\d+/, `$1${version}`);
if (after === before) console.log(`The model answers as version ${version} did.`);
else {
	writeFileSync(file, after);
	console.log(`The model is version ${version} now; the demo’s outings are worked out anew …`);
	await import('./refresh-demo.mjs');
}
