/**
 * A new database as PGlite makes it, kept ready: to make one takes it some ten seconds of processor, to copy it less
 * than half of one. Plain JavaScript, since the program copies it and `scripts/first-database.mjs` makes it.
 */
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/**
 * Where it lies: below the packages, under PGlite's version, since no other may open what it made.
 *
 * @param {string} pglite path of PGlite's module
 */
export function firstDatabase(pglite) {
	const about = resolve(dirname(pglite), '../package.json');
	const { version } = /** @type {{ version: string }} */ (JSON.parse(readFileSync(about, 'utf8')));
	const folder = resolve(dirname(about), '../../.cache/gravitas-first-database', version);
	return { files: join(folder, 'files'), sum: join(folder, 'sum'), folder };
}

/**
 * Fills an empty folder with it.
 *
 * @param {Pick<ReturnType<typeof firstDatabase>, 'files' | 'sum'>} first
 * @param {string} folder
 * @returns {boolean} false where there is none, or not as it was made; then the folder stays empty
 */
export function copyFirst({ files, sum }, folder) {
	if (!existsSync(sum)) return false;
	cpSync(files, folder, { recursive: true });
	if (sumOf(folder) === readFileSync(sum, 'utf8')) return true;
	rmSync(folder, { recursive: true });
	mkdirSync(folder, { mode: 0o700 });
	return false;
}

/**
 * Of all files below a folder, with their names: a copy that has another is not what was made.
 *
 * @param {string} folder @returns {string} SHA-256, hex
 */
export function sumOf(folder) {
	const hash = createHash('sha256');
	const below = (/** @type {string} */ path) => {
		for (const entry of readdirSync(join(folder, path), { withFileTypes: true }).sort(byName)) {
			const name = `${path}/${entry.name}`;
			hash.update(name);
			if (entry.isDirectory()) below(name);
			else hash.update(readFileSync(join(folder, name)));
		}
	};
	below('');
	return hash.digest('hex');
}
const byName = (/** @type {{ name: string }} */ a, /** @type {{ name: string }} */ b) =>
	a.name < b.name ? -1 : 1;
