/** How a source prints: in the style of the manuscript worked on last or any other. */
import { cleanHouse } from '$lib/core/citing';
import { NAME_VARIABLES, DATE_VARIABLES, type Item } from '$lib/core/csl';
import { listManuscripts } from '$lib/data/manuscripts';
import { FormattingService } from '$lib/services/formatting/index.svelte';

export interface Printed {
	citation: string;
	entry: string;
	text: string;
}
const NOTHING: Printed = { citation: '', entry: '', text: '' };

interface StyleName {
	id: string;
	title: string;
}

class SourcePreview {
	style = $state<StyleName>({ id: 'apa', title: 'APA 7th' });
	/** Why the style that was asked for is not shown; empty when it is. */
	trouble = $state('');
	private service: FormattingService | null = null;
	private begun: Promise<void> | null = null;
	/** What is asked about, beside the library. */
	private readonly items = new Map<string, Item>();
	private wanted: StyleName | null = null;

	private start(): Promise<void> {
		return (this.begun ??= (async () => {
			this.service = new FormattingService({ item: (id) => this.items.get(id) });
			// which manuscript was worked on last is a wish; without it the style is APA
			const [last] = await listManuscripts().catch(() => []);
			await this.load(this.wanted ?? (last ? { id: last.styleId, title: last.styleTitle } : this.style));
		})());
	}

	private async load(style: StyleName): Promise<void> {
		const answer = await this.service!.styleInfo({ ...style, lang: '' });
		this.trouble = answer.ok ? '' : answer.message;
		if (answer.ok) this.style = style;
	}

	async use(style: StyleName): Promise<void> {
		this.wanted = style;
		await this.start();
		if (this.wanted === style) await this.load(style);
	}

	async show(item: Item): Promise<Printed> {
		await this.start();
		this.items.set(String(item.id), item);
		const cites = [{ sourceId: String(item.id), form: 'parenthetical' as const }];
		const outcome = await this.service!.once({
			style: { ...this.style, lang: '' },
			house: HOUSE,
			clusters: [{ id: 'preview', noteNumber: 1, cites }],
			uncited: []
		});
		if (!outcome.ok) {
			this.trouble = outcome.message;
			return NOTHING;
		}
		const [citation] = outcome.value.changed;
		const [entry] = outcome.value.bibliography ?? [];
		return { citation: citation?.html ?? '', entry: entry?.html ?? '', text: entry?.text ?? '' };
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
const HOUSE = cleanHouse(null);

export const sourcePreview = new SourcePreview();
