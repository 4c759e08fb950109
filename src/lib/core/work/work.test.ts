import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import { createSession } from '../citing';
import {
	cleanBibliography,
	cleanSettings,
	docFromText,
	nameOf,
	numberedIn,
	readCitations,
	readDoc,
	SCHEMA_VERSION,
	schema,
	setDocAttrs,
	settingsOf,
	type DocStyle
} from '../manuscript';
import { randomDoc } from '../paper/random-doc';
import { localeTree, styleTree } from '../../../../scripts/catalogue';
import { demoItems } from '../../../../scripts/demo-data';
import {
	chapterLabel,
	joinWork,
	newWork,
	originOf,
	placeOf,
	takeApart,
	takenBack,
	wholeWork,
	textsOf,
	type Work,
	type WorkSettings
} from './index';

const making = { listHeading: () => 'Bibliography', numeric: false };
const style = (id: string, form: DocStyle['form']): DocStyle => ({ id, title: id, form, locale: '', facts: null });
const NOTES = style('chicago-fullnote-bibliography', 'footnotes');

/** A work of texts in the small text form, each by its number. */
function workOf(
	texts: string[],
	settings: Partial<WorkSettings> = {},
	in_ = NOTES
): { work: Work; docs: Map<string, Node> } {
	const work = newWork(
		'Carrying fire',
		texts.map((_t, i) => `m${i + 1}`)
	);
	return {
		work: { ...work, style: in_, settings: { ...work.settings, ...settings } },
		docs: new Map(texts.map((t, i) => [`m${i + 1}`, docFromText(t, undefined, in_)]))
	};
}
const headings = (doc: Node): string[] => {
	const out: string[] = [];
	doc.descendants((n) => {
		if (n.type.name === 'heading') out.push(`${n.attrs.level} ${n.textContent}`);
		return !n.isTextblock;
	});
	return out;
};

const A =
	'# A town by the bell\n\nIt rang. {{abara1931 | p 12}}\n\n## At night\n\n{{figure #bell  | A bell | The bell}}\n\nAgain. {{abara1931}}\n\n{{bibliography Sources}}';
const B =
	'# Who paid\n\nSee {{#bell}}. They did. {{abara1931 | p 12}} ((An own note.))\n\n{{figure #bill  | A bill | The bill}}';

test('chapters stand below the title of the work, their headings a level lower, one list behind them', () => {
	const { work, docs } = workOf([A, B]);
	assert.deepEqual(headings(joinWork(work, docs, making).doc), [
		'1 Carrying fire',
		'2 Chapter 1: A town by the bell',
		'3 At night',
		'2 Chapter 2: Who paid',
		'2 Bibliography'
	]);
	const each = joinWork({ ...work, settings: { ...work.settings, list: 'chapters', label: 'number' } }, docs, making);
	assert.deepEqual(headings(each.doc), [
		'1 Carrying fire',
		'2 1. A town by the bell',
		'3 At night',
		'3 Sources',
		'2 2. Who paid',
		'3 Bibliography'
	]);
	assert.deepEqual(
		joinWork(
			{ ...work, parts: [{ t: 'part', id: 'p', title: 'Light' }, ...work.parts] },
			new Map([['m2', docs.get('m2')!]]),
			making
		).missing.map((m) => m.manuscript),
		['m1']
	);
});

test('numbers of notes and figures run through the work, or begin anew in each chapter', () => {
	const numbers = (settings: Partial<WorkSettings>) => {
		const { work, docs } = workOf([A, B], settings);
		const { doc } = joinWork(work, docs, making);
		return {
			notes: readCitations(doc, 'footnotes').notes.map((n) => n.number),
			figures: [...numberedIn(doc).values()].filter((n) => n.kind === 'figure').map((n) => `${n.prefix}${n.number}`)
		};
	};
	assert.deepEqual(numbers({ notes: 'work', things: 'work' }), { notes: [1, 2, 3, 4], figures: ['1', '2'] });
	assert.deepEqual(numbers({ notes: 'chapter', things: 'chapter' }), { notes: [1, 2, 1, 2], figures: ['1.1', '2.1'] });
});

function shown(clusters: ReturnType<typeof readCitations>['clusters'], id: string): Map<string, string> {
	const s = createSession();
	s.putSources([...demoItems.values()], []);
	s.useStyle(id, id, styleTree(id)!, localeTree);
	return new Map(s.format({ clusters, uncited: [], full: true }).changed.map((c) => [c.id, c.text]));
}

test('ibid never crosses a chapter; in full again in each chapter, or once in the work', () => {
	const said = (full: WorkSettings['full']) => {
		const { work, docs } = workOf([A, B], { full });
		return [...shown(readCitations(joinWork(work, docs, making).doc, 'footnotes').clusters, NOTES.id).values()];
	};
	const again = said('chapter');
	assert.match(again[0], /Abara, .*1931.*, 12/);
	assert.equal(again[2], again[0], 'full in the second chapter too');
	const once = said('work');
	assert.notEqual(once[2], once[0]);
	assert.doesNotMatch(once[2], /Ibid/i);
	assert.match(once[2], /^Abara, /);
});

test('two chapters that are copies of each other keep what they refer to', () => {
	const { work, docs } = workOf([A + '\n\nSee {{#bell}}.', A + '\n\nSee {{#bell}}.']);
	const { doc } = joinWork(work, docs, making);
	const targets: string[] = [];
	const ids: string[] = [];
	doc.descendants((n) => {
		if (n.type.name === 'cross_ref') targets.push(n.attrs.target as string);
		if (n.attrs.id) ids.push(n.attrs.id as string);
	});
	assert.equal(new Set(targets).size, 2);
	assert.equal(new Set(ids).size, ids.length, 'every id once');
	assert.deepEqual(
		targets.map((t) => numberedIn(doc).get(t)!.prefix),
		['1.', '2.']
	);
});

test('what stands before a chapter’s title, in its language', () => {
	assert.equal(chapterLabel('word', 2, 'de-AT'), 'Kapitel 2: ');
	assert.equal(chapterLabel('word', 2, 'eo'), 'Chapter 2: ');
	assert.equal(chapterLabel('number', 2, 'en'), '2. ');
	assert.equal(chapterLabel('none', 2, 'en') + chapterLabel('word', 0, 'en'), '');
});

const sourceIds = [...demoItems.keys()];
/** A random document whose cites are of the demo library, with a title. */
const chapter = randomDoc.map((json) => {
	const named = JSON.parse(JSON.stringify(json), (key, value) =>
		key === 'sourceId'
			? sourceIds[[...(value as string)].reduce((n, c) => n + c.charCodeAt(0), 0) % 7]
			: (value as unknown)
	) as object;
	const read = readDoc({ version: SCHEMA_VERSION, content: named });
	// the heading of a list is no text: where the work has one list, those of chapters are not there
	const bare = read.children.map((b) =>
		b.type === schema.nodes.bibliography
			? b.type.create(b.attrs, schema.nodes.heading.create(b.firstChild!.attrs, schema.text('Works')))
			: b
	);
	const doc = read.type.create(read.attrs, bare);
	return setDocAttrs(new Transform(doc), { settings: cleanSettings(null) }).doc;
});
const scope = fc.constantFrom('work' as const, 'chapter' as const);
const settings = fc.record({
	notes: scope,
	things: scope,
	full: scope,
	numbers: fc.constant('work' as const),
	list: fc.constantFrom('end' as const, 'chapters' as const, 'both' as const),
	label: fc.constantFrom('word' as const, 'none' as const)
});
const styles = fc.constantFrom(
	NOTES,
	style('apa', 'in-text'),
	style('ieee', 'in-text'),
	style('chicago-note-bibliography-with-ibid', 'endnotes')
);

test('a chapter alone shows the numbers and the citations that it has in the whole', () => {
	fc.assert(
		fc.property(
			fc.array(fc.tuple(chapter, fc.boolean()), { minLength: 2, maxLength: 4 }),
			settings,
			styles,
			fc.nat(),
			(chapters, chosen, in_, which) => {
				const base = newWork(
					'Whole',
					chapters.map((_c, i) => `m${i}`)
				);
				const work: Work = {
					...base,
					style: in_,
					settings: chosen,
					parts: base.parts.map((p, i) => ({ ...p, numbered: chapters[i][1] }) as Work['parts'][number])
				};
				const docs = new Map(
					chapters.map(([doc], i) => [`m${i}`, setDocAttrs(new Transform(doc), { style: in_ }).doc])
				);
				const joined = joinWork(work, docs, making);
				const own = textsOf(work)[which % chapters.length].manuscript;
				const doc = docs.get(own)!;
				const place = placeOf(work, joined, own, doc);
				const alone = setDocAttrs(new Transform(doc), {
					settings: { ...settingsOf(doc), noteNumbers: place.anew ? 'section' : 'through', work: place.work }
				}).doc;
				const mine = (pos: number) => originOf(joined.origins, pos)?.manuscript === own;
				const whole = readCitations(joined.doc, in_.form);
				const here = readCitations(alone, in_.form);
				assert.deepEqual(
					here.notes.map((n) => [n.kind, n.number]),
					whole.notes.filter((n) => mine(n.pos)).map((n) => [n.kind, n.number])
				);
				const of = whole.citations.flatMap((c, i) => (mine(c.pos) ? [whole.clusters[i]] : []));
				const texts = shown(whole.clusters, in_.id);
				const aloneTexts = shown([...place.before, ...here.clusters, ...place.behind], in_.id);
				assert.deepEqual(
					here.clusters.map((c) => aloneTexts.get(c.id)),
					of.map((c) => texts.get(c.id))
				);
				const things = (d: Node, is: (pos: number) => boolean) => {
					const all = numberedIn(d);
					const out: string[] = [];
					d.descendants((n, pos) => {
						const found = all.get(n.attrs.id as string);
						if (found?.number && is(pos)) out.push(`${found.kind} ${found.prefix}${found.number}`);
						return !n.isTextblock;
					});
					return out;
				};
				assert.deepEqual(
					things(alone, () => true),
					things(joined.doc, mine)
				);
			}
		),
		{ numRuns: Number(process.env.FUZZ ?? 60) }
	);
});

test('a place of the whole is found again in its chapter', () => {
	fc.assert(
		fc.property(fc.array(chapter, { minLength: 1, maxLength: 3 }), settings, (chapters, chosen) => {
			const base = newWork(
				'Whole',
				chapters.map((_c, i) => `m${i}`)
			);
			const docs = new Map(
				chapters.map((doc, i) => [`m${i}`, setDocAttrs(new Transform(doc), { style: style('apa', 'in-text') }).doc])
			);
			const joined = joinWork({ ...base, settings: chosen }, docs, making);
			joined.doc.forEach((block, pos) => {
				const o = originOf(joined.origins, pos);
				if (!o || joined.origins.find((x) => x.from === pos)!.pos < 0 || block.type === schema.nodes.page_break) return;
				const there = docs.get(o.manuscript)!.nodeAt(o.pos)!;
				assert.equal(there.type, block.type);
				// a chapter’s own title has its label before it
				assert.ok(block.textContent.endsWith(there.textContent));
			});
		}),
		{ numRuns: Number(process.env.FUZZ ?? 60) }
	);
});

test('taken apart at its headings and joined again, a text is what it was', () => {
	fc.assert(
		fc.property(fc.array(chapter, { minLength: 2, maxLength: 4 }), (chapters) => {
			const { heading, paragraph, bibliography, contents, page_break } = schema.nodes;
			// one text with a title, sections at the second level, and its list at the end
			const low = (n: Node): Node =>
				n.type === heading
					? heading.create({ ...n.attrs, level: Math.max(3, n.attrs.level as number) }, n.content)
					: n.isText
						? n
						: n.type.create(n.attrs, n.children.map(low), n.marks);
			const sections = chapters.flatMap((doc, i) => [
				heading.create({ id: `h${i}`, level: 2 }, schema.text(`Part ${i}`)),
				paragraph.create(null, schema.text('Words.')),
				...doc.children.filter((b) => ![bibliography, contents, page_break].includes(b.type)).map(low),
				paragraph.create(null, schema.text('End.'))
			]);
			const list = bibliography.create(
				{ id: 'list', settings: cleanBibliography(null) },
				heading.create({ id: 'lh', level: 2 }, schema.text('Works'))
			);
			const doc = setDocAttrs(
				new Transform(
					schema.nodes.doc.create(null, [
						heading.create({ id: 't', level: 1 }, schema.text('All of it')),
						...sections,
						list
					])
				),
				{ style: style('apa', 'in-text'), settings: cleanSettings(null) }
			).doc;
			const apart = takeApart(doc)!;
			assert.deepEqual(
				apart.pieces.map((p) => [p.title, p.numbered, nameOf(p.doc)]),
				chapters.map((_c, i) => [`Part ${i}`, true, `Part ${i}`])
			);
			const work: Work = {
				...newWork(
					apart.title,
					apart.pieces.map((_p, i) => `m${i}`)
				),
				bibliography: apart.bibliography,
				style: style('apa', 'in-text')
			};
			const docs = new Map(apart.pieces.map((p, i) => [`m${i}`, p.doc]));
			const again = joinWork(work, docs, { ...making, plain: true }).doc;
			const bare = (d: Node) =>
				d.children.map((b) =>
					JSON.stringify(b.toJSON(), (k, v: unknown) => (k === 'id' || k === 'target' || k === 'note' ? '' : v))
				);
			assert.deepEqual(bare(again), bare(doc));
		}),
		{ numRuns: Number(process.env.FUZZ ?? 60) }
	);
	assert.equal(takeApart(docFromText('# One\n\n## Only\n\nWords.')), null);
});

test('a step is taken back without what others have done since', () => {
	const before = newWork('Whole', ['a', 'b']);
	const after: Work = { ...before, settings: { ...before.settings, notes: 'chapter' } };
	const now: Work = {
		...after,
		settings: { ...after.settings, list: 'both' },
		parts: [...after.parts, { t: 'part', id: 'p', title: 'Theirs' }]
	};
	assert.deepEqual(takenBack(before, after, now), {
		work: { ...now, settings: { ...now.settings, notes: 'work' } },
		left: false
	});
	// the very same was changed by both: theirs stays, and that is said
	const moved: Work = { ...before, parts: before.parts.toReversed() };
	assert.deepEqual(takenBack(before, moved, { ...now, title: 'Other' }), {
		work: { ...now, title: 'Other' },
		left: true
	});
	assert.deepEqual(takenBack(before, after, after), { work: before, left: false });
});

test('a stored work that names a manuscript or an id twice is shown with each once', () => {
	const work = newWork('Twice', ['a', 'b']);
	const odd = {
		...work,
		parts: [...work.parts, { ...work.parts[0] }, { t: 'part', id: work.parts[1].id, title: 'P' }]
	};
	const whole = wholeWork(odd)!;
	assert.deepEqual(
		textsOf(whole).map((p) => p.manuscript),
		['a', 'b']
	);
	assert.equal(new Set(whole.parts.map((p) => p.id)).size, 3);
	assert.equal(wholeWork({ ...work, settings: { notes: 7 }, page: 'x', front: null })!.settings.notes, 'work');
	assert.equal(wholeWork({ ...work, parts: 'x' }), null);
});
