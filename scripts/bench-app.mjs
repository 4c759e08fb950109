/** The built app and Chromium, for benches: serving, filling its database, and the corpus. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium } from '@playwright/test';
import { build } from 'vite';
import { CHROMIUM, ensureBrowser, root } from './ensure.mjs';

const quantile = (list, q) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * q))];

/** Prints a line of times in milliseconds. */
export const timings = (name, list) =>
	console.log(
		`  ${name}: median ${quantile(list, 0.5).toFixed(1)} ms, 95th ${quantile(list, 0.95).toFixed(1)} ms, most ${Math.max(...list).toFixed(1)} ms (${list.length})`
	);

/** Types words into the search field of a page, key by key; milliseconds from a key to the frame that has its rows. */
export const searchTimes = (page, queries) =>
	page.evaluate(async (queries) => {
		const input = document.querySelector('input[type=search]');
		const times = [];
		const type = (text) => {
			input.value = text;
			input.dispatchEvent(new InputEvent('input', { bubbles: true }));
		};
		for (const q of queries) {
			for (let n = 1; n <= q.length; n++) {
				const begun = performance.now();
				type(q.slice(0, n));
				await new Promise((r) => requestAnimationFrame(r));
				times.push(performance.now() - begun);
				await new Promise((r) => setTimeout(r, 40));
			}
		}
		type('');
		return times;
	}, queries);

/**
 * Does something while the browser writes down what its main thread works on.
 * @returns what it gave back; how long each tidying of memory held the page up, in milliseconds; and every task of the page's main thread: milliseconds by the clock; those that the
 * processor gave to it, for the rest the machine was busy with others; and those in which the browser tidied its memory
 */
export async function watched(browser, page, act) {
	await browser.startTracing(page, { categories: ['disabled-by-default-devtools.timeline', 'devtools.timeline'] });
	const result = await act();
	const { traceEvents } = JSON.parse((await browser.stopTracing()).toString());
	const threads = new Set();
	for (const e of traceEvents)
		if (e.name === 'thread_name' && e.args.name === 'CrRendererMain') threads.add(`${e.pid}/${e.tid}`);
	const all = traceEvents.filter((e) => e.ph === 'X' && threads.has(`${e.pid}/${e.tid}`));
	const tidying = all.filter((e) => e.name === 'MajorGC' || e.name === 'MinorGC');
	const tasks = all
		.filter((e) => e.name === 'RunTask')
		.map((e) => {
			const within = tidying.filter((g) => g.pid === e.pid && g.ts >= e.ts && g.ts + g.dur <= e.ts + e.dur);
			return {
				clock: e.dur / 1000,
				processor: (e.tdur ?? e.dur) / 1000,
				tidying: within.reduce((n, g) => n + g.dur, 0) / 1000
			};
		});
	return { result, tasks, tidying: tidying.map((g) => ({ clock: g.dur / 1000, processor: (g.tdur ?? g.dur) / 1000 })) };
}

export async function serveApp(port) {
	ensureBrowser();
	if (!existsSync(join(root, 'build', 'index.js')))
		spawnSync('npm', ['run', '-s', 'build'], { cwd: root, stdio: 'inherit' });
	const server = spawn(process.execPath, ['build/index.js'], {
		cwd: root,
		env: { ...process.env, HOST: '127.0.0.1', PORT: port }
	});
	const base = `http://127.0.0.1:${port}`;
	const browser = await chromium.launch({
		executablePath: CHROMIUM,
		args: ['--no-sandbox', '--disable-gpu', '--enable-precise-memory-info']
	});
	for (let i = 0; i < 50; i++) {
		const up = await fetch(base).then(
			(r) => r.ok,
			() => false
		);
		if (up) break;
		await new Promise((r) => setTimeout(r, 200));
	}
	return {
		base,
		browser,
		/** A page of a new person, on the Desk, its database filled with the demo. */
		async page() {
			const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
			await page.goto(base);
			await page.getByRole('heading', { name: 'On the desk' }).waitFor();
			return page;
		},
		/** Puts records into a table, past the app; from a page of its own, as what went through stays in a page's memory. */
		async fill(measured, table, list) {
			const page = await measured.context().newPage();
			await page.goto(base);
			for (let i = 0; i < list.length; i += 5000)
				await page.evaluate(
					([table, part]) =>
						new Promise((ok, no) => {
							const open = indexedDB.open('rapid-quill');
							open.onerror = () => no(open.error);
							open.onsuccess = () => {
								const t = open.result.transaction(table, 'readwrite');
								for (const s of part) t.objectStore(table).put(s);
								t.oncomplete = () => {
									open.result.close();
									ok();
								};
								t.onerror = () => no(t.error);
							};
						}),
					[table, list.slice(i, i + 5000)]
				);
			await page.close();
		},
		async corpus() {
			const out = join(root, '.cache', 'bench-corpus');
			await build({
				configFile: false,
				root,
				logLevel: 'error',
				build: {
					ssr: join(root, 'bench', 'library.ts'),
					outDir: out,
					emptyOutDir: true,
					minify: false,
					target: 'node20'
				},
				resolve: { alias: { $lib: join(root, 'src', 'lib') } }
			});
			return import(pathToFileURL(join(out, 'library.js')).href);
		},
		async stop() {
			await browser.close();
			server.kill();
		}
	};
}

/** Begins to note how long the page stands still between two frames, in milliseconds, in `window.gaps`. */
export const watchGaps = (page) =>
	page.evaluate(() => {
		window.gaps = [];
		let last = performance.now();
		const tick = () => {
			const now = performance.now();
			window.gaps.push(now - last);
			last = now;
			requestAnimationFrame(tick);
		};
		tick();
	});
