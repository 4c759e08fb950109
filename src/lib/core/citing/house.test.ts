/** House rules over any style. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Item } from '../csl';
import { mainTitle } from '../source';
import { knownWords, loadWords } from '../source/sentence-case';
import { createSession } from './session';
import { cleanHouse, houseItems, isAdjusted, readAbbreviations } from './house';
import { keptOut } from './kept-out';

import { localeTree, styleTree } from '../../../../scripts/catalogue';

const item: Item = {
	id: 'a',
	type: 'article-journal',
	title: 'Lamps of the quay',
	author: [{ family: 'Okonjo', given: 'Adaeze' }],
	'container-title': 'The Journal of Harbour Studies',
	issued: { 'date-parts': [[2019]] },
	DOI: '10.5555/hs.1',
	URL: 'https://example.org/hs/1',
	accessed: { 'date-parts': [[2020, 5, 1]] }
};
const page: Item = {
	id: 'b',
	type: 'webpage',
	title: 'The long quay',
	URL: 'https://example.org/quay',
	accessed: { 'date-parts': [[2020, 5, 1]] }
};

test('links and days are taken away as asked; the source is not touched', () => {
	const before = structuredClone(item);
	const none = houseItems(cleanHouse({ links: 'none' }))(item);
	assert.deepEqual([none.DOI, none.URL, none.accessed], [undefined, undefined, undefined]);
	const doi = houseItems(cleanHouse({ links: 'doi' }));
	assert.deepEqual([doi(item).DOI, doi(item).URL], ['10.5555/hs.1', undefined]);
	assert.equal(doi(page).URL, 'https://example.org/quay', 'what has no DOI keeps its address');
	const unread = houseItems(cleanHouse({ accessed: 'none' }));
	assert.deepEqual([unread(page).URL, unread(page).accessed], ['https://example.org/quay', undefined]);
	assert.deepEqual(item, before);
	assert.equal(doi(item), doi(item), 'the same result each time, so that nothing is formatted anew');
	assert.equal(houseItems(cleanHouse({}))(item), item);
});

test('short titles from the list, whatever the capitals and the article; else from the record', () => {
	const rules = cleanHouse({ shortTitles: true, abbreviations: { 'journal of harbour studies': 'J. Harb. Stud.' } });
	assert.equal(houseItems(rules)(item)['container-title'], 'J. Harb. Stud.');
	const own = { ...item, 'container-title-short': 'JHS' };
	assert.equal(houseItems(cleanHouse({ shortTitles: true }))(own)['container-title'], 'JHS');
	assert.equal(houseItems(cleanHouse({ shortTitles: true }))(item)['container-title'], item['container-title']);
});

test('in an entry of APA: with and without its link', () => {
	const s = createSession();
	s.putSources([item, page], []);
	s.useStyle('apa', 'APA', styleTree('apa')!, localeTree);
	const entry = () => s.format({ clusters: [], uncited: ['a', 'b'], full: true }).bibliography!.map((e) => e.text);
	const lamps = () => entry().find((e) => e.includes('Lamps of the quay'))!;
	assert.match(lamps(), /https:\/\/doi\.org\/10\.5555\/hs\.1$/);
	s.useHouse(
		cleanHouse({ links: 'none', shortTitles: true, abbreviations: { [String(item['container-title'])]: 'JHS' } })
	);
	assert.doesNotMatch(entry().join(' '), /http/);
	assert.match(lamps(), /JHS/);
	s.useHouse(cleanHouse({}));
	assert.match(lamps(), /https:\/\/doi\.org/);
});

test('links where the style has none, and titles that lead to the work', () => {
	const s = createSession();
	s.putSources([item, page], []);
	s.useStyle('vancouver', 'Vancouver', styleTree('vancouver')!, localeTree);
	const entry = () => {
		const all = s.format({ clusters: [], uncited: ['a', 'b'], full: true }).bibliography!;
		return all.find((e) => e.id === 'a')!;
	};
	assert.doesNotMatch(entry().text, /10\.5555/);
	s.useHouse(cleanHouse({ links: 'shown' }));
	assert.match(entry().text, / https:\/\/doi\.org\/10\.5555\/hs\.1$/);
	assert.match(entry().html, /<a href="https:\/\/doi\.org\/10\.5555\/hs\.1">https:/);
	s.useHouse(cleanHouse({ titles: 'linked' }));
	assert.match(entry().html, /<a href="https:\/\/doi\.org\/10\.5555\/hs\.1">Lamps of the quay<\/a>/);
	// a style that shows it already does not show it twice
	s.useStyle('apa', 'APA', styleTree('apa')!, localeTree);
	s.useHouse(cleanHouse({ links: 'shown', titles: 'linked' }));
	assert.equal(entry().text.match(/10\.5555/g)!.length, 1);
	assert.match(entry().html, /<a href="[^"]+">Lamps of the quay<\/a>/);
	assert.equal(isAdjusted(cleanHouse({ titles: 'linked' })), true);
});

test('what a style keeps out of its list is named (APA 7, 8.9: personal communications are cited in the text only)', () => {
	const s = createSession();
	const letter: Item = {
		id: 'l',
		type: 'personal_communication',
		author: [{ family: 'Sund', given: 'Anders' }],
		issued: { 'date-parts': [[2020, 3, 1]] }
	};
	s.putSources([item, letter], []);
	s.useStyle('apa', 'APA', styleTree('apa')!, localeTree);
	const r = s.format({ clusters: [{ id: 'c', cites: [{ sourceId: 'l' }, { sourceId: 'a' }] }], uncited: [] });
	assert.deepEqual([r.omitted, r.bibliography!.map((e) => e.id)], [[{ id: 'l', why: 'APA 7, 8.9' }], ['a']]);
	const job = { clusters: [{ id: 'c', cites: [{ sourceId: 'l' }] }], uncited: ['a'] };
	s.format(job);
	assert.equal(s.format({ ...job, uncited: ['a', 'l'] }).bibliography?.length, 2);
	// who lists it all the same, has it; so has who names an archive, and a numbered style
	const ids = (uncited: string[]) => s.format({ clusters: [], uncited, full: true }).bibliography!.map((e) => e.id);
	assert.deepEqual(ids(['l', 'a']), ['a', 'l']);
	assert.equal(keptOut('apa', { ...letter, archive: 'Municipal Archive' }), '');
	assert.equal(keptOut('ieee', letter), '');
	assert.match(r.changed[0].text, /A\. Sund, personal communication, March 1, 2020/);
});

test('a language that is chosen rules over the style’s own', () => {
	const s = createSession();
	s.putSources([{ ...item, editor: [{ family: 'Sund' }] }], []);
	const tree = styleTree('apa')!;
	const german = s.useStyle('apa', 'APA', tree, localeTree, 'de-DE');
	assert.deepEqual([german.lang, german.quotes.open], ['de-DE', '„']);
	const cites = [{ sourceId: 'a', locator: { label: 'page', value: '3' } }];
	assert.equal(s.format({ clusters: [{ id: 'c', cites }], uncited: [] }).changed[0].text, '(Okonjo, 2019, S. 3)');
	const own = { ...tree, attrs: { ...tree.attrs, 'default-locale': 'fr-FR' } };
	assert.equal(s.useStyle('own', 'Own', own, localeTree).lang, 'fr-FR');
	assert.equal(s.useStyle('own', 'Own', own, localeTree, 'en-GB').lang, 'en-GB');
});

test('a list of two columns; lines that are none are named', () => {
	const { list, problems } = readAbbreviations(
		'\ufeff# mine\nHarbour Studies\tHarb. Stud.\r\n\nQuay Review = Quay Rev.\nnothing here'
	);
	assert.deepEqual(list, { 'Harbour Studies': 'Harb. Stud.', 'Quay Review': 'Quay Rev.' });
	assert.deepEqual(problems, [{ line: 5, text: 'nothing here' }]);
});

test('property: rules from outside are made whole and made whole again are the same', () => {
	fc.assert(
		fc.property(fc.anything(), (raw) => {
			const h = cleanHouse(raw);
			assert.deepEqual(cleanHouse(h), h);
			assert.equal(typeof isAdjusted(h), 'boolean');
		})
	);
});

test('main titles: without the subtitle, whatever parts them; marks and tags stay in pairs', () => {
	for (const [title, main] of [
		['Town by the bell: Time in a harbour', 'Town by the bell'],
		['Who paid for the light? A ledger read anew', 'Who paid for the light?'],
		['Night work – Lamps and labour', 'Night work'],
		['“Light: A song” and what it says', '“Light: A song” and what it says'],
		['The lamp (Series B: Notes): A list', 'The lamp (Series B: Notes)'],
		['<i>Anguilla: a genus</i> at night: A survey', '<i>Anguilla: a genus</i> at night'],
		['Maps at 1:2400', 'Maps at 1:2400'],
		['A: B', 'A: B'],
		['Lamps', 'Lamps']
	])
		assert.equal(mainTitle(title), main);
});

test('where a style asks for a short title the main title stands; a stored one is kept; the rule can be switched off', () => {
	const s = createSession();
	const work = (id: string, title: string, more: Partial<Item> = {}): Item => ({
		id,
		type: 'book',
		title,
		author: [{ family: 'Marlowe', given: 'Judith' }],
		issued: { 'date-parts': [[1989]] },
		...more
	});
	s.putSources(
		[
			work('a', 'A town by the bell: Time in a harbour'),
			work('b', 'The long light: Lamps', { 'title-short': 'Lamps of length', author: [{ family: 'Lowe' }] }),
			work('c', 'Die lange Nacht: Lampen', { language: 'de', author: [{ family: 'Brandt' }] })
		],
		[]
	);
	const clusters = ['a', 'b', 'c', 'a', 'b', 'c'].map((sourceId, i) => ({
		id: `c${i}`,
		noteNumber: i + 1,
		cites: [{ sourceId, locator: { label: 'page', value: '120' } }]
	}));
	const later = (style: string) => {
		s.useStyle(style, style, styleTree(style)!, localeTree);
		return s
			.format({ clusters, uncited: [], full: true })
			.changed.slice(3)
			.map((c) => c.html);
	};
	// Chicago 17, 14.33: the key words of the main title, without an initial article
	assert.deepEqual(later('chicago-fullnote-bibliography'), [
		'Marlowe, <i>Town by the Bell</i>, 120.',
		'Lowe, <i>Lamps of Length</i>, 120.',
		'Brandt, <i>Die lange Nacht</i>, 120.'
	]);
	s.useHouse(cleanHouse({ mainTitles: false }));
	assert.equal(
		later('chicago-fullnote-bibliography')[0],
		'Marlowe, <i>A Town by the Bell: Time in a Harbour</i>, 120.'
	);
	assert.ok(isAdjusted(cleanHouse({ mainTitles: false })) && !isAdjusted(cleanHouse({})));
});

test('titles in sentence case where the manual asks for it, with what changes listed; exceptions, always, never', async () => {
	const s = createSession();
	const work: Item = { ...item, title: 'Lamps of the Quay: A Study of Wales', DOI: undefined };
	const part: Item = {
		id: 'b',
		type: 'chapter',
		title: 'Counting Eels by Night',
		'container-title': 'Shores of the World',
		author: [{ family: 'Sund', given: 'A.' }]
	};
	const law: Item = { id: 'c', type: 'legislation', title: 'Public Lighting Act' };
	const place: Item = { id: 'd', type: 'book', title: 'Port Inverquay' };
	const short: Item = { id: 'e', type: 'book', title: 'Printing Types' };
	s.putSources([work, part, law, place, short], []);
	const clusters = [work, part, law, place, short].map((i) => ({
		id: i.id,
		noteNumber: 0,
		cites: [{ sourceId: i.id }]
	}));
	const format = (style: string) => {
		s.useStyle(style, style, styleTree(style)!, localeTree);
		const r = s.format({ clusters, uncited: [], full: true });
		return { text: r.bibliography!.map((e) => e.text).join('\n'), retitled: r.retitled! };
	};
	// without the words that ship nothing is guessed at
	assert.match(format('apa').text, /Lamps of the Quay: A Study of Wales/);
	s.useTitleWords({ words: await loadWords(), known: knownWords([]) });
	const apa = format('apa');
	assert.match(apa.text, /Lamps of the quay: A study of Wales\. The Journal of Harbour Studies/);
	assert.match(apa.text, /Counting eels by night\. In Shores of the world/);
	assert.match(apa.text, /Public Lighting Act/);
	assert.match(apa.text, /Port Inverquay/);
	assert.ok(apa.retitled.on);
	assert.deepEqual(
		apa.retitled.titles.map((t) => t.after),
		['Lamps of the quay: A study of Wales', 'Counting eels by night', 'Printing types']
	);
	// AMA 11, 3.9.1 (from memory): no capital behind the colon; books keep theirs
	const ama = format('american-medical-association');
	assert.match(ama.text, /Lamps of the quay: a study of Wales/);
	assert.match(ama.text, /Shores of the World/);
	const mla = format('modern-language-association');
	assert.match(mla.text, /Lamps of the Quay: A Study of Wales/);
	assert.ok(!mla.retitled.on && mla.retitled.titles.length === 3);
	s.useHouse(cleanHouse({ capitals: ['Quay'] }));
	assert.match(format('apa').text, /Lamps of the Quay: A study of Wales/);
	s.useHouse(cleanHouse({ sentenceCase: 'never' }));
	assert.match(format('apa').text, /Counting Eels by Night\. In Shores of the World/);
	s.useHouse(cleanHouse({ sentenceCase: 'always' }));
	assert.match(format('chicago-author-date').text, /Lamps of the Quay/i);
	assert.ok(format('chicago-author-date').retitled.on);
	assert.ok(isAdjusted(cleanHouse({ sentenceCase: 'never' })) && isAdjusted(cleanHouse({ capitals: ['Quay'] })));
	assert.deepEqual(cleanHouse({ sentenceCase: 7, capitals: [3, '', 'Quay'] }).capitals, ['Quay']);
});

test('a body that is author and publisher is named once in APA and MLA, twice elsewhere', () => {
	const s = createSession();
	const report: Item = {
		id: 'r',
		type: 'report',
		title: 'Lighting and wildlife',
		author: [{ literal: 'The Coastal Nature Agency' }],
		publisher: 'Coastal Nature Agency',
		issued: { 'date-parts': [[2020]] }
	};
	const other: Item = { ...report, id: 's', publisher: 'Harbour Board' };
	s.putSources([report, other], []);
	const entries = (style: string) => {
		s.useStyle(style, style, styleTree(style)!, localeTree);
		const clusters = ['r', 's'].map((id) => ({ id, noteNumber: 1, cites: [{ sourceId: id }] }));
		return s.format({ clusters, uncited: [], full: true }).bibliography!.map((e) => e.text);
	};
	// APA 7, 9.29
	assert.deepEqual(entries('apa'), [
		'The Coastal Nature Agency. (2020a). Lighting and wildlife.',
		'The Coastal Nature Agency. (2020b). Lighting and wildlife. Harbour Board.'
	]);
	// MLA 9, 5.25
	assert.ok(entries('modern-language-association').includes('Lighting and Wildlife. Coastal Nature Agency, 2020.'));
	assert.ok(
		entries('chicago-author-date').some((e) => /^The Coastal Nature Agency\. .* Coastal Nature Agency\.$/.test(e))
	);
});
