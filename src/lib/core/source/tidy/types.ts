/** What a look through a source finds, and what would fix it. */
import type { Item } from '../../csl';
import type { SentenceRules } from '../sentence-case';

/** Fields to set; `undefined` takes a field away. */
export type Change = Record<string, unknown>;

export interface Finding {
	/** The rule that spoke. */
	rule: string;
	field: string;
	/** What is odd, in words. */
	message: string;
	/** What stands there now. */
	present: string;
	/** What would stand there; empty where nothing is proposed. */
	proposed: string;
	/** Null where only the person can know. */
	change: Change | null;
}

export interface TidyContext {
	/** How titles are kept: as sentences (styles that want capitals make them), in headline capitals, or as they are. */
	titles: 'sentence' | 'headline' | 'as-is';
	/** What keeps its capitals where headline capitals go; null while it is on its way: capitals are not looked at then. */
	sentence: SentenceRules | null;
	/** Today, as year, month, day. */
	today: [number, number, number];
}

export type Rule = (item: Item, ctx: TidyContext) => Finding[];

/** Applies what a finding proposes; the item itself is not touched. */
export function applyChange(item: Item, change: Change): Item {
	const next: Item = { ...item };
	for (const [k, v] of Object.entries(change)) {
		if (v === undefined) delete next[k];
		else next[k] = v;
	}
	return next;
}

/** A finding about one text field. */
export function textFinding(
	rule: string,
	field: string,
	message: string,
	present: string,
	proposed: string,
	more: Change = {}
): Finding {
	return { rule, field, message, present, proposed, change: { [field]: proposed || undefined, ...more } };
}

/** A finding that nobody but the person can fix. */
export const caution = (rule: string, field: string, message: string, present = ''): Finding => ({
	rule,
	field,
	message,
	present,
	proposed: '',
	change: null
});

export const textOf = (item: Item, field: string): string => {
	const v = item[field];
	return typeof v === 'string' ? v : typeof v === 'number' ? String(v) : '';
};
