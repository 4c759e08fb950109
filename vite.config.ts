import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { fileURLToPath } from 'node:url';

export default defineConfig({
	plugins: [tailwindcss(), sveltekit()],
	resolve: {
		// the reference-format parsers bring a Node fetch that a page has already
		alias: { 'node-fetch': fileURLToPath(new URL('./src/lib/workers/fetch-stub.ts', import.meta.url)) }
	},
	worker: { format: 'es' },
	server: { fs: { allow: ['demo'] } },
	optimizeDeps: {
		include: ['comlink', 'dexie', 'minisearch', 'dompurify', 'joi', 'docx', 'prosemirror-view', 'prosemirror-state', 'prosemirror-model', 'prosemirror-tables']
	},
	build: {
		chunkSizeWarningLimit: 900,
		rolldownOptions: {
			treeshake: { moduleSideEffects: [{ test: /node_modules\/flowbite-svelte\//, sideEffects: false }] }
		}
	}
});
