/** How a source prints: one worker for the library view, in the style of the manuscript worked on last or any other. */
import { NAME_VARIABLES, DATE_VARIABLES, type Item } from '$lib/core/csl';
import { startFormatWorker, type FormatWorker } from '$lib/workers/format';
import { db } from '$lib/data/db';

export interface Printed {
	citation: string;
	entry: string;
	text: string;
}

class SourcePreview {
	style = $state({ id: 'apa', title: 'APA 7th' });
	/** Why the style that was asked for is not shown; empty when it is. */
	trouble = $state('');
	private worker: FormatWorker | null = null;
	private ready: Promise<void> | null = null;

	private start(): Promise<void> {
		return (this.ready ??= (async () => {
			const last = await db.manuscripts.orderBy('updatedAt').last();
			this.worker = startFormatWorker();
			await this.load(last ? { id: last.styleId, title: last.styleTitle } : this.style);
		})());
	}

	private async load(style: { id: string; title: string }): Promise<void> {
		const a = await this.worker!.face.useStyle(style.id, style.title, '');
		this.trouble = a.ok ? '' : a.message;
		if (a.ok) this.style = style;
		else if (style.id !== 'apa') await this.load({ id: 'apa', title: 'APA 7th' });
	}

	async use(style: { id: string; title: string }): Promise<void> {
		await this.start();
		this.ready = this.load(style);
		await this.ready;
	}

	async show(item: Item): Promise<Printed> {
		await this.start();
		const face = this.worker!.face;
		await face.putSources([item], []);
		const p = await face.preview([{ sourceId: item.id, form: 'parenthetical' }], 1);
		return { citation: p.html, entry: p.entries[0]?.html ?? '', text: p.entries[0]?.text ?? '' };
	}

	/** Which of some fields the style prints for this kind of source: each is filled with a word of its own and looked for. */
	async printed(item: Item, fields: string[]): Promise<Set<string>> {
		const probe: Item = { ...item, id: 'probe' };
		const words = new Map<string, string>();
		const years = new Map<string, string>();
		fields.forEach((f, i) => {
			const word = `Qz${String.fromCharCode(97 + (i % 26))}${String.fromCharCode(97 + Math.floor(i / 26))}zq`;
			if (NAME_VARIABLES.has(f)) probe[f] = [{ family: word, given: 'A.' }];
			else if (DATE_VARIABLES.has(f)) {
				const year = String(7000 + i);
				probe[f] = { 'date-parts': [[Number(year)]] };
				years.set(f, year);
				return;
			} else if (
				/^(?:volume|issue|edition|number-of-volumes|chapter-number|collection-number|number-of-pages|page)$/.test(f)
			) {
				const number = String(8000 + i);
				probe[f] = number;
				years.set(f, number);
				return;
			} else probe[f] = word;
			words.set(f, word.toLowerCase());
		});
		const p = await this.show(probe);
		const said = `${p.citation} ${p.entry}`.toLowerCase();
		return new Set(fields.filter((f) => said.includes(words.get(f) ?? years.get(f)!)));
	}
}

export const sourcePreview = new SourcePreview();
