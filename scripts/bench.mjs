/**
 * npm run bench: builds the bench as the app is built (no test loader in between) and runs it in Node and in a worker
 * of Chromium. `--node` or `--browser` for one of them, `--small` for a quick look, `--alone` without the
 * reference, `--library` for the library only, `--draft` for writing in a long manuscript and
 * for styles and pages (npm run bench:browser), `--styles` or `--pages` for these alone; `--works` for a bound work, `--returned` for a text that came back, `--folder` for copies in a folder, `--memory` for pauses of the page to tidy its memory; `references` and `match` for how well typed lists and
 * typed citations are read.
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { build } from 'vite';
import { benchDraft } from './bench-draft.mjs';
import { benchFolder } from './bench-folder.mjs';
import { benchLibrary } from './bench-library.mjs';
import { benchMemory } from './bench-memory.mjs';
import { benchPages } from './bench-pages.mjs';
import { benchStyles } from './bench-styles.mjs';
import { CHROMIUM, ensureBrowser, ensurePackages, ensureStyles, ensureSync, root } from './ensure.mjs';

ensurePackages();
ensureSync();
ensureStyles();
const args = process.argv.slice(2);
const out = (name) => join(root, '.cache', name);
const common = {
	configFile: false,
	root,
	logLevel: 'error',
	resolve: { alias: { $lib: join(root, 'src', 'lib') } }
};

async function inNode() {
	await build({
		...common,
		build: {
			ssr: join(root, 'bench', 'index.ts'),
			outDir: out('bench'),
			emptyOutDir: true,
			minify: false,
			target: 'node20'
		}
	});
	const r = spawnSync(process.execPath, ['--expose-gc', join(out('bench'), 'index.js'), ...args], {
		cwd: root,
		stdio: 'inherit'
	});
	return r.status ?? 1;
}

async function inBrowser() {
	ensureBrowser();
	await build({
		...common,
		plugins: [
			{
				name: 'given-catalogue',
				enforce: 'pre',
				resolveId: (id) => (/\/catalogue$/.test(id) ? join(root, 'bench', 'given-catalogue.ts') : null)
			}
		],
		build: {
			lib: { entry: join(root, 'bench', 'worker.ts'), formats: ['iife'], name: 'bench', fileName: () => 'worker.js' },
			outDir: out('bench-browser'),
			emptyOutDir: true,
			minify: true
		}
	});
	const read = (...path) => JSON.parse(readFileSync(join(root, 'static', ...path), 'utf8'));
	const styles = JSON.parse(readFileSync(join(root, 'bench', 'styles.json'), 'utf8')).map(([id]) => id);
	const trees = {
		styles: Object.fromEntries(styles.map((s) => [s, read('styles', `${s}.json`)])),
		locales: Object.fromEntries(
			readdirSync(join(root, 'static', 'locales'))
				.filter((f) => /^[\w-]+\.json$/.test(f))
				.map((f) => [f.replace('.json', ''), read('locales', f)])
		)
	};
	const browser = await chromium.launch({
		executablePath: CHROMIUM,
		args: ['--no-sandbox', '--disable-gpu', '--js-flags=--expose-gc']
	});
	try {
		const page = await browser.newPage();
		console.log(`\nChromium ${browser.version()}, in a worker`);
		page.on('console', (m) => console.log(m.text()));
		const job = { trees, small: args.includes('--small'), alone: args.includes('--alone') };
		const code = readFileSync(join(out('bench-browser'), 'worker.js'), 'utf8');
		const failed = await page.evaluate(
			([source, work]) =>
				new Promise((done) => {
					const worker = new Worker(URL.createObjectURL(new Blob([source], { type: 'text/javascript' })));
					worker.onmessage = (e) => (e.data === null ? done('') : console.log(e.data));
					worker.onerror = (e) => done(e.message || 'the worker failed');
					worker.postMessage(work);
				}),
			[code, job]
		);
		if (failed) console.error(failed);
		return failed ? 1 : 0;
	} finally {
		await browser.close();
	}
}

if (args.includes('references') || args.includes('match')) {
	const tool = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'bench', 'matching.ts'), ...args], {
		cwd: root,
		stdio: 'inherit'
	});
	process.exit(tool.status ?? 1);
}
if (args.includes('--styles')) {
	await benchStyles(args.includes('--small'));
	process.exit(0);
}
if (args.includes('--draft')) {
	await benchDraft(args.includes('--small'));
	await benchStyles(args.includes('--small'));
	await benchPages(args.includes('--small'));
	process.exit(0);
}
if (args.includes('--pages')) {
	await benchPages(args.includes('--small'));
	process.exit(0);
}
if (args.includes('--memory')) {
	await benchMemory(args.includes('--small'));
	process.exit(0);
}
if (args.includes('--folder')) {
	await benchFolder(args.includes('--small'));
	process.exit(0);
}
if (args.includes('--works') || args.includes('--returned')) process.exit(await inNode());
let status = 0;
if (!args.includes('--browser')) status ||= await inNode();
if (!args.includes('--node')) {
	if (!args.includes('--library')) status ||= await inBrowser();
	await benchLibrary(args.includes('--small'));
	await benchFolder(args.includes('--small'));
	await benchMemory(args.includes('--small'));
}
process.exit(status);
