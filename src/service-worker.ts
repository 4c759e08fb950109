/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
/**
 * After the first visit the app works without the server; only look-up needs it. The program is stored when this worker
 * is installed. A new version waits until all tabs of the old one are closed: a page never gets parts of another version.
 */
import { files, version } from '$service-worker';
import { PACKS, packOf, packPath } from '$lib/offline/pack-of.mjs';
import { KEEP_ALL, type OfflineState } from '$lib/offline/question';

const worker = self as unknown as ServiceWorkerGlobalScope;
const PROGRAM = `program-${version}`;
/** Styles and locales, as they are asked for, and the packs that have all of them. */
const DATA = `data-${version}`;
const SHELL = '/';
/** The frame in which pages are laid out; it has a policy of its own. */
const SHEETS = '/sheets';
/** All files of the program, by scripts/offline-list.mjs. */
const LIST = '/_app/offline.json';
const isProgram = (path: string): boolean => path.startsWith('/_app/immutable/') || files.includes(path);
const isData = (path: string): boolean => /^\/(?:styles|locales)\/[^/]+\.json$/.test(path);

worker.addEventListener('install', (event) => {
	const keep = async () => {
		const list = (await (await fetch(LIST, { cache: 'no-store' })).json()) as string[];
		await (await caches.open(PROGRAM)).addAll([SHELL, SHEETS, ...files, ...list]);
	};
	event.waitUntil(keep());
});

worker.addEventListener('activate', (event) => {
	const tidy = async () => {
		for (const name of await caches.keys()) if (name !== PROGRAM && name !== DATA) await caches.delete(name);
		await worker.clients.claim();
	};
	event.waitUntil(tidy());
});

worker.addEventListener('fetch', (event) => {
	const { request } = event;
	const url = new URL(request.url);
	if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
	if (request.mode === 'navigate') event.respondWith(page(request));
	else if (isData(url.pathname)) event.respondWith(data(request, url.pathname));
	else if (isProgram(url.pathname)) event.respondWith(part(request));
});

/** Pages come from the server while it is there, as its security policy does; else the one that was stored draws them. */
async function page(request: Request): Promise<Response> {
	try {
		return await fetch(request);
	} catch (e) {
		const { pathname } = new URL(request.url);
		const shell = await caches.match(pathname === SHEETS ? SHEETS : SHELL, { cacheName: PROGRAM });
		if (shell) return shell;
		throw e;
	}
}

async function part(request: Request): Promise<Response> {
	return (await caches.match(request, { cacheName: PROGRAM })) ?? fetch(request);
}

/** Styles and locales are the server's while it is there: they belong to the program that it gives out. */
async function data(request: Request, path: string): Promise<Response> {
	const cache = await caches.open(DATA);
	try {
		const answer = await fetch(request);
		if (answer.ok) await cache.put(request, answer.clone());
		return answer;
	} catch (e) {
		const kept = (await cache.match(request)) ?? (await fromPack(cache, path));
		if (kept) return kept;
		throw e;
	}
}

/** A file out of the pack it is in; null where the pack has not been fetched. */
async function fromPack(cache: Cache, path: string): Promise<Response | null> {
	const pack = await cache.match(packPath(packOf(path)));
	if (!pack?.body) return null;
	const all = (await new Response(pack.body.pipeThrough(new DecompressionStream('gzip'))).json()) as Record<
		string,
		string
	>;
	const text = all[path];
	return text === undefined ? null : new Response(text, { headers: { 'Content-Type': 'application/json' } });
}

/** Fetches the packs that are not here yet, one after the other. @returns what is here then */
async function keepAll(): Promise<OfflineState> {
	const cache = await caches.open(DATA);
	let packs = 0;
	for (let n = 0; n < PACKS; n++) {
		const path = packPath(n);
		if (!(await cache.match(path))) {
			const answer = await fetch(path).catch(() => null);
			if (!answer?.ok) continue;
			await cache.put(path, answer);
		}
		packs++;
	}
	return { packs, of: PACKS };
}

worker.addEventListener('message', (event) => {
	const port = event.ports[0];
	if (event.data !== KEEP_ALL || !port) return;
	event.waitUntil(
		keepAll().then(
			(state) => port.postMessage(state),
			// the browser keeps nothing more, such as when room is short
			() => port.postMessage({ packs: 0, of: PACKS } satisfies OfflineState)
		)
	);
});
