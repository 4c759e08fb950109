/** Finding kept excerpts: by words of the excerpt and of its source, those for a section first. */
import { fold, shortLabel, type Source } from '../source';

/** An excerpt by its source and its place among that source's excerpts. */
export interface ExcerptAt {
	sourceId: string;
	index: number;
	/** It is kept for the section that was asked for. */
	here: boolean;
}

export interface ExcerptQuery {
	/** Words, all of which have to be there; none for everything. */
	words: string;
	/** Title of the section one writes in; may be empty. */
	section: string;
	/** Only what is kept for that section. */
	only: boolean;
	limit: number;
}

export interface ExcerptsFound {
	/** At most `limit`; those for the section first, then in the order of the library. */
	list: ExcerptAt[];
	/** All excerpts there are, and those for the section. */
	all: number;
	here: number;
}

const isFor = (wanted: string | undefined, title: string): boolean => {
	const [a, b] = [fold(wanted ?? '').trim(), fold(title).trim()];
	return a !== '' && b !== '' && (a.includes(b) || b.includes(a));
};

export function findExcerpts(sources: Iterable<Source>, q: ExcerptQuery): ExcerptsFound {
	const words = fold(q.words).split(/\s+/).filter(Boolean);
	const found: ExcerptsFound = { list: [], all: 0, here: 0 };
	const others: ExcerptAt[] = [];
	for (const s of sources) {
		if (!s.excerpts.length) continue;
		const { name, year } = shortLabel(s.item);
		const about = fold(`${name} ${year} ${s.item.title ?? ''}`);
		s.excerpts.forEach((e, index) => {
			const here = isFor(e.section, q.section);
			found.all++;
			if (here) found.here++;
			const text = `${fold(`${e.text} ${e.section ?? ''}`)} ${about}`;
			if ((!q.only || here) && words.every((w) => text.includes(w)))
				(here ? found.list : others).push({ sourceId: s.id, index, here });
		});
	}
	found.list = [...found.list, ...others].slice(0, q.limit);
	return found;
}
