/**
 * What the kind of paper puts on the sheet around the person's own words: fields around the title, and sections to fill.
 * They are no part of the text: a file, a print and a count know nothing of them.
 */
import { mount, unmount, type Component } from 'svelte';
import type { Node } from 'prosemirror-model';
import { TextSelection, type Command, type EditorState } from 'prosemirror-state';
import { Decoration, DecorationSet, type EditorView } from 'prosemirror-view';
import { legendLeadIn, newId, schema, settingsOf } from '$lib/core/manuscript';
import { cleanPage, kindOf, languageOf, missingSections, UNCHOSEN } from '$lib/core/page';
import type { Draft } from '$lib/editor/draft.svelte';
import { changeSettings } from '$lib/editor/style-commands';
import FrontMatter from './FrontMatter.svelte';
import Skeleton from './Skeleton.svelte';

const { nodes } = schema;

/** A component on the sheet. The editor leaves its keys and presses alone. */
function widget<P extends Record<string, unknown>>(
	pos: number,
	key: string,
	side: number,
	component: Component<P>,
	props: P
): Decoration {
	let made: Record<string, unknown> | null = null;
	const draw = () => {
		const dom = document.createElement('div');
		dom.contentEditable = 'false';
		made = mount(component, { target: dom, props });
		return dom;
	};
	const destroy = () => {
		if (made) void unmount(made);
		made = null;
	};
	return Decoration.widget(pos, draw, { key, side, stopEvent: () => true, ignoreSelection: true, destroy });
}

/** A heading with an empty paragraph below it, in which the caret then is. */
export const beginSection =
	(name: string, pos: number): Command =>
	(state, dispatch) => {
		// where nothing is written yet, the empty paragraph is the one below it
		const before = state.doc.resolve(pos).nodeBefore;
		const from = before?.type === nodes.paragraph && !before.content.size ? pos - before.nodeSize : pos;
		const heading = nodes.heading.create({ id: newId(), level: 2 }, schema.text(name));
		const tr = state.tr.replaceWith(from, pos, [heading, nodes.paragraph.create()]);
		const below = from + heading.nodeSize + 1;
		dispatch?.(tr.setSelection(TextSelection.create(tr.doc, below)).scrollIntoView());
		return true;
	};

/** Sections that are missing, by the place where they belong. */
export function skeletonOf(doc: Node, sections: readonly string[]): Map<number, string[]> {
	const headings: { title: string; pos: number }[] = [];
	let end = doc.content.size;
	doc.forEach((n, pos, i) => {
		if (n.type === nodes.heading && n.attrs.level === 2) headings.push({ title: n.textContent, pos });
		// the list stands behind the text
		if (n.type === nodes.bibliography && i > 0 && end === doc.content.size) end = pos;
	});
	const own = headings.filter((h) => h.pos < end);
	const out = new Map<number, string[]>();
	for (const { name, after } of missingSections(
		sections,
		own.map((h) => h.title)
	)) {
		const at = own[after]?.pos ?? end;
		out.set(at, [...(out.get(at) ?? []), name]);
	}
	return out;
}

function partsOf(draft: Draft, state: EditorState): Decoration[] {
	const { doc } = state;
	const page = cleanPage(settingsOf(doc).page);
	if (page.kind === UNCHOSEN) return [];
	const { sections, fields } = kindOf(page.kind);
	const title = doc.firstChild?.type === nodes.heading && doc.firstChild.attrs.level === 1 ? doc.firstChild : null;
	const out: Decoration[] = [];
	if (fields.length && title) {
		out.push(widget(0, `before-${page.kind}`, -1, FrontMatter, { draft, side: 'before' as const }));
		out.push(widget(title.nodeSize, `behind-${page.kind}`, -1, FrontMatter, { draft, side: 'behind' as const }));
	}
	// the sections of our kinds have English names
	if (!page.skeleton || draft.readOnly || languageOf(draft.docStyle.locale || 'en') !== 'en') return out;
	for (const [pos, names] of skeletonOf(doc, sections))
		out.push(
			widget(pos, `sections-${names.join()}`, -1, Skeleton, {
				names,
				onbegin: (name: string) => {
					const { view } = draft;
					const now = view && skeletonOf(view.state.doc, sections);
					const place = now && [...now].find(([, list]) => list.includes(name))?.[0];
					if (place === undefined || place === null) return;
					draft.run(beginSection(name, place));
					view?.focus();
				},
				onhide: () => {
					const next = { ...cleanPage(draft.settings.page), skeleton: false };
					draft.run(changeSettings({ page: next as unknown as Record<string, unknown> }, 'Sections to fill left out'));
					draft.view?.focus();
				}
			})
		);
	return out;
}

/**
 * A browser that has the caret in an empty block forgets that one can type there when something is put before it: it says
 * the same place and takes no words, until it is told the place again.
 */
function tellCaretAgain(view: EditorView | null): void {
	const caret = view?.hasFocus() ? view.dom.ownerDocument.getSelection() : null;
	if (!caret?.anchorNode || !caret.focusNode) return;
	caret.setBaseAndExtent(caret.anchorNode, caret.anchorOffset, caret.focusNode, caret.focusOffset);
}

const keysOf = (parts: Decoration[]) => parts.map((p) => (p.spec as { key: string }).key).join(' ');

/** Shows them in the sheet of a draft, from now on. A long text, of which only what is near is drawn, does without. */
export function showPageParts(draft: Draft): void {
	let last: { doc: Node; parts: Decoration[] } | null = null;
	draft.decorate((state, found) => {
		// below the editor's own element, whose attributes are its own
		draft.view?.dom.parentElement?.style.setProperty('--legend', `"${legendLeadIn(state.doc)}"`);
		if (draft.virtualizer) return found;
		if (last?.doc !== state.doc) {
			const parts = partsOf(draft, state);
			// behind the drawing that is under way, and before any key
			if (keysOf(parts) !== keysOf(last?.parts ?? [])) queueMicrotask(() => tellCaretAgain(draft.view));
			last = { doc: state.doc, parts };
		}
		return last.parts.length ? (found ?? DecorationSet.empty).add(state.doc, last.parts) : found;
	});
}
