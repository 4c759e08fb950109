/**
 * What stands in for names that are not there, and for labels whose variable an entry does not have. CSL 1.0.2,
 * "Substitute" and "Label"; what the text leaves open is common practice. Each case is one of our own.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { compileStyle, createProcessor, toPlain, type Item } from './index';
import { parseXml } from './xml';
import { localeTree } from '../../../../scripts/catalogue';

const info = '<info><title>t</title><id>t</id></info>';

/** The entries of a style with this layout of its list. */
function entries(items: Item[], layout: string, attrs = '', macros = ''): string[] {
	const xml = `<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0" class="in-text">${info}${macros}<citation><layout suffix="."><text variable="title"/></layout></citation><bibliography ${attrs}><layout>${layout}</layout></bibliography></style>`;
	const byId = new Map(items.map((i) => [i.id, i]));
	const style = compileStyle(parseXml(xml), { locales: localeTree });
	const r = createProcessor({ style, getItem: (id) => byId.get(id) }).format({
		clusters: [],
		uncited: items.map((i) => i.id)
	});
	return (r.bibliography ?? []).map((e) => toPlain(e.output));
}

const edited: Item = {
	id: 'a',
	type: 'book',
	title: 'Eel',
	editor: [{ family: 'Roe', given: 'Ann' }],
	translator: [{ family: 'Sund', given: 'Ida' }],
	page: '3-10'
};

test('names side by side in a condition of a substitution: the first that are there stand in, and the rest go on', () => {
	const author =
		'<names variable="author"><name form="short"/><substitute><choose><if type="book"><names variable="editor"/><names variable="translator"/></if></choose></substitute></names>';
	const layout = `<group delimiter=". ">${author}<text variable="title"/><names variable="translator"><name form="short"/></names></group>`;
	assert.deepEqual(entries([edited], layout), ['Roe. Eel. Sund']);
	assert.deepEqual(entries([{ ...edited, editor: undefined }], layout), ['Sund. Eel']);
});

test('texts side by side in a condition of a substitution: the first that is there stands in', () => {
	const author =
		'<names variable="author"><substitute><choose><if type="report"><text variable="publisher"/><text variable="title"/></if><else><text value="?"/></else></choose></substitute></names>';
	const layout = `<group delimiter=". ">${author}<text variable="title"/></group>`;
	const report: Item = { id: 'a', type: 'report', title: 'Eel', publisher: 'Harbour Board' };
	assert.deepEqual(entries([report], layout), ['Harbour Board. Eel']);
	assert.deepEqual(entries([{ ...report, publisher: undefined }], layout), ['Eel']);
});

test('a locator’s label in an entry is the label of its pages', () => {
	const layout =
		'<group delimiter=", "><text variable="title"/><group delimiter=" "><label variable="locator" form="short"/><text variable="page"/></group></group>';
	assert.deepEqual(entries([edited], layout), ['Eel, pp. 3–10']);
	assert.deepEqual(entries([{ ...edited, page: undefined }], layout), ['Eel']);
});

test('a locator’s label right before pages is theirs in citations too, with and without a locator', () => {
	const xml = `<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0" class="note">${info}<citation><layout><group delimiter=", "><text variable="title"/><group delimiter=" "><label variable="locator" form="short"/><text variable="page"/></group></group></layout></citation></style>`;
	const style = compileStyle(parseXml(xml), { locales: localeTree });
	for (const locator of [undefined, { label: 'figure', value: '2' }]) {
		const made = createProcessor({ style, getItem: () => edited }).format({
			clusters: [{ id: 'c', noteNumber: 1, cites: [{ sourceId: 'a', locator }] }]
		});
		assert.equal(toPlain(made.clusters[0].output), 'Eel, pp. 3–10');
	}
});

test('a label of pages right before a locator is the locator’s', () => {
	const xml = `<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0" class="note">${info}<citation><layout><group delimiter=", "><text variable="title"/><group delimiter=" "><label variable="page" form="short"/><text variable="locator"/></group></group></layout></citation></style>`;
	const style = compileStyle(parseXml(xml), { locales: localeTree });
	const print = (item: Item, label: string, value: string) =>
		toPlain(
			createProcessor({ style, getItem: () => item }).format({
				clusters: [{ id: 'c', noteNumber: 1, cites: [{ sourceId: 'a', locator: { label, value } }] }]
			}).clusters[0].output
		);
	assert.equal(print(edited, 'page', '4'), 'Eel, p. 4');
	assert.equal(print({ ...edited, page: undefined }, 'page', '4–6'), 'Eel, pp. 4–6');
	assert.equal(print(edited, 'section', '2'), 'Eel, sec. 2');
});

test('a dash says the same author; two works that nobody signed are not by one', () => {
	const names =
		'<names variable="author"><name/><substitute><names variable="editor"/><text term="anonymous" text-case="capitalize-first"/></substitute></names>';
	const layout = `<group delimiter=". ">${names}<text variable="title"/></group>`;
	const dash = 'subsequent-author-substitute="———"';
	const unsigned = (id: string): Item => ({ id, type: 'book', title: `Title ${id}` });
	assert.deepEqual(entries([unsigned('a'), unsigned('b')], layout, dash), ['Anonymous. Title a', 'Anonymous. Title b']);
	assert.deepEqual(entries([edited, { ...edited, id: 'b', title: 'Map' }], layout, dash), ['Ann Roe. Eel', '———. Map']);
});

test('a dash stands at the head of an entry, never within it', () => {
	const layout =
		'<group delimiter=". "><names variable="author"><name/></names><text variable="title"/><names variable="director"><label form="verb" text-case="capitalize-first" suffix=" "/><name/></names></group>';
	const film = (id: string, more: Partial<Item>): Item => ({
		id,
		type: 'motion_picture',
		title: `Film ${id}`,
		...more
	});
	const arden = [{ family: 'Arden', given: 'Lou' }];
	const dash = 'subsequent-author-substitute="———"';
	assert.deepEqual(entries([film('a', { director: arden }), film('b', { director: arden })], layout, dash), [
		'Film a. Directed by Lou Arden',
		'Film b. Directed by Lou Arden'
	]);
	assert.deepEqual(entries([film('a', { director: arden }), film('b', { author: arden })], layout, dash), [
		'Film a. Directed by Lou Arden',
		'Lou Arden. Film b'
	]);
});

test('commas of affixes that met at the end of a citation give way to its full stop', () => {
	const xml = `<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0" class="note">${info}<macro name="t"><text variable="title" suffix=", "/></macro><citation><layout suffix="."><text macro="t" suffix=","/><text variable="page"/></layout></citation></style>`;
	const style = compileStyle(parseXml(xml), { locales: localeTree });
	const print = (item: Item) =>
		toPlain(
			createProcessor({ style, getItem: () => item }).format({
				clusters: [{ id: 'c', noteNumber: 1, cites: [{ sourceId: 'a' }] }]
			}).clusters[0].output
		);
	assert.equal(print({ id: 'a', type: 'book', title: 'Eel' }), 'Eel.');
	assert.equal(print({ id: 'a', type: 'book', title: 'Eel & co.' }), 'Eel & co.');
});
