/** What a title page can say, with what each field is called. */
import type { TitleFields } from '$lib/core/page';

export interface PageField {
	key: keyof TitleFields;
	name: string;
	/** Several lines. */
	long?: boolean;
	/** As wide as what it stands in. */
	wide?: boolean;
}
export const FIELDS: PageField[] = [
	{ key: 'affiliation', name: 'Department and institution', wide: true },
	{ key: 'course', name: 'Course' },
	{ key: 'instructor', name: 'Instructor' },
	{ key: 'date', name: 'Date' },
	{ key: 'runningHead', name: 'Running head' },
	{ key: 'authorNote', name: 'Author note', long: true },
	{ key: 'abstract', name: 'Abstract', long: true },
	{ key: 'keywords', name: 'Keywords' }
];
