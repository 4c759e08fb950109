/** What stands before the text, for reviewers: title, date, abstract and keywords stay; who, where and for whom go. */
import type { TitleFields } from '../page';
import { INSTEAD } from './find';

/**
 * @param words covers names in a text that stays
 */
export const coverFields = (f: TitleFields, words: (s: string) => string): TitleFields => ({
	...f,
	affiliation: '',
	instructor: '',
	authorNote: f.authorNote.trim() ? INSTEAD.section : '',
	runningHead: words(f.runningHead),
	abstract: words(f.abstract),
	keywords: words(f.keywords)
});
