/** What the processor keeps of one source. */
import { checkItem, withoutControls } from './check';
import { PLAIN_DISTINCTION, type Distinction, type NamesRecord } from './context';
import type { NameUse } from './name-index';
import type { Warning } from './errors';
import { formatName, type NameOptions } from './names';
import { withNoteVariables } from './read';
import { plainOf } from './rich';
import type { KeyValue } from './sort';
import type { Item, Name } from './types';

export interface Known {
	id: string;
	/** The item as given, whose identity says whether it changed. */
	given: Item | undefined;
	item: Item;
	missing: boolean;
	/** What is odd about the item. */
	warnings: Warning[];
	/** Changes whenever something other than the number changes that shows in a citation or entry. */
	stamp: number;
	/** Citation number, 1-based. */
	number: number;
	/** Letter behind the year, 0-based; -1 none. */
	letter: number;
	distinction: Distinction;
	/** Sort keys of the list, and the number they were made with. */
	keys: KeyValue[] | null;
	keysNumber: number;
	/** How the source is cited without help; null until asked. */
	base: string | null;
	records: NamesRecord[];
	/** Names of those records as rules on names look at them. */
	uses: NameUse[];
	/** How far names alone tell it apart; undefined where they need not. */
	start: Distinction | undefined;
	/** Cited forms by distinction. */
	forms: Map<string, string>;
}

const MISSING = (itemId: string): Warning => ({ message: 'This source is not in the library.', itemId });

export function createKnown(id: string, item: Item | undefined, stamp: number): Known {
	return {
		id,
		given: item,
		item: item ? withoutControls(withNoteVariables(item)) : { id, type: 'document', title: '' },
		missing: !item,
		warnings: item ? checkItem(item) : [MISSING(id)],
		stamp,
		number: 0,
		letter: -1,
		distinction: PLAIN_DISTINCTION,
		keys: null,
		keysNumber: 0,
		base: null,
		records: [],
		uses: [],
		start: undefined,
		forms: new Map()
	};
}

/** Names in the three forms that name rules compare. */
const FORMS: NameOptions = {
	and: '',
	delimiter: ', ',
	precedesLast: 'contextual',
	precedesEtAl: 'contextual',
	etAlMin: 0,
	etAlUseFirst: 0,
	etAlUseLast: false,
	etAlSubsequentMin: 0,
	etAlSubsequentUseFirst: 0,
	form: 'short',
	initialize: true,
	initializeWith: '.',
	sortOrder: '',
	sortSeparator: ', '
};

const formCache = new WeakMap<object, [string, string, string]>();

/** Family name, with initials, in full. */
export function nameForms(n: Name): [string, string, string] {
	let f = formCache.get(n);
	if (!f) {
		const form = (level: number) =>
			plainOf(formatName(n, FORMS, { inverted: false, form: 'short', level, demote: 'never', hyphen: true }));
		formCache.set(n, (f = [form(0), form(1), form(2)]));
	}
	return f;
}

/** A text that is the same for distinctions of the same content. */
export const distinctionKey = (d: Distinction): string =>
	d === PLAIN_DISTINCTION
		? ''
		: `${d.shown.join(',')}|${d.given.map((g) => (g ?? []).map((x) => x ?? 0).join(',')).join(';')}|${d.condition}`;
