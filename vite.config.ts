import { fileURLToPath } from 'node:url';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';

const root = fileURLToPath(new URL('.', import.meta.url));
/** Stands for this folder in what is put together. */
const HERE = '/here:';

/** Flowbite's looks that the first page would bring, in the words of our own. */
const ownLooks: Plugin = {
	name: 'own-looks',
	enforce: 'pre',
	resolveId: (source, importer) =>
		source === './theme' && /flowbite-svelte\/dist\/(?:alert|buttons|spinner|utils)\/[^/]+$/.test(importer ?? '')
			? fileURLToPath(new URL('src/lib/ui/kit/flowbite-looks.ts', import.meta.url))
			: null
};

/**
 * A browser that asks for a hundred small files spends longer on the asking than on what comes: those that nearly the same
 * pages and parts have use for stand together. The server's build stays as it is: modules there run as they are needed.
 */
const fewerFiles: Plugin = {
	name: 'fewer-files',
	outputOptions: (o) =>
		o.dir?.endsWith('client')
			? {
					...o,
					codeSplitting: {
						groups: [{ name: 'common', minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 1500 }]
					}
				}
			: null
};

/**
 * Which parts stand together is decided by how long they are, and a component names its style sheet by the whole path of
 * this folder: in another folder the build would be another one. The path is left out while parts are put together.
 */
const sameAnywhere: Plugin = {
	name: 'same-anywhere',
	enforce: 'post',
	apply: 'build',
	resolveId: { order: 'pre', handler: (id) => (id.startsWith(HERE) ? root + id.slice(HERE.length) : null) },
	transform: (code) =>
		code.includes(`import "${root}`) ? { code: code.replaceAll(`import "${root}`, `import "${HERE}`), map: null } : null
};

export default defineConfig({
	plugins: [ownLooks, fewerFiles, sameAnywhere, tailwindcss(), sveltekit()],
	worker: { format: 'es' },
	resolve: {
		alias: [
			// Flowbite's themes without the table that settles contradicting utilities: our classes come in layers instead
			{ find: /^tailwind-variants$/, replacement: 'tailwind-variants/lite' },
			{
				find: /^tailwind-merge$/,
				replacement: fileURLToPath(new URL('src/lib/ui/kit/join-classes.ts', import.meta.url))
			},
			// reading Markdown: a page's build of it makes elements, and a worker has none
			{
				find: /^decode-named-character-reference$/,
				replacement: fileURLToPath(new URL('node_modules/decode-named-character-reference/index.js', import.meta.url))
			},
			// the whole program for the frame in which pages are laid out; its package has no door to it
			{ find: /^pagedjs\/dist\//, replacement: fileURLToPath(new URL('node_modules/pagedjs/dist/', import.meta.url)) },
			// the package's own door leads to its build for old browsers
			{ find: /^dexie$/, replacement: 'dexie/dist/modern/dexie.mjs' }
		]
	},
	server: { fs: { allow: ['demo'] } },
	optimizeDeps: {
		include: [
			'comlink',
			'dexie',
			'minisearch',
			'dompurify',
			'joi',
			'docx',
			'prosemirror-view',
			'prosemirror-state',
			'prosemirror-model',
			'prosemirror-tables'
		]
	},
	build: {
		chunkSizeWarningLimit: 900,
		rolldownOptions: {
			treeshake: {
				moduleSideEffects: [
					{ test: /node_modules\/flowbite-svelte\//, sideEffects: false },
					// tables of words and rules that a page does not use stay out of it
					{ test: /src\/lib\/core\//, sideEffects: false }
				]
			}
		}
	}
});
