/** Changes that came back, drawn into the text: what is to go is struck through, what is to come stands where it would. */
import type { Node } from 'prosemirror-model';
import { Decoration, DecorationSet } from 'prosemirror-view';
import { wordsWithin, type Comparison, type Spot } from '$lib/core/returned';
import type { PlacedComment } from '$lib/editor/comments';
import { nameAtom } from './label';
import type { Shown } from './returned.svelte';

export function drawChanges(
	doc: Node,
	changes: readonly Shown[],
	comments: readonly PlacedComment[],
	theirs: Comparison,
	current: string
): DecorationSet {
	const out: Decoration[] = [];
	for (const c of changes) {
		const on = c.key === current ? ' on' : '';
		const attrs = (what: string) => ({ class: `change ${what}${on}`, 'data-change': c.key });
		if (c.planned.meets === 'gone') {
			const [e] = c.planned.changes[0].edits;
			const text =
				'run' in e ? e.run.b.map((b) => wordsWithin(b.node, 0, b.node.content.size, nameAtom)).join(' ¶ ') : '';
			out.push(coming(c.planned.mine.from, text, attrs('come'), true));
			continue;
		}
		for (const s of c.planned.spots) out.push(...drawSpot(doc, s, theirs, attrs));
		if (c.planned.meets)
			out.push(
				Decoration.inline(c.planned.mine.from, c.planned.mine.to, { class: `meets${on}`, 'data-change': c.key })
			);
	}
	for (const c of comments)
		out.push(
			Decoration.inline(c.from, c.to, {
				class: `remark${`m-${c.id}` === current ? ' on' : ''}`,
				'data-change': `m-${c.id}`
			})
		);
	return DecorationSet.create(doc, out);
}

function drawSpot(
	doc: Node,
	{ edit: e, from, to, at }: Spot,
	theirs: Comparison,
	attrs: (what: string) => Record<string, string>
): Decoration[] {
	const text = wordsWithin(theirs.after, e.bFrom, e.bTo, nameAtom, ' ¶ ');
	const gone = (): Decoration[] => (to > from ? struck(doc, from, to, attrs('gone')) : []);
	switch (e.what) {
		case 'words': {
			const parted = !text.trim() && e.bTo > e.bFrom ? ' ¶ ' : text;
			return [...gone(), ...(parted ? [coming(to, parted, attrs('come'), false)] : [])];
		}
		case 'format':
			return to > from ? [Decoration.inline(from, to, attrs('looks'))] : [];
		case 'cite':
			return to > from ? [Decoration.inline(from, to, attrs('looks'))] : [];
		case 'kind':
			return to > from ? [Decoration.node(from, to, attrs('looks'))] : [];
		case 'added':
			return [coming(from, text, attrs('come'), true)];
		case 'removed':
			return gone();
		case 'replaced':
			return [...gone(), coming(to, text, attrs('come'), true)];
		case 'moved':
			return [...gone(), coming(at, text, attrs('come'), true)];
	}
}

/** Whole blocks by their own element, words by theirs. */
function struck(doc: Node, from: number, to: number, attrs: Record<string, string>): Decoration[] {
	const block = doc.nodeAt(from);
	if (block?.isBlock && from + block.nodeSize === to) return [Decoration.node(from, to, attrs)];
	return [Decoration.inline(from, to, attrs)];
}

function coming(pos: number, text: string, attrs: Record<string, string>, block: boolean): Decoration {
	return Decoration.widget(
		pos,
		() => {
			const el = document.createElement(block ? 'div' : 'ins');
			for (const [k, v] of Object.entries(attrs)) el.setAttribute(k, v);
			el.textContent = text;
			return el;
		},
		{ side: -1, key: `${attrs['data-change']}${attrs.class}${text}${pos}`, marks: [] }
	);
}
