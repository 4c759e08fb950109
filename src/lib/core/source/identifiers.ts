/**
 * Identifiers: recognised as people paste them, brought to one form, check digits verified.
 * DOI: ISO 26324; ISBN: ISO 2108:2017, annex C; ISSN: ISO 3297; ORCID: ISO 7064, MOD 11-2.
 * PMID, PMCID and arXiv numbers have no check digit: their shapes are common practice.
 */

export type IdKind = 'DOI' | 'ISBN' | 'ISSN' | 'PMID' | 'PMCID' | 'arXiv' | 'ORCID' | 'URL';

export interface Identifier {
	kind: IdKind;
	/** In its one form: DOI without address, ISBN without hyphens, PMCID with letters. */
	value: string;
	/** What is wrong with it, in words; empty when nothing is. */
	fault: string;
}

const digits = (s: string) => s.replace(/[\s\u00a0\u2010-\u2015-]/g, '').toUpperCase();

/** ISO 2108:1992 (ten digits): the sum weighted 10 to 1 is a multiple of 11; X is 10. */
export function isbn10Ok(s: string): boolean {
	if (!/^\d{9}[\dX]$/.test(s)) return false;
	return [...s].reduce((n, c, i) => n + (c === 'X' ? 10 : Number(c)) * (10 - i), 0) % 11 === 0;
}

/** ISO 2108:2017, annex C: the sum weighted 1, 3, 1, 3 … is a multiple of 10. */
export function isbn13Ok(s: string): boolean {
	return /^97[89]\d{10}$/.test(s) && [...s].reduce((n, c, i) => n + Number(c) * (i % 2 ? 3 : 1), 0) % 10 === 0;
}

/** The thirteen-digit form of an ISBN; itself where it has thirteen. */
export function toIsbn13(isbn: string): string {
	if (isbn.length !== 10) return isbn;
	const body = `978${isbn.slice(0, 9)}`;
	const sum = [...body].reduce((n, c, i) => n + Number(c) * (i % 2 ? 3 : 1), 0);
	return body + ((10 - (sum % 10)) % 10);
}

/** ISO 3297: the sum weighted 8 to 1 is a multiple of 11; X is 10. */
export function issnOk(s: string): boolean {
	const d = digits(s);
	return /^\d{7}[\dX]$/.test(d) && [...d].reduce((n, c, i) => n + (c === 'X' ? 10 : Number(c)) * (8 - i), 0) % 11 === 0;
}

/** ISO 7064, MOD 11-2, as ORCID uses it. */
export function orcidOk(s: string): boolean {
	const d = digits(s);
	if (!/^\d{15}[\dX]$/.test(d)) return false;
	const total = [...d.slice(0, 15)].reduce((n, c) => (n + Number(c)) * 2, 0);
	const check = (12 - (total % 11)) % 11;
	return d[15] === (check === 10 ? 'X' : String(check));
}

/**
 * A DOI in whatever dress it comes: `doi:`, an address of a resolver, with a full stop behind it. DOIs are compared
 * without regard to case (ISO 26324); the writing is kept.
 * @returns the bare name `10.…/…`, or null where there is none
 */
export function bareDoi(text: string): string | null {
	let s = text.trim();
	if (/^(?:https?:|www\.)/i.test(s)) {
		try {
			s = decodeURIComponent(s);
		} catch (e) {
			if (!(e instanceof URIError)) throw e;
		}
	}
	const m = /(?:^|[/:\s=])(10\.\d{4,9}(?:\.\d+)*\/[^\s"<>]+)/i.exec(s);
	if (!m) return null;
	let doi = m[1].replace(/[.,;:'’”]+$/, '');
	// a bracket that was opened before the DOI is none of it
	while (/[)\]}]$/.test(doi)) {
		const close = doi[doi.length - 1];
		const open = { ')': '(', ']': '[', '}': '{' }[close]!;
		if (doi.split(open).length >= doi.split(close).length) break;
		doi = doi.slice(0, -1).replace(/[.,;:]+$/, '');
	}
	return doi;
}

/** An ISBN with its fault, from text with hyphens, spaces or a label. */
export function readIsbn(text: string): Identifier | null {
	const s = digits(text.replace(/^\s*ISBN(?:-1[03])?\s*:?/i, ''));
	if (/^\d{9}[\dX]$/.test(s))
		return { kind: 'ISBN', value: s, fault: isbn10Ok(s) ? '' : 'The check digit of this ISBN is wrong.' };
	if (/^\d{13}$/.test(s)) {
		if (!/^97[89]/.test(s))
			return { kind: 'ISBN', value: s, fault: 'An ISBN of thirteen digits begins with 978 or 979.' };
		return { kind: 'ISBN', value: s, fault: isbn13Ok(s) ? '' : 'The check digit of this ISBN is wrong.' };
	}
	return null;
}

/** An ISSN with its fault. */
export function readIssn(text: string): Identifier | null {
	const s = digits(text.replace(/^\s*e?ISSN\s*:?/i, ''));
	if (!/^\d{7}[\dX]$/.test(s)) return null;
	return {
		kind: 'ISSN',
		value: `${s.slice(0, 4)}-${s.slice(4)}`,
		fault: issnOk(s) ? '' : 'The check digit of this ISSN is wrong.'
	};
}

/** arXiv numbers: `2101.00001v2` since 2007, `hep-th/9901001` before. */
export function readArxiv(text: string): Identifier | null {
	const m =
		/^(?:arxiv\s*:\s*|https?:\/\/[^\s/]*arxiv[^\s/]*\/(?:abs|pdf)\/)?(\d{4}\.\d{4,5}(?:v\d+)?|[a-z-]+(?:\.[A-Z]{2})?\/\d{7}(?:v\d+)?)(?:\.pdf)?$/i.exec(
			text.trim()
		);
	if (!m) return null;
	const month = /^\d\d(\d\d)\./.exec(m[1]);
	const bad = month && (Number(month[1]) < 1 || Number(month[1]) > 12);
	return { kind: 'arXiv', value: m[1], fault: bad ? `There is no month ${month[1]} in this arXiv number.` : '' };
}

/**
 * What a line of text is, when it is an identifier; null when it is words.
 * @param line one line as pasted, with or without a label
 */
export function recognise(line: string): Identifier | null {
	const s = line.trim().replace(/^[<([]+|[>\])]+$/g, (b) => (/[<>]/.test(b) ? '' : b));
	if (!s) return null;
	const ok = (kind: IdKind, value: string): Identifier => ({ kind, value, fault: '' });
	const arxiv = readArxiv(s);
	if (arxiv) return arxiv;
	if (/^(?:doi\s*:?\s*)?10\.\d|^https?:\/\/(?:[\w-]+\.)*doi\.[\w.]+\//i.test(s)) {
		const doi = bareDoi(s.replace(/^doi\s*:?\s*/i, ''));
		if (doi) return ok('DOI', doi);
		return { kind: 'DOI', value: s, fault: 'A DOI is written 10.1234/suffix; the part behind the slash is missing.' };
	}
	const orcid = /^(?:orcid\s*:?\s*|https?:\/\/(?:[\w-]+\.)*orcid\.[\w.]+\/)?(\d{4}-\d{4}-\d{4}-\d{3}[\dX])$/i.exec(s);
	if (orcid)
		return {
			kind: 'ORCID',
			value: orcid[1].toUpperCase(),
			fault: orcidOk(orcid[1]) ? 'This names a person, not a source.' : 'The check digit of this ORCID is wrong.'
		};
	if (/^https?:\/\/\S+$/i.test(s)) return ok('URL', s);
	if (/^www\.\S+\.\S+$/i.test(s)) return ok('URL', `https://${s}`);
	const pmcid = /^(?:pmcid\s*:?\s*)?(PMC\d{1,9})$/i.exec(s);
	if (pmcid) return ok('PMCID', pmcid[1].toUpperCase());
	const pmid = /^pmid\s*:?\s*(\d{1,8})$/i.exec(s);
	if (pmid) return ok('PMID', pmid[1]);
	if (/^isbn/i.test(s)) return readIsbn(s) ?? { kind: 'ISBN', value: s, fault: 'An ISBN has ten or thirteen digits.' };
	const issn = readIssn(s);
	if (issn && (/^e?issn/i.test(s) || /^\d{4}-\d{3}[\dX]$/i.test(s)))
		return issn.fault ? issn : { ...issn, fault: 'This names a whole journal, not an article.' };
	if (/^[\dX\s\u2010-\u2015-]{10,17}$/i.test(s)) {
		const isbn = readIsbn(s);
		if (isbn) return isbn;
	}
	if (/^\d{5,8}$/.test(s)) return ok('PMID', s);
	return null;
}

/** The value of a field, brought to its one form; the text itself where it cannot be read. */
export function normalIdentifier(field: string, text: string): string {
	if (field === 'DOI') return bareDoi(text) ?? text;
	if (field === 'ISBN') {
		const r = readIsbn(text);
		return r ? r.value : text;
	}
	if (field === 'ISSN') return readIssn(text)?.value ?? text;
	if (field === 'PMID') return /(\d{1,8})\D*$/.exec(text)?.[1] ?? text;
	if (field === 'PMCID') return /(?:PMC)?(\d{1,9})\D*$/i.exec(text)?.[1].replace(/^/, 'PMC') ?? text;
	return text;
}
