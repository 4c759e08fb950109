/** HTML within Markdown: formatting of words is kept, of the rest its words. */
import { Parser } from 'htmlparser2';
import type { Inline, Mark } from '../../../paper';

const MARKS: Record<string, Mark['t']> = {
	sup: 'superscript',
	sub: 'subscript',
	i: 'em',
	em: 'em',
	cite: 'em',
	b: 'strong',
	strong: 'strong',
	u: 'underline',
	s: 'strike',
	del: 'strike',
	code: 'code'
};
/** Elements that only hold what stands in them. */
const HOLDERS = new Set(['span', 'div', 'p', 'a', 'small', 'font', 'section', 'center', 'nobr', 'wbr']);

export class InlineHtml {
	/** Formatting by the tags that are open. */
	marks: Mark[] = [];
	private open: string[] = [];
	constructor(private readonly lost: (what: string, where: string) => void) {}

	begin(): void {
		this.marks = [];
		this.open = [];
	}
	end(where: () => string): void {
		if (this.open.length) this.lost(`<${this.open[0]}>, which is not closed: its words are kept`, where());
		this.begin();
	}

	/** A tag or a comment within a line. */
	piece(value: string, where: string, marks: Mark[]): Inline[] {
		const m = /^<(\/?)([a-z][a-z0-9]*)\b([^>]*)>$/i.exec(value.trim());
		if (!m) {
			this.lost(value.startsWith('<!--') ? 'a comment in the file' : `“${value.slice(0, 40)}”`, where);
			return [];
		}
		const name = m[2].toLowerCase();
		if (name === 'br') return [{ t: 'break', marks }];
		const t = MARKS[name];
		if (m[1]) {
			const at = this.open.lastIndexOf(name);
			if (at >= 0) this.open.splice(at, 1);
		} else if (!/\/\s*$/.test(m[3])) this.open.push(name);
		this.marks = this.open.flatMap((o) => (MARKS[o] ? [{ t: MARKS[o] } as Mark] : []));
		if (!t && !m[1] && !HOLDERS.has(name)) this.lost(`<${name}>: the words in it are kept`, where);
		return [];
	}

	/** HTML that stands alone: its words. */
	block(value: string): { text: string; lost: string } {
		if (/^\s*<!--[^]*-->\s*$/.test(value)) return { text: '', lost: 'a comment in the file' };
		let text = '';
		const names = new Set<string>();
		let silent = 0;
		const parser = new Parser({
			onopentagname(name) {
				if (name === 'script' || name === 'style') silent++;
				if (!HOLDERS.has(name) && !MARKS[name]) names.add(name);
				if (name === 'br' || name === 'td' || name === 'th') text += ' ';
			},
			ontext(t) {
				if (!silent) text += t;
			},
			onclosetag(name) {
				if (name === 'script' || name === 'style') silent--;
				if (/^(?:p|div|tr|li|h\d)$/.test(name)) text += ' ';
			}
		});
		parser.write(value);
		parser.end();
		text = text.replace(/\s+/g, ' ').trim();
		const [name] = names;
		return { text, lost: name ? `<${name}> in HTML: only its words are kept` : '' };
	}
}
