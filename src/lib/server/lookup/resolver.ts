/** A DOI asked of a real resolver in the open form (DOI content negotiation, CSL-JSON). */
import { LookupError } from './index';

/** Milliseconds an answer may take, redirects included, and bytes it may have. */
const TIMEOUT = 8_000;
const MOST_BYTES = 2_000_000;
const MOST_REDIRECTS = 5;
const CSL = 'application/vnd.citationstyles.csl+json';

/** The address of a DOI at a resolver: the DOI is one segment, whatever stands in it. */
export function resolverAddress(base: string, doi: string): URL {
	const url = new URL(base);
	if (url.protocol !== 'https:' && url.protocol !== 'http:') throw new TypeError('The resolver is no web address.');
	url.pathname = `${url.pathname.replace(/\/$/, '')}/${encodeURIComponent(doi)}`;
	url.search = '';
	url.hash = '';
	return url;
}

/**
 * Asks a resolver. Redirects are followed on its own host only, so that no answer leads to what only this server can reach.
 * @returns what the resolver says, as JSON
 * @throws LookupError with what is wrong, in words
 */
export async function askResolver(
	base: string,
	doi: string,
	fetcher: typeof fetch,
	timeout = TIMEOUT
): Promise<unknown> {
	const signal = AbortSignal.timeout(timeout);
	let url = resolverAddress(base, doi);
	for (let i = 0; i <= MOST_REDIRECTS; i++) {
		const r = await get(url, fetcher, signal);
		if (r.status >= 300 && r.status < 400) {
			await r.body?.cancel();
			const next = target(r, url);
			if (next.origin !== url.origin)
				throw new LookupError(502, `The resolver leads elsewhere (${next.host}); that is not followed.`);
			url = next;
			continue;
		}
		if (r.status === 404) throw new LookupError(404, `Nobody knows the DOI ${doi}.`);
		if (!r.ok) throw new LookupError(502, `The resolver answered ${r.status}.`);
		const type = r.headers.get('content-type') ?? '';
		if (!/^application\/(?:vnd\.citationstyles\.csl\+json|json)\b/i.test(type))
			throw new LookupError(502, `The resolver’s answer is no CSL-JSON but ${type.split(';')[0] || 'of no kind'}.`);
		return parse(await text(r, signal));
	}
	throw new LookupError(502, 'The resolver leads on and on.');
}

async function get(url: URL, fetcher: typeof fetch, signal: AbortSignal): Promise<Response> {
	try {
		return await fetcher(url, { headers: { accept: CSL }, redirect: 'manual', signal });
	} catch (e) {
		throw new LookupError(503, `The resolver does not answer: ${(e as Error).message}`);
	}
}

function target(r: Response, from: URL): URL {
	try {
		return new URL(r.headers.get('location') ?? '', from);
	} catch (e) {
		if (e instanceof TypeError) throw new LookupError(502, 'The resolver leads nowhere.');
		throw e;
	}
}

/** The text of an answer, read no further than it may be long. */
async function text(r: Response, signal: AbortSignal): Promise<string> {
	const tooLong = new LookupError(502, 'The resolver’s answer is longer than 2 MB.');
	if (Number(r.headers.get('content-length') ?? 0) > MOST_BYTES) {
		await r.body?.cancel();
		throw tooLong;
	}
	const reader = r.body?.getReader();
	const decoder = new TextDecoder();
	let out = '';
	let size = 0;
	try {
		while (reader) {
			signal.throwIfAborted();
			const { done, value } = await reader.read();
			if (done) break;
			size += value.length;
			if (size > MOST_BYTES) throw tooLong;
			out += decoder.decode(value, { stream: true });
		}
	} catch (e) {
		// whatever is still to come is not wanted; that it cannot be told is no further trouble
		await reader?.cancel().catch(() => undefined);
		if (e instanceof LookupError) throw e;
		throw new LookupError(503, `The resolver’s answer broke off: ${(e as Error).message}`);
	}
	return out + decoder.decode();
}

function parse(answer: string): unknown {
	let value: unknown;
	try {
		value = JSON.parse(answer);
	} catch (e) {
		if (!(e instanceof SyntaxError)) throw e;
		throw new LookupError(502, 'The resolver’s answer is no CSL-JSON: it cannot be read.');
	}
	if (typeof value !== 'object' || value === null || Array.isArray(value))
		throw new LookupError(502, 'The resolver’s answer is no CSL-JSON: an object was expected.');
	return value;
}
