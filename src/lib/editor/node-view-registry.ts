/** What the sheet has drawn of citations, notes, references and lists, and drawing it anew. */
import type { ClusterOutput } from '$lib/core/citing';
import { inSlices } from './slices';

/** Something drawn in the sheet. */
export interface Refreshable {
	readonly dom: HTMLElement;
	refresh(): void;
}

export class NodeViewRegistry {
	/** A citation can be drawn twice: in the sheet and in the editor of its note. */
	private readonly citations = new Map<string, Set<Refreshable>>();
	/** Marks of the writer's own notes in the sheet. */
	readonly notes = new Map<string, Refreshable>();
	readonly bibliographies = new Set<Refreshable>();
	readonly refs = new Set<Refreshable>();
	/** References to headings, tables, figures and formulas. */
	readonly crossRefs = new Set<Refreshable>();

	addCitation(id: string, v: Refreshable): void {
		const set = this.citations.get(id) ?? new Set();
		set.add(v);
		this.citations.set(id, set);
	}
	removeCitation(id: string, v: Refreshable): void {
		const set = this.citations.get(id);
		set?.delete(v);
		if (set && !set.size) this.citations.delete(id);
	}
	addNote(id: string, v: Refreshable): void {
		this.notes.set(id, v);
	}
	removeNote(id: string, v: Refreshable): void {
		if (this.notes.get(id) === v) this.notes.delete(id);
	}

	/** The element in the sheet that a margin item belongs to. */
	anchor(id: string, sheet: Element | undefined): HTMLElement | null {
		for (const v of this.citations.get(id) ?? []) if (sheet?.contains(v.dom)) return v.dom;
		return this.notes.get(id)?.dom ?? null;
	}

	/** After the text was read: notes that have another number, references to them, lists. */
	renumber(changed: string[]): void {
		for (const id of changed) {
			for (const v of this.citations.get(id) ?? []) v.refresh();
			this.notes.get(id)?.refresh();
		}
		for (const r of this.refs) r.refresh();
		this.retitle();
		this.redrawBibliographies();
	}

	/** What references print may have other words. */
	retitle(): void {
		for (const r of this.crossRefs) r.refresh();
	}

	/** Draws citations anew: those in the page at once, what sleeps (sleep.ts) after that. */
	redraw(changed: ClusterOutput[]): void {
		const later: Refreshable[] = [];
		for (const c of changed)
			for (const v of this.citations.get(c.id) ?? []) {
				if (v.dom.isConnected) v.refresh();
				else later.push(v);
			}
		// whatever was still to be drawn is drawn from what holds then
		inSlices(later, (v) => v.refresh());
	}

	redrawAll(): void {
		for (const set of this.citations.values()) for (const v of set) v.refresh();
	}

	redrawBibliographies(): void {
		for (const l of this.bibliographies) l.refresh();
	}
}
