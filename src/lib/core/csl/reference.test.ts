/**
 * Every citation and entry of the demo in each featured style beside the reference library `citeproc` (version in
 * package.json). A difference must fall under a class named here with the rule; an unnamed one fails.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { FEATURED } from '../citing';
import { compileStyle, createProcessor, toHtml } from './index';
import { localeTree, styleTree } from '../../../../scripts/catalogue';
import { demoClusters, demoItems } from '../../../../scripts/demo-data';
import { createReference, normalize } from '../../../../scripts/reference';

interface Class {
	rule: string;
	matches(expected: string, actual: string): boolean;
}

const flat = (s: string) => s.toLowerCase();
const CLASSES: Class[] = [
	{
		rule: 'CSL 1.0.2, Title Case, 1: in a title all in capitals the other letters are lowered; the reference leaves it as it is',
		matches: (e, a) => e !== a && flat(e) === flat(a) && /EELS AND THE LIT CHANNEL/.test(e)
	},
	{
		rule: 'A double hyphen between pages is a range (BibTeX habit); the reference prints both hyphens',
		matches: (e, a) =>
			/\d--\d/.test(e) &&
			[e, e.replace('Okonjo A.,', 'Okonjo A,')].some(
				(x) => x.replace(/201--219/, 'R') === a.replace(/201[–‑-]\d+/, 'R')
			)
	},
	{
		rule: 'CSL 1.0.2, Disambiguation: only names in ambiguous cites are expanded; the reference also counts a name that only an entry shows',
		matches: (e, a) => e.replace('E. Okafor', 'Okafor') === a
	},
	{
		rule: 'CSL 1.0.2, Disambiguation: given names are expanded in cites; the reference also writes them out in the entry, against the style’s initials',
		matches: (e, a) =>
			e.replace(/(okonjo),? Adaeze/i, (all, family: string) =>
				all.includes(',') ? `${family}, A.` : `${family} A`
			) === a
	},
	{
		rule: 'CSL 1.0.2, cite-group-delimiter: cites of a group are parted by “, ” unless the style says otherwise (Chicago 17, 15.30); the reference takes the layout delimiter',
		matches: (e, a) => e.replace(/(2018[ab]); (?=2018[ab])/, '$1, ') === a
	},
	{
		rule: 'CSL 1.0.2, subsequent-author-substitute replaces names; a title in italics that stands in for names is not the author of the same wording',
		matches: (e, a) => e.replace('<i>———</i>', '<i>Port Ennis Courier</i>') === a
	},
	{
		rule: 'CSL 1.0.2, Disambiguation: the condition holds where cites read alike, whatever the number of the note they point to (OSCOLA 4th, 1.2.1: a work among several of one author is named)',
		matches: (e, a) => e === a.replace(/, (?:<i>[^<]*<\/i>|‘[^’]*’)(?= \(n \d)/g, '')
	},
	{
		rule: 'CSL 1.0.2, subsequent-author-substitute compares names as they are rendered: one author typed in two ways is one',
		matches: (e, a) => e.replace('Okonjo A and Brandt LM', '——') === a
	},
	{
		rule: 'CSL 1.0.2, strip-periods holds for what the element prints; the reference spares a text that is no term',
		matches: (e, a) => e.replace('2nd ed.,', '2nd ed,') === a
	},
	{
		rule: 'Common practice: a mark that parted what is not there goes with it; the reference leaves both',
		matches: (e, a) => e.replace(/, , /g, ', ').replace(/, \.$/, '.') === a
	},
	{
		rule: 'A title that ends in a stray comma keeps it; the reference takes the mark out of the quotation',
		matches: (e, a) => e.replace(' ’, (', ' ,’ (') === a
	},
	{
		rule: 'CSL 1.0.2, Terms: quotation marks within quotation marks are the inner ones; the reference doubles the outer',
		matches: (e, a) => e.replace(/““(.*)””/, '“‘$1’”') === a
	},
	{
		rule: 'CSL 1.0.2, Affixes: those of a date stand around the whole range; the reference opens them again',
		matches: (e, a) => e.replace(/–\((\d{4})\)\)/, '–$1)') === a
	},
	{
		rule: 'A short name keeps its particle in front (Chicago 17, 8.10); the reference puts it behind, as in a list',
		matches: (e, a) => e.replace('Vries de, Berg van der', 'de Vries, van der Berg') === a
	}
];

/** The demo has a DOI with its address, as databases give it; the reference puts the style's address before that. */
const DOUBLE = 'A DOI that is given as an address or with a label is printed once; the reference prints both';
const onceDoi = (s: string) => s.replace(/((?:https:\/\/doi\.org\/|doi:\s?|DOI ))https:\/\/doi\.org\//gi, '$1');

const seen = new Map<string, number>();
const see = (rule: string) => seen.set(rule, (seen.get(rule) ?? 0) + 1);

for (const f of FEATURED) {
	test(`${f.name} equals the reference on the demo, but for named differences`, () => {
		const tree = styleTree(f.id);
		assert.ok(tree, `${f.id} is in the catalogue`);
		const style = compileStyle(tree, { locales: localeTree });
		let compared = 0;
		const unnamed: string[] = [];
		const check = (what: string, expected: string, actual: string) => {
			compared++;
			if (expected === actual) return;
			const once = onceDoi(expected);
			if (once !== expected) see(DOUBLE);
			if (once === actual) return;
			const c = CLASSES.find((x) => x.matches(once, actual));
			if (c) see(c.rule);
			else unnamed.push(`${what}\n  reference ${expected}\n  ours      ${actual}`);
		};
		for (const name of ['chapter', 'article', 'essay'] as const) {
			// narrative forms are beyond the standard: they are compared as parenthetical cites
			const clusters = demoClusters(name, style.class === 'note').map((c) => ({
				...c,
				cites: c.cites.map((x) => ({ ...x, form: 'parenthetical' as const }))
			}));
			const uncited = [...demoItems.keys()];
			const ours = createProcessor({ style, getItem: (id) => demoItems.get(id) }).format({ clusters, uncited });
			const reference = createReference(tree, demoItems).format(clusters, uncited);
			for (const c of ours.clusters)
				check(`${name} ${c.id}`, normalize(reference.clusters.get(c.id) ?? ''), normalize(toHtml(c.output)));
			assert.deepEqual(
				ours.bibliography?.map((e) => e.id),
				reference.bibliography?.map((e) => e.id),
				'the entries stand in the same order'
			);
			for (const [i, e] of (reference.bibliography ?? []).entries())
				check(`${name} entry ${e.id}`, normalize(e.html), normalize(toHtml(ours.bibliography![i].output)));
		}
		assert.ok(compared > 200, `${compared} compared`);
		assert.deepEqual(unnamed, []);
	});
}

test('every named class of difference still occurs', () => {
	for (const rule of [DOUBLE, ...CLASSES.map((c) => c.rule)]) assert.ok(seen.get(rule), rule);
});
