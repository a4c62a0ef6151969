/** Compiles the drift's kernel (src/core/drift/kernel/assembly) into a module that the core imports. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const folder = 'src/core/drift/kernel';
const options = ['-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd'];

/** Compiles it when its sources or the compiler changed since; some five seconds. */
export async function ensureKernel() {
	const { default: asc } = await import('assemblyscript/asc');
	const hash = createHash('sha256').update(JSON.stringify([asc.version, options]));
	const sources = join(root, folder, 'assembly');
	for (const name of readdirSync(sources).sort()) {
		hash.update(name).update(readFileSync(join(sources, name)));
	}
	const head = `// ${hash.digest('hex')}`;
	const to = join(root, folder, 'wasm.ts');
	if (existsSync(to) && readFileSync(to, 'utf8').startsWith(head)) return;
	/** @type {Uint8Array | null} */
	let code = null;
	const { error, stderr } = await asc.main(
		[`${folder}/assembly/index.ts`, ...options, '--outFile', 'kernel.wasm', '--baseDir', root],
		{
			writeFile: (_, contents) => {
				code = typeof contents === 'string' ? new TextEncoder().encode(contents) : contents;
			}
		}
	);
	if (error || code === null) throw new Error(`The drift's kernel does not compile.\n${stderr}`);
	const words = `${head}\n/** The compiled kernel, base64; written by scripts/kernel.mjs. */\nexport const WASM =\n\t'${Buffer.from(code).toString('base64')}';\n`;
	// Whole, or not at all: two programs may be at it.
	const part = `${to}.${process.pid}`;
	writeFileSync(part, words);
	renameSync(part, to);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await ensureKernel();
