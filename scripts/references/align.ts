/** Finds the fields of an item again in the string that a style printed of it: labels for training and measuring. */
import { toRoman, type DateValue, type Item, type Name } from '../../src/lib/core/csl';
import type { Label } from '../../src/lib/core/match/list/labels';
import type { Lexicon } from '../../src/lib/core/match/list/features';
import { tokenize, type Token } from '../../src/lib/core/match/list/tokens';

export interface Aligned {
	tokens: Token[];
	labels: Label[];
	/** Fields of the item that stand in the string. */
	found: Set<string>;
	/** People of the item who are named in the string. */
	people: { author: Name[]; editor: Name[] };
}

const plain = (s: string) => s.replace(/<[^>]*>/g, '').toLowerCase();
const isMark = (t: Token) => t.kind === 'mark';

export function align(text: string, item: Item, lexicon: Lexicon): Aligned {
	const tokens = tokenize(text);
	const low = tokens.map((t) => t.text.toLowerCase());
	const labels = new Array<Label | ''>(tokens.length).fill('');
	const found = new Set<string>();
	const named: Aligned['people'] = { author: [], editor: [] };
	const solid = tokens.map((t, i) => (isMark(t) ? -1 : i)).filter((i) => i >= 0);

	tokens.forEach((t, i) => {
		if (t.kind === 'doi' || t.kind === 'url' || t.kind === 'arxiv' || t.kind === 'isbn') labels[i] = 'identifier';
		if (t.kind === 'doi') found.add('DOI');
		if (t.kind === 'url') found.add('URL');
	});

	/** The longest run of the words, at least a share of them. */
	const run = (value: string, label: Label, field: string, share: number): boolean => {
		const want = tokenize(plain(value))
			.filter((t) => !isMark(t))
			.map((t) => t.text.toLowerCase());
		if (!want.length) return false;
		let best: { from: number; length: number } | null = null;
		for (let at = 0; at < solid.length; at++) {
			for (let start = 0; start < want.length && (start === 0 || want.length > 2); start++) {
				let k = 0;
				while (
					start + k < want.length &&
					at + k < solid.length &&
					labels[solid[at + k]] === '' &&
					low[solid[at + k]] === want[start + k] &&
					// one run has no more than a few marks between its words
					(k === 0 || solid[at + k] - solid[at + k - 1] <= 4)
				)
					k++;
				if (k > (best?.length ?? 0)) best = { from: at, length: k };
				if (start > 1) break;
			}
		}
		if (!best || best.length < Math.max(1, Math.ceil(want.length * share))) return false;
		const from = solid[best.from];
		const to = solid[best.from + best.length - 1];
		for (let i = from; i <= to; i++) labels[i] = label;
		// a question mark or a bracket that belongs to the words
		if (/[?!)]$/.test(value) && tokens[to + 1] && value.endsWith(tokens[to + 1].text)) labels[to + 1] = label;
		found.add(field);
		return true;
	};
	const text_ = (f: string) => (typeof item[f] === 'string' ? (item[f] as string) : '');
	const full = (f: string, label: Label, share = 0.6) => text_(f) && run(text_(f), label, f, share);

	full('title', 'title');
	if (!full('container-title', 'container', 0.75) && text_('container-title-short'))
		if (run(text_('container-title-short'), 'container', 'container-title', 0.9)) found.add('container-title:short');
	full('collection-title', 'series', 0.7);
	full('publisher', 'publisher', 0.6);
	full('event-title', 'event', 0.7);
	full('publisher-place', 'place', 0.5);
	full('event-place', 'place', 0.6);
	full('genre', 'genre', 0.5);
	full('medium', 'genre', 1);

	const nameWords = (n: Name) =>
		new Set(
			tokenize(
				plain(
					Object.values(n)
						.filter((v) => typeof v === 'string')
						.join(' ')
				)
			)
				.filter((t) => !isMark(t))
				.flatMap((t) => [t.text, ...t.text.split('-')])
		);
	const initials = (n: Name) =>
		plain(n.given ?? '')
			.split(/[\s.-]+/)
			.filter(Boolean)
			.map((w) => w[0]);
	const people = (list: unknown, label: Label, field: string) => {
		if (!Array.isArray(list)) return;
		for (const n of list as Name[]) {
			if (n.literal) {
				if (run(n.literal, label, field, 0.7) && label !== 'translator') named[label as 'author'].push(n);
				continue;
			}
			const family = tokenize(plain(n.family ?? ''))
				.filter((t) => !isMark(t))
				.map((t) => t.text);
			const words = nameWords(n);
			const first = initials(n);
			const joined = new Set([first.join(''), ...first]);
			const at = solid.findIndex((_, s) =>
				family.every((w, k) => s + k < solid.length && low[solid[s + k]] === w && labels[solid[s + k]] === '')
			);
			if (at < 0) continue;
			found.add(field);
			if (label !== 'translator') named[label as 'author'].push(n);
			let from = solid[at];
			let to = solid[at + family.length - 1];
			const own = (i: number) => labels[i] === '' && (words.has(low[i]) || joined.has(low[i]));
			for (let i = from - 1, gap = 0; i >= 0 && gap <= 2; i--) {
				if (own(i)) {
					from = i;
					gap = 0;
				} else if (isMark(tokens[i]) && /[.,'’-]/.test(low[i])) gap++;
				else break;
			}
			for (let i = to + 1, gap = 0; i < tokens.length && gap <= 2; i++) {
				if (own(i)) {
					to = i;
					gap = 0;
				} else if (isMark(tokens[i]) && /[.,'’-]/.test(low[i])) gap++;
				else break;
			}
			if (low[to]?.length === 1 && low[to + 1] === '.') to++;
			if (/^(?:jr|sr)$/.test(low[to]) && low[to + 1] === '.') to++;
			for (let i = from; i <= to; i++) labels[i] = label;
		}
		// what stands between two people, and “et al.” behind them
		for (let i = 0; i < tokens.length; i++) {
			if (labels[i] !== label) continue;
			let j = i + 1;
			while (
				j < tokens.length &&
				j - i <= 6 &&
				labels[j] === '' &&
				(isMark(tokens[j]) ? /[,;&/….·]/.test(low[j]) : /^(?:and|et-al)/.test(lexicon.get(low[j]) ?? ''))
			)
				j++;
			if (labels[j] === label) for (let k = i + 1; k < j; k++) labels[k] = label;
			else {
				const seen = low.slice(i + 1, i + 6);
				const al = seen.findIndex((w) => w === 'al' || w === 'others');
				if (al > 0 && seen.slice(0, al).every((w) => /^(?:et|and|,|&|\.)$/.test(w))) {
					const end = i + 1 + al;
					for (let k = i + 1; k <= end; k++) labels[k] = label;
					if (low[end + 1] === '.') labels[end + 1] = label;
				}
			}
		}
	};
	people(item.author ?? item.director, 'author', item.author ? 'author' : 'director');
	if (item.author && item.director) found.delete('director');
	people(item.editor, 'editor', 'editor');
	people(item.translator, 'translator', 'translator');

	const parts = (f: string) => (item[f] as DateValue | undefined)?.['date-parts']?.[0]?.map(Number) ?? [];
	const date = (f: string, label: Label) => {
		const [year, month, day] = parts(f);
		if (!year) return;
		tokens.forEach((t, i) => {
			if (labels[i] !== '' || t.kind !== 'number') return;
			const value = /^\d+/.exec(t.text)?.[0] ?? '';
			if (value !== String(year) || !/^\d{4}[a-z]?$/.test(t.text)) return;
			labels[i] = label;
			found.add(f);
			const near = (step: number) => {
				for (let j = i + step, gap = 0; tokens[j] && gap <= 2; j += step) {
					if (labels[j] !== '') break;
					const n = Number(/^0?(\d+)(?:st|nd|rd|th|er|\.)?$/.exec(low[j])?.[1] ?? NaN);
					if (
						(month && lexicon.get(low[j])?.startsWith('month-')) ||
						(day && n === day) ||
						(month && n === month && /^[-./]$/.test(low[j - step] ?? ''))
					) {
						for (let k = Math.min(i, j); k <= Math.max(i, j); k++) labels[k] = label;
						found.add(`${f}:more`);
						gap = 0;
					} else if (isMark(tokens[j]) ? /[-.,/–]/.test(low[j]) : /^(?:de|of|le|den|d)$/.test(low[j])) gap++;
					else break;
				}
			};
			near(-1);
			near(1);
		});
		// the month and day where they stand apart from the year
		if (month && !found.has(`${f}:more`) && found.has(f))
			tokens.forEach((_, i) => {
				if (labels[i] === '' && lexicon.get(low[i])?.startsWith('month-')) {
					labels[i] = label;
					for (const j of [i - 1, i + 1, i + 2])
						if (labels[j] === '' && day && new RegExp(`^0?${day}\\D{0,2}$`).test(low[j])) {
							for (let k = Math.min(i, j); k <= Math.max(i, j); k++) labels[k] = label;
						}
				}
			});
	};
	date('accessed', 'accessed');
	date('issued', 'date');

	const page = text_('page');
	if (page) {
		const [from, to] = page.split('-');
		const at = low.findIndex(
			(w, i) => labels[i] === '' && (w === from.toLowerCase() || w === `${from.toLowerCase()}p`)
		);
		if (at >= 0) {
			labels[at] = 'page';
			found.add('page');
			if (to)
				for (let j = at + 1; j <= at + 4 && j < tokens.length; j++) {
					if (isMark(tokens[j])) continue;
					if (to.endsWith(low[j])) for (let k = at + 1; k <= j; k++) labels[k] = 'page';
					else if (labels[j] === '' && !/^(?:to|a|bis)$/.test(low[j])) break;
				}
		}
	}
	const numberIs = (f: string, label: Label) => {
		const v = text_(f);
		if (!v) return;
		const roman = /^\d+$/.test(v) ? toRoman(Number(v)).toLowerCase() : '';
		if (!/^\d+$/.test(v)) {
			run(v, label, f, 1);
			return;
		}
		const at = low.findIndex(
			(w, i) =>
				labels[i] === '' &&
				(w === v ||
					(roman.length > 0 && w === roman && (roman.length > 1 || f === 'volume')) ||
					(new RegExp(`^${v}(?:st|nd|rd|th|e|a|ª|º|er|ème|ed)$`).test(w) && f !== 'page') ||
					(f === 'edition' && lexicon.get(w) === `ord-${v}`))
		);
		if (at < 0) return;
		labels[at] = label;
		found.add(f);
	};
	numberIs('volume', 'volume');
	numberIs('issue', 'issue');
	numberIs('edition', 'edition');
	numberIs('number', 'number');
	numberIs('version', 'edition');
	if (found.has('collection-title')) numberIs('collection-number', 'series');

	// the number that an entry is counted by
	const head = solid[0];
	if (head !== undefined && head <= 1 && tokens[head].kind === 'number' && labels[head] === '') labels[head] = 'index';
	return { tokens, labels: labels.map((l) => l || 'other'), found, people: named };
}
