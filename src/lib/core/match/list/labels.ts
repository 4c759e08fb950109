/** What a token of a reference can belong to. The first is what stands between fields: marks, labels, words of the style. */
export const LABELS = [
	'other',
	'author',
	'editor',
	'translator',
	'title',
	'container',
	'series',
	'date',
	'volume',
	'issue',
	'page',
	'publisher',
	'place',
	'edition',
	'genre',
	'number',
	'accessed',
	'event',
	'index',
	'identifier'
] as const;
export type Label = (typeof LABELS)[number];
