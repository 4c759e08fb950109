/** Typed citations become live: what was typed is replaced, nothing else of the sentence changes but what the style's kind asks. */
import type { Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { insertCitation, newId, schema, type DocCite, type PlacementKind } from '../manuscript';
import type { TypedCite } from './types';

/** Cites as the document keeps them. */
export const docCites = (
	cites: readonly Pick<TypedCite, 'sourceId' | 'locator' | 'prefix' | 'suffix' | 'form'>[]
): DocCite[] =>
	cites.map(({ sourceId, locator, prefix, suffix, form }) => ({ sourceId, locator, prefix, suffix, form }));

/**
 * Puts a citation in the place of typed words.
 * @param kind where citations of the manuscript's style stand among punctuation
 * @param inNote within a note everything stays in its place
 */
export function acceptCitation(
	tr: Transform,
	from: number,
	to: number,
	cites: DocCite[],
	kind: PlacementKind,
	inNote: boolean
): void {
	const before = tr.doc.resolve(from).nodeBefore;
	const behindWord = before?.isText === true && !/[\s([{“‘«—–/\u00a0]$/.test(before.text!);
	const narrative = cites[0]?.form === 'narrative' || cites[0]?.form === 'author-only';
	if (inNote || narrative || (kind === 'sentence' && !behindWord)) {
		tr.replaceWith(from, to, schema.nodes.citation.create({ id: newId(), cites }));
		return;
	}
	// a raised number stood behind a word or its full stop; a bracket stood before it
	tr.delete(from, to);
	insertCitation(tr, from, newId(), cites, kind);
}

/**
 * A live bibliography in the place of a typed list, under its heading; where there is one already, the list goes.
 * @param kept entries that are not taken over: they stay as typed, below it
 */
export function acceptList(tr: Transform, from: number, to: number, heading: Node, kept: readonly string[] = []): void {
	let live = false;
	tr.doc.forEach((b) => {
		live ||= b.type === schema.nodes.bibliography;
	});
	const rest = kept.map((k) => schema.nodes.paragraph.create(null, schema.text(k)));
	if (live) tr.replaceWith(from, to, rest.length ? [heading, ...rest] : []);
	else tr.replaceWith(from, to, [schema.nodes.bibliography.create({ id: newId() }, heading), ...rest]);
}
