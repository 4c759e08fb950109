import assert from 'node:assert/strict';
import { test } from 'node:test';
import { itemFaults } from '../../core/source/validate';
import { isbn10Ok, isbn13Ok, issnOk, KINDS, recognise } from '../../core/source';
import { answer, catalogueSize, delayOf, LookupError } from './index';
import { askResolver, resolverAddress } from './resolver';
import { makeCatalogue } from './catalogue';

const all = makeCatalogue();

test('the catalogue is large, of all kinds, valid, the same every time, and its numbers are right', () => {
	assert.ok(catalogueSize() >= 400);
	assert.deepEqual(new Set(all.map((i) => i.type)), new Set(KINDS.map((k) => k.type)));
	assert.deepEqual(makeCatalogue(), all);
	for (const i of all) {
		assert.deepEqual(itemFaults(i), [], i.id);
		if (i.ISBN) assert.ok(isbn10Ok(String(i.ISBN)) || isbn13Ok(String(i.ISBN)), String(i.ISBN));
		if (i.ISSN) assert.ok(issnOk(String(i.ISSN)));
		if (i.DOI) assert.match(String(i.DOI), /^10\.5555\//);
		if (i.URL) assert.match(String(i.URL), /^https:\/\/example\.org\//);
		for (const v of Object.values(i)) if (typeof v === 'string') assert.doesNotMatch(v, /[{}]|undefined/);
	}
});

test('identifiers of every kind are answered, whatever their dress', () => {
	const article = all.find((i) => i.type === 'article-journal' && i.PMCID)!;
	const book = all.find((i) => i.type === 'book' && String(i.ISBN).length === 10)!;
	const preprint = all.find((i) => i.type === 'article')!;
	for (const [q, item] of [
		[`https://doi.org/${String(article.DOI).toUpperCase()}`, article],
		[`PMID: ${String(article.PMID)}`, article],
		[String(article.PMCID), article],
		[`ISBN ${String(book.ISBN)}`, book],
		[String(preprint.number), preprint],
		[String(all.find((i) => i.URL)!.URL), all.find((i) => i.URL)!]
	] as const)
		assert.equal(answer(q)[0].id, item.id, q);
	assert.equal(answer('10.5555/hs.2019.12.201')[0].id, 'okonjo2019', 'the demo’s own sources are known too');
});

test('vague words give several candidates; nothing, nonsense and broken numbers say so', () => {
	assert.ok(answer('okafor harbour').length > 1);
	const status = (s: number, m: RegExp) => (e: unknown) =>
		e instanceof LookupError && e.status === s && m.test(e.message);
	assert.throws(() => answer('zzzz qqqq'), status(404, /Nothing was found/));
	assert.throws(() => answer('10.5555/nobody'), status(404, /Nobody knows/));
	assert.throws(() => answer('978-0-306-40615-8'), status(400, /check digit/));
	assert.throws(() => answer('10.5555/fail.1'), status(503, /does not answer/));
	assert.throws(() => answer('  '), status(400, /Nothing was asked/));
});

test('delays are seeded: the same question takes the same time, some are slow', () => {
	const delays = Array.from({ length: 400 }, (_, i) => delayOf(`q${i}`));
	assert.equal(delayOf('q7'), delays[7]);
	assert.ok(delays.some((d) => d > 900) && delays.filter((d) => d < 400).length > 300);
});

/** A resolver that answers as it is told, and notes what it was asked. */
function resolver(answers: Record<string, () => Response>) {
	const asked: string[] = [];
	const fetcher = (async (url: URL, init: RequestInit) => {
		asked.push(url.href);
		assert.equal(init.redirect, 'manual');
		assert.equal((init.headers as Record<string, string>).accept, 'application/vnd.citationstyles.csl+json');
		return (answers[url.pathname] ?? (() => new Response('', { status: 404 })))();
	}) as unknown as typeof fetch;
	return { asked, fetcher };
}
const json =
	(body: string, type = 'application/vnd.citationstyles.csl+json') =>
	() =>
		new Response(body, { headers: { 'content-type': type } });
const away =
	(to: string, status = 302) =>
	() =>
		new Response(null, { status, headers: { location: to } });

test('a real resolver is asked in the open form; a DOI stays one segment of its address', async () => {
	const r = resolver({ '/10.5555%2Fa(b)': json('{"title":"T"}') });
	assert.deepEqual(await askResolver('https://resolver.example/', '10.5555/a(b)', r.fetcher), { title: 'T' });
	assert.equal(r.asked[0], 'https://resolver.example/10.5555%2Fa(b)');
	for (const doi of ['10.5555/../../admin', '10.5555/..', '10.5555/a?x=1#y', '10.5555/%2e%2e/x']) {
		const { href, pathname } = resolverAddress('https://r.example/base/', doi);
		assert.ok(href.startsWith('https://r.example/base/'), href);
		assert.equal(pathname.split('/').length, 3, href);
		assert.equal(decodeURIComponent(pathname.slice('/base/'.length)), doi);
	}
});

test('redirects are followed on the resolver’s own host and nowhere else', async () => {
	const on = resolver({ '/10.5555%2Fx': away('/data/x'), '/data/x': json('{"title":"T"}') });
	assert.deepEqual(await askResolver('https://r.example', '10.5555/x', on.fetcher), { title: 'T' });
	for (const to of [
		'http://127.0.0.1/admin',
		'http://169.254.169.254/',
		'https://r.example:8443/x',
		'http://r.example/x',
		'//other.example/x',
		'file:///etc/passwd'
	]) {
		const off = resolver({ '/10.5555%2Fx': away(to) });
		await assert.rejects(askResolver('https://r.example', '10.5555/x', off.fetcher), /leads elsewhere|no web/, to);
		assert.equal(off.asked.length, 1, 'nothing else was asked');
	}
	const round = resolver({ '/10.5555%2Fx': away('/10.5555%2Fx') });
	await assert.rejects(askResolver('https://r.example', '10.5555/x', round.fetcher), /on and on/);
	await assert.rejects(
		askResolver('https://r.example', '10.5555/x', resolver({ '/10.5555%2Fx': away('http://[') }).fetcher),
		/leads nowhere/
	);
});

test('an answer that is too long, of another kind, broken or late is refused in words', async () => {
	const ask = (answer: () => Response) =>
		askResolver('https://r.example', '10.5555/x', resolver({ '/10.5555%2Fx': answer }).fetcher);
	await assert.rejects(
		ask(() => new Response('', { status: 404 })),
		/Nobody knows/
	);
	await assert.rejects(
		ask(() => new Response('', { status: 500 })),
		/answered 500/
	);
	await assert.rejects(ask(json('<html>', 'text/html; charset=utf-8')), /no CSL-JSON but text\/html/);
	await assert.rejects(ask(json('{"title":')), /cannot be read/);
	await assert.rejects(ask(json('[1]')), /an object was expected/);
	let sent = 0;
	const endless = () =>
		new Response(
			new ReadableStream({
				pull(c) {
					sent += 100_000;
					c.enqueue(new Uint8Array(100_000).fill(32));
				}
			}),
			{ headers: { 'content-type': 'application/json' } }
		);
	await assert.rejects(ask(endless), /longer than 2 MB/);
	assert.ok(sent < 3_000_000, `${sent} bytes were taken`);
	await assert.rejects(
		ask(() => new Response('{}', { headers: { 'content-type': 'application/json', 'content-length': '9000000' } })),
		/longer than 2 MB/
	);
	// timers of signals do not keep Node awake
	const awake = setTimeout(() => {}, 5000);
	const never = ((_: string, init: RequestInit) =>
		new Promise((_res, rej) =>
			init.signal!.addEventListener('abort', () => rej(init.signal!.reason as Error))
		)) as unknown as typeof fetch;
	await assert.rejects(askResolver('https://r.example', '10.5555/x', never, 20), /does not answer/);
	clearTimeout(awake);
	assert.equal(recognise('10.5555/slow.1')?.kind, 'DOI');
});

test('words that are said to be a DOI and are none find nothing', () => {
	for (const q of ['doi:lamps of the harbour', 'doi: lamp', 'DOI:10.x/lamp'])
		assert.throws(
			() => answer(q),
			(e) => e instanceof LookupError && e.status === 400 && /is no DOI/.test(e.message),
			q
		);
});
