/** The demo desk at the first visit, and an empty one on request. */
import { announce } from './changes';
import { db, type Database, type Manuscript } from './db';
import {
	assetFromData,
	type Asset,
	docFromText,
	ManuscriptError,
	placeCitations,
	setDocAttrs,
	settingsOf,
	storeDoc
} from '$lib/core/manuscript';
import { Transform } from 'prosemirror-transform';
import { freeKey } from './bin';
import { listManuscripts } from './manuscripts';
import { soundSources } from './repair';
import { describe } from './strip';
import { usesIn } from './uses';
import type { Source } from '$lib/core/source';
import { newWork, textsOf, type Work } from '$lib/core/work';
import { listWorks } from './works';

interface DemoSource {
	key: string;
	item: Source['item'];
	tags: string[];
	shelves: string[];
	annotation: string;
	excerpts: Source['excerpts'];
}

export interface DemoTexts {
	library: DemoSource[];
	chapter: string;
	article: string;
	essay: string;
	/** Chapters of the bound work, in order. */
	winters: string[];
	/** Pictures by their names, as data addresses. */
	pictures: Record<string, string>;
}

/** Demo sources keep readable ids, so that links to them are stable. */
export function demoSources(library: DemoSource[], now = Date.now()): Source[] {
	return library.map((s, i) => ({
		id: s.key,
		...s,
		item: { ...s.item, id: s.key },
		origin: 'demo',
		createdAt: now - 1e6 + i,
		updatedAt: now - 1e6 + i
	}));
}

/** Kinds of paper of the demo, with what stands before the text; the article has chosen none yet. */
const PAGES: Record<string, { kind: string; changes?: Record<string, string>; fields?: Record<string, string> }> = {
	'Thesis chapter': { kind: 'thesis-chapter', changes: { opening: 'title-page' } },
	Essay: {
		kind: 'essay',
		fields: { instructor: 'Professor Adaeze Okonjo', course: 'History 210', date: '14 May 2026' }
	}
};

export function demoManuscripts(t: DemoTexts, now = Date.now()): Manuscript[] {
	const make = (
		id: string,
		title: string,
		kind: string,
		text: string,
		styleId: string,
		styleTitle: string,
		form: Manuscript['form'],
		age: number,
		uncited: string[] = []
	): Manuscript => {
		const style = { id: styleId, title: styleTitle, form, locale: '', facts: null };
		const doc = docFromText(text, undefined, style, (name) => assetFromData(t.pictures[name] ?? '')?.id ?? '');
		// the demo texts are written with citations in the sentence
		const read = form === 'in-text' ? doc : placeCitations(doc, 'note', true).doc;
		const page = PAGES[kind];
		const placed = page
			? setDocAttrs(new Transform(read), { settings: { ...settingsOf(read), page: { ...page } } }).doc
			: read;
		return {
			id,
			title,
			kind,
			doc: storeDoc(placed),
			styleId,
			styleTitle,
			locale: '',
			form,
			uncited,
			authors: ['Vera Lindgate'],
			...describe(placed, form),
			createdAt: now - age,
			updatedAt: now - age
		};
	};
	const day = 86_400_000;
	return [
		make(
			'lamplighters',
			'The lamplighters of Port Ennis',
			'Thesis chapter',
			t.chapter,
			'chicago-fullnote-bibliography',
			'Chicago 17th, full note',
			'footnotes',
			day * 0.2
		),
		make('shore', 'What the lamps did to the shore', 'Research paper', t.article, 'apa', 'APA 7th', 'in-text', day * 3),
		make(
			'who-paid',
			'Who paid for the light?',
			'Essay',
			t.essay,
			'modern-language-association',
			'MLA 9th',
			'in-text',
			day * 9
		),
		...WINTERS.map(([id, title], i) =>
			make(
				id,
				title,
				'Thesis chapter',
				t.winters[i],
				'chicago-fullnote-bibliography',
				'Chicago 17th, full note',
				'footnotes',
				day * (12 + i)
			)
		)
	];
}

/** Chapters of the bound work: what they are called, and their ids. */
const WINTERS: [id: string, title: string][] = [
	['burners', 'The winter of the burners'],
	['women', 'The winter of the women'],
	['arcs', 'The winter of the arcs']
];

export function demoWorks(now = Date.now()): Work[] {
	const at = now - 86_400_000 * 11;
	const work = newWork(
		'Three winters: Lamplighting in Port Ennis',
		WINTERS.map(([id]) => id),
		at
	);
	return [
		{ ...work, id: 'work-winters', authors: ['Vera Lindgate'], front: { contents: true, figures: true, tables: true } }
	];
}

async function loadTexts(): Promise<DemoTexts> {
	const [library, chapter, article, essay, burners, women, arcs, quay, hours, lamps] = await Promise.all([
		import('$demo/library.json'),
		import('$demo/chapter.txt?raw'),
		import('$demo/article.txt?raw'),
		import('$demo/essay.txt?raw'),
		import('$demo/winters/burners.txt?raw'),
		import('$demo/winters/women.txt?raw'),
		import('$demo/winters/arcs.txt?raw'),
		import('$demo/pictures/quay.png?inline'),
		import('$demo/pictures/hours.png?inline'),
		import('$demo/pictures/lamps.png?inline')
	]);
	return {
		library: library.default as unknown as DemoSource[],
		chapter: chapter.default,
		article: article.default,
		essay: essay.default,
		winters: [burners.default, women.default, arcs.default],
		pictures: { quay: quay.default, hours: hours.default, lamps: lamps.default }
	};
}

/** The pictures of the demo, as they are kept. */
const demoAssets = (t: DemoTexts): Asset[] =>
	Object.values(t.pictures)
		.map((data) => assetFromData(data))
		.filter((a): a is Asset => a !== null);

/** Fills an untouched database with the demo; does nothing later. */
export async function seedOnce(base: Database = db, load = loadTexts): Promise<void> {
	if (await base.settings.get('begun')) return;
	const texts = await load();
	await base.transaction('rw', [base.sources, base.manuscripts, base.works, base.settings, base.assets], async () => {
		if (await base.settings.get('begun')) return;
		await base.assets.bulkPut(demoAssets(texts));
		await base.sources.bulkPut(demoSources(texts.library));
		await base.manuscripts.bulkPut(demoManuscripts(texts));
		await base.works.bulkPut(demoWorks());
		await base.settings.put({ key: 'begun', value: 'demo' });
	});
}

export interface DemoLeft {
	manuscripts: Manuscript[];
	works: Work[];
	sources: Source[];
	/** Demo records that the person has changed or uses, and that therefore stay. */
	kept: { manuscripts: number; sources: number };
}

/** Demo records are written with the time they were made, and every change sets another. */
const untouched = (x: { createdAt: number; updatedAt: number }): boolean => x.createdAt === x.updatedAt;

/**
 * What is left of the demo as it came: manuscripts nobody has written in, and sources that nobody has changed and that no
 * other manuscript cites.
 */
export async function demoLeft(base: Database = db, load = loadTexts): Promise<DemoLeft> {
	const texts = await load();
	const ids = new Set(demoManuscripts(texts).map((m) => m.id));
	const all = await listManuscripts(base);
	const demo = all.filter((m) => ids.has(m.id));
	const known = new Set(demoWorks().map((w) => w.id));
	const bound = await listWorks(base);
	const works = bound.filter((w) => known.has(w.id) && untouched(w));
	// what the person has bound into a work stays with it
	const inOwn = new Set(bound.filter((w) => !works.includes(w)).flatMap((w) => textsOf(w).map((p) => p.manuscript)));
	const manuscripts = demo.filter((m) => untouched(m) && !inOwn.has(m.id));
	const gone = new Set(manuscripts.map((m) => m.id));
	const used = new Set<string>();
	for (const m of all) if (!gone.has(m.id)) for (const id of mentioned(m)) used.add(id);
	const mine = soundSources(await base.sources.bulkGet(texts.library.map((s) => s.key)), base).filter(
		(s) => s.origin === 'demo'
	);
	const sources = mine.filter((s) => untouched(s) && !used.has(s.id));
	return {
		manuscripts,
		works,
		sources,
		kept: { manuscripts: demo.length - manuscripts.length, sources: mine.length - sources.length }
	};
}

/** Ids of all sources that a manuscript cites or lists; where its text cannot be read, whatever may be one. */
function mentioned(m: Manuscript): Iterable<string> {
	try {
		return [...usesIn(m).keys(), ...m.uncited];
	} catch (e) {
		if (!(e instanceof ManuscriptError)) throw e;
		return JSON.stringify(m.doc).match(/[\w-]+/g) ?? [];
	}
}

/**
 * Takes away what is left of the demo as it came, and nothing else. It can come back at any time (`bringDemo`), as it
 * ships with the app.
 * @returns what was taken away
 */
export async function beginEmpty(base: Database = db, load = loadTexts): Promise<DemoLeft> {
	const left = await demoLeft(base, load);
	await base.transaction('rw', [base.sources, base.manuscripts, base.versions, base.works, base.settings], async () => {
		await base.works.bulkDelete(left.works.map((w) => w.id));
		await base.sources.bulkDelete(left.sources.map((s) => s.id));
		await base.manuscripts.bulkDelete(left.manuscripts.map((m) => m.id));
		await base.settings.put({ key: 'begun', value: 'empty' });
	});
	announce({ put: [], gone: left.sources.map((s) => s.id) });
	return left;
}

/** Brings back what is missing of the demo; whatever is here under the same identity stays as it is. */
export async function bringDemo(base: Database = db, load = loadTexts): Promise<void> {
	const texts = await load();
	const put: Source[] = [];
	await base.transaction('rw', [base.sources, base.manuscripts, base.works, base.settings, base.assets], async () => {
		await base.assets.bulkPut(demoAssets(texts));
		const taken = new Set((await base.sources.orderBy('key').keys()) as string[]);
		for (const s of demoSources(texts.library)) {
			if (await base.sources.get(s.id)) continue;
			put.push({ ...s, key: freeKey(s.key, taken) });
		}
		await base.sources.bulkAdd(put);
		for (const m of demoManuscripts(texts)) if (!(await base.manuscripts.get(m.id))) await base.manuscripts.add(m);
		for (const w of demoWorks()) if (!(await base.works.get(w.id))) await base.works.add(w);
		await base.settings.put({ key: 'begun', value: 'demo' });
	});
	announce({ put: put.map((s) => s.id), gone: [] }, put);
}
