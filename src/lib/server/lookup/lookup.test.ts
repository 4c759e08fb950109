import assert from 'node:assert/strict';
import { test } from 'node:test';
import { itemFaults } from '../../core/source/validate';
import { isbn10Ok, isbn13Ok, issnOk, KINDS, recognise } from '../../core/source';
import { answer, askResolver, catalogueSize, delayOf, LookupError } from './index';
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

test('a real resolver is asked in the open form; its failures are said', async () => {
	let asked: [string, string] = ['', ''];
	const fake = (status: number, body: string) =>
		(async (url: string, init: RequestInit) => {
			asked = [url, (init.headers as Record<string, string>).accept];
			return new Response(body, { status });
		}) as unknown as typeof fetch;
	assert.deepEqual(await askResolver('https://resolver.example/', '10.5555/a(b)', fake(200, '{"title":"T"}')), {
		title: 'T'
	});
	assert.deepEqual(asked, ['https://resolver.example/10.5555/a(b)', 'application/vnd.citationstyles.csl+json']);
	await assert.rejects(askResolver('https://r.example', '10.5555/x', fake(404, '')), /Nobody knows/);
	await assert.rejects(askResolver('https://r.example', '10.5555/x', fake(500, '')), /answered 500/);
	await assert.rejects(askResolver('https://r.example', '10.5555/x', fake(200, '<html>')), /no CSL-JSON/);
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
