/** What contents and lists of figures and tables list, made of the blocks of a file when it is written. */
import type { ContentsOf, PageSetup } from '../page';
import { captionLabel, everyInline, type Captions, type FinalBlock, type FinalDoc, type FinalInline } from './final';
import { HeadingNumbers } from './pages/numbers';

export type Contents = Extract<FinalBlock, { t: 'contents' }>;

export interface ContentsRow {
	/** Of what is listed; empty where it has no name. */
	id: string;
	/** 1 for a section; 1 for every figure and table. */
	level: number;
	/** The number of a heading, with a space behind it; “Table 2. ” */
	label: string;
	/** Words without notes, links and references of their own. */
	words: FinalInline[];
}

/** Words as they stand in a list: a break is a space, notes stay where they are. */
function bare(list: readonly FinalInline[]): FinalInline[] {
	return list.flatMap((i): FinalInline[] => {
		switch (i.t) {
			case 'note':
				return [];
			case 'break':
				return [{ t: 'text', run: { text: ' ' } }];
			case 'ref':
				return [{ t: 'text', run: { text: i.text } }];
			case 'text':
				return [{ t: 'text', run: { ...i.run, link: undefined } }];
			default:
				return [i];
		}
	});
}

/** Everything that can be listed, in the order of the text. */
export class Listed {
	private readonly rows: Record<ContentsOf, ContentsRow[]> = { headings: [], figures: [], tables: [] };

	/** @param body without the title */
	constructor(
		body: readonly FinalBlock[],
		private readonly captions: Captions,
		private readonly numbering: PageSetup['numbering']
	) {
		const numbers = new HeadingNumbers(this.numbering);
		for (const b of body) {
			if (b.t === 'heading')
				this.rows.headings.push({
					id: b.id,
					level: Math.max(1, b.level - 1),
					label: numbers.next(b.level),
					words: bare(b.inlines)
				});
			if (b.t === 'bibliography') this.rows.headings.push({ id: b.id, level: 1, label: '', words: bare(b.heading) });
		}
		this.take(body);
	}

	private take(blocks: readonly FinalBlock[]): void {
		for (const b of blocks) {
			if (b.t === 'list') for (const item of b.items) this.take(item);
			if (b.t !== 'figure' && b.t !== 'table') continue;
			const { word, prefix, number } = captionLabel(b, this.captions);
			if (number)
				this.rows[b.t === 'table' ? 'tables' : 'figures'].push({
					id: b.id,
					level: 1,
					label: `${word} ${prefix}${number}. `,
					words: bare(b.caption ?? [])
				});
		}
	}

	of({ of, levels }: Pick<Contents, 'of' | 'levels'>): ContentsRow[] {
		return this.rows[of].filter((r) => r.level <= levels);
	}
}

/** Contents that the kind of paper asks for, where the text has none of its own; null for none. */
export function ownContents(body: readonly FinalBlock[], setup: PageSetup, title: string): Contents | null {
	const there = body.some((b) => b.t === 'contents' && b.of === 'headings');
	return setup.contents && !there ? { t: 'contents', of: 'headings', title, levels: setup.contents, own: false } : null;
}

/** Whether something in the text says on which page something stands. */
export const needsPageNumbers = (doc: FinalDoc, setup: PageSetup): boolean =>
	setup.contents > 0 ||
	doc.blocks.some((b) => b.t === 'contents') ||
	[...everyInline(doc.blocks)].some((i) => i.t === 'ref' && i.show === 'page');
