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

test('a locator’s label in an entry is the label of its pages', () => {
	const layout =
		'<group delimiter=", "><text variable="title"/><group delimiter=" "><label variable="locator" form="short"/><text variable="page"/></group></group>';
	assert.deepEqual(entries([edited], layout), ['Eel, pp. 3–10']);
	assert.deepEqual(entries([{ ...edited, page: undefined }], layout), ['Eel']);
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
