/** The state of an open cite line: text, chosen sources, matches, and what Enter does. */
import {
	citesOfLine,
	placeholderHint,
	parseLine,
	writeLine,
	writeParts,
	type Chosen,
	type CiteForm,
	type LinePart,
	type Said
} from '$lib/core/citing';
import type { DocCite } from '$lib/core/manuscript';
import { shortLabel, type Source } from '$lib/core/source';
import { uses } from '$lib/editor/citing';
import type { Draft } from '$lib/editor/draft.svelte';
import type { CiteTarget } from '$lib/editor/cite-target';
import type { FindOptions } from '$lib/core/search';
import { findAsTyped } from '$lib/services/hits.svelte';
import { library } from '$lib/services/library.svelte';
import { inBackground } from '$lib/services/problems';

export const labelOf = (s: Source | undefined, id: string): string => {
	if (!s) return id;
	const l = shortLabel(s.item);
	return `${l.name}${l.year ? ` ${l.year}` : ''}`.replace(/[;|\\]/g, ' ').trim();
};

export class CiteLineState {
	text = $state('');
	caret = $state(0);
	chosen = $state.raw<Chosen[]>([]);
	/** The form of every cite that has none of its own. */
	form = $state<CiteForm>('parenthetical');
	marked = $state(0);
	readonly uses;
	private readonly options: FindOptions;
	/** What fits the part with the caret. */
	private readonly hits = findAsTyped(() => (this.asks ? { query: this.part.query, options: this.options } : null));

	constructor(
		readonly draft: Draft,
		readonly target: CiteTarget
	) {
		this.uses = uses(draft);
		const here = new Set([...this.uses].filter(([, u]) => u.here).map(([id]) => id));
		// `cited:here` is about this text
		this.options = { use: this.uses, about: { here, cited: here }, limit: 7 };
		if (target.editing) {
			const { cites } = target.editing;
			this.form = cites[0]?.form ?? 'parenthetical';
			const { line, chosen } = writeLine(cites, (id) => labelOf(library.sources.get(id), id));
			this.text = line;
			this.chosen = chosen.map((c) => ({ ...c, form: c.form === this.form ? null : c.form }));
		} else if (target.chosen?.length) {
			const cites = target.chosen.map((sourceId): DocCite => ({
				sourceId,
				locator: null,
				prefix: '',
				suffix: '',
				form: 'parenthetical'
			}));
			const { line, chosen } = writeLine(cites, (id) => labelOf(library.sources.get(id), id));
			this.text = line;
			this.chosen = chosen.map((c) => ({ ...c, form: null }));
		} else this.text = target.query;
		this.caret = this.text.length;
	}

	readonly parts: LinePart[] = $derived.by(() => parseLine(this.text, this.chosen));
	/** Where a source is needed and none is named, the hint; null otherwise. */
	readonly placeholder: string | null = $derived.by(() =>
		this.target.editing || this.chosen.length ? null : placeholderHint(this.text)
	);
	readonly current: number = $derived.by(() => {
		const i = this.parts.findIndex((p) => this.caret >= p.from && this.caret <= p.to);
		return i < 0 ? this.parts.length - 1 : i;
	});
	readonly part: LinePart = $derived(this.parts[this.current]);
	/** The part with the caret looks for a source. */
	private readonly asks: boolean = $derived(!this.part.sourceId && this.placeholder === null);
	/** Ids of matching sources for that part; while the next answer is on its way, those of the one before. */
	readonly matches: string[] = $derived(this.asks ? this.hits.value.map((s) => s.id) : []);
	/** They are for what stands in the line now. */
	readonly answered: boolean = $derived(!this.asks || this.hits.answered === this.part.query);
	/** All of the library has been looked through and nothing is there. */
	readonly nothing: boolean = $derived(
		this.asks && this.answered && !this.matches.length && library.indexed >= library.size
	);
	readonly trouble: string = $derived(this.hits.trouble);
	/** The best match for what stands in the line at this moment. @throws where the library cannot be asked */
	async best(): Promise<string | undefined> {
		return (await library.find(this.part.query, this.options))[0]?.id;
	}
	readonly cites: DocCite[] = $derived.by(() => citesOfLine(this.parts, this.form));
	/** Cites with the marked match standing in for what is not chosen yet: for the preview. */
	readonly previewCites: DocCite[] = $derived.by(() => {
		const id = this.matches[this.marked];
		const typed = this.part.query !== '' || this.parts.length > 1;
		const parts = this.parts.map((p, i) =>
			i === this.current && !p.sourceId && id && typed ? { ...p, sourceId: id } : p
		);
		return citesOfLine(parts, this.form);
	});

	/** Writes the line anew; the caret goes behind a part. */
	private write(parts: Said[], at: number): void {
		const { line, chosen } = writeParts(parts);
		this.chosen = chosen;
		this.text = line;
		this.caret = parseLine(line, chosen)[at]?.to ?? line.length;
		this.marked = 0;
	}

	/** Makes a source stand in the line where its words were. */
	choose(id: string): void {
		const label = labelOf(library.sources.get(id), id);
		// it is held from now on, whatever else is looked for
		inBackground(library.hold([id]), 'The source could not be read.');
		this.change(this.current, { query: label, sourceId: id });
	}

	/** Changes what one part says; line and rows are two views of one thing. */
	change(index: number, what: Partial<Said>): void {
		this.write(
			this.parts.map((p, i) => (i === index ? { ...p, ...what } : p)),
			index
		);
	}

	/** Puts the parts in another order. */
	arrange(order: number[]): void {
		this.write(
			order.map((i) => this.parts[i]),
			order.length - 1
		);
	}

	remove(index: number): void {
		this.arrange(this.parts.map((_, i) => i).filter((i) => i !== index));
	}

	/** One form for all. */
	useForm(form: CiteForm): void {
		this.form = form;
		this.chosen = this.chosen.map((c) => ({ ...c, form: null }));
	}

	/** Everything typed has found its source. */
	get complete(): boolean {
		return this.parts.every((p) => p.sourceId || !p.query.trim());
	}
}
