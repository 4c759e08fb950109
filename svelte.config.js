import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	kit: {
		// the catalogue alone is 2,700 files: compressing them at build time would take a minute
		adapter: adapter({ precompress: false, out: process.env.RQ_OUT ?? 'build' }),
		alias: { $demo: 'demo' },
		// small style sheets stand in the page: a request for each of forty costs more than what it brings
		inlineStyleThreshold: 5000,
		// one stored page draws every address when the server is away
		paths: { relative: false },
		// styles and locales are stored as they are used, and in packs (src/service-worker.ts)
		serviceWorker: { files: (file) => !/^(?:styles|locales|packs)\//.test(file) && !file.startsWith('.') },
		typescript: {
			// tests, scripts and the bench are checked as the app is
			config: (c) => ({
				...c,
				exclude: c.exclude.filter((x) => !x.includes('service-worker')),
				include: [...c.include, '../e2e/**/*.ts', '../scripts/**/*.ts', '../bench/**/*.ts', '../playwright.config.ts']
			})
		},
		csp: {
			mode: 'nonce',
			directives: {
				'default-src': ['self'],
				'script-src': ['self'],
				'style-src': ['self'],
				'style-src-elem': ['self'],
				'style-src-attr': ['unsafe-inline'],
				'img-src': ['self', 'data:', 'blob:'],
				'font-src': ['self'],
				'connect-src': ['self'],
				'worker-src': ['self', 'blob:'],
				'object-src': ['none'],
				'base-uri': ['self'],
				'form-action': ['self'],
				'frame-ancestors': ['none']
			}
		}
	}
};
