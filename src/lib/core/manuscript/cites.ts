/** What a citation holds: its sources, what it jumped over when its mark moved, and what a reference to a note points to. */

/** One source within a citation, as the document keeps it. */
export interface DocCite {
	sourceId: string;
	locator: { label: string; value: string } | null;
	prefix: string;
	suffix: string;
	form: 'parenthetical' | 'narrative' | 'author-only' | 'year-only';
}

/** What a citation jumped over when the style's kind moved its mark, so that it can go back exactly. */
export interface Moved {
	/** The space that stood before the citation. */
	space: string;
	/** The punctuation it stood before and now stands behind. */
	movedPunctuation: string;
	/** The marks went inside the closing quotation mark that stood before the citation. */
	inside: boolean;
	/** Formatting of that space and of those marks, where they had any. */
	spaceMarks?: unknown[];
	punctuationMarks?: unknown[];
}

/** What a reference to a note points to: a note by its id, or the first note that cites a source. */
export interface NoteTarget {
	note: string;
	source: string;
}

const FORMS = ['parenthetical', 'narrative', 'author-only', 'year-only'];

/** Cites from outside, made safe. */
export function cleanCites(raw: unknown): DocCite[] {
	if (!Array.isArray(raw)) return [];
	return raw
		.filter((c) => c && typeof c === 'object' && typeof c.sourceId === 'string' && c.sourceId)
		.map((c) => ({
			sourceId: c.sourceId as string,
			locator:
				c.locator && typeof c.locator.value === 'string' && c.locator.value
					? { label: String(c.locator.label ?? 'page'), value: c.locator.value as string }
					: null,
			prefix: typeof c.prefix === 'string' ? c.prefix : '',
			suffix: typeof c.suffix === 'string' ? c.suffix : '',
			form: FORMS.includes(c.form) ? (c.form as DocCite['form']) : 'parenthetical'
		}));
}

/** What a citation jumped over, from outside, made safe; null for anything else. */
export function cleanMoved(raw: unknown): Moved | null {
	if (!raw || typeof raw !== 'object') return null;
	const r = raw as Partial<Record<keyof Moved, unknown>>;
	const list = (x: unknown): unknown[] | undefined => (Array.isArray(x) ? x : undefined);
	return {
		space: typeof r.space === 'string' ? r.space : '',
		movedPunctuation: typeof r.movedPunctuation === 'string' ? r.movedPunctuation : '',
		inside: r.inside === true,
		...(list(r.spaceMarks) ? { spaceMarks: list(r.spaceMarks) } : {}),
		...(list(r.punctuationMarks) ? { punctuationMarks: list(r.punctuationMarks) } : {})
	};
}
