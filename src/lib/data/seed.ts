/** The demo desk at the first visit, and an empty one on request. */
import { announce } from './changes';
import { db, type Database, type Manuscript } from './db';
import { docFromText, placeCitations, storeDoc } from '$lib/core/manuscript';
import { describe } from './strip';
import type { Source } from '$lib/core/source';

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
		const doc = docFromText(text, undefined, { id: styleId, title: styleTitle, form, locale: '' });
		// the demo texts are written with citations in the sentence
		const placed = form === 'in-text' ? doc : placeCitations(doc, 'note', true).doc;
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
		)
	];
}

async function loadTexts(): Promise<DemoTexts> {
	const [library, chapter, article, essay] = await Promise.all([
		import('$demo/library.json'),
		import('$demo/chapter.txt?raw'),
		import('$demo/article.txt?raw'),
		import('$demo/essay.txt?raw')
	]);
	return {
		library: library.default as unknown as DemoSource[],
		chapter: chapter.default,
		article: article.default,
		essay: essay.default
	};
}

/** Fills an untouched database with the demo; does nothing later. */
export async function seedOnce(base: Database = db, load = loadTexts): Promise<void> {
	if (await base.settings.get('begun')) return;
	const texts = await load();
	await base.transaction('rw', base.sources, base.manuscripts, base.settings, async () => {
		if (await base.settings.get('begun')) return;
		await base.sources.bulkPut(demoSources(texts.library));
		await base.manuscripts.bulkPut(demoManuscripts(texts));
		await base.settings.put({ key: 'begun', value: 'demo' });
	});
}

/** Clears the desk and the library; what was there comes back with `undo`. */
export async function beginEmpty(base: Database = db): Promise<() => Promise<void>> {
	let gone: string[] = [];
	const undo = await base.transaction('rw', base.sources, base.manuscripts, base.versions, base.settings, async () => {
		const [s, m, v] = await Promise.all([base.sources.toArray(), base.manuscripts.toArray(), base.versions.toArray()]);
		gone = s.map((x) => x.id);
		await Promise.all([base.sources.clear(), base.manuscripts.clear(), base.versions.clear()]);
		await base.settings.put({ key: 'begun', value: 'empty' });
		return async () => {
			await base.transaction('rw', base.sources, base.manuscripts, base.versions, base.settings, async () => {
				await base.sources.bulkPut(s);
				await base.manuscripts.bulkPut(m);
				await base.versions.bulkPut(v);
				await base.settings.put({ key: 'begun', value: 'demo' });
			});
			announce({ put: s.map((x) => x.id), gone: [] });
		};
	});
	announce({ put: [], gone });
	return undo;
}
