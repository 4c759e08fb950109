/**
 * Citation commands of LaTeX, natbib (its manual, section 2) and biblatex (its manual, 3.9): which keys, with what before
 * and behind them, in which form.
 */
import type { PaperCite } from '../../../paper';
import { readBehind } from '../cite-text';
import { rawOf, type Cursor, type Node } from './cursor';

type Form = PaperCite['form'];
interface Command {
	form: Form;
	/** Several citations, each with its own words around it: `\parencites(…)(…)[…][…]{…}[…]{…}`. */
	many?: boolean;
	/** Numbers of arguments before the keys that are words of the locator: `\volcite{2}[12]{key}`. */
	volume?: boolean;
}

const named = (form: Form, ...names: string[]): [string, Command][] => names.map((n) => [n, { form }]);
const many = (form: Form, ...names: string[]): [string, Command][] => names.map((n) => [n, { form, many: true }]);

/** By their names in lower case: the forms with a capital write the same at the beginning of a sentence. */
const COMMANDS = new Map<string, Command>([
	...named(
		'parenthetical',
		'cite',
		'citep',
		'citealp',
		'citealt',
		'parencite',
		'footcite',
		'footcitetext',
		'smartcite',
		'supercite',
		'autocite',
		'fullcite',
		'footfullcite',
		'notecite',
		'pnotecite',
		'fnotecite',
		'citetitle',
		'citeurl',
		'shortcite',
		'citenp',
		'citenum',
		'onlinecite',
		'ycite',
		'citeyearnp',
		'mcite',
		'citealias',
		'citen',
		'fullciteyear',
		'citepalias',
		'citen'
	),
	...named(
		'narrative',
		'citet',
		'textcite',
		'citea',
		'citeasnoun',
		'citeonline',
		'shortcitea',
		'possessivecite',
		'citetalias',
		'newcite'
	),
	...named('author-only', 'citeauthor', 'citeauthornp'),
	...named('year-only', 'citeyear', 'citeyearpar', 'citedate', 'shortciteyear'),
	...many(
		'parenthetical',
		'cites',
		'parencites',
		'footcites',
		'smartcites',
		'supercites',
		'autocites',
		'footcitetexts'
	),
	...many('narrative', 'textcites'),
	['volcite', { form: 'parenthetical', volume: true }],
	['pvolcite', { form: 'parenthetical', volume: true }],
	['fvolcite', { form: 'parenthetical', volume: true }],
	['tvolcite', { form: 'narrative', volume: true }]
]);

export const citeCommand = (name: string): Command | null => COMMANDS.get(name.toLowerCase()) ?? null;

/** Commands that print something of a source that no citation here prints alone. */
export const ONLY_PART = new Set(['citetitle', 'citeurl', 'fullcite', 'footfullcite']);

/** Commands that print no brackets of their own; those that stand around them in the text are the citation's. */
const BARE = /^(?:cite(?:alp|alt|year|num|np|yearnp|date|author)|shortciteyear)$/i;

export interface ReadCite {
	cites: PaperCite[];
	/** It prints no brackets of its own. */
	bare: boolean;
	/** How it stood in the file. */
	raw: string;
}

/**
 * Takes a citation's arguments off the text.
 * @param words turns what stands in an argument into words with the markup of CSL fields
 */
export function readCite(name: string, c: Command, at: Cursor, words: (nodes: Node[]) => string): ReadCite {
	let raw = `\\${name}${at.star() ? '*' : ''}`;
	const cites: PaperCite[] = [];
	const option = (open = '[', close = ']'): string | null => {
		const nodes = at.opt(open, close);
		if (nodes) raw += `${open}${rawOf(nodes)}${close}`;
		return nodes && words(nodes);
	};
	let volume = '';
	if (c.volume) {
		const pre = option();
		const nodes = at.arg();
		raw += `{${rawOf(nodes)}}`;
		volume = words(nodes);
		if (pre) cites.push({ ...blank(c.form), prefix: pre });
	}
	// words around all of them
	const before = c.many ? option('(', ')') : option('<', '>');
	const behind = c.many && before !== null ? option('(', ')') : null;
	const outer = behind === null ? { pre: '', post: before ?? '' } : { pre: before ?? '', post: behind };
	do {
		const first = option();
		const second = first === null ? null : option();
		const [pre, post] = second === null ? ['', first ?? ''] : [first ?? '', second];
		const nodes = at.arg();
		raw += `{${rawOf(nodes)}}`;
		const keys = rawOf(nodes)
			.split(',')
			.map((k) => k.trim())
			.filter(Boolean);
		keys.forEach((sourceId, i) => {
			cites.push({
				...blank(c.form),
				sourceId,
				prefix: i ? '' : pre,
				...(i === keys.length - 1 ? readBehind(post && `, ${post}`) : {})
			});
		});
	} while (c.many && (at.group || isOpen(at)));
	if (c.volume) {
		const lead = cites[0]?.sourceId ? '' : (cites.shift()?.prefix ?? '');
		const last = cites.at(-1);
		if (last) {
			if (lead) cites[0].prefix = lead;
			const page = last.locator ? `, ${last.locator.label === 'page' ? 'p. ' : ''}${last.locator.value}` : '';
			last.locator = { label: 'volume', value: `${volume}${page}` };
		}
	}
	const [first] = cites;
	const last = cites.at(-1);
	if (first && last) {
		// in angle brackets stands what goes before (apacite)
		const pre = c.many ? outer.pre : outer.post;
		if (pre) first.prefix = [pre, first.prefix].filter(Boolean).join(' ');
		if (c.many && outer.post) last.suffix = [last.suffix, outer.post].filter(Boolean).join(' ');
	}
	return { cites, bare: BARE.test(name), raw };
}

const isOpen = (at: Cursor): boolean => {
	const n = at.peek();
	return n?.type === 'string' && n.content === '[';
};

const blank = (form: Form): PaperCite => ({ sourceId: '', locator: null, prefix: '', suffix: '', form });
