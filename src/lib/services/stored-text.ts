/** What is stored under an id, as one document: a manuscript, a chapter with its place in its work, a bound work. */
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { ManuscriptError, setDocAttrs, settingsOf, sourcesNamedIn, styleOf } from '$lib/core/manuscript';
import { isWorkId, joinWork, placeOf, styleOfWork, type Joined, type Place, type Work } from '$lib/core/work';
import { storageMessage, type Manuscript } from '$lib/data/db';
import { docOf, getManuscript } from '$lib/data/manuscripts';
import { chaptersOf, docsOf, getWork, listHeading, worksWith } from '$lib/data/works';
import type { FormattingService } from './formatting/index.svelte';
import { library } from './library.svelte';

/** A text that is read as one. */
export interface StoredText {
	/** What it is called, and who wrote it. */
	manuscript: Pick<Manuscript, 'id' | 'title' | 'authors'>;
	doc: Node;
	/** The work that it is, whole. */
	whole: WholeWork | null;
	/** The work that it is a chapter of. */
	place: ChapterPlace | null;
	/** Why it is shown as if it stood alone, though it is bound in a work; empty where it is not so. */
	alone: string;
}

export interface WholeWork {
	work: Work;
	joined: Joined;
	chapters: ReadonlyMap<string, Manuscript>;
	/** Sources are numbered anew in each chapter. */
	anew: boolean;
}

export interface ChapterPlace extends Place {
	id: string;
	title: string;
}

type AskStyle = Pick<FormattingService, 'styleInfo'>;

/** Whether a style numbers its sources; where the style cannot be had it is taken for one that does not. */
async function isNumeric(service: AskStyle, { id, title, locale }: { id: string; title: string; locale: string }) {
	const info = await service.styleInfo({ id, title, lang: locale });
	return info.ok && info.value.format === 'numeric';
}

/** A work with its chapters, joined. @throws ManuscriptError where a chapter cannot be read */
export async function wholeOf(work: Work, service: AskStyle, open?: { id: string; doc: Node }): Promise<WholeWork> {
	const chapters = await chaptersOf(work);
	const docs = docsOf(chapters);
	if (open) docs.set(open.id, open.doc);
	// it matters for nothing else
	const numeric = work.settings.numbers === 'chapter' && (await isNumeric(service, styleOfWork(work, docs)));
	const joined = joinWork(work, docs, { listHeading, numeric });
	await library.hold(sourcesNamedIn(joined.doc));
	return { work, chapters, joined, anew: numeric };
}

/**
 * What a manuscript is in the work that it is bound in; null for one that stands alone. In several works it is what it is
 * in the one changed last.
 * @throws ManuscriptError where another chapter cannot be read
 */
export async function placeIn(id: string, doc: Node, service: AskStyle): Promise<ChapterPlace | null> {
	const [work] = await worksWith(id);
	if (!work) return null;
	const { joined, anew } = await wholeOf(work, service, { id, doc });
	const place = placeOf(work, joined, id, doc, library.resolve);
	const same = styleOf(doc)?.id === styleOf(joined.doc)?.id && styleOf(doc)?.form === styleOf(joined.doc)?.form;
	return {
		...place,
		// another style, or numbers of its own: what other chapters cite is nothing to it
		...(same && !anew ? {} : { before: [], behind: [] }),
		id: work.id,
		title: work.title
	};
}

/** A document that knows what it is in its work; one that stands alone knows of none. */
export const inPlace = (doc: Node, place: Place | null): Node =>
	setDocAttrs(new Transform(doc), { settings: { ...settingsOf(doc), work: place?.work ?? null } }).doc;

/** Reads what is stored under an id; words for the person where that cannot be. */
export async function readStored(id: string, service: AskStyle): Promise<StoredText | string> {
	try {
		if (isWorkId(id)) {
			const work = await getWork(id);
			if (!work)
				return 'There is no bound work at this address. It may have been deleted, or belong to another browser.';
			const whole = await wholeOf(work, service);
			if (!whole.chapters.size)
				return 'No chapter of this work is on the desk. Add one, or put those of the bin back; the work itself is kept.';
			const { title, authors } = work;
			return { manuscript: { id, title, authors }, doc: whole.joined.doc, whole, place: null, alone: '' };
		}
		const manuscript = await getManuscript(id);
		if (!manuscript)
			return 'There is no manuscript at this address. It may have been deleted, or belong to another browser.';
		const doc = docOf(manuscript);
		await library.hold(sourcesNamedIn(doc));
		let place: ChapterPlace | null = null;
		let alone = '';
		try {
			place = await placeIn(id, doc, service);
		} catch (e) {
			if (!(e instanceof ManuscriptError)) throw e;
			alone = `Another chapter of its work cannot be read: numbers are those of this text alone. ${e.message}`;
		}
		return { manuscript, doc: inPlace(doc, place), whole: null, place, alone };
	} catch (e) {
		return e instanceof ManuscriptError ? e.message : storageMessage(e);
	}
}
