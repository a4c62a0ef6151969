import adapter from '@sveltejs/adapter-node';

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
				'script-src': ['self'],
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
