/** The state of an open cite line: text, chosen sources, matches, and what Enter does. */
import { citesOfLine, parseLine, writeLine, type Chosen, type LinePart } from '$lib/core/citing';
import type { DocCite } from '$lib/core/manuscript';
import { shortLabel, type Source } from '$lib/core/source';
import type { CiteTarget, Draft } from '$lib/editor/draft.svelte';
import { library } from '../library.svelte';

export const labelOf = (s: Source | undefined, id: string): string => {
	if (!s) return id;
	const l = shortLabel(s.item);
	return `${l.name}${l.year ? ` ${l.year}` : ''}`.replace(/[;|]/g, ' ');
};

export class CiteLineState {
	text = $state('');
	caret = $state(0);
	chosen = $state.raw<Chosen[]>([]);
	forms = $state.raw<DocCite['form'][]>([]);
	form = $state<DocCite['form']>('parenthetical');
	marked = $state(0);
	readonly uses;
	/** For `cited:here`. */
	private readonly about;

	constructor(
		readonly draft: Draft,
		readonly target: CiteTarget
	) {
		this.uses = draft.uses();
		const here = new Set([...this.uses].filter(([, u]) => u.here).map(([id]) => id));
		this.about = { here, cited: here };
		if (target.editing) {
			const { line, chosen } = writeLine(target.editing.cites, (id) => labelOf(library.sources.get(id), id));
			this.text = line;
			this.chosen = chosen;
			this.forms = target.editing.cites.map((c) => c.form);
			this.form = target.editing.cites[0]?.form ?? 'parenthetical';
		} else this.text = target.query;
		this.caret = this.text.length;
	}

	readonly parts: LinePart[] = $derived.by(() => parseLine(this.text, this.chosen));
	readonly current: number = $derived.by(() => {
		const i = this.parts.findIndex((p) => this.caret >= p.from && this.caret <= p.to);
		return i < 0 ? this.parts.length - 1 : i;
	});
	readonly part: LinePart = $derived(this.parts[this.current]);
	/** Ids of matching sources for the part with the caret; none once a source is chosen there. */
	readonly matches: string[] = $derived.by(() => {
		void library.sources;
		return this.part.sourceId
			? []
			: library.index.find(this.part.query, { use: this.uses, about: this.about, limit: 7 });
	});
	readonly cites: DocCite[] = $derived.by(() => citesOfLine(this.parts, this.form, this.uniform ? [] : this.forms));
	/** Cites with the marked match standing in for what is not chosen yet: for the preview. */
	readonly previewCites: DocCite[] = $derived.by(() => {
		const id = this.matches[this.marked];
		const typed = this.part.query !== '' || this.parts.length > 1;
		const parts = this.parts.map((p, i) =>
			i === this.current && !p.sourceId && id && typed ? { ...p, sourceId: id } : p
		);
		return citesOfLine(parts, this.form, this.uniform ? [] : this.forms);
	});
	/** All cites have the same form, unless the citation being edited mixes them. */
	private uniform = true;

	/** Makes a source stand in the line where its words were. */
	choose(id: string): void {
		const p = this.part;
		const label = labelOf(library.sources.get(id), id);
		const piece = this.text.slice(p.from, p.to);
		const lead = /^\s*/.exec(piece)![0];
		const bar = piece.indexOf('|');
		const head = bar >= 0 ? piece.slice(0, bar + 1) + ' ' : lead;
		const from = piece.indexOf(p.query, bar >= 0 ? bar + 1 : 0);
		const tail = from >= 0 && p.query ? piece.slice(from + p.query.length) : '';
		const before = this.text.slice(0, p.from);
		const next = `${before}${head}${label}${tail}`;
		const index = this.parts.slice(0, this.current).filter((x) => x.sourceId).length;
		const list = [
			...this.chosen.filter((c) => this.parts.some((x) => x.sourceId === c.sourceId && x.query === c.label))
		];
		list.splice(index, 0, { label, sourceId: id });
		this.chosen = list;
		this.text = next + this.text.slice(p.to);
		this.caret = next.length;
		this.marked = 0;
	}

	/** Everything typed has found its source. */
	get complete(): boolean {
		return this.parts.every((p) => p.sourceId || !p.query.trim());
	}

	remove(index: number): void {
		const list = this.parts.filter((p) => p.sourceId);
		const gone = list[index];
		const pieces = this.parts.filter((p) => p !== gone).map((p) => this.text.slice(p.from, p.to).trim());
		let at = -1;
		this.chosen = this.chosen.filter((c) => {
			if (at < 0 && c.sourceId === gone.sourceId && c.label === gone.query) {
				at = 0;
				return false;
			}
			return true;
		});
		this.text = pieces.filter(Boolean).join('; ');
		this.caret = this.text.length;
	}
}
