/** Lines of a paper as LaTeX. */
import type { Inline, Mark } from '../../../paper';
import { trimmed } from '../trimmed';
import { writeCites } from './cites';
import { escapeTex, escapeUrl } from './escape';
import { babelName } from './languages';

export interface LineContext {
	/** The cite key of a source; null for one that the paper does not hold. */
	key(sourceId: string): string | null;
	label(target: string): string | null;
	/** The words of a heading or caption. */
	title(target: string): string;
	/** Whether something is a heading, which has no number of its own. */
	isHeading(target: string): boolean;
	note(i: Extract<Inline, { t: 'note' }>): string;
	/** The label of a note that is referred to; null for none. */
	noteLabel(id: string): string | null;
	/** A package that the document needs. */
	needs(name: string): void;
	language(name: string): void;
	lost(what: string): void;
}

const AROUND: Partial<Record<Mark['t'], string>> = {
	em: 'emph',
	strong: 'textbf',
	underline: 'underline',
	'small-caps': 'textsc',
	superscript: 'textsuperscript',
	subscript: 'textsubscript',
	code: 'texttt'
};

function marked(tex: string, mark: Mark, c: LineContext): string {
	switch (mark.t) {
		case 'link':
			return `\\href{${escapeUrl(mark.href)}}{${tex}}`;
		case 'strike':
			c.needs('ulem');
			return `\\sout{${tex}}`;
		case 'language': {
			const name = babelName(mark.lang);
			if (!name) {
				c.lost(`the language of words (${mark.lang})`);
				return tex;
			}
			c.language(name);
			return `\\foreignlanguage{${name}}{${tex}}`;
		}
		case 'comment':
			c.lost('a comment');
			return tex;
		case 'quoted':
			return tex;
		default:
			return AROUND[mark.t] ? `\\${AROUND[mark.t]}{${tex}}` : tex;
	}
}

function piece(i: Inline, c: LineContext): string {
	switch (i.t) {
		case 'text':
			return escapeTex(i.text);
		case 'break':
			return '\\newline{}';
		case 'math':
			return `$${i.tex.replace(/\s+/g, ' ').trim()}$`;
		case 'note':
			return c.note(i);
		case 'note-ref': {
			const label = c.noteLabel(i.note);
			if (label) return `\\ref{${label}}`;
			c.lost('a reference to a missing note');
			return '[no such note]';
		}
		case 'cross-ref': {
			const label = c.label(i.target);
			if (!label) {
				c.lost('a broken cross-reference');
				return escapeTex(c.title(i.target) || '[no such place]');
			}
			if (i.show === 'page') return `\\pageref{${label}}`;
			const how = i.show === 'title' || c.isHeading(i.target) ? 'nameref' : i.show === 'number' ? 'ref' : 'autoref';
			return `\\${how}{${label}}`;
		}
		case 'citation': {
			if (i.override) c.lost('the edited wording of a citation');
			const known = i.cites.filter((x) => c.key(x.sourceId) !== null);
			if (known.length < i.cites.length) c.lost('a citation whose source is missing');
			return writeCites(
				known,
				(x) => c.key(x.sourceId)!,
				() => c.lost('where the locator of a citation ends')
			);
		}
		case 'placeholder':
			c.lost('“source needed”: written as text');
			return escapeTex(i.hint ? `[source needed: ${i.hint}]` : '[source needed]');
	}
}

/** Marks from the inside out: code and words in another language stand closest to their words. */
const DEPTH: Mark['t'][] = ['code', 'language', 'superscript', 'subscript', 'em', 'strong', 'small-caps', 'underline'];

export function writeLine(line: Inline[], c: LineContext): string {
	const pieces = trimmed(line).map((i) => {
		const plain = i.t === 'text' || i.t === 'math' || i.t === 'citation' || i.t === 'cross-ref';
		const marks = plain ? [...i.marks].sort((a, b) => DEPTH.indexOf(a.t) - DEPTH.indexOf(b.t)) : [];
		const links = marks.filter((m) => m.t === 'link');
		const others = marks.filter((m) => m.t !== 'link' && (i.t === 'text' || m.t !== 'code'));
		const all = i.t === 'text' ? [...others, ...links] : others;
		return all.reduce((tex, m) => marked(tex, m, c), piece(i, c));
	});
	// a command for several citations takes whatever bracket follows for its own (biblatex manual, 3.9.3)
	return pieces
		.map((tex, n) => {
			const open = /\\(?:auto|text)cites[^\\]*$/.test(tex);
			return open && /^\s*[[({]/.test(pieces.slice(n + 1).join('')) ? `${tex}\\relax{}` : tex;
		})
		.join('')
		.trim();
}
