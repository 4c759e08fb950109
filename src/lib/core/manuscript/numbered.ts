/** Things that can be referred to: headings, figures, tables and equations. */
import { isNumber, isObject, isText } from '../guards';

export interface Numbered {
	kind: 'heading' | 'figure' | 'table' | 'equation';
	/** 0 for what has no number: headings, equations that are not numbered. */
	number: number;
	/** What stands before the number: `2.` where things are numbered by chapter; empty otherwise. */
	prefix: string;
	/** The words of a heading or a caption. */
	title: string;
	/** Of a heading; 0 for all else. */
	level: number;
}

const KINDS: readonly unknown[] = ['heading', 'figure', 'table', 'equation'] satisfies Numbered['kind'][];

/** One from outside; null for what is none. */
export function cleanNumbered(raw: unknown): Numbered | null {
	if (!isObject(raw) || !KINDS.includes(raw.kind) || !isNumber(raw.number) || !isText(raw.title)) return null;
	return {
		kind: raw.kind as Numbered['kind'],
		number: raw.number,
		prefix: isText(raw.prefix) ? raw.prefix : '',
		title: raw.title,
		level: isNumber(raw.level) ? raw.level : 0
	};
}
