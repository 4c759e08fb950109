/** The passages of a paper in which citations may be typed, and the text of its typed list. */
import { isListHeading, textOf, type Block, type Inline, type Paper } from '../paper';
import { looksLikeList } from './list';
import type { Passage } from './types';

/** Stands for what is no text within a line. */
const OBJECT = '\uFFFC';

export interface PaperPassages {
	passages: Passage[];
	list: string;
}

export function passagesOfPaper(paper: Paper): PaperPassages {
	const out: PaperPassages = { passages: [], list: '' };
	/** What stands under a heading of references, until it is known whether it is a list. */
	let region: { text: string; passages: Passage[] } = { text: '', passages: [] };
	const close = () => {
		if (looksLikeList(region.text)) out.list += region.text;
		else out.passages.push(...region.passages);
		region = { text: '', passages: [] };
	};
	let section = '';
	/** Level of the heading that the typed list stands under; 0 outside. */
	let inList = 0;
	const line = (content: Inline[], kind: Passage['kind']) => {
		let text = '';
		const raised: [number, number][] = [];
		const notes: Inline[] = [];
		for (const i of content) {
			if (i.t === 'text') {
				if (i.marks.some((m) => m.t === 'superscript')) raised.push([text.length, text.length + i.text.length]);
				text += i.text;
			} else if (i.t === 'break') text += ' ';
			else {
				text += OBJECT;
				if (i.t === 'note') notes.push(i);
			}
		}
		const passage = { text, kind, section, ...(raised.length ? { raised } : {}) };
		if (inList && kind === 'body') {
			region.text += `${text}\n\n`;
			region.passages.push(passage);
		} else if (text.trim()) out.passages.push(passage);
		for (const n of notes) if (n.t === 'note') for (const b of n.blocks) block(b, 'note');
	};
	const block = (b: Block, kind: Passage['kind']): void => {
		switch (b.t) {
			case 'heading':
				if (inList && b.level > inList) break;
				section = textOf(b.content);
				close();
				inList = isListHeading(section) ? b.level : 0;
				break;
			case 'paragraph':
				return line(b.content, kind);
			case 'list':
				for (const item of b.items) for (const x of item) block(x, kind);
				break;
			case 'quotation':
				for (const x of b.blocks) block(x, kind);
				break;
			case 'table':
				if (b.caption) line(b.caption.content, 'caption');
				for (const r of b.rows) for (const c of r) for (const x of c.blocks) block(x, 'cell');
				break;
			case 'figure':
				line(b.caption.content, 'caption');
				break;
			case 'bibliography':
				inList = 0;
				break;
			case 'equation':
			case 'code':
			case 'page-break':
			case 'contents':
		}
	};
	for (const b of [...paper.head.abstract, ...paper.blocks]) block(b, 'body');
	close();
	return out;
}
