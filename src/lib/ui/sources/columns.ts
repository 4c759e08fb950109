/** The columns that the library can show. */
import { kindOf, placeOf, shortAuthor, titleOf, yearOf, fold, type Source } from '$lib/core/source';

export interface Column {
	id: string;
	name: string;
	/** Width in a grid template. */
	width: string;
	/** What the cell says. */
	text(s: Source, cited: number): string;
	/** What the column sorts by. */
	key(s: Source, cited: number): string | number;
	numeric?: boolean;
	/** Cannot be hidden. */
	fixed?: boolean;
}

const str = (v: unknown) => (typeof v === 'string' || typeof v === 'number' ? String(v) : '');
const day = (t: number) => new Date(t).toISOString().slice(0, 10);
const field = (id: string, name: string, width: string, variable: string): Column => ({
	id,
	name,
	width,
	text: (s) => str(s.item[variable]),
	key: (s) => fold(str(s.item[variable]))
});

export const COLUMNS: Column[] = [
	{
		id: 'author',
		name: 'Author',
		width: 'clamp(96px, 22vw, 190px)',
		text: (s) => shortAuthor(s.item),
		key: (s) => fold(shortAuthor(s.item) || titleOf(s.item)),
		fixed: true
	},
	{
		id: 'year',
		name: 'Year',
		width: 'clamp(48px, 6.1vw, 78px)',
		text: (s) => yearOf(s.item) || '–',
		key: (s) => yearNumber(yearOf(s.item))
	},
	{
		id: 'title',
		name: 'Title',
		width: 'minmax(0, 1fr)',
		text: (s) => titleOf(s.item),
		key: (s) => fold(titleOf(s.item)),
		fixed: true
	},
	{
		id: 'place',
		name: 'In',
		width: 'minmax(90px, 190px)',
		text: (s) => placeOf(s.item),
		key: (s) => fold(placeOf(s.item))
	},
	{
		id: 'kind',
		name: 'Kind',
		width: '130px',
		text: (s) => kindOf(s.item.type).name.toLowerCase(),
		key: (s) => kindOf(s.item.type).name
	},
	{ id: 'tags', name: 'Tags', width: '120px', text: (s) => s.tags.join(', '), key: (s) => fold(s.tags.join(' ')) },
	{
		id: 'shelves',
		name: 'Shelves',
		width: '120px',
		text: (s) => s.shelves.join(', '),
		key: (s) => fold(s.shelves.join(' '))
	},
	{ id: 'key', name: 'Cite key', width: '120px', text: (s) => s.key, key: (s) => s.key },
	field('publisher', 'Publisher', '130px', 'publisher'),
	field('doi', 'DOI', '150px', 'DOI'),
	{
		id: 'excerpts',
		name: 'Excerpts',
		width: '66px',
		text: (s) => String(s.excerpts.length || '–'),
		key: (s) => s.excerpts.length,
		numeric: true
	},
	{ id: 'added', name: 'Added', width: '92px', text: (s) => day(s.createdAt), key: (s) => s.createdAt },
	{ id: 'changed', name: 'Changed', width: '92px', text: (s) => day(s.updatedAt), key: (s) => s.updatedAt },
	{ id: 'cited', name: 'Cited', width: '50px', text: (_, n) => String(n || '–'), key: (_, n) => n, numeric: true }
];

/** Years before Christ come first, undated ones last. */
function yearNumber(year: string): number {
	const m = /\d+/.exec(year);
	return m ? Number(m[0]) * (year.includes('BC') ? -1 : 1) : 99_999;
}
