/** Fields of CSL-JSON out of the labelled tokens of a reference, put right by rules. */
import type { DateValue, Item } from '../../csl';
import { bareDoi, readIsbn } from '../../source';
import type { Lexicon } from './features';
import { kindFeatures, kindOf } from './kind';
import type { Label } from './labels';
import type { Model } from './model';
import { readPeople } from './people';
import type { Tagged } from './tagger';
import type { Token } from './tokens';

export interface ReadFields {
	item: Omit<Item, 'id'>;
	/** 0 to 1 for each field, and for `type`. */
	confidence: Record<string, number>;
}

interface Span {
	label: Label;
	/** Tokens, from and to behind the last. */
	from: number;
	to: number;
	text: string;
	sure: number;
}

function spansOf(s: string, tokens: Token[], t: Tagged): Span[] {
	const out: Span[] = [];
	for (let i = 0; i < tokens.length; i++) {
		const label = t.labels[i];
		let j = i + 1;
		while (j < tokens.length && t.labels[j] === label) j++;
		if (label !== 'other' && label !== 'index') {
			// a field is as sure as the least sure of its words
			const sure = Math.min(...t.sure.slice(i, j));
			out.push({ label, from: i, to: j, text: s.slice(tokens[i].from, tokens[j - 1].to), sure });
		}
		i = j - 1;
	}
	return out;
}

/** Words without the marks and quotation marks around them; a bracket stays where it is closed. */
export function bare(text: string): string {
	let s = text.replace(/\s+/g, ' ').trim();
	for (;;) {
		const was = s;
		s = s.replace(/^[\s.,;:“”"„«»‘’'–—/|-]+/u, '').replace(/[\s,;:“”"„«»‘–—/|-]+$/u, '');
		if (/[^.]\.$/.test(s) && !/(?:^|[\s.])\p{L}{1,4}\.$/u.test(s)) s = s.slice(0, -1);
		if (/[’']$/.test(s) && (s.match(/[’']/g) ?? []).length === 1 && !/s[’']$/.test(s)) s = s.slice(0, -1);
		for (const [a, b] of ['()', '[]', '{}']) {
			const open = s.split(a).length;
			const shut = s.split(b).length;
			if (open > shut && s.startsWith(a)) s = s.slice(1);
			else if (shut > open && s.endsWith(b)) s = s.slice(0, -1);
			else if (open > shut && s.endsWith(a)) s = s.slice(0, -1);
			else if (open === shut && open === 2 && s.startsWith(a) && s.endsWith(b)) s = s.slice(1, -1);
		}
		if (s === was) return s;
	}
}

/** Day, month and year by words and numbers; null where there is no year. */
export function readDateWords(tokens: Token[], lexicon: Lexicon): DateValue | null {
	let month = 0;
	let season = 0;
	const numbers: number[] = [];
	const years: number[] = [];
	for (const t of tokens) {
		const c = t.kind === 'word' ? lexicon.get(t.text.toLowerCase()) : undefined;
		if (c?.startsWith('month-')) month ||= Number(c.slice(6));
		else if (c?.startsWith('season-')) season ||= Number(c.slice(7));
		else if (t.kind === 'number') {
			const n = Number(/^\d+/.exec(t.text)?.[0]);
			if (/^\d{4}[a-z]?$/.test(t.text)) years.push(n);
			else if (n >= 1 && n <= 31) numbers.push(n);
		}
	}
	const year = years[0] ?? 0;
	if (!year) return null;
	const date: number[] = [year];
	if (month) date.push(month, ...numbers.slice(0, 1));
	else if (numbers.length) {
		// 2019-05-03 and 3.5.2019; of 5/3/2019 nobody can tell, unless one of the two is no month
		const yearFirst = tokens.findIndex((t) => /^\d{4}/.test(t.text)) === tokens.findIndex((t) => t.kind === 'number');
		const [a, b] = numbers;
		if (b === undefined) {
			if (a <= 12) date.push(a);
		} else if (yearFirst) date.push(...(a <= 12 ? [a, b] : [b, a]));
		else date.push(...(b <= 12 ? [b, a] : [a, b]));
	}
	const parts: number[][] = [date];
	if (years.length === 2 && years[1] > years[0] && years[1] - years[0] < 200 && date.length === 1)
		parts.push([years[1]]);
	return { 'date-parts': parts, ...(season && !month ? { season } : {}) };
}

/** 326–31 is 326-331: as few digits as a style prints are made whole. */
export function readPages(text: string): string {
	const s = text
		.replace(/\s*[‐‑‒–—−-]+\s*/g, '-')
		.replace(/^pp?\.?\s*/i, '')
		.replace(/[^\p{L}\p{N}]+$/u, '')
		.trim();
	return s.replace(/(\d+)-(\d+)(?!\d)/g, (_, a: string, b: string) => {
		if (b.length >= a.length) return `${a}-${b}`;
		return `${a}-${a.slice(0, a.length - b.length)}${b}`;
	});
}

/** What labels alone cannot know: who is named as editor, and that every work has a title. */
function repair(spans: Span[], tokens: Token[], model: Model, kind: string): void {
	const author = spans.find((x) => x.label === 'author');
	if (author && kind !== 'motion_picture' && !spans.some((x) => x.label === 'editor')) {
		const behind = tokens.slice(author.to, author.to + 4);
		const at = behind.findIndex((t) => model.lexicon.get(t.text.toLowerCase()) === 'editor');
		if (at >= 0 && behind.slice(0, at).every((t) => t.kind === 'mark' && /[(,[.]/.test(t.text)))
			author.label = 'editor';
	}
	// “edited by Per Stone and Oriel Pell”
	for (const x of spans) {
		const before = tokens.slice(Math.max(0, x.from - 3), x.from);
		const says = before.findLastIndex((t) => model.lexicon.get(t.text.toLowerCase()) === 'editor');
		const close = says >= 0 && before.slice(says + 1).every((t) => /^(?:by|von|par|por|a|\.|:|de)$/i.test(t.text));
		if (
			(x.label === 'container' || x.label === 'author') &&
			close &&
			before.some((t) => /^(?:by|von|par|por)$/i.test(t.text))
		)
			x.label = 'editor';
	}
	if (spans.some((x) => x.label === 'title')) return;
	// what contains something that is not there is the thing itself
	const whole = spans.find((x) => x.label === 'container');
	// articles have a place in it, and some styles print no titles of articles
	if (whole && !spans.some((x) => /^(?:volume|issue|page)$/.test(x.label))) {
		whole.label = 'title';
		whole.sure = Math.min(whole.sure, 0.4);
		return;
	}
	const first = spans[0];
	if (first?.label === 'author' && !/[,;&]|\p{Lu}\./u.test(first.text)) {
		first.label = 'title';
		first.sure = Math.min(first.sure, 0.4);
	}
}

const ROMANS: Record<string, number> = { i: 1, v: 5, x: 10, l: 50, c: 100, d: 500, m: 1000 };
function fromRoman(s: string): string {
	if (!/^[ivxlcdm]+$/i.test(s)) return s;
	const v = [...s.toLowerCase()].map((c) => ROMANS[c]);
	return String(v.reduce((n, x, i) => n + (x < (v[i + 1] ?? 0) ? -x : x), 0));
}

/** A second title behind “in” or behind an editor is that of what contains the work. */
function withContainer(tokens: Token[], tagged: Tagged, model: Model): Tagged {
	if (tagged.labels.includes('container')) return tagged;
	const labels = [...tagged.labels];
	const first = labels.indexOf('title');
	let end = first;
	while (labels[end] === 'title') end++;
	const second = first < 0 ? -1 : labels.indexOf('title', end);
	if (second < 0) return tagged;
	const between = labels.slice(end, second);
	const says = tokens
		.slice(end, second)
		.some((t) => model.lexicon.get(t.text.toLowerCase()) === 'in' || t.text.toLowerCase() === 'in');
	if (!between.includes('editor') && !says) return tagged;
	for (let i = second; i < labels.length; i++) if (labels[i] === 'title') labels[i] = 'container';
	return { ...tagged, labels };
}

export function readFields(s: string, tokens: Token[], tags: Tagged, model: Model): ReadFields {
	const tagged = withContainer(tokens, tags, model);
	const spans = spansOf(s, tokens, tagged);
	const item: Record<string, unknown> = {};
	const confidence: Record<string, number> = {};
	const of = (l: Label) => spans.filter((x) => x.label === l);
	const set = (field: string, value: unknown, sure: number) => {
		if (value === '' || value == null || item[field] !== undefined) return;
		item[field] = value;
		confidence[field] = Math.round(sure * 100) / 100;
	};
	const longest = (l: Label): Span | undefined =>
		of(l).reduce<Span | undefined>((a, b) => (!a || b.text.length > a.text.length ? b : a), undefined);
	const { kind, sure } = kindOf(kindFeatures(tokens, tagged.labels, model.lexicon), model.kinds);
	item.type = kind;
	confidence.type = Math.round(sure * 100) / 100;

	repair(spans, tokens, model, kind);
	for (const [label, field] of [
		['author', kind === 'motion_picture' ? 'director' : 'author'],
		['editor', 'editor'],
		['translator', 'translator']
	] as const) {
		const found = of(label);
		if (!found.length) continue;
		const { names } = readPeople(found[0].text);
		const rest = found
			.slice(1)
			.filter((x) => x.from - found[0].to <= 4)
			.flatMap((x) => readPeople(x.text).names);
		if (names.length + rest.length) set(field, [...names, ...rest], found[0].sure);
	}
	for (const [label, field] of [
		['title', 'title'],
		['container', 'container-title'],
		['series', 'collection-title'],
		['publisher', 'publisher'],
		['place', 'publisher-place'],
		['event', 'event-title'],
		['genre', 'genre'],
		['number', 'number']
	] as const) {
		const span = longest(label);
		if (span) set(field, bare(span.text), span.sure);
	}
	if (typeof item['collection-title'] === 'string') {
		const m = /^(.*\D)[,\s]+(?:no\.?\s*|vol\.?\s*|bd\.?\s*)?(\d+)$/i.exec(item['collection-title']);
		if (m) {
			item['collection-title'] = bare(m[1]);
			set('collection-number', m[2], confidence['collection-title']);
		}
	}
	const [volume] = of('volume');
	if (volume) set('volume', fromRoman(bare(volume.text)), volume.sure);
	const [issue] = of('issue');
	if (issue) set('issue', bare(issue.text).replace(/[‐‑‒–—]/g, '-'), issue.sure);
	const [page] = of('page');
	if (page) set('page', readPages(page.text), page.sure);
	const [edition] = of('edition');
	if (edition) {
		const w = bare(edition.text);
		const ordinal = model.lexicon.get(w.toLowerCase().split(' ')[0]);
		const field = kind === 'dataset' || kind === 'software' ? 'version' : 'edition';
		set(
			field,
			ordinal?.startsWith('ord-') ? ordinal.slice(4) : (/^(\d+)\p{L}{0,3}\.?$/u.exec(w)?.[1] ?? w),
			edition.sure
		);
	}
	for (const [label, field] of [
		['date', 'issued'],
		['accessed', 'accessed']
	] as const) {
		const found = of(label);
		if (!found.length) continue;
		// printed twice, the fuller one; in two places, one date
		const dates = found.flatMap((x) => readDateWords(tokens.slice(x.from, x.to), model.lexicon) ?? []);
		const best = dates.sort((a, b) => (b['date-parts']?.[0].length ?? 0) - (a['date-parts']?.[0].length ?? 0))[0];
		const whole =
			best && best['date-parts']![0].length > 1
				? best
				: readDateWords(
						found.flatMap((x) => tokens.slice(x.from, x.to)),
						model.lexicon
					);
		const date =
			whole && (dates.length < 2 || dates.every((d) => d['date-parts']![0][0] === whole['date-parts']![0][0]))
				? whole
				: best;
		if (date) set(field, date, found[0].sure);
	}
	for (const t of tokens) {
		if (t.kind === 'doi') set('DOI', bareDoi(t.text.replace(/^doi:?\s*/i, '')) ?? '', 1);
		else if (t.kind === 'url') set('URL', t.text.startsWith('www.') ? `https://${t.text}` : t.text, 1);
		else if (t.kind === 'arxiv') set('number', t.text.replace(/\s/g, ''), 1);
		else if (t.kind === 'isbn') set('ISBN', readIsbn(t.text.replace(/^ISBN(?:-1[03])?:?\s*/i, ''))?.value ?? '', 1);
	}
	const pmid = /\bPMID:?\s*(\d{4,8})\b/i.exec(s);
	if (pmid) set('PMID', pmid[1], 1);
	if (kind === 'article' && !item.publisher && /^arXiv/i.test(String(item.number ?? '')))
		set('publisher', 'arXiv', 0.9);
	return { item: item as ReadFields['item'], confidence };
}
