import { ensureKernel } from '../scripts/kernel.mjs';

/**
 * Vite plugin: compiles the drift's kernel before a build, or the server of `npm run dev`, asks for it.
 *
 * @returns {import('vite').Plugin}
 */
export function kernel() {
	return { name: 'gravitas-kernel', enforce: 'pre', buildStart: () => ensureKernel() };
}
