import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { itemFaults } from '../source/validate';
import { noDraftFrom, readHtml, readPdf, type PdfFacts } from './index';

const today: [number, number, number] = [2026, 11, 25];
const page = (head: string, body = '') =>
	`<!doctype html><html lang="en-GB"><head>${head}</head><body>${body}</body></html>`;

test('journal articles by their citation tags', () => {
	const [item] = readHtml(
		page(`<title>Shore light | Letters</title>
<meta name="citation_title" content="Shore light and  the ring of wings"><meta name="citation_author" content="Abara, Mina K."><meta name="citation_author" content="Anders Sund">
<meta name="citation_journal_title" content="Letters in Field Ecology"><meta name="citation_publication_date" content="2019/05/03"><meta name="citation_volume" content="12"><meta name="citation_issue" content="3">
<meta name="citation_firstpage" content="201"><meta name="citation_lastpage" content="219"><meta name="citation_doi" content="doi:10.5555/lfe.2019.201"><meta property="og:site_name" content="Letters"><meta name="DC.Publisher" content="Tidemark Press">`),
		today
	);
	assert.deepEqual(item, {
		id: '',
		type: 'article-journal',
		title: 'Shore light and the ring of wings',
		author: [
			{ family: 'Abara', given: 'Mina K.' },
			{ family: 'Sund', given: 'Anders' }
		],
		issued: { 'date-parts': [[2019, 5, 3]] },
		'container-title': 'Letters in Field Ecology',
		volume: '12',
		issue: '3',
		page: '201-219',
		DOI: '10.5555/lfe.2019.201',
		publisher: 'Tidemark Press',
		language: 'en-GB'
	});
});

test('a page and its site are told apart, read today', () => {
	const [item] = readHtml(
		page(`<title>The last lamp – Heritage Port Ennis</title><meta property="og:site_name" content="Heritage Port Ennis"><meta property="og:title" content="The last lamp – Heritage Port Ennis">
<link rel="canonical" href="https://example.org/lamp"><meta property="article:published_time" content="2021-04-02T10:00:00Z"><meta name="author" content="Rosa Hallam">`),
		today
	);
	assert.deepEqual(
		[item.type, item.title, item['container-title'], item.URL, item.issued, item.accessed, item.author],
		[
			'webpage',
			'The last lamp',
			'Heritage Port Ennis',
			'https://example.org/lamp',
			{ 'date-parts': [[2021, 4, 2]] },
			{ 'date-parts': [today] },
			[{ family: 'Hallam', given: 'Rosa' }]
		]
	);
	const [saved] = readHtml('<!-- saved from url=(0024)https://example.org/x --><title>Old page</title>', today);
	assert.deepEqual([saved.title, saved.URL], ['Old page', 'https://example.org/x']);
});

test('JSON-LD: graph, issue within volume within journal; broken scripts cost nothing', () => {
	const ld = {
		'@context': 'https://schema.org',
		'@graph': [
			{ '@type': 'WebSite', name: 'Site' },
			{
				'@type': 'ScholarlyArticle',
				headline: 'Mapping the gaslit quays',
				author: [
					{ '@type': 'Person', familyName: 'Okonjo', givenName: 'Adaeze' },
					{ '@type': 'Organization', name: 'Harbour Board' }
				],
				datePublished: '2019-03',
				pageStart: 201,
				pageEnd: '219',
				isPartOf: {
					'@type': 'PublicationIssue',
					issueNumber: 3,
					isPartOf: {
						'@type': 'PublicationVolume',
						volumeNumber: '12',
						isPartOf: { '@type': 'Periodical', name: 'Harbour Studies', issn: '0317-8471' }
					}
				},
				sameAs: 'https://doi.org/10.5555/hs.2019'
			}
		]
	};
	const [item] = readHtml(
		page(
			`<script type="application/ld+json">{broken</script><script type="application/ld+json">${JSON.stringify(ld)}</script>`
		),
		today
	);
	assert.deepEqual(
		[
			item.type,
			item.title,
			item['container-title'],
			item.volume,
			item.issue,
			item.page,
			item.DOI,
			item.ISSN,
			item.issued
		],
		[
			'article-journal',
			'Mapping the gaslit quays',
			'Harbour Studies',
			'12',
			'3',
			'201-219',
			'10.5555/hs.2019',
			'0317-8471',
			{ 'date-parts': [[2019, 3]] }
		]
	);
	assert.deepEqual(item.author, [{ family: 'Okonjo', given: 'Adaeze' }, { literal: 'Harbour Board' }]);
});

test('COinS: one is the page’s own, several are sources beside it', () => {
	const kev = (t: string) =>
		`<span class="Z3988" title="ctx_ver=Z39.88-2004&amp;rft_val_fmt=info%3Aofi%2Ffmt%3Akev%3Amtx%3Ajournal&amp;rft.genre=article&amp;rft.atitle=${t}&amp;rft.jtitle=Letters&amp;rft.date=1997&amp;rft.aulast=Okafor&amp;rft.aufirst=Ebele&amp;rft.spage=11&amp;rft.epage=26&amp;rft_id=info%3Adoi%2F10.5555%2Fx"></span>`;
	const [one] = readHtml(page('', kev('Eels')), today);
	assert.deepEqual(
		[one.title, one.author, one.page, one.DOI, one['container-title']],
		['Eels', [{ family: 'Okafor', given: 'Ebele' }], '11-26', '10.5555/x', 'Letters']
	);
	assert.deepEqual(
		readHtml(page('<title>A list</title>', kev('Eels') + kev('Moths')), today).map((i) => i.title),
		['A list', 'Eels', 'Moths']
	);
});

const facts = (f: Partial<PdfFacts>): PdfFacts => ({ info: {}, xmp: '', pages: [], heading: '', ending: '', ...f });

test('PDF: a DOI over two lines, XMP before document information, what programs write is no title', () => {
	const a = readPdf(
		facts({
			info: { Title: 'Microsoft Word - draft3.docx', Author: 'user', CreationDate: 'D:20190503' },
			pages: ['Letters 12\nhttps://doi.org/10.5555/lfe.2019.\n201 and more'],
			heading: 'Shore light and the ring of wings'
		})
	)!;
	assert.deepEqual(
		[a.title, a.DOI, a.author, a.issued],
		['Shore light and the ring of wings', '10.5555/lfe.2019.201', undefined, { 'date-parts': [[2019]] }]
	);
	const b = readPdf(
		facts({
			info: { Title: 'x.indd' },
			xmp: '<?xpacket begin="" id="x"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="r"><rdf:Description xmlns:dc="d" xmlns:prism="p" prism:publicationName="Harbour Studies" prism:volume="12"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">Mapping the gaslit quays</rdf:li></rdf:Alt></dc:title><dc:creator><rdf:Seq><rdf:li>Adaeze Okonjo</rdf:li><rdf:li>Lise M. Brandt</rdf:li></rdf:Seq></dc:creator><prism:doi>10.5555/hs.2019.12.201</prism:doi><prism:startingPage>201</prism:startingPage></rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>'
		})
	)!;
	assert.deepEqual(
		[b.title, b['container-title'], b.volume, b.DOI, b.page, b.author],
		[
			'Mapping the gaslit quays',
			'Harbour Studies',
			'12',
			'10.5555/hs.2019.12.201',
			'201',
			[
				{ family: 'Okonjo', given: 'Adaeze' },
				{ family: 'Brandt', given: 'Lise M.' }
			]
		]
	);
	assert.equal(readPdf(facts({ pages: ['nothing of use'] })), null);
	assert.match(noDraftFrom(facts({ pages: ['nothing of use'] })), /neither a title nor a DOI/);
	assert.match(noDraftFrom(facts({ pages: ['', ' 7 '] })), /pictures without text/);
});

test('any bytes: drafts that are valid, or none; hostile pages stay text', () => {
	const bits = [
		'<html>',
		'<meta name="citation_title" content="',
		'">',
		'<title>',
		'</title>',
		'<script type="application/ld+json">',
		'{"@type":"Book","name":',
		'[',
		']',
		'}',
		'</script>',
		'<span class="Z3988" title="rft.title=',
		'<img src=x onerror=alert(1)>',
		'\u0000',
		'"',
		'<!--',
		'-->',
		'x',
		'%',
		'&amp;',
		'<rdf:Description ',
		'10.5555/'
	];
	fc.assert(
		fc.property(
			fc.array(fc.constantFrom(...bits), { maxLength: 40 }).map((l) => l.join('')),
			(s) => {
				for (const i of readHtml(s, today)) assert.deepEqual(itemFaults({ ...i, id: 'x' }), []);
				const p = readPdf(facts({ xmp: s, pages: [s], heading: s, info: { Title: s, Author: s } }));
				if (p) assert.deepEqual(itemFaults({ ...p, id: 'x' }), []);
			}
		),
		{ numRuns: Number(process.env.FUZZ ?? 1500) }
	);
});

// work that grows with the square of the length would not end within the runner's patience
test('what is repeated a hundred thousand times is read to its end', { timeout: 60_000 }, () => {
	for (const s of ['<', '<a b="', '<meta name=', '<script type="application/ld+json">[', '<title>']) {
		const text = s.repeat(100_000 / s.length);
		for (const i of readHtml(text, today)) assert.deepEqual(itemFaults({ ...i, id: 'x' }), []);
		const p = readPdf(facts({ xmp: text }));
		if (p) assert.deepEqual(itemFaults({ ...p, id: 'x' }), []);
	}
});
