/** BibTeX and BibLaTeX as text: entries, strings, comments, inheritance. Values stay as TeX. */
import { DEEPEST, LONGEST_FIELD, tooDeep, tooLong } from '../limits';
import type { Skipped } from '../types';

export interface Entry {
	type: string;
	key: string;
	/** Field names in small letters; the first of a repeated field, further ones under `name+2`. */
	fields: Map<string, string>;
	line: number;
	/** Fields that came from the entry named by crossref or xdata. */
	inherited: Set<string>;
}

export interface Scan {
	entries: Entry[];
	skipped: Skipped[];
	/** What belongs to the file and to no entry: how many of each. */
	comments: number;
	preambles: number;
}

class BrokenEntry extends Error {
	constructor(
		message: string,
		readonly line: number
	) {
		super(message);
	}
}

export const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** An entry that begins a line. */
const NEXT = /\n\s*@/g;

/** Reads a whole file; broken entries are skipped with their line and reason. */
export function scan(text: string): Scan {
	const strings = new Map<string, string>(MONTHS.map((m, i) => [m, String(i + 1)]));
	const entries: Entry[] = [];
	const skipped: Skipped[] = [];
	let comments = 0;
	let preambles = 0;
	const lineAt = lineCounter(text);
	const braces = closings(text, false);
	let mixed: ReturnType<typeof closings> | null = null;
	const starts = [...text.matchAll(/@\s*([a-zA-Z]+)\s*([{(])/g)];
	let end = 0;
	for (const m of starts) {
		const at = m.index;
		if (at < end) continue;
		const line = lineAt(at);
		const type = m[1].toLowerCase();
		const close = m[2] === '{' ? '}' : ')';
		const bodyAt = at + m[0].length;
		if (type === 'comment' || type === 'preamble') {
			if (type === 'comment') comments++;
			else preambles++;
			end = (close === '}' ? braces(bodyAt - 1) : (mixed ??= closings(text, true))(bodyAt - 1)) ?? bodyAt;
			continue;
		}
		try {
			const s = new Scanner(text, bodyAt, close, strings, lineAt, braces);
			if (type === 'string') {
				const [name, value] = s.field();
				strings.set(name, value);
			} else entries.push(s.entry(type, line));
			end = s.at;
		} catch (e) {
			if (!(e instanceof BrokenEntry)) throw e;
			skipped.push({ line, what: text.slice(at, at + 60).split('\n')[0], why: e.message });
			// the next entry begins at the next @ that starts a line
			NEXT.lastIndex = bodyAt;
			end = NEXT.exec(text)?.index ?? text.length;
		}
	}
	inherit(entries);
	return { entries, skipped, comments, preambles };
}

function lineCounter(text: string): (at: number) => number {
	const starts: number[] = [0];
	for (let i = text.indexOf('\n'); i >= 0; i = text.indexOf('\n', i + 1)) starts.push(i + 1);
	return (at) => {
		let lo = 0;
		let hi = starts.length - 1;
		while (lo < hi) {
			const mid = (lo + hi + 1) >> 1;
			if (starts[mid] <= at) lo = mid;
			else hi = mid - 1;
		}
		return lo + 1;
	};
}

/**
 * Where each opened brace closes, found in one pass: a file with a thousand open braces must not be read a thousand
 * times. With `round`, round brackets count as braces do.
 */
function closings(text: string, round: boolean): (from: number) => number | null {
	const at = new Int32Array(text.length);
	const open: number[] = [];
	for (let i = 0; i < text.length; i++) {
		const c = text[i];
		if (c === '{' || (round && c === '(')) open.push(i);
		else if (c === '}' || (round && c === ')')) {
			const from = open.pop();
			if (from !== undefined) at[from] = i + 1;
		}
	}
	return (from) => at[from] || null;
}

/** How deep braces nest in a text. */
function bracesIn(s: string): number {
	let depth = 0;
	let most = 0;
	for (const c of s) {
		if (c === '{') most = Math.max(most, ++depth);
		else if (c === '}') depth--;
	}
	return most;
}

/** The beginning of an entry on a line of its own: no value goes on over it. */
const ENTRY = /^\n\s*@\w+\s*\{[^\n]*,/;

class Scanner {
	constructor(
		private readonly text: string,
		public at: number,
		private readonly close: string,
		private readonly strings: Map<string, string>,
		private readonly lineAt: (at: number) => number,
		private readonly closing: (from: number) => number | null
	) {}

	private fail(message: string): never {
		throw new BrokenEntry(
			`${message} (line ${this.lineAt(Math.min(this.at, this.text.length - 1))})`,
			this.lineAt(this.at)
		);
	}

	private space(): void {
		while (this.at < this.text.length && /[\s%]/.test(this.text[this.at])) {
			if (this.text[this.at] === '%') while (this.at < this.text.length && this.text[this.at] !== '\n') this.at++;
			else this.at++;
		}
	}

	entry(type: string, line: number): Entry {
		this.space();
		const key = /^[^\s,{}()=]*/.exec(this.text.slice(this.at, this.at + 400))![0];
		this.at += key.length;
		this.space();
		const fields = new Map<string, string>();
		/** How often each name came. */
		const times = new Map<string, number>();
		if (this.text[this.at] === this.close) {
			this.at++;
			return { type, key, fields, line, inherited: new Set() };
		}
		if (this.text[this.at] !== ',') this.fail('A comma is missing behind the key');
		this.at++;
		for (;;) {
			this.space();
			if (this.at >= this.text.length) this.fail('The entry does not end: a closing brace is missing');
			if (this.text[this.at] === this.close) {
				this.at++;
				return { type, key, fields, line, inherited: new Set() };
			}
			if (this.text[this.at] === ',') {
				this.at++;
				continue;
			}
			const [name, value] = this.field();
			const n = (times.get(name) ?? 0) + 1;
			times.set(name, n);
			fields.set(n === 1 ? name : `${name}+${n}`, value);
		}
	}

	field(): [string, string] {
		this.space();
		const name = /^[^\s=,{}()"]+/.exec(this.text.slice(this.at, this.at + 200))?.[0];
		if (!name) this.fail('A field name was expected');
		this.at += name.length;
		this.space();
		if (this.text[this.at] !== '=') this.fail(`The field “${name}” has no equals sign`);
		this.at++;
		let value = this.value();
		this.space();
		while (this.text[this.at] === '#') {
			this.at++;
			value += this.value();
			if (value.length > LONGEST_FIELD) this.fail(tooLong(`The field “${name}”`));
			this.space();
		}
		const c = this.text[this.at];
		if (c !== ',' && c !== this.close && c !== undefined) this.fail(`A comma is missing behind the field “${name}”`);
		if (c === undefined) this.fail('The entry does not end: a closing brace is missing');
		return [name.toLowerCase(), value];
	}

	private value(): string {
		this.space();
		const c = this.text[this.at];
		if (c === '{') {
			const end = this.closing(this.at);
			if (end === null) this.fail('A brace is opened and never closed');
			const inner = this.text.slice(this.at + 1, end - 1);
			if (/\n\s*@\w+\s*\{[^\n]*,\s*\n/.test(inner)) this.fail('A brace is opened and not closed before the next entry');
			if (inner.length > LONGEST_FIELD) this.fail(tooLong('A value'));
			if (bracesIn(inner) > DEEPEST) this.fail(tooDeep('A value'));
			this.at = end;
			return inner;
		}
		if (c === '"') {
			let depth = 0;
			for (let i = this.at + 1; i < this.text.length; i++) {
				const d = this.text[i];
				if (d === '\n' && ENTRY.test(this.text.slice(i, i + 80))) break;
				if (d === '\\') i++;
				else if (d === '{') {
					if (++depth > DEEPEST) this.fail(tooDeep('A value'));
				} else if (d === '}') depth--;
				else if (d === '"' && depth <= 0) {
					const inner = this.text.slice(this.at + 1, i);
					this.at = i + 1;
					return inner;
				}
			}
			this.fail('A quotation mark is opened and never closed');
		}
		const word = /^[^\s,{}()#"=]+/.exec(this.text.slice(this.at, this.at + 200))?.[0];
		if (!word) this.fail('A value was expected');
		this.at += word.length;
		return /^\d+$/.test(word) ? word : (this.strings.get(word.toLowerCase()) ?? word);
	}
}

/** crossref and xdata: what an entry lacks comes from the one it names. */
function inherit(entries: Entry[]): void {
	const byKey = new Map(entries.map((e) => [e.key, e]));
	for (const e of entries) {
		for (const link of ['xdata', 'crossref']) {
			for (const key of (e.fields.get(link) ?? '').split(',').map((k) => k.trim())) {
				const parent = byKey.get(key);
				if (!parent || parent === e) continue;
				for (const [name, value] of parent.fields) {
					if (name === 'crossref' || name === 'xdata') continue;
					const as = link === 'crossref' && name === 'title' && e.fields.has('title') ? 'booktitle' : name;
					if (!e.fields.has(as)) {
						e.fields.set(as, value);
						e.inherited.add(as);
					}
				}
			}
		}
	}
}
