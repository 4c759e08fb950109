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
import { library } from '$lib/services/library.svelte';

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
	/** For `cited:here`. */
	private readonly about;

	constructor(
		readonly draft: Draft,
		readonly target: CiteTarget
	) {
		this.uses = uses(draft);
		const here = new Set([...this.uses].filter(([, u]) => u.here).map(([id]) => id));
		this.about = { here, cited: here };
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
	/** Ids of matching sources for the part with the caret; none once a source is chosen there. */
	readonly matches: string[] = $derived.by(() => {
		void library.sources;
		return this.part.sourceId || this.placeholder !== null
			? []
			: library.index.find(this.part.query, { use: this.uses, about: this.about, limit: 7 });
	});
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
