/** A formatted manuscript as a paper: with the sources that it names, and its pictures. */
import type { Paper } from '$lib/core/paper';
import { paperOf } from '$lib/data/paper-of';
import type { FormattedManuscript } from './format-stored';
import { library } from './library.svelte';

export const paperOfStored = (f: FormattedManuscript): Promise<Paper> =>
	paperOf(f.doc, {
		style: f.style,
		authors: f.manuscript.authors,
		lang: f.style.locale || f.result.style.lang,
		sources: f.sources.map(({ id, key, item }) => ({ id, key, item })),
		resolve: library.resolve
	});
