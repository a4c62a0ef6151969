import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import adapter from '@sveltejs/adapter-node';

const [, themeScript = ''] =
	/<script>([^]*?)<\/script>/.exec(
		readFileSync(new URL('src/app.html', import.meta.url), 'utf8')
	) ?? [];
const themeHash = createHash('sha256').update(themeScript).digest('base64');

/** @type {import('@sveltejs/kit').Config} */
export default {
	kit: {
		adapter: adapter({ precompress: true, out: process.env.GRAVITAS_BUILD ?? 'build/by-hand' }),
		alias: { $core: 'src/core', '$core/*': 'src/core/*' },
		// hooks.server.ts refuses every request of another origin, not only forms, and in words. A script
		// sends no origin, and may send a form.
		csrf: { trustedOrigins: ['*'] },
		csp: {
			mode: 'hash',
			directives: {
				'default-src': ['self'],
				// The theme's script stands in the page: as a file of its own it came behind all the others.
				'script-src': ['self', `sha256-${themeHash}`],
				'style-src': ['self'],
				// Svelte's style: directives and Bits UI set style attributes.
				'style-src-attr': ['unsafe-inline'],
				'img-src': ['self', 'data:'],
				'object-src': ['none'],
				'base-uri': ['self'],
				'frame-ancestors': ['none'],
				'form-action': ['self']
			}
		}
	}
};
