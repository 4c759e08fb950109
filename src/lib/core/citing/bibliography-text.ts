/** A list of sources as text to paste elsewhere. */
import type { BibliographyGroup, BibliographyLayout, BibliographySettings } from '../manuscript';
import type { EntryOutput } from './session';

export interface BibliographyWords {
	settings: BibliographySettings;
	look: BibliographyLayout;
	/** Null where the style has no list. */
	groups: BibliographyGroup<EntryOutput>[] | null;
}

const esc = (s: string): string => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** A list as it goes to the clipboard: rich, with its indents and spaces, and plain. */
export function bibliographyForClipboard({ groups, look, settings }: BibliographyWords): {
	html: string;
	text: string;
	count: number;
} {
	const style = `margin:0 0 ${look.after}pt ${look.hanging}in;text-indent:${look.firstLine - look.hanging}in;line-height:${look.lines * 1.2}`;
	const html: string[] = [];
	const text: string[] = [];
	let count = 0;
	if (settings.note) {
		html.push(`<p>${esc(settings.note)}</p>`);
		text.push(settings.note);
	}
	for (const g of groups ?? []) {
		if (g.title) {
			html.push(`<h3>${esc(g.title)}</h3>`);
			text.push(g.title);
		}
		for (const e of g.entries) {
			count++;
			html.push(`<p style="${style}">${e.html}</p>`);
			text.push(e.text);
			if (!e.under) continue;
			html.push(`<p style="margin-left:${look.hanging + 0.5}in">${esc(e.under)}</p>`);
			text.push(e.under);
		}
	}
	return { html: html.join(''), text: text.join('\n'), count };
}
