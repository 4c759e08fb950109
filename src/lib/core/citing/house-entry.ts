/** House rules for what an entry shows beyond its style: links where the style has none, titles that lead there (N34). */
import { parseField, seq, stripMarkup, toPlain, type Item, type Rich } from '../csl';
import type { HouseRules } from './house';

const has = (item: Item, field: string): string => {
	const v = item[field];
	return typeof v === 'string' ? v.trim() : '';
};

/** Where a source is read: its DOI as an address (DOI Handbook, 3.8), or its own address; empty for none. */
function addressOf(item: Item): string {
	const doi = has(item, 'DOI').replace(/^(?:https?:\/\/(?:dx\.)?doi\.org\/|doi:\s*)/i, '');
	if (doi) return `https://doi.org/${doi}`;
	const url = has(item, 'URL');
	return /^https?:\/\//i.test(url) ? url : '';
}

/** An entry as the rules want it; the same where they change nothing. */
export function houseEntry(rules: HouseRules, item: Item, entry: Rich | null): Rich | null {
	const address = addressOf(item);
	if (!address || entry === null) return entry;
	let out: Rich | null = entry;
	if (rules.links === 'shown' && !toPlain(entry).includes(address.replace(/^https?:\/\/(?:doi\.org\/)?/, '')))
		out = seq([entry, ' ', { kids: [address], link: address }]);
	if (rules.titles === 'linked') out = linkTitle(out, item, address);
	return out;
}

/** Links the words of the title, whatever their letters became in the style. */
function linkTitle(entry: Rich | null, item: Item, address: string): Rich | null {
	const title = toPlain(parseField(stripMarkup(has(item, 'title')))).toLowerCase();
	const at = title ? toPlain(entry).toLowerCase().indexOf(title) : -1;
	return at < 0 || entry === null ? entry : linkRange(entry, at, at + title.length, address, { seen: 0 });
}

function linkRange(r: Rich, from: number, to: number, link: string, pos: { seen: number }): Rich {
	if (typeof r === 'string') {
		const [a, b] = [Math.max(0, from - pos.seen), Math.min(r.length, to - pos.seen)];
		pos.seen += r.length;
		if (a >= b) return r;
		const kids: Rich[] = [r.slice(0, a), { kids: [r.slice(a, b)], link }, r.slice(b)];
		return { kids: kids.filter((k) => k !== '') };
	}
	if (r.link) {
		pos.seen += toPlain(r).length;
		return r;
	}
	const kids = r.kids.map((k) => linkRange(k, from, to, link, pos));
	if (r.display === 'left-margin' && !/\s$/.test(toPlain({ kids: r.kids }))) pos.seen++;
	return { ...r, kids };
}
