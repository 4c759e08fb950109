/** Looks through a file that was written for whatever still names its writers. */
import { strFromU8, unzipSync } from 'fflate';
import { addressPattern, namePattern } from './names';

export interface Left {
	/** The part of the package; empty where the file is one. */
	part: string;
	found: string;
	before: string;
	after: string;
}

const AROUND = 40;
const TEXT = /\.(?:xml|rels|html?|md|tex|txt|bib|rdf)$/i;
/** Ends of what stands on its own in the formats we write. */
const ENDS =
	/<\/(?:w:p|text:p|text:h|p|h[1-6]|li|td|th|figcaption|dc:\w+|cp:\w+)>|<(?:w:tab|w:br|br|text:tab)\b[^>]*>/g;

const decoded = (s: string): string =>
	s.replace(/&(?:amp|lt|gt|quot|apos|#x?[0-9a-f]+);/gi, (e) => {
		const named: Record<string, string> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"', '&apos;': "'" };
		const code = /^&#(x?)([0-9a-f]+);$/i.exec(e);
		return named[e] ?? (code ? String.fromCodePoint(parseInt(code[2], code[1] ? 16 : 10)) : e);
	});

/** Pictures within a page: letters that are no words. */
const PICTURES = /data:[\w/+.-]+;base64,[A-Za-z0-9+/=]*/g;

/** The words of a part: those between its tags, and those within. */
function wordsOf(whole: string): string {
	const text = whole.replace(PICTURES, '');
	if (!/<\w/.test(text)) return text;
	const inside = [...text.matchAll(/\s[\w:-]+="([^"]*)"/g)].map((m) => m[1]).filter((v) => /\p{L}\s|\p{L}{3}/u.test(v));
	return decoded(`${text.replace(ENDS, '\n').replace(/<[^>]*>/g, '')}\n${inside.join('\n')}`);
}

/** @param data a file as it was written: text, or the bytes of a package */
export function leftNames(data: string | Uint8Array, names: readonly string[]): Left[] {
	const of = (list: (string | null)[], flags: string): RegExp[] => {
		const there = list.filter((p) => p !== null);
		return there.length ? [new RegExp(there.join('|'), flags)] : [];
	};
	// a name is written as it is, an address in any case
	const patterns = [...of(names.map(namePattern), 'gu'), ...of(names.map(addressPattern), 'giu')];
	const parts: [string, string][] =
		typeof data === 'string'
			? [['', wordsOf(data)]]
			: Object.entries(unzipSync(data)).map(([part, bytes]) => [
					part,
					// letters among the bytes of a picture may be any word; those of a name of some length are not
					TEXT.test(part) ? wordsOf(strFromU8(bytes)) : strFromU8(bytes, true).replace(/[^\x20-\x7e]+/g, '\n')
				]);
	return parts.flatMap(([part, text]) =>
		found(text, patterns)
			.filter((m) => TEXT.test(part) || !part || m[0].length > 5)
			.map((m) => ({
				part,
				found: m[0],
				before: text.slice(Math.max(0, m.index - AROUND), m.index),
				after: text.slice(m.index + m[0].length, m.index + m[0].length + AROUND)
			}))
	);
}

/** What patterns find, in the order of the text; of what lies in one another, the first and longest. */
function found(text: string, patterns: readonly RegExp[]): RegExpExecArray[] {
	const all = patterns
		.flatMap((p) => [...text.matchAll(p)])
		.sort((a, b) => a.index - b.index || b[0].length - a[0].length);
	let end = 0;
	return all.filter((m) => {
		if (m.index < end) return false;
		end = m.index + m[0].length;
		return true;
	});
}
